import { shuffler, sum } from "d3-array";
import { randomInt, randomLcg } from "d3-random";
import { lay, type Manner, type Trial } from "./guillotine";
import {
  areaOf,
  EPS,
  KERF_MM,
  MARGIN_MM,
  type KnifeLine,
  type Piece,
  type Placement,
  type Rest,
  type Sheet,
} from "./sheets";

export interface CuttingPlan {
  placed: Placement[];
  unplaced: string[];
  lines: KnifeLine[];
  rests: Rest[];
  /** Size of each placed piece, by its id. */
  sizes: Record<string, { widthMm: number; heightMm: number }>;
  /** Area of the placed pieces over that of the sheets cut into; 0 when none is. */
  usedShare: number;
  /** Whole sheets that are cut into, and how many of them no plan could do without, by area alone. */
  wholeSheets: { opened: number; least: number };
}

/** Orders of the pieces that are tried on the sheets that were chosen, beside those by size. */
const SHUFFLES = 200;
/** Orders that tell whether sheets can hold the pieces at all. */
const QUICK = 24;
/** Choices of whole sheets that are looked at, the least area first. */
const MOST_CHOICES = 60;
/** Pieces times choices that are looked at. */
const MOST_TRIED = 2_000;
/** Sheets beyond which not every choice of them is listed. */
const MOST_LISTED = 12;
/** A trial takes with the square of its pieces: a plan of many tries so much less. */
const MOST_WORK = 600_000;

/**
 * Lays pieces on sheets of their thickness so that each can be cut out by straight lines from edge to edge of the
 * piece in hand (guillotine cuts), with `kerfMm` lost to every line and `marginMm` along factory edges no part of a
 * piece. Whole sheets are dearest: choices of them are tried from the least area on until one holds all pieces beside
 * the off-cuts; then each sheet that the plan can do without is left shut, the largest first. Many orders of the
 * pieces, two fits and three ways to part the rest are tried (a seeded search, the same every time); of plans on the
 * same sheets the one is kept that leaves the largest whole rests.
 *
 * @example
 * const plan = cuttingPlan(sheets, pieces);
 * plan.unplaced; // tags no sheet has room for
 */
export function cuttingPlan(
  sheets: readonly Sheet[],
  pieces: readonly Piece[],
  kerfMm = KERF_MM,
  marginMm = MARGIN_MM,
): CuttingPlan {
  const thicknesses = [...new Set(pieces.map((p) => p.thicknessMm))].sort((a, b) => a - b);
  const parts = thicknesses.map((t) => {
    const own = {
      sheets: sheets.filter((s) => Math.abs(s.thicknessMm - t) < EPS),
      pieces: pieces.filter((p) => p.thicknessMm === t),
    };
    const trial = new Search(own.sheets, own.pieces, kerfMm, marginMm).best();
    return { trial, least: leastWhole(own.sheets, own.pieces, trial) };
  });
  const placed = parts.flatMap((p) => p.trial.placed);
  const there = new Set(placed.map((p) => p.piece));
  const opened = sheets.filter((s) => placed.some((p) => p.sheet === s.id));
  const lines: KnifeLine[] = [];
  for (const p of parts) for (const l of p.trial.lines) lines.push({ ...l, n: lines.length + 1 });
  return {
    placed,
    unplaced: pieces.filter((p) => !there.has(p.id)).map((p) => p.id),
    lines,
    rests: parts.flatMap((p) => p.trial.rests),
    sizes: Object.fromEntries(
      pieces.filter((p) => there.has(p.id)).map((p) => [p.id, { widthMm: p.widthMm, heightMm: p.heightMm }]),
    ),
    usedShare: opened.length
      ? sum(
          pieces.filter((p) => there.has(p.id)),
          areaOf,
        ) / sum(opened, areaOf)
      : 0,
    wholeSheets: { opened: opened.filter((s) => !s.offcut).length, least: sum(parts, (p) => p.least) },
  };
}

/** The fewest whole sheets whose area, with that of all off-cuts, could hold what was placed. */
function leastWhole(sheets: readonly Sheet[], pieces: readonly Piece[], { placed }: Trial): number {
  const there = new Set(placed.map((p) => p.piece));
  let need =
    sum(
      pieces.filter((p) => there.has(p.id)),
      areaOf,
    ) -
    sum(
      sheets.filter((s) => s.offcut),
      areaOf,
    );
  const whole = sheets.filter((s) => !s.offcut).sort((a, b) => areaOf(b) - areaOf(a));
  let n = 0;
  for (; need > EPS && n < whole.length; n++) need -= areaOf(whole[n]);
  return n;
}

const less = (a: readonly number[], b: readonly number[]): boolean => {
  for (let i = 0; i < a.length; i++) if (Math.abs((a[i] ?? 0) - (b[i] ?? 0)) > EPS) return (a[i] ?? 0) < (b[i] ?? 0);
  return false;
};

/** The search of the sheets to open, and of the order that lays the pieces on them. */
class Search {
  private readonly offcuts: Sheet[];
  private readonly whole: Sheet[];
  private readonly orders: Piece[][];
  private readonly manners: Manner[];

  constructor(
    sheets: readonly Sheet[],
    private readonly pieces: readonly Piece[],
    kerf: number,
    margin: number,
  ) {
    const inOrder = [...sheets].sort((a, b) => areaOf(a) - areaOf(b) || a.id.localeCompare(b.id));
    this.offcuts = inOrder.filter((s) => s.offcut);
    this.whole = inOrder.filter((s) => !s.offcut);
    this.orders = ordersOf(pieces);
    this.manners = (["area", "side"] as const).flatMap((fit) =>
      (["short", "long", "whole"] as const).map((split) => ({ kerf, margin, fit, split })),
    );
  }

  best(): Trial {
    if (this.pieces.length === 0) return { placed: [], lines: [], rests: [], cost: [] };
    const all = this.laid([...this.offcuts, ...this.whole], QUICK);
    const placeable = new Set(all.placed.map((p) => p.piece));
    const need = sum(
      this.pieces.filter((p) => placeable.has(p.id)),
      areaOf,
    );
    let chosen = [...this.offcuts, ...this.whole];
    for (const whole of this.choices(need - sum(this.offcuts, areaOf))) {
      const sheets = [...this.offcuts, ...whole];
      if (this.laid(sheets, QUICK, all.cost[0] ?? 0).cost[0] === all.cost[0]) {
        chosen = sheets;
        break;
      }
    }
    // what the plan can do without stays shut: the largest off-cuts first
    for (const s of [...chosen].reverse()) {
      const fewer = chosen.filter((x) => x !== s);
      if (fewer.length > 0 && this.laid(fewer, QUICK, all.cost[0] ?? 0).cost[0] === all.cost[0]) chosen = fewer;
    }
    const done = this.laid(chosen, this.orders.length);
    return less(done.cost, all.cost) ? done : all;
  }

  /** Choices of whole sheets that have room enough by area, the least area first, then the fewest. */
  private choices(needMm2: number): Sheet[][] {
    const most = this.whole.slice(-MOST_LISTED);
    const seen = new Set<string>();
    const out: { sheets: Sheet[]; area: number }[] = [];
    for (let bits = 0; bits < 1 << most.length; bits++) {
      const sheets = most.filter((_, i) => bits & (1 << i));
      const area = sum(sheets, areaOf);
      const key = sheets.map((s) => [s.widthMm, s.heightMm].sort((a, b) => a - b).join("x")).join();
      if (area < needMm2 - EPS || seen.has(key)) continue;
      seen.add(key);
      out.push({ sheets, area });
    }
    return out
      .sort((a, b) => a.area - b.area || a.sheets.length - b.sheets.length)
      .slice(0, Math.max(8, Math.min(MOST_CHOICES, Math.floor(MOST_TRIED / this.pieces.length))))
      .map((c) => c.sheets);
  }

  /** The best of so many orders in every manner; it stops at the first that leaves no more out than `enough`. */
  private laid(sheets: readonly Sheet[], orders: number, enough = -1): Trial {
    let best: Trial | null = null;
    let left = Math.max(this.manners.length, Math.floor(MOST_WORK / this.pieces.length ** 2));
    for (const order of this.orders.slice(0, orders))
      for (const manner of this.manners) {
        if (left-- <= 0) return best ?? lay(sheets, order, manner);
        const t = lay(sheets, order, manner);
        if (!best || less(t.cost, best.cost)) best = t;
        if ((best.cost[0] ?? Infinity) <= enough) return best;
      }
    return best ?? { placed: [], lines: [], rests: [], cost: [] };
  }
}

/** Orders of the pieces: five by size, then shuffles of them; the same every time. */
function ordersOf(pieces: readonly Piece[]): Piece[][] {
  const by = (key: (p: Piece) => number) => [...pieces].sort((a, b) => key(b) - key(a) || a.id.localeCompare(b.id));
  const long = (p: Piece) => Math.max(p.widthMm, p.heightMm);
  const short = (p: Piece) => Math.min(p.widthMm, p.heightMm);
  const orders = [
    by(areaOf),
    by(long),
    by(short),
    by((p) => p.widthMm + p.heightMm),
    by((p) => long(p) * 1000 + short(p)),
  ];
  const source = randomLcg(0.42);
  const shuffle = shuffler(source);
  const pick = randomInt.source(source);
  for (let k = 0; k < SHUFFLES && pieces.length > 2; k++) {
    const order = [...(orders[pick(0, 5)()] ?? pieces)];
    // half of them shuffled whole, half with a few changed over
    if (k % 2) shuffle(order);
    else
      for (let n = 0; n < 2; n++) {
        const [i, j] = [pick(0, order.length)(), pick(0, order.length)()];
        [order[i], order[j]] = [order[j] as Piece, order[i] as Piece];
      }
    orders.push(order);
  }
  return orders;
}
