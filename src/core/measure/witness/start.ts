import { RUNS } from "../pair/reason";
import { meanOver, type Windowed } from "../pair/conditions";
import { heard, type Scene, type Testimony } from "./witness";

/** An idle stretch of less than this tells no start, s. */
const IDLE_S = 20;
/** A chip that still falls by more than this in idle began warm, K. */
const FALLS_K = 2;

type Start = "settled" | "warm" | "unseen";

/** How the machine stood when the load came on: settled, still warm of something, or not logged. */
export function startWitness({ before, after }: Scene): Testimony {
  const starts = { before: startOf(before), after: startOf(after) };
  const shown = {
    before: { as: "start", start: starts.before, riseK: idleLevel(before) },
    after: { as: "start", start: starts.after, riseK: idleLevel(after) },
  } as const;
  const runs = RUNS.flatMap((run) => {
    const start = starts[run];
    return start === "settled" ? [] : [{ run, start }];
  });
  if (runs.length === 0) return { witness: heard("start", "fine", [{ code: "from-idle", data: {} }], shown) };
  const unknowns = runs.flatMap(({ run }) => [`start fins ${run} 0`, `start case ${run} 0`]);
  return { witness: heard("start", "corrected", [{ code: "start-open", data: { runs } }], shown, { unknowns }) };
}

function startOf(s: Windowed): Start {
  const idleS = (s.timeS[s.on] ?? 0) - (s.timeS[0] ?? 0);
  if (idleS < IDLE_S) return "unseen";
  const part = Math.max(3, Math.floor(s.on / 4));
  const falls = s.chips.some(
    (c) => meanOver(c.tempC, [0, part]) - meanOver(c.tempC, [Math.max(0, s.on - part), s.on]) > FALLS_K,
  );
  return falls ? "warm" : "settled";
}

/** Rise of the first chip over its room at the end of the idle stretch, K; null where either is not known. */
function idleLevel(s: Windowed): number | null {
  const own = s.chips[0];
  if (!own || !s.room || s.on < 3) return null;
  const rows: [number, number] = [Math.max(0, s.on - 20), s.on];
  const level = meanOver(own.tempC, rows) - meanOver(s.room, rows);
  return Number.isFinite(level) ? level : null;
}
