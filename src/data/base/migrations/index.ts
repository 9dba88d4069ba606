import type { Knex } from "knex";
import * as first from "./0001-first";
import * as layouts from "./0002-layouts";
import * as service from "./0003-service";
import * as materials from "./0004-materials";
import * as reading from "./0005-reading";
import * as measures from "./0006-measures";
import * as fresh from "./0007-fresh";
import * as stands from "./0008-stands";
import * as ways from "./0009-ways";
import * as edges from "./0010-edges";
import * as forecasts from "./0011-forecasts";
import * as live from "./0012-live";
import * as upkeep from "./0013-upkeep";
import * as records from "./0014-records";
import * as search from "./0015-search";
import * as finds from "./0016-finds";
import * as practice from "./0017-practice";
import * as trust from "./0018-trust";
import * as closing from "./0019-closing";
import * as loadKey from "./0020-load-key";
import * as pinMisses from "./0021-pin-misses";
import * as ownerLinks from "./0022-owner-links";
import * as pieces from "./0023-pieces";
import * as erasure from "./0024-erasure";
import * as letters from "./0025-letters";

const MIGRATIONS: readonly { name: string; up: (k: Knex) => Promise<void>; down: (k: Knex) => Promise<void> }[] = [
  { name: "0001-first", ...first },
  { name: "0002-layouts", ...layouts },
  { name: "0003-service", ...service },
  { name: "0004-materials", ...materials },
  { name: "0005-reading", ...reading },
  { name: "0006-measures", ...measures },
  { name: "0007-fresh", ...fresh },
  { name: "0008-stands", ...stands },
  { name: "0009-ways", ...ways },
  { name: "0010-edges", ...edges },
  { name: "0011-forecasts", ...forecasts },
  { name: "0012-live", ...live },
  { name: "0013-upkeep", ...upkeep },
  { name: "0014-records", ...records },
  { name: "0015-search", ...search },
  { name: "0016-finds", ...finds },
  { name: "0017-practice", ...practice },
  { name: "0018-trust", ...trust },
  { name: "0019-closing", ...closing },
  { name: "0020-load-key", ...loadKey },
  { name: "0021-pin-misses", ...pinMisses },
  { name: "0022-owner-links", ...ownerLinks },
  { name: "0023-pieces", ...pieces },
  { name: "0024-erasure", ...erasure },
  { name: "0025-letters", ...letters },
];

/** Migrations as imported modules, so that the server, the tests and the command line share them. */
export const migrationSource: Knex.MigrationSource<(typeof MIGRATIONS)[number]> = {
  getMigrations: () => Promise.resolve([...MIGRATIONS]),
  getMigrationName: (m) => m.name,
  getMigration: (m) => Promise.resolve({ up: m.up, down: m.down }),
};
