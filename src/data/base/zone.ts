import type { Knex } from "knex";
import { isZone, zoneHere, type Zone } from "../../core/base/days";
import { readSetting } from "./settingsStore";

/** This server's own zone; asking for it costs more than a question to the database, and it seldom changes. */
let own: { of: string | undefined; zone: Zone } | null = null;
function zoneOfServer(): Zone {
  const of = process.env.TZ;
  if (own?.of !== of || !own) own = { of, zone: zoneHere() };
  return own.zone;
}

/** Zones that were asked about, and whether there is such a one. */
const zones = new Map<string, boolean>();
function known(zone: string): boolean {
  const is = zones.get(zone) ?? isZone(zone);
  if (zones.size < 50) zones.set(zone, is);
  return is;
}

/** The zone the workshop's days begin in: as it set it; its server's own while it set none. */
export async function zoneOf(db: Knex): Promise<Zone> {
  const kept = await readSetting<{ zone?: string }>(db, "settings", "workshop");
  return kept?.zone && known(kept.zone) ? kept.zone : zoneOfServer();
}
