import { costOf, type Lot, type Shelf } from "../../core/stock";
import { database } from "../../data/connection";
import { listJobs } from "../../data/jobs";
import { findMachine } from "../../data/machines";
import { bookingsOf, cuttingOf, everyLot, listSheets, lotUses } from "../../data/materials";

/** The shelf, and what of it is booked to a job. */
export async function stockView(jobId: number | null): Promise<Shelf> {
  const db = await database();
  const all = await everyLot(db);
  const lots = all.filter((l) => !l.archived);
  const bookings = jobId === null ? [] : await bookingsOf(db, jobId);
  const cutting = jobId === null ? null : await cuttingOf(db, jobId);
  const lot = (id: number) => all.find((l) => l.id === id);
  const usedHere = new Set([...bookings, ...(cutting?.sheets ?? [])].map((u) => u.lotId));
  let cost = 0;
  for (const b of bookings) {
    const own = lot(b.lotId);
    if (own) cost += costOf(own, b.amount);
  }
  for (const s of cutting?.sheets ?? []) {
    const own = lot(s.lotId);
    const rests =
      cutting?.plan.rests.filter((r) => r.sheet === String(s.id)).reduce((a, r) => a + r.widthMm * r.heightMm, 0) ?? 0;
    if (own) cost += costOf(own, (s.widthMm * s.heightMm - rests) / 100);
  }
  return {
    lots,
    past: all.filter((l) => l.archived && usedHere.has(l.id)),
    sheets: await listSheets(db),
    bookings,
    cutting,
    cost,
    history: jobId === null ? await historyOf(all) : [],
    today: new Date().toISOString().slice(0, 10),
  };
}

/** Who used what, by the tag of the machine, day by day: uses of one job on one day stand together. */
async function historyOf(lots: readonly Lot[]): Promise<Shelf["history"]> {
  const db = await database();
  const tags = new Map<number, string>();
  for (const job of await listJobs(db)) tags.set(job.id, (await findMachine(db, job.machineId))?.tag ?? "");
  const left = new Map(lots.map((l) => [l.id, l.amount]));
  const out: Shelf["history"] = [];
  for (const u of await lotUses(db, lots)) {
    const rest = (left.get(u.lotId) ?? 0) - u.amount;
    left.set(u.lotId, rest);
    const [at, job] = [u.at.slice(0, 10), tags.get(u.jobId) ?? ""];
    const last = out.find((o) => o.lotId === u.lotId && o.at === at && o.job === job);
    if (last) Object.assign(last, { amount: last.amount + u.amount, left: rest });
    else out.push({ lotId: u.lotId, job, at, amount: u.amount, left: rest });
  }
  return out;
}
