/** The two parts of Knex that our own client begins with; Knex publishes no types for them. */
declare module "knex/lib/dialects/better-sqlite3/index.js" {
  import type { Knex } from "knex";

  const Client: typeof Knex.Client;
  export default Client;
}

declare module "knex/lib/dialects/sqlite3/execution/sqlite-transaction.js" {
  export default class Transaction {
    constructor(...of: unknown[]);
  }
}
