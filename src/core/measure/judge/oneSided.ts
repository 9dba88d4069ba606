import { USUAL_FAN_EXPONENT, type ChipId } from "../thermal";
import { loadSeconds } from "./comparable";
import { meanOver, type Windowed } from "../pair/conditions";
import type { ChipEstimate } from "./estimate";
import type { Found, Reason } from "../pair/reason";
import type { Bound } from "./judgement";
import { witnessWork } from "../pair/work";

/** The whole kelvins a bound vouches for: never rounded up. */
export const atLeastK = (bound: Bound): number => Math.floor(Math.abs(bound.K) + 1e-9);

/** What bars a comparison and still may leave one side of it standing. */
export const LEAVES_ONE_SIDE: ReadonlySet<string> = new Set(["load-too-short", "no-room-temperature", "loads-differ"]);
/** The interval a bound is read off is widened by this: a short run shows less of the model's own faults. */
const WIDER = 1.25;
/** Doubt of a late rise against another: two rooms, two sensors, K. */
const RISE_DOUBT_K = 2;
/** Work that is less by under this share is no less. */
const SAME_WORK = 0.03;
/** Speeds within this share are the same. */
const SAME_SPEED = 0.03;
/** At most this part of a rise goes with the fan to the usual exponent and a little more. */
const FAN_EXPONENT = USUAL_FAN_EXPONENT + 0.2;

interface Given {
  before: Windowed;
  after: Windowed;
  chips: readonly ChipEstimate[];
  blocks: readonly Reason[];
  thresholdK: number;
}

/** Whether nothing bars the comparison but what may leave one side of it standing. */
export const leavesOneSide = (blocks: readonly { code: string }[]): boolean =>
  blocks.length > 0 && blocks.every((b) => LEAVES_ONE_SIDE.has(b.code));

/** What still can be said of each chip's change, where it is enough to count; none where the chips contradict. */
export function boundsOf({ before, after, chips, blocks, thresholdK }: Given): ReadonlyMap<ChipId, Bound> {
  const bounds = new Map<ChipId, Bound>();
  if (!leavesOneSide(blocks) || isTooOneSided(before, after, blocks)) return bounds;
  const byWork = blocks.some((b) => b.code === "loads-differ");
  if (byWork && blocks.some((b) => b.code !== "loads-differ")) return bounds;
  for (const c of chips) {
    const bound = byWork ? byMoreWork(before, after, c.chip) : byInterval(c, openRun(before, after, blocks));
    if (bound && Math.abs(bound.K) >= thresholdK) bounds.set(c.chip, bound);
  }
  const sides = new Set([...bounds.values()].map((b) => b.side));
  return sides.size > 1 ? new Map() : bounds;
}

/** A load of less than this, or of less than this share of what airflow takes, shows contact alone, s. */
const LEAST_LOAD_S = 150;
const LEAST_SHARE = 0.4;

const isTooShort = (r: Reason): r is Reason & Found<"load-too-short"> => r.code === "load-too-short";

/** Whether not even one side is told: rooms nothing bounds, or a load that ended before the fins were warm. */
function isTooOneSided(before: Windowed, after: Windowed, blocks: readonly Reason[]): boolean {
  const length = Math.min(loadSeconds(before), loadSeconds(after));
  const short = blocks.find(isTooShort);
  const early = short && (length < LEAST_LOAD_S || length < LEAST_SHARE * short.data.neededS);
  return Boolean(early) || (before.room === null && after.room === null);
}

/** The run that lacks its room or its time; the run after where both do. */
function openRun(before: Windowed, after: Windowed, blocks: readonly Reason[]): "before" | "after" {
  const lacks = (s: Windowed, name: "before" | "after") =>
    s.room === null || blocks.some((b) => isTooShort(b) && b.data.run === name);
  return lacks(before, "before") && !lacks(after, "after") ? "before" : "after";
}

/** The near end of the interval, where the whole of it lies on one side. */
function byInterval({ change, before, after }: ChipEstimate, open: "before" | "after"): Bound | null {
  const high = change.K + WIDER * (change.high - change.K);
  const low = change.K + WIDER * (change.low - change.K);
  const K = high < 0 ? high : low > 0 ? low : 0;
  if (K === 0) return null;
  const rises =
    open === "before" ? { beforeK: after.K - K, afterK: after.K } : { beforeK: before.K, afterK: before.K + K };
  return { K, side: K < 0 ? "at-most" : "at-least", open, ...rises };
}

/**
 * A chip that did more work and stood less high over its room is cooler by at least the difference: with less work it
 * would have stood lower still (temperatures of a linear network fall with every power in it). A fan that turned faster
 * meanwhile is taken off, as if the whole rise went with it.
 */
function byMoreWork(before: Windowed, after: Windowed, chip: ChipId): Bound | null {
  const work = before.chips.map((c) => witnessWork(before, after, c.chip));
  if (work.some((w) => w.by === "nothing")) return null;
  const ratios = before.chips.map((c, i) => workRatio(before, after, c.chip, work[i]?.ratio ?? 1));
  const rise = (s: Windowed) => {
    const own = s.chips.find((c) => c.chip === chip);
    return own && s.room ? meanOver(own.tempC, s.late) - meanOver(s.room, s.late) : NaN;
  };
  const [was, is] = [rise(before), rise(after)];
  const speed = speeds(before, after);
  if (ratios.every((r) => r > 1 - SAME_WORK) && speed !== null) {
    const slower = speed > 1 + SAME_SPEED ? is * speed ** FAN_EXPONENT : is;
    const K = slower - was + RISE_DOUBT_K;
    if (K < 0) return { K, side: "at-most", open: "before", beforeK: slower - K, afterK: slower };
  }
  if (ratios.every((r) => r < 1 + SAME_WORK) && speed !== null) {
    const faster = speed < 1 - SAME_SPEED ? is * speed ** FAN_EXPONENT : is;
    const K = faster - was - RISE_DOUBT_K;
    if (K > 0) return { K, side: "at-least", open: "after", beforeK: was, afterK: was + K };
  }
  return null;
}

/** Work after over work before: by the power where both log it, else by load and clock. */
function workRatio(before: Windowed, after: Windowed, chip: ChipId, byWork: number): number {
  const power = (s: Windowed) => {
    const own = s.chips.find((c) => c.chip === chip);
    return own?.powerLogged ? meanOver(own.power, s.late) : NaN;
  };
  const ratio = power(after) / power(before);
  return Number.isFinite(ratio) ? ratio : byWork;
}

/** Speed of the fans after over before; null where it is not logged in both alike, 1 for machines without. */
function speeds(before: Windowed, after: Windowed): number | null {
  if (!before.fan || !after.fan || before.fanGuessed || after.fanGuessed) return null;
  if (before.fanUnit !== after.fanUnit) return null;
  const ratio = meanOver(after.fan, after.late) / meanOver(before.fan, before.late);
  return Number.isFinite(ratio) ? ratio : 1;
}
