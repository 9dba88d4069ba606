import { gapRows } from "../ladder";
import type { Windowed } from "../pair/conditions";
import type { Shown } from "../pair/facts";
import { RUNS, type Found, type RunName } from "../pair/reason";
import { heard, type Scene, type Testimony } from "./witness";

/** Whether time is missing, or the load paused, in either run. */
export function timeWitness({ before, after }: Scene): Testimony {
  const gaps = { before: gapsOf(before), after: gapsOf(after) };
  const pulses = { before: before.pulses.length, after: after.pulses.length };
  const shownOf = (run: RunName): Shown => ({
    as: "time",
    gaps: gaps[run].length,
    goneS: sum(gaps[run]),
    pulses: pulses[run],
  });
  const shown = { before: shownOf("before"), after: shownOf("after") };
  const missing = [...gaps.before, ...gaps.after];
  if (missing.length) {
    const unknowns = RUNS.flatMap((run) =>
      gaps[run].flatMap((_, i) => [`start fins ${run} ${i + 1}`, `start case ${run} ${i + 1}`]),
    );
    const found: Found = { code: "log-gaps", data: { goneS: sum(missing), gaps: missing.length } };
    return {
      witness: heard("time", "corrected", [found], shown, { unknowns }),
      reasons: [{ ...found, level: "note" }],
    };
  }
  if (Math.max(pulses.before, pulses.after) > 1)
    return { witness: heard("time", "corrected", [{ code: "load-pulses", data: {} }], shown) };
  return { witness: heard("time", "fine", [{ code: "log-whole", data: {} }], shown) };
}

const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);

/** Length of each gap, s. */
function gapsOf(s: Windowed): number[] {
  const out: number[] = [];
  for (const i of [...gapRows(s)].sort((a, b) => a - b)) out.push((s.timeS[i] ?? 0) - (s.timeS[i - 1] ?? 0));
  return out;
}
