import { USUAL_FAN_EXPONENT } from "../thermal";
import type { ServiceContext } from "./step";
import { inletSeen } from "./dust";
import { isPrint, wettedShare } from "./print";
import { pastedChips } from "./stripping";

/** From the least to the most, K/W above what is usual. */
export type Span = readonly [low: number, high: number];

/** Where a clean machine works on its blower's falling line p = p0 (1 − q), as a share of the free flow. */
const CLEAN_FLOW = 0.6;

/** Share that gets through the thickest mat: felt leaks, and air goes round it. */
const LEAK = 0.1;

/**
 * How much the air path grows when a share of the inlet is closed: flow from the blower's line p = 1 − q met by the
 * channel p = k q² / (1 − closed)², k set by the clean flow; resistance with flow to the power −0.65.
 * @returns 1 for an open inlet, rising as it closes to what still leaks through
 */
export function airGrowth(closed: number): number {
  const open = Math.max(LEAK, 1 - closed);
  const k = (1 - CLEAN_FLOW) / CLEAN_FLOW ** 2 / open ** 2;
  const q = (-1 + Math.sqrt(1 + 4 * k)) / (2 * k);
  return (CLEAN_FLOW / q) ** USUAL_FAN_EXPONENT;
}

/**
 * How much of the air path above usual the lint that was seen explains; null while a stack is not graded, or the usual
 * is not known.
 */
export function airExplained(ctx: ServiceContext, usualKW: number): Span | null {
  const fins = ctx.map?.ofKind("fins") ?? [];
  const seen = fins.flatMap((f) => {
    const s = inletSeen(ctx, f.id);
    return s ? [{ weight: f.outlet === "left" || f.outlet === "right" ? f.hMm : f.wMm, closed: s.closed }] : [];
  });
  const face = seen.reduce((s, f) => s + f.weight, 0);
  if (face === 0 || seen.length < fins.length || usualKW <= 0) return null;
  const at = (i: 0 | 1) => usualKW * (airGrowth(seen.reduce((s, f) => s + f.weight * f.closed[i], 0) / face) - 1);
  return [at(0), at(1)];
}

/** How far a stack seen to be open, or cleaned, may still be off, as the sigma of a logarithm. */
const SEEN_SD = 0.15;

/**
 * How many times the resistance of each graded stack has grown by what was seen of its inlet, and how sure that is;
 * after the service those that were cleaned are as new, the others as they were found.
 */
export function seenAir(ctx: ServiceContext, run: "before" | "after"): Map<string, { growth: number; sd: number }> {
  const out = new Map<string, { growth: number; sd: number }>();
  for (const f of ctx.map?.ofKind("fins") ?? []) {
    const inlet = inletSeen(ctx, f.id);
    if (run === "after" && ctx.journal.isDone(`clean:${f.id}`)) out.set(f.id, { growth: 1, sd: SEEN_SD });
    else if (inlet) {
      const [low, high] = inlet.closed.map(airGrowth) as [number, number];
      out.set(f.id, { growth: Math.sqrt(low * high), sd: Math.hypot(SEEN_SD, Math.log(high / low) / 3.3) });
    }
  }
  return out;
}

/** How much the contact path usually grows with a state of paste: our rule of thumb, wide on purpose. */
const PASTE_GROWTH: Record<string, Span> = {
  even: [1, 1.12],
  dry: [1.15, 1.9],
  pumped: [1.25, 2.2],
  little: [1.3, 2.6],
  over: [1, 1.2],
};

/**
 * Growth of the contact path from a state and, where it was drawn, the print: a film on a share s of the chip carries
 * about 1/s.
 */
export function contactGrowth(state: string, print: string): Span {
  const byState = PASTE_GROWTH[state] ?? [1, 1.12];
  if (!isPrint(print)) return byState;
  const s = Math.max(0.15, wettedShare(print));
  if (s >= 0.9) return byState;
  return [Math.max(1, 0.9 / s), Math.max(1.1, 1.35 / s)];
}

/**
 * How much of a chip's contact path above usual its paste explains; null while it was not looked at, or the usual is
 * not known.
 */
export function contactExplained(ctx: ServiceContext, role: string, usualKW: number): Span | null {
  const chip = pastedChips(ctx).find((c) => c.role === role);
  if (!chip || usualKW <= 0 || !ctx.journal.isDone(`paste-was:${chip.id}`)) return null;
  const [low, high] = contactGrowth(
    ctx.journal.of(`paste-was:${chip.id}`).value,
    ctx.journal.of(`print:${chip.id}`).value,
  );
  return [usualKW * (low - 1), usualKW * (high - 1)];
}

export const overlap = (a: Span, b: Span): boolean => a[0] <= b[1] && b[0] <= a[1];
