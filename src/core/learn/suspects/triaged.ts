import type { GoodFigures } from "../../measure/judge";
import type { Triage } from "../../measure/says";
import type { RunJudgement } from "../../measure/triage";
import type { JudgeRun } from "../../measure/pair";
import { channelOf } from "../../measure/log";
import { guessesOf } from "./guesses";
import type { Usual } from "./predict";
import { runSeen } from "./reading";
import { strandsOf, type Strands } from "./strands";
import { weighed } from "./weigh";

/** Strands of suspects are reckoned anew where this is another than when they were kept. */
export const SUSPECTS_VERSION = 1;

/** How far one run speaks for each suspect, and how far each was suspected before it. */
export interface SuspectsNow {
  before: Strands;
  now: Strands;
}

/** A run alone with its suspects; none in what an older program kept. */
export interface Triaged extends Triage {
  suspects?: SuspectsNow;
}

/** Spread of good figures, 90 %, as a share: half of the way from the least to the most, in the logarithm. */
function spreadOf(good: GoodFigures, path: "contact" | "airflow"): number {
  const ranges = Object.values(good.chips).map((c) => c[path]);
  const all = ranges.map((r) => Math.log(r.high / r.low) / 2);
  return all.length ? all.reduce((a, b) => a + b, 0) / all.length : 0.5;
}

/**
 * Which fault explains a run that was read alone: its heights against good figures, and what else its log holds. The
 * machine is real, so nothing is known of its kind but its good figures.
 *
 * @param opened whether somebody had it open before; null where nobody knows
 * @example
 * const t = triageRun(run, good, 97);
 * t && suspectsIn(run, t, good, null)?.now.air; // 0.8
 */
export function suspectsIn(
  input: JudgeRun,
  t: RunJudgement | Triage,
  good: GoodFigures,
  opened: boolean | null,
): SuspectsNow | null {
  if (!input.phases) return null;
  const { run, phases } = input;
  const blowers = run.channels.filter((c) => /^fan\d+\.speed$/.test(c.key)).length;
  const chips = (["cpu", "gpu"] as const).filter((c) => channelOf(run, `${c}.temperature`));
  const start = guessesOf({
    chips: chips.length ? chips : ["cpu"],
    // a fan may be there that nobody logs: only a class that has none says so
    blowers: blowers || (good.source.level === "class" && good.source.fanless ? 0 : 1),
    complaint: null,
    opened,
    contactSpread: spreadOf(good, "contact"),
    airSpread: spreadOf(good, "airflow"),
  });
  const usual: Usual = { good, powerW: {}, fan: null, fanMost: null, fanAt: null, coresK: null, memoryK: null };
  const seen = runSeen(run, phases, t);
  const heights = weighed(start, { of: "run", seen, done: [] }, usual);
  return { before: strandsOf(start), now: strandsOf(weighed(heights, { of: "log", seen, done: [] }, usual)) };
}
