import { costOf, type Shelf } from "../../../core/workshop/stock";
import { database } from "../../../data/base/connection";
import { cutAreas } from "../../../data/workshop/cutAreas";
import { usesOfLot, type LotUse } from "../../../data/workshop/lotUses";
import { bookingsOf, cuttingOf, findLots, listLots, listSheets } from "../../../data/workshop/materials";
import { todayNow } from "../../base/today";

/** The shelf, and what of it is booked to a job. */
export async function stockView(jobId: number | null): Promise<Shelf> {
  const db = await database();
  const lots = await listLots(db, jobId === null ? "all" : "booked");
  const bookings = jobId === null ? [] : await bookingsOf(db, jobId);
  const cutting = jobId === null ? null : await cuttingOf(db, jobId);
  const used = [...bookings, ...(cutting?.sheets ?? [])].map((u) => u.lotId);
  const away = used.filter((id) => !lots.some((l) => l.id === id));
  const past = away.length ? await findLots(db, away) : [];
  const lot = (id: number) => [...lots, ...past].find((l) => l.id === id);
  const areas = cutting ? cutAreas(cutting.plan, cutting.sheets) : new Map<number, number>();
  let cost = 0;
  for (const b of bookings) {
    const own = lot(b.lotId);
    if (own) cost += costOf(own, b.amount);
  }
  for (const s of cutting?.sheets ?? []) {
    const own = lot(s.lotId);
    if (own) cost += costOf(own, areas.get(s.id) ?? 0);
  }
  const today = await todayNow();
  return { lots, past, sheets: await listSheets(db), bookings, cutting, cost, today };
}

/** So many uses of a lot are listed. */
const MOST_USES = 12;

/** What jobs used of a lot, newest first. */
export const lotUsesView = async (lotId: number): Promise<LotUse[]> => usesOfLot(await database(), lotId, MOST_USES);
