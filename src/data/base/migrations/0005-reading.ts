import type { Knex } from "knex";

/** What a stored run said of a column then. */
interface ColumnGuess {
  role: string;
  why: string;
  note: string;
}

/** What was told of a column carries its unit, and stands with the column itself. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("heading_roles", (t) => t.string("unit", 8));
  for (const row of await knex<{ id: number; columns_json: string }>("runs").select("id", "columns_json")) {
    const columns = JSON.parse(row.columns_json) as ColumnGuess[];
    const told = columns.map((c) => (wasTold(c) ? { ...c, told: { role: c.role } } : c));
    await knex("runs")
      .where({ id: row.id })
      .update({ columns_json: JSON.stringify(told) });
  }
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable("heading_roles", (t) => t.dropColumn("unit"));
}

/** A column that gave way to a told one bears the same mark, and its own note. */
const wasTold = (c: ColumnGuess): boolean => c.why === "told" && c.note !== "another column was chosen";
