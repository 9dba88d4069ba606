import { airGrown, airOf } from "../../drawing/cooling";
import type { ServiceContext } from "./step";
import { inletSeen } from "./dust";
import { isPrint, wettedShare } from "./print";
import { pastedChips } from "./stripping";
import { stepKey } from "./stepKey";

/** A win with its 90 % interval, K. */
export interface Win {
  mid: number;
  low: number;
  high: number;
}

/** From the least to the most, K/W above what is usual. */
export type Span = readonly [low: number, high: number];

/**
 * How much of the air path above usual the lint that was seen explains, by the blowers' lines and the fins as drawn;
 * null while a stack is not graded, or the usual is not known.
 */
export function airExplained(ctx: ServiceContext, usualKW: number): Span | null {
  const fins = ctx.map?.ofKind("fins") ?? [];
  const seen = fins.flatMap((f) => {
    const s = inletSeen(ctx, f.id);
    return s ? [{ id: f.id, closed: s.closed }] : [];
  });
  const { map } = ctx;
  if (!map || seen.length === 0 || seen.length < fins.length || usualKW <= 0) return null;
  const at = (i: 0 | 1) => usualKW * (airGrown(map, new Map(seen.map((f) => [f.id, f.closed[i]]))) - 1);
  return [at(0), at(1)];
}

/** The share of each graded inlet that is closed, in the middle of what was seen. */
export function closedInlets(ctx: ServiceContext): Map<string, number> {
  return new Map(
    (ctx.map?.ofKind("fins") ?? []).flatMap((f) => {
      const s = inletSeen(ctx, f.id);
      return s ? [[f.id, (s.closed[0] + s.closed[1]) / 2] as const] : [];
    }),
  );
}

/** What is known of the inlets in a run: as graded before, open after where they were cleaned. */
export function closedIn(ctx: ServiceContext, run: "before" | "after"): Map<string, number> {
  const found = closedInlets(ctx);
  if (run === "after")
    for (const f of ctx.map?.ofKind("fins") ?? []) if (ctx.journal.isDone(stepKey("clean", f.id))) found.set(f.id, 0);
  return found;
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
    if (run === "after" && ctx.journal.isDone(stepKey("clean", f.id))) out.set(f.id, { growth: 1, sd: SEEN_SD });
    else if (inlet && ctx.map) {
      const { map } = ctx;
      const own = (closed: number) => airOf(map, 1, new Map([[f.id, closed]])).get(f.id)?.WK ?? 1;
      const [low, high] = inlet.closed.map((c) => own(0) / own(c)) as [number, number];
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
  if (!chip || usualKW <= 0 || !ctx.journal.isDone(stepKey("paste-was", chip.id))) return null;
  const [low, high] = contactGrowth(
    ctx.journal.of(stepKey("paste-was", chip.id)).value,
    ctx.journal.of(stepKey("print", chip.id)).value,
  );
  return [usualKW * (low - 1), usualKW * (high - 1)];
}

export const overlap = (a: Span, b: Span): boolean => a[0] <= b[1] && b[0] <= a[1];
