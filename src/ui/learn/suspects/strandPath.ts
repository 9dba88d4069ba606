import { RULED_OUT, SUSPECTS, type Strands, type Suspect } from "@/core/learn/suspects";

/** Width of a strand that is certain, px; all widths of one height make this sum. */
export const CERTAIN_PX = 100;
/** Height of a step, and of the heads over the first one, px. */
export const ROW_PX = 88;
export const HEAD_PX = 92;
/** Room for the steps at the left, px. */
export const STEPS_PX = 290;
const RIGHT_PX = 12;
/** Half of the height in which a strand swells or thins, px. */
const TURN_PX = 24;
/** Where in its step a strand that is ruled out ends. */
const END_PX = 46;

/** Middle of each strand, px from the left. */
export function middles(width: number): Record<Suspect, number> {
  const each = (width - STEPS_PX - RIGHT_PX) / SUSPECTS.length;
  return Object.fromEntries(SUSPECTS.map((s, i) => [s, STEPS_PX + (i + 0.5) * each])) as Record<Suspect, number>;
}

/** Top of a step, px. */
export const topOf = (step: number): number => HEAD_PX + step * ROW_PX;

/** A stretch of a strand, from where it begins to where it ends or is ruled out. */
export interface StrandPiece {
  path: string;
  /** Where it is ruled out; null where it goes on to the last step. */
  outAt: number | null;
}

/** One that was ruled out comes back only where something clearly speaks for it again. */
const BACK_AT = 2 * RULED_OUT;

/** A strand as outlines: one for every stretch in which its suspect is not ruled out. */
export function strandPieces(shares: readonly number[], x: number): StrandPiece[] {
  const pieces: StrandPiece[] = [];
  for (let from = 0; from < shares.length; from++) {
    if ((shares[from] ?? 0) < (pieces.length ? BACK_AT : RULED_OUT)) continue;
    let to = from;
    while (to + 1 < shares.length && (shares[to + 1] ?? 0) >= RULED_OUT) to++;
    pieces.push(piece(shares, from, to, x));
    from = to;
  }
  return pieces;
}

/** Where a strand is how wide, px. */
export interface Knot {
  y: number;
  half: number;
}

function piece(shares: readonly number[], from: number, to: number, x: number): StrandPiece {
  const half = (i: number) => Math.max(0.6, ((shares[i] ?? 0) * CERTAIN_PX) / 2);
  const knots: Knot[] = [];
  // one that speaks again after it was ruled out grows from nothing
  if (from > 0) knots.push({ y: topOf(from) - TURN_PX, half: 0.4 });
  for (let i = from; i <= to; i++) {
    knots.push({ y: topOf(i) + (i === 0 ? 0 : TURN_PX), half: half(i) });
    knots.push({ y: topOf(i + 1) - (i === shares.length - 1 ? 0 : TURN_PX), half: half(i) });
  }
  const ends = to < shares.length - 1;
  const outAt = ends ? topOf(to + 1) + END_PX : null;
  if (outAt !== null) knots.push({ y: outAt, half: 0.4 });
  return { path: outline(knots, x), outAt };
}

/** The outline of knots, smooth between them: down the right side and up the left. */
export function outline(knots: readonly Knot[], x: number): string {
  const side = (ks: readonly Knot[], sign: 1 | -1) =>
    ks
      .map((k, i) => {
        const at = `${(x + sign * k.half).toFixed(1)} ${k.y.toFixed(1)}`;
        const last = ks[i - 1];
        if (!last) return `L${at}`;
        const mid = ((last.y + k.y) / 2).toFixed(1);
        return `C${(x + sign * last.half).toFixed(1)} ${mid} ${(x + sign * k.half).toFixed(1)} ${mid} ${at}`;
      })
      .join("");
  const first = knots[0];
  if (!first) return "";
  return `M${x} ${first.y}${side(knots, 1)}${side([...knots].reverse(), -1)}Z`;
}

/** A word that stands on a strand where it is wider than the word. */
export function wordOn(share: number): string | null {
  if (share >= 0.8) return "nearly sure";
  return share >= 0.42 ? "likely" : null;
}

/** Suspects that still hold a share worth naming, the likeliest first. */
export const leading = (s: Strands, least = 0.05): Suspect[] =>
  [...SUSPECTS].filter((k) => s[k] >= least).sort((a, b) => s[b] - s[a]);
