import type { Knex } from "knex";
import type { ColumnChoices, Role, ToldColumn, Unit } from "../core/log";

/** What the columns of each header were told to be, so that it is asked only once. */
export async function rememberedRoles(db: Knex): Promise<Record<string, ColumnChoices>> {
  const rows = await db<{ header_key: string; heading: string; role: Role; unit: Unit | null }>("heading_roles");
  const byHeader: Record<string, Record<string, ToldColumn>> = {};
  for (const r of rows)
    (byHeader[r.header_key] ??= {})[r.heading] = r.unit === null ? { role: r.role } : { role: r.role, unit: r.unit };
  return byHeader;
}

export async function rememberRoles(db: Knex, headerKey: string, told: ColumnChoices, now: string): Promise<void> {
  for (const [heading, { role, unit }] of Object.entries(told)) {
    await db("heading_roles")
      .insert({ header_key: headerKey, heading: heading.slice(0, 200), role, unit: unit ?? null, told_at: now })
      .onConflict(["header_key", "heading"])
      .merge();
  }
}
