import type { Knex } from "knex";
import type { ColumnChoices, Role, DeclaredColumn, Unit } from "../../core/measure/log";

/** What the columns of each header were told to be, so that it is asked only once. */
export async function rememberedRoles(db: Knex): Promise<Record<string, ColumnChoices>> {
  const rows = await db<{ header_key: string; heading: string; role: Role; unit: Unit | null }>("heading_roles");
  const byHeader: Record<string, Record<string, DeclaredColumn>> = {};
  for (const r of rows)
    (byHeader[r.header_key] ??= {})[r.heading] = r.unit === null ? { role: r.role } : { role: r.role, unit: r.unit };
  return byHeader;
}

/** Rows that one statement may carry. */
const AT_ONCE = 100;

export async function rememberRoles(db: Knex, headerKey: string, told: ColumnChoices, now: string): Promise<void> {
  // two long headings may be cut to one: the later counts
  const rows = new Map(
    Object.entries(told).map(([heading, { role, unit }]) => {
      const cut = heading.slice(0, 200);
      return [cut, { header_key: headerKey, heading: cut, role, unit: unit ?? null, told_at: now }];
    }),
  );
  const all = [...rows.values()];
  for (let at = 0; at < all.length; at += AT_ONCE)
    await db("heading_roles")
      .insert(all.slice(at, at + AT_ONCE))
      .onConflict(["header_key", "heading"])
      .merge();
}
