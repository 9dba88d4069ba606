import { cuttingPlan, cuttingSvg, KERF_MM, MARGIN_MM, type CuttingPlan } from "../core/pads";
import { PASTES } from "../core/paste";
import { contextOf, piecesToCut } from "../core/service";
import { bad, ok, type Result } from "../core/result";
import { isExpired, leftOf, MATERIAL_KINDS, type Lot, type Shelf } from "../core/stock";
import { database } from "../data/connection";
import { findJob } from "../data/jobs";
import { addLot, book, changeLot, cut, cuttingOf, listLots, listSheets, unbook, uncut } from "../data/materials";
import { check } from "../input/check";
import { BookingInput, CuttingInput, LotChangeInput, LotInput } from "../input/materials";
import { serverProblem } from "./problems";
import { jobView } from "./views/job";
import { stockView } from "./views/materials";

/** Puts a lot on the shelf. */
export async function newLot(body: unknown): Promise<Result<{ id: number }>> {
  const checked = check(LotInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const l = checked.value;
  if (l.kind === "paste" && !l.paste) return bad(serverProblem.badFields({ paste: "Choose the paste it is like." }));
  if (l.kind === "pad" && (l.thicknessMm === null || l.widthMm === null || l.heightMm === null))
    return bad(serverProblem.badFields({ thicknessMm: "Give thickness, width and height of the sheets." }));
  const pad =
    l.kind === "pad"
      ? {
          thicknessMm: l.thicknessMm ?? 1,
          softness: l.softness,
          conductivityWmK: 5,
          widthMm: l.widthMm ?? 0,
          heightMm: l.heightMm ?? 0,
        }
      : null;
  const amount = pad ? (Math.max(1, Math.round(l.amount)) * pad.widthMm * pad.heightMm) / 100 : l.amount;
  const paste = l.kind === "paste" ? (PASTES.find((p) => p.name === l.paste) ?? null) : null;
  const id = await addLot(await database(), {
    kind: l.kind,
    name: l.name,
    lot: l.lot,
    amount,
    price: l.price,
    boughtOn: today(),
    openedOn: l.openedOn,
    bestBefore: l.bestBefore,
    paste,
    pad,
  });
  return ok({ id });
}

const today = (): string => new Date().toISOString().slice(0, 10);

/** Marks a lot opened, or puts it away and back. */
export async function updateLot(id: number, body: unknown): Promise<Result<null>> {
  const checked = check(LotChangeInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { openedOn, retired } = checked.value;
  const found = await changeLot(await database(), id, {
    ...(openedOn === undefined ? {} : { openedOn }),
    ...(retired === undefined ? {} : { retiredAt: retired ? new Date().toISOString() : null }),
  });
  return found ? ok(null) : bad(serverProblem.noLot());
}

async function openJob(jobId: number): Promise<Result<null>> {
  const job = await findJob(await database(), jobId);
  if (!job) return bad(serverProblem.noJob());
  return job.closedAt ? bad(serverProblem.jobClosed()) : ok(null);
}

/**
 * Books a material to a step of a job; what was booked for the step before goes back. Gives the shelf as it is then.
 */
export async function bookMaterial(jobId: number, body: unknown): Promise<Result<Shelf>> {
  const checked = check(BookingInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const job = await openJob(jobId);
  if (!job.ok) return job;
  const db = await database();
  const { lotId, what, amount } = checked.value;
  const lot: Lot | undefined = (await listLots(db)).find((l) => l.id === lotId);
  if (!lot) return bad(serverProblem.noLot());
  if (isExpired(lot, today())) return bad(serverProblem.lotExpired(lot.name));
  if (leftOf(lot) < amount)
    return bad(serverProblem.lotShort(lot.name, `${leftOf(lot).toFixed(2)} ${MATERIAL_KINDS[lot.kind].unit}`));
  await book(db, { lotId, jobId, what, amount }, new Date().toISOString());
  if (lot.openedOn === null) await changeLot(db, lotId, { openedOn: today() });
  return ok(await stockView(jobId));
}

export async function giveBack(bookingId: number): Promise<Result<Shelf>> {
  const jobId = await unbook(await database(), bookingId, new Date().toISOString());
  return jobId === null ? bad(serverProblem.noBooking()) : ok(await stockView(jobId));
}

/** Cuts a job's pads from the shelf by the best plan; pads that fit nowhere are named and stay uncut. */
export async function cutPads(jobId: number, body: unknown): Promise<Result<Shelf>> {
  const checked = check(CuttingInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const job = await openJob(jobId);
  if (!job.ok) return job;
  const db = await database();
  if (await cuttingOf(db, jobId)) return bad(serverProblem.cutAlready());
  const sheets = await listSheets(db);
  const plan: CuttingPlan = cuttingPlan(
    sheets.map((s) => ({ ...s, id: String(s.id) })),
    checked.value.pieces,
    KERF_MM,
    MARGIN_MM,
  );
  if (plan.placed.length === 0) return bad(serverProblem.nothingFits());
  await cut(db, jobId, plan, sheets, new Date().toISOString());
  return ok(await stockView(jobId));
}

export async function uncutPads(cuttingId: number): Promise<Result<Shelf>> {
  const jobId = await uncut(await database(), cuttingId, new Date().toISOString());
  if (jobId === "later") return bad(serverProblem.cutLater());
  return jobId === null ? bad(serverProblem.noBooking()) : ok(await stockView(jobId));
}

/** The cutting plan of a job as a file at its true size: what was cut, else what would be. */
export async function cuttingFile(jobId: number): Promise<Result<string>> {
  const view = await jobView(jobId);
  if (!view) return bad(serverProblem.noJob());
  const shelf = await stockView(jobId);
  const sheets = (shelf.cutting?.sheets ?? shelf.sheets).map((s) => ({ ...s, id: String(s.id) }));
  const plan = shelf.cutting?.plan ?? cuttingPlan(sheets, piecesToCut(contextOf(view.service)), KERF_MM, MARGIN_MM);
  return plan.placed.length ? ok(cuttingSvg(plan, sheets)) : bad(serverProblem.nothingFits());
}
