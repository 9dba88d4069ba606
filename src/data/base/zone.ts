import type { Knex } from "knex";
import { isZone, zoneHere, type Zone } from "../../core/base/days";
import { readKept } from "./kept";

/** The zone the workshop's days begin in: as it set it; its server's own while it set none. */
export async function zoneOf(db: Knex): Promise<Zone> {
  const kept = await readKept<{ zone?: string }>(db, "settings", "workshop");
  return kept?.zone && isZone(kept.zone) ? kept.zone : zoneHere();
}
