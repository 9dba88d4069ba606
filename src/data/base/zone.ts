import type { Knex } from "knex";
import { isZone, zoneHere, type Zone } from "../../core/base/days";
import { readSetting } from "./settingsStore";

/** The zone the workshop's days begin in: as it set it; its server's own while it set none. */
export async function zoneOf(db: Knex): Promise<Zone> {
  const kept = await readSetting<{ zone?: string }>(db, "settings", "workshop");
  return kept?.zone && isZone(kept.zone) ? kept.zone : zoneHere();
}
