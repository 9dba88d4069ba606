import {
  curveThrough,
  cuttingSvg,
  type CuttingPlan,
  type PadCurves,
  type Piece,
  type Sheet,
} from "../../core/handwork/pads";
import { usualFigures } from "../../core/drawing/parts";
import { padCurves } from "../../data/handwork/procedures";
import { PASTES } from "../../core/handwork/paste";
import { contextOf, piecesToCut } from "../../core/handwork/service";
import { bad, ok, type Result } from "../../core/base/result";
import { isExpired, leftOf, MATERIAL_KINDS, type Lot, type PadSheets, type Shelf } from "../../core/workshop/stock";
import { database } from "../../data/base/connection";
import {
  addLot,
  book,
  bookingsOf,
  changeLot,
  cut,
  cuttingOf,
  jobOfBooking,
  jobOfCutting,
  listLots,
  listSheets,
  sameLotSince,
  unbook,
  uncut,
} from "../../data/workshop/materials";
import { rememberedInThread } from "../../threads/pool";
import { check } from "../../input/check";
import { BookingInput, CuttingInput, LotChangeInput, LotInput } from "../../input/materials";
import { serverProblem } from "../base/http/problems";
import { jobView, type JobView } from "../job/job";
import { stockView } from "./views/materials";
import { AGAIN_MS, openJob, writing } from "../base/http/write";
import { dayIn } from "../../core/base/days";
import { zoneOf } from "../../data/base/zone";

/** Puts a lot on the shelf. */
export async function newLot(body: unknown): Promise<Result<{ id: number }>> {
  const checked = check(LotInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const l = checked.value;
  if (l.kind === "paste" && !l.paste) return bad(serverProblem.badFields({ paste: "Choose the paste it is like." }));
  if (l.kind === "pad" && (l.thicknessMm === null || l.widthMm === null || l.heightMm === null))
    return bad(serverProblem.badFields({ thicknessMm: "Give thickness, width and height of the sheets." }));
  const paste = l.kind === "paste" ? (PASTES.find((p) => p.name === l.paste) ?? null) : null;
  return writing(async (tx) => {
    const pad = l.kind === "pad" ? sheetsOf(l, await padCurves(tx)) : null;
    const amount = pad ? (Math.max(1, Math.round(l.amount)) * pad.widthMm * pad.heightMm) / 100 : l.amount;
    const lot = {
      kind: l.kind,
      name: l.name,
      lot: l.lot,
      amount,
      price: l.price,
      boughtOn: dayIn(await zoneOf(tx), new Date()),
      openedOn: l.openedOn,
      bestBefore: l.bestBefore,
      paste,
      pad,
    };
    const now = Date.now();
    const again = await sameLotSince(tx, lot, new Date(now - AGAIN_MS).toISOString());
    return ok({ id: again ?? (await addLot(tx, lot, new Date(now).toISOString())) });
  });
}

/** A lot of pads keeps the curve it came with: its own where one was told, else what its class is here today. */
const sheetsOf = (l: LotInput, curves: PadCurves): PadSheets => ({
  thicknessMm: l.thicknessMm ?? 1,
  softness: l.softness,
  conductivityWmK: l.conductivityWmK ?? usualFigures.padWmK,
  widthMm: l.widthMm ?? 0,
  heightMm: l.heightMm ?? 0,
  curve: l.quarterKPa === null ? curves[l.softness] : curveThrough(curves[l.softness], l.quarterKPa),
  figuresBy: l.figuresBy,
});

/** Marks a lot opened, or puts it away and back. */
export async function updateLot(id: number, body: unknown): Promise<Result<null>> {
  const checked = check(LotChangeInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { openedOn, retired } = checked.value;
  if (openedOn === undefined && retired === undefined)
    return bad(serverProblem.badFields({ openedOn: "Say when it was opened, or whether it is put away." }));
  return writing(async (tx) => {
    const found = await changeLot(tx, id, {
      ...(openedOn === undefined ? {} : { openedOn }),
      ...(retired === undefined ? {} : { retiredAt: retired ? new Date().toISOString() : null }),
    });
    return found ? ok(null) : bad(serverProblem.noLot());
  });
}

/** The shelf as a use case left it, else why it was refused. */
const shelfAfter = async (jobId: Result<number>): Promise<Result<Shelf>> =>
  jobId.ok ? ok(await stockView(jobId.value)) : jobId;

/**
 * Books a material to a step of a job; what was booked for the step before goes back. Gives the shelf as it is then.
 */
export async function bookMaterial(jobId: number, body: unknown): Promise<Result<Shelf>> {
  const checked = check(BookingInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { lotId, what, amount } = checked.value;
  return shelfAfter(
    await writing(async (tx) => {
      const job = await openJob(tx, jobId);
      if (!job.ok) return job;
      const lot: Lot | undefined = (await listLots(tx)).find((l) => l.id === lotId);
      if (!lot) return bad(serverProblem.noLot());
      const today = dayIn(await zoneOf(tx), new Date());
      if (isExpired(lot, today)) return bad(serverProblem.lotExpired(lot.name));
      // what this step had booked goes back first
      const own = (await bookingsOf(tx, jobId)).find((b) => b.what === what && b.lotId === lotId)?.amount ?? 0;
      const left = leftOf(lot) + own;
      if (left < amount)
        return bad(serverProblem.lotShort(lot.name, `${left.toFixed(2)} ${MATERIAL_KINDS[lot.kind].unit}`));
      await book(tx, { lotId, jobId, what, amount }, new Date().toISOString());
      if (lot.openedOn === null) await changeLot(tx, lotId, { openedOn: today });
      return ok(jobId);
    }),
  );
}

export async function giveBack(bookingId: number): Promise<Result<Shelf>> {
  return shelfAfter(
    await writing(async (tx) => {
      const jobId = await jobOfBooking(tx, bookingId);
      const job = jobId === null ? bad(serverProblem.noBooking()) : await openJob(tx, jobId);
      if (!job.ok) return job;
      await unbook(tx, bookingId, new Date().toISOString());
      return ok(job.value.id);
    }),
  );
}

/** Pads laid out on sheets, worked out on a thread of its own; the same question is not worked out twice. */
const planFor = (sheets: Sheet[], pieces: Piece[]): Promise<CuttingPlan> =>
  rememberedInThread("cut", JSON.stringify([sheets, pieces]), () => ({ sheets, pieces }));

/** Cuts a job's pads from the shelf by the best plan; pads that fit nowhere are named and stay uncut. */
export async function cutPads(jobId: number, body: unknown): Promise<Result<Shelf>> {
  const checked = check(CuttingInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const lying = await listSheets(await database());
  const plan = await planFor(
    lying.map((s) => ({ ...s, id: String(s.id) })),
    checked.value.pieces.map((p) => ({ ...p })),
  );
  return shelfAfter(
    await writing(async (tx) => {
      const job = await openJob(tx, jobId);
      if (!job.ok) return job;
      if (await cuttingOf(tx, jobId)) return bad(serverProblem.cutAlready());
      if (plan.placed.length === 0) return bad(serverProblem.nothingFits());
      // the plan was made before: its sheets must still lie on the shelf
      const still = new Set((await listSheets(tx)).map((s) => String(s.id)));
      if (plan.placed.some((p) => !still.has(p.sheet))) return bad(serverProblem.sheetTaken());
      await cut(tx, jobId, plan, lying, new Date().toISOString());
      return ok(jobId);
    }),
  );
}

export async function uncutPads(cuttingId: number): Promise<Result<Shelf>> {
  return shelfAfter(
    await writing(async (tx) => {
      const jobId = await jobOfCutting(tx, cuttingId);
      const job = jobId === null ? bad(serverProblem.noBooking()) : await openJob(tx, jobId);
      if (!job.ok) return job;
      if ((await uncut(tx, cuttingId, new Date().toISOString())) === "later") return bad(serverProblem.cutLater());
      return ok(job.value.id);
    }),
  );
}

/** The plan of a job's pads: what was cut, else what would be. */
export const planOf = async (view: JobView, shelf: Shelf): Promise<CuttingPlan> =>
  shelf.cutting?.plan ?? (await planFor(lyingOn(shelf), piecesToCut(contextOf(view.service, view.map))));

const lyingOn = (shelf: Shelf): Sheet[] =>
  (shelf.cutting?.sheets ?? shelf.sheets).map((s) => ({ ...s, id: String(s.id) }));

/** The cutting plan of a job as a file at its true size: what was cut, else what would be. */
export async function cuttingFile(jobId: number): Promise<Result<string>> {
  const view = await jobView(jobId);
  if (!view) return bad(serverProblem.noJob());
  const shelf = await stockView(jobId);
  const plan = await planOf(view, shelf);
  return plan.placed.length ? ok(cuttingSvg(plan, lyingOn(shelf))) : bad(serverProblem.nothingFits());
}
