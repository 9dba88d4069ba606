import { dayAfter } from "../../base/days";
import { words } from "../../base/words";
import type { Paste } from "../../handwork/paste";
import type { PadCurve, SheetSide, Softness } from "../../handwork/pads";

export type MaterialKind = "paste" | "pad" | "alcohol" | "remover" | "wipe" | "cloth" | "swab" | "air";

/** Kinds of material, the unit they are counted in, and under what they are low unless told. */
export const MATERIAL_KINDS: Record<MaterialKind, { name: string; unit: string; lowAt: number }> = {
  paste: { name: "Paste", unit: "g", lowAt: 0.5 },
  pad: { name: "Pad sheet", unit: "cm²", lowAt: 15 },
  alcohol: { name: "Alcohol", unit: "ml", lowAt: 40 },
  remover: { name: "Paste remover", unit: "ml", lowAt: 20 },
  wipe: { name: "Wipes", unit: "", lowAt: 10 },
  cloth: { name: "Lint-free cloths", unit: "", lowAt: 10 },
  swab: { name: "Swabs", unit: "", lowAt: 30 },
  air: { name: "Air", unit: "s", lowAt: 60 },
};

/** A sheet or off-cut on the shelf, mm. */
export interface StockSheet {
  id: number;
  lotId: number;
  widthMm: number;
  heightMm: number;
  thicknessMm: number;
  offcut: boolean;
  /** Sides that are still the factory's, of an off-cut that knows; else all of a whole sheet, none of an off-cut. */
  factory?: readonly SheetSide[];
}

/** A lot of a material: what was bought, when, what was used of it. Dates are yyyy-mm-dd. */
export interface Lot {
  id: number;
  kind: MaterialKind;
  name: string;
  lot: string;
  /** Bought amount in the kind's unit; of pads the area of the sheets. */
  amount: number;
  used: number;
  price: number;
  boughtOn: string;
  openedOn: string | null;
  bestBefore: string | null;
  /** Put away: it stands on no shelf, and past jobs keep it. */
  archived: boolean;
  paste: Paste | null;
  pad: PadSheets | null;
}

/** The sheets of a lot of pads, and what is known of their stuff. */
export interface PadSheets {
  thicknessMm: number;
  softness: Softness;
  conductivityWmK: number;
  widthMm: number;
  heightMm: number;
  /** How it presses back; of lots from before it was kept that of their class holds. */
  curve?: PadCurve;
  /** Where curve and conductivity are from. */
  figuresBy?: "label" | "measured";
}

export const leftOf = (l: Lot): number => Math.max(0, l.amount - l.used);
export const isExpired = (l: Lot, today: string): boolean => l.bestBefore !== null && l.bestBefore < today;
export const isLow = (l: Lot): boolean => leftOf(l) < MATERIAL_KINDS[l.kind].lowAt;
/** What an amount of a lot costs, in the lot's own money. */
export const costOf = (l: Lot, amount: number): number => (l.amount > 0 ? (l.price * amount) / l.amount : 0);

/** "2.1 g", "84 cm²", "40" */
export function amountWords(kind: MaterialKind, amount: number): string {
  const { unit } = MATERIAL_KINDS[kind];
  const digits = kind === "paste" ? (amount < 0.1 ? 3 : amount < 10 ? 2 : 1) : 0;
  return `${amount.toFixed(digits)}${unit ? ` ${unit}` : ""}`;
}

/** Days until a lot is used up at the pace it was used since it was opened; null while there is no pace. */
export function runsOutInDays(l: Lot, today: string): number | null {
  if (!l.openedOn || l.used <= 0) return null;
  const days = Math.max(1, (Date.parse(today) - Date.parse(l.openedOn)) / 86_400_000);
  const left = leftOf(l);
  return left <= 0 ? 0 : (left * days) / l.used;
}

/** A date that hangs from the bench edge. */
export interface StockDate {
  lotId: number;
  on: string;
  what: string;
  why: string;
  kind: "runs-out" | "expires" | "expired";
}

/** Dates of the lots within a horizon, by day. */
export function stockDates(lots: readonly Lot[], today: string, horizonDays = 240): StockDate[] {
  const day = (n: number) => dayAfter(today, n);
  const out: StockDate[] = [];
  for (const l of lots) {
    if (leftOf(l) <= 0) continue;
    const days = runsOutInDays(l, today);
    if (days !== null && days <= horizonDays)
      out.push({
        lotId: l.id,
        on: day(Math.round(days)),
        what: `${l.name}: used up`,
        why: `${amountWords(l.kind, leftOf(l))} left at this pace`,
        kind: "runs-out",
      });
    if (l.bestBefore && l.bestBefore <= day(horizonDays))
      out.push({
        lotId: l.id,
        on: l.bestBefore,
        what: `${l.name}: ${l.bestBefore < today ? "past its date" : "best before"}`,
        why: `lot ${l.lot}`,
        kind: l.bestBefore < today ? "expired" : "expires",
      });
  }
  return out.sort((a, b) => a.on.localeCompare(b.on));
}

/**
 * The first thing to see to: what expired, then what is used up or low, then what runs out first; all is well
 * otherwise.
 */
export function shelfHeadline(lots: readonly Lot[], today: string): { first: string; then: string } {
  const own = lots.filter((l) => leftOf(l) > 0);
  const expired = own.find((l) => isExpired(l, today));
  const low = own
    .filter((l) => !isExpired(l, today) && isLow(l))
    .sort((a, b) => leftOf(a) / MATERIAL_KINDS[a.kind].lowAt - leftOf(b) / MATERIAL_KINDS[b.kind].lowAt);
  const soon = own
    .flatMap((l) => {
      const d = runsOutInDays(l, today);
      return d !== null && d < 120 && !low.includes(l) ? [{ l, d }] : [];
    })
    .sort((a, b) => a.d - b.d)[0];
  const first = expired
    ? `Past its date: ${expired.name}.`
    : low[0]
      ? `Low on ${low[0].name}: ${amountWords(low[0].kind, leftOf(low[0]))} left.`
      : "The shelf is full enough.";
  const more = low.length - (expired || !low[0] ? 0 : 1);
  return {
    first,
    then: [
      more > 0 ? `${more} more ${words.agreeing(more, "is", "are")} low.` : "",
      soon ? `At this pace ${soon.l.name} will do for ${spanWords(soon.d)}.` : "",
    ]
      .filter(Boolean)
      .join(" "),
  };
}

const spanWords = (days: number): string =>
  days < 14 ? words.counted(Math.round(days), "day") : words.counted(Math.round(days / 7), "week");
