import { words } from "../../base/words";
import type { Series } from "../thermal";
import { meanOver } from "../pair/conditions";
import type { Scene, Testimony, Witness } from "./witness";

/** An idle stretch of less than this tells no start, s. */
const IDLE_S = 20;
/** A chip that still falls by more than this in idle began warm, K. */
const FALLS_K = 2;

type Start = "settled" | "warm" | "unseen";

/** How the machine stood when the load came on: settled, still warm of something, or not logged. */
export function startWitness({ before, after }: Scene): Testimony {
  const starts = { before: startOf(before), after: startOf(after) };
  const shown = (run: "before" | "after", s: Series) => {
    const level = idleLevel(s);
    const name = { settled: "", warm: "warm, ", unseen: "no idle" }[starts[run]];
    return starts[run] === "unseen" || level === null ? name || "idle" : `${name}${words.kelvin(level, 1)}`;
  };
  const witness = { of: "start" as const, chip: null, before: shown("before", before), after: shown("after", after) };
  const odd = (["before", "after"] as const).filter((run) => starts[run] !== "settled");
  if (odd.length === 0)
    return {
      witness: { ...witness, finding: "fine", says: "Both loads began from idle.", unknowns: [], addsK: null },
    };
  const of = (run: "before" | "after") =>
    starts[run] === "unseen" ? `The run ${run} has no idle before its load` : `The run ${run} began warm`;
  const corrected: Witness = {
    ...witness,
    finding: "corrected",
    says: `${odd.map(of).join(". ")}: how warm fins and case were is left open.`,
    unknowns: odd.flatMap((run) => [`start fins ${run} 0`, `start case ${run} 0`]),
    addsK: null,
  };
  return { witness: corrected };
}

function startOf(s: Series): Start {
  const idleS = (s.timeS[s.on] ?? 0) - (s.timeS[0] ?? 0);
  if (idleS < IDLE_S) return "unseen";
  const part = Math.max(3, Math.floor(s.on / 4));
  const falls = s.chips.some(
    (c) => meanOver(c.tempC, [0, part]) - meanOver(c.tempC, [Math.max(0, s.on - part), s.on]) > FALLS_K,
  );
  return falls ? "warm" : "settled";
}

/** Rise of the first chip over its room at the end of the idle stretch, K; null where either is not known. */
function idleLevel(s: Series): number | null {
  const own = s.chips[0];
  if (!own || !s.room || s.on < 3) return null;
  const rows: [number, number] = [Math.max(0, s.on - 20), s.on];
  const level = meanOver(own.tempC, rows) - meanOver(s.room, rows);
  return Number.isFinite(level) ? level : null;
}
