import { amountFor, type PastedFace } from "./amount";
import { bondLineM, type Paste } from "./paste";
import type { Pressing } from "./loads";
import type { Pattern } from "./pattern";
import { squeezeRun, type SqueezeFrame } from "./run";

/** How a pattern ended in a trial on a coarse grid. */
export interface PatternTrial {
  pattern: Exclude<Pattern, "own">;
  volumeMm3: number;
  wetted: number;
  trapped: number;
  meanUm: number;
  overMm3: number;
  score: number;
}

export interface Suggestion {
  best: PatternTrial;
  trials: PatternTrial[];
}

/** Cells along the longer side of a trial: enough to tell patterns apart, quick enough to try all. */
const CELLS = 40;
/**
 * What a pattern costs by hand: a card spreads dust with the film and takes its time, more strokes can go astray. A
 * thick paste is spread all the same.
 */
const HANDLING: Record<PatternTrial["pattern"], number> = { dot: 0, line: 0, cross: 0.03, five: 0.03, film: 0.06 };
const THICK_PAS = 300;
export const overMm3 = (f: Pick<SqueezeFrame, "over">): number => f.over.reduce((s, v) => s + v, 0);

/**
 * Tries each pattern at the computed amount, and more of the best one where the face is not wetted to 97 %: up to half
 * over the bond line's volume, a tenth for a paste that conducts. Ranked by wetted share less trapped air, film over
 * the bond line, and paste past the edge, which weighs more where it conducts; what
 * it costs by hand counts a little. Null when stopped.
 */
export async function suggestPattern(
  face: PastedFace,
  paste: Paste,
  pressing: Pressing,
  breathe: (share: number) => Promise<boolean> | boolean = () => true,
): Promise<Suggestion | null> {
  const usual = amountFor(face, paste).volumeMm3;
  const bare = usual / (1 + amountFor(face, paste).marginShare);
  const most = bare * (paste.conductive ? 1.1 : 1.5);
  const patterns = (["dot", "line", "cross", "five", "film"] as const).filter(
    (p) => !paste.liquidMetal || p === "film",
  );
  const trials: PatternTrial[] = [];
  const total = patterns.length + 1;
  const run = async (pattern: PatternTrial["pattern"], volumeMm3: number): Promise<PatternTrial | null> => {
    const n = trials.length;
    const r = await squeezeRun(
      {
        widthMm: face.widthMm,
        heightMm: face.heightMm,
        paste,
        laid: { pattern, volumeMm3, nozzleMm: 1.6 },
        ...pressing,
        cells: CELLS,
      },
      1000,
      (s) => breathe(Math.min(1, (n + s) / total)),
    );
    const end = r?.frames[r.frames.length - 1];
    if (!end) return null;
    const over = overMm3(end);
    const blt = bondLineM(paste, amountFor(face, paste).pressurePa) * 1e6;
    return {
      pattern,
      volumeMm3,
      wetted: end.wetted,
      trapped: end.trapped,
      meanUm: end.meanUm,
      overMm3: over,
      score:
        end.wetted -
        (pattern === "film" && paste.viscosityPas >= THICK_PAS ? 0 : HANDLING[pattern]) -
        2 * end.trapped -
        0.15 * Math.max(0, end.meanUm / blt - 1) -
        ((paste.conductive ? 0.6 : 0.08) * over) / bare,
    };
  };
  for (const pattern of patterns) {
    const t = await run(pattern, usual);
    if (!t) return null;
    trials.push(t);
  }
  let best = trials.reduce((a, b) => (b.score > a.score ? b : a));
  if (best.wetted < 0.97 && most > usual * 1.02) {
    const more = await run(best.pattern, most);
    if (!more) return null;
    trials.push(more);
    if (more.score > best.score) best = more;
  }
  return { best, trials: [...trials].sort((a, b) => b.score - a.score) };
}
