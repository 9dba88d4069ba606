import type { Knex } from "knex";
import { usualWorkshop, type Workshop } from "../../core/workshop/job";
import { dropSetting, readSetting, writeSetting } from "../base/settingsStore";

const KEY = "workshop";
const MARK = "mark";

/** What the workshop says of itself; ours where it said nothing. */
export const findWorkshop = async (db: Knex): Promise<Workshop> => ({
  ...usualWorkshop,
  ...(await readSetting<Partial<Workshop>>(db, "settings", KEY)),
});

export const setWorkshop = (db: Knex, workshop: Workshop): Promise<void> => writeSetting(db, "settings", KEY, workshop);

/** The workshop's own mark for what it prints, as PNG; null where it has none. */
export async function findMark(db: Knex): Promise<Buffer | null> {
  const kept = await readSetting<{ png: string }>(db, "settings", MARK);
  return kept && Buffer.from(kept.png, "base64");
}

export const setMark = (db: Knex, png: Buffer): Promise<void> =>
  writeSetting(db, "settings", MARK, { png: png.toString("base64") });

export const dropMark = (db: Knex): Promise<void> => dropSetting(db, "settings", MARK);
