import { words } from "../../base/words";
import { gapRows } from "../ladder";
import type { Series } from "../thermal";
import { pulseStarts } from "../pair/conditions";
import type { Scene, Testimony } from "./witness";

/** Whether time is missing, or the load paused, in either run. */
export function timeWitness({ before, after }: Scene): Testimony {
  const gaps = { before: gapsOf(before), after: gapsOf(after) };
  const pulses = { before: pulseStarts(before).length, after: pulseStarts(after).length };
  const shown = (run: "before" | "after") =>
    gaps[run].length
      ? `${words.counted(gaps[run].length, "gap")}, ${words.clock(gaps[run].reduce((a, b) => a + b, 0))}`
      : pulses[run] > 1
        ? words.counted(pulses[run], "pulse")
        : "whole";
  const witness = { of: "time" as const, chip: null, before: shown("before"), after: shown("after"), addsK: null };
  const missing = [...gaps.before, ...gaps.after];
  if (missing.length) {
    const unknowns = (["before", "after"] as const).flatMap((run) =>
      gaps[run].flatMap((_, i) => [`start fins ${run} ${i + 1}`, `start case ${run} ${i + 1}`]),
    );
    const message =
      `${words.clock(missing.reduce((a, b) => a + b, 0))} are not logged in ${words.counted(missing.length, "gap")}: ` +
      "what the machine did there is left open.";
    return {
      witness: { ...witness, finding: "corrected", says: message, unknowns },
      reasons: [{ code: "log-gaps", level: "note", message }],
    };
  }
  if (Math.max(pulses.before, pulses.after) > 1)
    return {
      witness: { ...witness, finding: "corrected", says: "The load comes in pulses: they count as one.", unknowns: [] },
    };
  return { witness: { ...witness, finding: "fine", says: "Both logs are whole under load.", unknowns: [] } };
}

/** Length of each gap, s. */
function gapsOf(s: Series): number[] {
  const out: number[] = [];
  for (const i of [...gapRows(s)].sort((a, b) => a - b)) out.push((s.timeS[i] ?? 0) - (s.timeS[i - 1] ?? 0));
  return out;
}
