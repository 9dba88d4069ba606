import type { Figure } from "@/core/measure/judge";
import type { Witness } from "@/core/measure/says";

/** Height of a witness's row, px. */
export const ROW = 50;
/** Where the wires run, px: together through a ferrule, apart across a bridge. */
const TOGETHER = { before: 25, after: 39 } as const;
const APART = { before: 14, after: 50 } as const;

/** What must agree first, then what was corrected, then what cannot be. */
export function inOrder(witnesses: readonly Witness[]): Witness[] {
  const rank = { fine: 0, corrected: 1, cut: 2 } as const;
  return [...witnesses].sort((a, b) => rank[a.finding] - rank[b.finding]);
}

/** Path of one wire down through the rows: straight within a row, bent between rows that lie apart. */
export function wirePath(witnesses: readonly Witness[], run: "before" | "after"): string {
  const at = (w: Witness) => (w.finding === "fine" ? TOGETHER : APART)[run];
  const first = witnesses[0];
  if (!first) return "";
  let d = `M${at(first)} 0`;
  witnesses.forEach((w, i) => {
    const next = witnesses[i + 1];
    const end = (i + 1) * ROW;
    d += `V${end - 10}`;
    if (next && at(next) !== at(w)) d += `C${at(w)} ${end} ${at(next)} ${end} ${at(next)} ${end + 10}`;
    else d += `V${end}`;
  });
  return d;
}

/** Ends of the bridge across two wires that lie apart, px. */
export const BRIDGE = [APART.before, APART.after] as const;
/** The ferrule about two wires that lie together, px. */
export const FERRULE = { x: TOGETHER.before - 8, width: TOGETHER.after - TOGETHER.before + 16 } as const;

/** Half-width of the 90 % interval at each row, K: what is there without corrections, and what each one adds. */
export function sleeveOf(witnesses: readonly Witness[], change: Figure): number[] {
  const whole = (change.high - change.low) / 2;
  const adds = witnesses.map((w) => (w.finding === "corrected" ? Math.max(0, w.addsK ?? 0) : 0));
  const total = adds.reduce((a, b) => a + b, 0);
  // shares are each taken alone: together they never reach over the whole
  const scale = total > 0.9 * whole ? (0.9 * whole) / total : 1;
  let half = whole - total * scale;
  return adds.map((a) => (half += a * scale));
}
