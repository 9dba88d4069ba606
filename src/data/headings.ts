import type { Knex } from "knex";
import type { ColumnChoices, Role } from "../core/log";

/** What the columns of each header were told to be, so that it is asked only once. */
export async function rememberedRoles(db: Knex): Promise<Record<string, ColumnChoices>> {
  const rows = await db<{ header_key: string; heading: string; role: Role }>("heading_roles");
  const byHeader: Record<string, Record<string, Role>> = {};
  for (const r of rows) (byHeader[r.header_key] ??= {})[r.heading] = r.role;
  return byHeader;
}

export async function rememberRoles(db: Knex, headerKey: string, roles: ColumnChoices, now: string): Promise<void> {
  for (const [heading, role] of Object.entries(roles)) {
    await db("heading_roles")
      .insert({ header_key: headerKey, heading: heading.slice(0, 200), role, told_at: now })
      .onConflict(["header_key", "heading"])
      .merge();
  }
}
