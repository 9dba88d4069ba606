import type { Knex } from "knex";
import type { CuttingPlan, SheetSide } from "../../core/handwork/pads";
import { isDay } from "../../core/base/days";
import {
  MATERIAL_KINDS,
  type Booking,
  type Cutting,
  type Lot,
  type MaterialKind,
  type StockSheet,
} from "../../core/workshop/stock";
import { storedJson } from "../base/storedJson";
import { cutAreas } from "./cutAreas";
import { bookedOfLots, lyingAreas, usedOfLots } from "./lotUses";

interface LotRow {
  id: number;
  kind: MaterialKind;
  name: string;
  lot: string;
  amount: number;
  price: number;
  bought_on: string;
  opened_on: string | null;
  best_before: string | null;
  props_json: string;
  retired_at: string | null;
}
type Props = Pick<Lot, "paste" | "pad">;

interface SheetRow {
  id: number;
  lot_id: number;
  width_mm: number;
  height_mm: number;
  thickness_mm: number;
  offcut: number | boolean;
  factory: string | null;
  from_cutting: number | null;
  used_by: number | null;
  removed_at: string | null;
}
const sheetOf = (r: SheetRow): StockSheet => ({
  id: r.id,
  lotId: r.lot_id,
  widthMm: r.width_mm,
  heightMm: r.height_mm,
  thicknessMm: r.thickness_mm,
  offcut: Boolean(r.offcut),
  ...(r.factory === null ? {} : { factory: r.factory.split(",").filter(Boolean) as SheetSide[] }),
});

/** What is known of a lot whose row cannot be read. */
const NO_PROPS: Props = { paste: null, pad: null };

/** A lot as it is kept, before anything is known of its use; one that cannot be read says so by its name. */
function lotOf(r: LotRow): Lot {
  const props = storedJson<Props | null>(r.props_json, null, `lot ${r.id}`);
  const isKnown = Object.hasOwn(MATERIAL_KINDS, r.kind);
  const day = (d: string | null) => (isDay(d) ? d : null);
  return props && isKnown
    ? { ...plainLot(r), openedOn: day(r.opened_on), bestBefore: day(r.best_before), ...props }
    : { ...plainLot(r), kind: isKnown ? r.kind : "wipe", name: `Lot ${r.id} cannot be read`, ...NO_PROPS };
}

const plainLot = (r: LotRow): Omit<Lot, keyof Props> => ({
  id: r.id,
  kind: r.kind,
  name: r.name,
  lot: r.lot,
  amount: r.amount,
  used: 0,
  price: r.price,
  boughtOn: r.bought_on,
  openedOn: null,
  bestBefore: null,
  archived: r.retired_at !== null,
});

/** Kinds a job takes from the shelf by booking them; what cleaning uses is counted from its steps. */
const BOOKED: readonly MaterialKind[] = ["paste", "pad"];

/** Lots that were not put away, oldest first, with what was used of each: all, or those a job takes by booking. */
export async function listLots(db: Knex, which: "all" | "booked" = "all"): Promise<Lot[]> {
  const query = db<LotRow>("lots").whereNull("retired_at").orderBy("id");
  const lots = (await (which === "booked" ? query.whereIn("kind", [...BOOKED]) : query)).map(lotOf);
  const used = await (which === "booked" ? bookedOfLots(db, BOOKED) : usedOfLots(db));
  // of pads what is left is what lies on the shelf
  const lying = await lyingAreas(db);
  return lots.map((l) => ({
    ...l,
    used: l.kind === "pad" ? Math.max(0, l.amount - (lying.get(l.id) ?? 0)) : (used.get(l.id) ?? 0),
  }));
}

/** Lots by their ids, those put away included, for what they cost and are; their use is not told. */
export async function findLots(db: Knex, ids: readonly number[]): Promise<Lot[]> {
  return (
    await db<LotRow>("lots")
      .whereIn("id", [...new Set(ids)])
      .orderBy("id")
  ).map(lotOf);
}

export type NewLot = Omit<Lot, "id" | "used" | "archived">;

/** A lot alike in everything that came on the shelf since a time; null where there is none. */
export async function sameLotSince(db: Knex, lot: NewLot, since: string): Promise<number | null> {
  const row = await db<LotRow & { created_at: string }>("lots")
    .where({ kind: lot.kind, name: lot.name, lot: lot.lot, amount: lot.amount, price: lot.price })
    .where({ props_json: propsOf(lot), opened_on: lot.openedOn, best_before: lot.bestBefore })
    .whereNull("retired_at")
    .andWhere("created_at", ">=", since)
    .first();
  return row?.id ?? null;
}

const propsOf = ({ paste, pad }: Props): string => JSON.stringify({ paste, pad } satisfies Props);

/** Adds a lot; of pads as many whole sheets as it holds. */
export async function addLot(db: Knex, lot: NewLot, now: string): Promise<number> {
  const [row] = await db("lots")
    .insert({
      kind: lot.kind,
      name: lot.name,
      lot: lot.lot,
      amount: lot.amount,
      price: lot.price,
      bought_on: lot.boughtOn,
      opened_on: lot.openedOn,
      best_before: lot.bestBefore,
      props_json: propsOf(lot),
      created_at: now,
    })
    .returning<{ id: number }[]>("id");
  const id = row?.id ?? 0;
  if (lot.pad) {
    const each = (lot.pad.widthMm * lot.pad.heightMm) / 100;
    for (let n = 0; n < Math.round(lot.amount / each); n++)
      await addSheet(
        db,
        {
          lotId: id,
          widthMm: lot.pad.widthMm,
          heightMm: lot.pad.heightMm,
          thicknessMm: lot.pad.thicknessMm,
          offcut: false,
        },
        null,
      );
  }
  return id;
}

export async function changeLot(
  db: Knex,
  id: number,
  set: { openedOn?: string | null; retiredAt?: string | null },
): Promise<boolean> {
  const row = {
    ...(set.openedOn === undefined ? {} : { opened_on: set.openedOn }),
    ...(set.retiredAt === undefined ? {} : { retired_at: set.retiredAt }),
  };
  return (await db("lots").where({ id }).update(row)) > 0;
}

/** Sheets and off-cuts on the shelf: not cut up, not taken back with an undone cutting, of lots that are kept. */
export async function listSheets(db: Knex): Promise<StockSheet[]> {
  const rows = await db<SheetRow>("sheets")
    .whereIn("lot_id", db("lots").whereNull("retired_at").select("id"))
    .whereNull("used_by")
    .whereNull("removed_at")
    .orderBy("id");
  return rows.map(sheetOf);
}

export async function addSheet(db: Knex, s: Omit<StockSheet, "id">, fromCutting: number | null): Promise<void> {
  await db("sheets").insert({
    lot_id: s.lotId,
    width_mm: s.widthMm,
    height_mm: s.heightMm,
    thickness_mm: s.thicknessMm,
    offcut: s.offcut,
    factory: s.factory?.join(",") ?? null,
    from_cutting: fromCutting,
  });
}

/** Bookings of a job that stand. */
export async function bookingsOf(db: Knex, jobId: number): Promise<Booking[]> {
  const rows = await db<{ id: number; lot_id: number; job_id: number; what: string; amount: number; at: string }>(
    "bookings",
  )
    .where({ job_id: jobId })
    .whereNull("undone_at")
    .orderBy("id");
  return rows.map((r) => ({ id: r.id, lotId: r.lot_id, jobId: r.job_id, what: r.what, amount: r.amount, at: r.at }));
}

/** Books an amount to a job for one thing; what was booked for it before goes back. */
export async function book(db: Knex, b: Omit<Booking, "id" | "at">, now: string): Promise<number> {
  return db.transaction(async (tx) => {
    await tx("bookings").where({ job_id: b.jobId, what: b.what }).whereNull("undone_at").update({ undone_at: now });
    const [row] = await tx("bookings")
      .insert({ lot_id: b.lotId, job_id: b.jobId, what: b.what, amount: b.amount, at: now })
      .returning<{ id: number }[]>("id");
    return row?.id ?? 0;
  });
}

/** The job of a booking that stands; null when there is none. */
export async function jobOfBooking(db: Knex, id: number): Promise<number | null> {
  const row = await db("bookings").where({ id }).whereNull("undone_at").first<{ job_id: number } | undefined>("job_id");
  return row?.job_id ?? null;
}

/** Gives a booking back. */
export async function unbook(db: Knex, id: number, now: string): Promise<void> {
  await db("bookings").where({ id }).update({ undone_at: now });
}

/** The job of a cutting that stands; null when there is none. */
export async function jobOfCutting(db: Knex, id: number): Promise<number | null> {
  const row = await db("cuttings").where({ id }).whereNull("undone_at").first<{ job_id: number } | undefined>("job_id");
  return row?.job_id ?? null;
}

interface CuttingRow {
  id: number;
  job_id: number;
  plan_json: string;
  at: string;
  undone_at: string | null;
}

const NOTHING_CUT: CuttingPlan = {
  placed: [],
  unplaced: [],
  lines: [],
  rests: [],
  sizes: {},
  usedShare: 0,
  wholeSheets: { opened: 0, least: 0 },
};

/** The cutting of a job that stands; null when nothing is cut. */
export async function cuttingOf(db: Knex, jobId: number): Promise<Cutting | null> {
  const row = await db<CuttingRow>("cuttings")
    .where({ job_id: jobId })
    .whereNull("undone_at")
    .orderBy("id", "desc")
    .first();
  if (!row) return null;
  return {
    id: row.id,
    jobId,
    plan: storedJson(row.plan_json, NOTHING_CUT, `cutting ${row.id}`),
    sheets: (await db<SheetRow>("sheets").where({ used_by: row.id })).map(sheetOf),
    at: row.at,
  };
}

/** Cuts: the sheets are used up, their whole rests come back as off-cuts. */
export async function cut(
  db: Knex,
  jobId: number,
  plan: CuttingPlan,
  sheets: readonly StockSheet[],
  now: string,
): Promise<number> {
  return db.transaction(async (tx) => {
    const [row] = await tx("cuttings")
      .insert({ job_id: jobId, plan_json: JSON.stringify(plan), at: now })
      .returning<{ id: number }[]>("id");
    const id = row?.id ?? 0;
    const areas = cutAreas(plan, sheets);
    for (const s of sheets) {
      if (!plan.placed.some((p) => p.sheet === String(s.id))) continue;
      await tx("sheets")
        .where({ id: s.id })
        .update({ used_by: id, used_cm2: areas.get(s.id) ?? null });
      for (const r of plan.rests)
        if (r.sheet === String(s.id))
          await addSheet(
            tx,
            {
              lotId: s.lotId,
              widthMm: r.widthMm,
              heightMm: r.heightMm,
              thicknessMm: s.thicknessMm,
              offcut: true,
              factory: r.factory,
            },
            id,
          );
    }
    return id;
  });
}

/** Takes a cutting back: its sheets are whole again. Refused ("later") when an off-cut of it was cut up since. */
export async function uncut(db: Knex, id: number, now: string): Promise<"done" | "later"> {
  const later = await db<SheetRow>("sheets").where({ from_cutting: id }).whereNotNull("used_by").first();
  if (later) return "later";
  await db.transaction(async (tx) => {
    await tx("cuttings").where({ id }).update({ undone_at: now });
    await tx("sheets").where({ used_by: id }).update({ used_by: null, used_cm2: null });
    await tx("sheets").where({ from_cutting: id }).update({ removed_at: now });
  });
  return "done";
}
