import { words } from "../../base/words";
import type { ChipId, Series } from "../thermal";
import { blockingReasons, enoughSeconds } from "./comparable";
import { lateRows, MATCHED_ROOM_C, type JudgeRun, type Matched } from "../pair/conditions";
import type { FanState } from "../pair/fan";
import { preparePair } from "./pair";
import type { ChipEstimate, Figure } from "./estimate";
import { coreSpread, runFacts, shapeFindings, throttledShare } from "./findings";
import type { GoodFigures } from "./good";
import { outlookOf } from "./outlook";
import {
  JUDGE_VERSION,
  type Bound,
  type ChipVerdict,
  type PathFinding,
  type PathVerdict,
  type Reason,
  type Verdict,
  type VerdictWord,
} from "./verdict";
import { isOpposed } from "../says/headline";
import { gainOf } from "./gain";
import { againstGood, airStillHigh } from "./againstGood";
import { otherReasons, otherSensors } from "./others";
import { boundsOf, leavesOneSide } from "./oneSided";
import { judgeByWork } from "./workOnly";
import { headlineOf, nextSteps, summaryOf } from "./words";
import type { WorkWitness } from "../pair/work";

export interface JudgeOptions {
  /** Throttle limit in °C, where known. */
  limitC: number | null;
  /** Least change that counts, K. */
  thresholdK: number;
  /** What good machines of this kind measure, where known. */
  good: GoodFigures | null;
}

export const defaultOptions: JudgeOptions = { limitC: null, thresholdK: 3, good: null };

/** Half-width of an interval beyond which nothing is said, K over the threshold. */
const WIDEST_K = 1.5;

/**
 * Judges two load runs of one machine at matched conditions: room 25 °C, power and fan speed of the before
 * run's last two minutes. Never throws on readable runs; what cannot be compared says why.
 *
 * @example
 * const verdict = judgePair(before, after, { limitC: 97 });
 * verdict.verdict; // "improved"
 * verdict.chips[0]?.change; // { K: -18.1, low: -19.4, high: -16.9 }
 */
export function judgePair(before: JudgeRun, after: JudgeRun, options: Partial<JudgeOptions> = {}): Verdict {
  const { limitC, thresholdK, good } = { ...defaultOptions, ...options };
  if (!before.phases || !after.phases) return withoutLoad(before, after, limitC, thresholdK);
  const byWork = judgeByWork(before, before.phases, after, after.phases);
  if (byWork) return { ...byWork, limitC, thresholdK };
  const { series, raw, fan, told, matched, work, chips } = preparePair(before, before.phases, after, after.phases);
  const facts = { before: runFacts(raw.before), after: runFacts(raw.after) };
  const blocks = [
    ...blockingReasons(series.before, series.after, chips, fan),
    ...told.reasons.filter((r) => r.level === "blocks"),
  ];
  const bench = { series, matched, work, limitC, thresholdK, blocks, silent: told.silent, fan };
  const bounds = boundsOf({ ...series, chips, blocks, thresholdK });
  const verdicts = chips.map((c) => bounded(chipVerdict(c, bench), bounds.get(c.chip), bench));
  const spread = coreSpread(before.run, after.run, { before: lateSpan(series.before), after: lateSpan(series.after) });
  const found = shapeFindings({ ...series, matched, fan, limitC, chips, paths: verdicts, facts, spread });
  const lead = leadChip(verdicts);
  const oneSide = sideOf(bounds, verdicts, thresholdK);
  const sure = oneSide ?? wordOf(verdicts, lead, thresholdK, blocks.length > 0);
  const word = sure ?? "not-comparable";
  const unsure = sure === null && lead?.change ? [tooUncertain({ ...lead, change: lead.change })] : [];
  // what bars the whole of a verdict of one side is what to be careful about
  const barred = oneSide ? blocks.map((b) => ({ ...b, level: "caution" as const })) : [...blocks, ...unsure];
  const heard = told.reasons.filter((r) => r.level !== "blocks");
  const others = otherSensors([
    { run: before.run, series: series.before },
    { run: after.run, series: series.after },
  ]);
  const reasons = [
    ...barred,
    ...heard,
    ...found,
    // figures per watt need the watts of every chip
    ...(barred.length || work.length
      ? []
      : [...airStillHigh(verdicts, matched, good), ...againstGood(verdicts, matched, good)]),
    ...otherReasons(others),
  ];
  // a path that went against the verdict is the first thing said, whichever chip it is on
  const speaker =
    (oneSide ? verdicts.find((c) => c.bound) : null) ??
    verdicts.find(
      (c) =>
        (word === "unchanged" && isOpposed(c)) ||
        c.paths.some((p) => p.finding === (word === "improved" ? "worse" : word === "worse" ? "better" : "none")),
    ) ??
    lead;
  const withHeights = word === "not-comparable" ? verdicts.map(withoutTotals) : verdicts;
  return {
    version: 1,
    judge: JUDGE_VERSION,
    verdict: word,
    headline: headlineOf(word, speaker),
    summary: summaryOf(word, speaker, withHeights, reasons, thresholdK),
    lead: speaker?.chip ?? null,
    matched: {
      ...matched,
      fanRpm: series.before.fanGuessed || !raw.before.fan ? null : matched.fanRpm,
      powerW: loggedPower(matched, series.before),
    },
    limitC,
    thresholdK,
    chips: withHeights,
    reasons,
    next: nextSteps(word, speaker, reasons, verdicts),
    outlook: outlookOf(oneSide ? "not-comparable" : word, lead, facts, limitC),
    facts,
    enoughS: enoughSeconds(chips, series.before, series.after, fan),
    spread,
    witnesses: told.witnesses,
    quality: qualityOf(before, after, series),
    gain: speaker ? gainOf(speaker.chip, raw.before, raw.after, limitC) : null,
    others,
    work,
  };
}

/** What each log gave to the judgement. */
function qualityOf(before: JudgeRun, after: JudgeRun, series: { before: Series; after: Series }): Verdict["quality"] {
  const of = (input: JudgeRun, s: Series) => ({
    columns: input.run.channels.map((c) => c.key),
    readings: s.timeS.length,
    stepS: input.run.stepS,
    gaps: input.run.gaps.length,
    warnings: input.run.warnings.map((w) => w.message),
  });
  return { before: of(before, series.before), after: of(after, series.after) };
}

function loggedPower(matched: Matched, before: Series): Matched["powerW"] {
  return Object.fromEntries(before.chips.filter((c) => c.powerLogged).map((c) => [c.chip, matched.powerW[c.chip]]));
}

const lateSpan = (s: Series): [number, number] => {
  const [a, b] = lateRows(s);
  return [s.timeS[a] ?? 0, s.timeS[b - 1] ?? 0];
};

/** What a chip's estimate is judged by. */
interface Bench {
  series: { before: Series; after: Series };
  matched: Matched;
  work: readonly WorkWitness[];
  limitC: number | null;
  thresholdK: number;
  blocks: readonly Reason[];
  /** Chips nothing is said of. */
  silent: ReadonlySet<ChipId>;
  fan: FanState;
}

function chipVerdict(c: ChipEstimate, bench: Bench): ChipVerdict {
  const { series, matched, work, limitC, thresholdK, blocks, silent } = bench;
  const blind = work.some((w) => w.chip === c.chip);
  const powerW = matched.powerW[c.chip] ?? NaN;
  const kw = (K: number) => (blind || !(powerW > 0.5) ? null : K / powerW);
  const mute = silent.has(c.chip);
  const broken = blocks.some((r) => ["sensor-stuck", "wrong-sensor", "does-not-follow"].includes(r.code));
  const slowLost = blocks.some((r) => r.code === "no-room-temperature" || r.code === "load-too-short");
  const paths = c.paths.map((p): PathVerdict => {
    // with a fan standing the fins creep so slowly that contact cannot be told from them
    const hidden = bench.fan.kind === "stopped" && p.path === "contact";
    const known = !broken && !mute && !hidden && !(p.path === "airflow" && slowLost);
    const change = known ? p.change : null;
    return {
      path: p.path,
      before: p.before,
      after: known ? p.after : null,
      beforeKW: kw(p.before.K),
      afterKW: known ? kw(p.after.K) : null,
      change,
      finding: change ? findingOf(change, thresholdK) : "unknown",
    };
  }) as [PathVerdict, PathVerdict];
  return {
    chip: c.chip,
    change: mute ? null : c.change,
    before: c.before,
    after: mute ? null : c.after,
    paths,
    throttled: {
      before: throttledShare(series.before, c.chip, limitC),
      after: throttledShare(series.after, c.chip, limitC),
    },
    estimate: c,
  };
}

/** A chip of a pair that something bars: with the one side that is known, and else without a difference. */
function bounded(c: ChipVerdict, bound: Bound | undefined, { blocks }: Bench): ChipVerdict {
  // work that differs bars its own chip, all else bars every one
  const spared = blocks.every((b) => b.code === "loads-differ");
  if (!bound) return leavesOneSide(blocks) && !spared ? withoutTotals(c) : c;
  const open = bound.open === "before" ? { before: null } : { after: null };
  return { ...c, change: null, bound, ...open };
}

/** The word of a verdict of which only one side is known; null where none is, or another chip went the other way. */
function sideOf(
  bounds: ReadonlyMap<ChipId, Bound>,
  chips: readonly ChipVerdict[],
  thresholdK: number,
): VerdictWord | null {
  const [first] = bounds.values();
  if (!first) return null;
  const sign = first.side === "at-most" ? -1 : 1;
  if (chips.some((c) => isDecided(c, thresholdK) && Math.sign(c.change.K) !== sign)) return null;
  return sign < 0 ? "improved" : "worse";
}

/** Whether a chip's change counts and its interval leaves no doubt of its sign. */
const isDecided = (c: ChipVerdict, thresholdK: number): c is ChipVerdict & { change: Figure } =>
  c.change !== null && Math.abs(c.change.K) >= thresholdK && (c.change.low > 0 || c.change.high < 0);

function findingOf(change: Figure, thresholdK: number): PathFinding {
  const half = (change.high - change.low) / 2;
  if (Math.abs(change.K) >= thresholdK) {
    if (change.high < 0) return "better";
    if (change.low > 0) return "worse";
    return "unknown";
  }
  return half > thresholdK + WIDEST_K ? "unknown" : "same";
}

/** The chip the verdict follows: the one that changed clearly most at matched conditions, else the first. */
function leadChip(chips: readonly ChipVerdict[]): ChipVerdict | null {
  const size = (c: ChipVerdict) => Math.abs(c.bound?.K ?? c.change?.K ?? 0);
  return chips.reduce<ChipVerdict | null>((lead, c) => (!lead || size(c) > size(lead) + 1 ? c : lead), null);
}

/** The verdict's word; null where the interval is too wide for one. */
function wordOf(
  chips: readonly ChipVerdict[],
  lead: ChipVerdict | null,
  thresholdK: number,
  blocked: boolean,
): VerdictWord | null {
  if (blocked || !lead?.change) return "not-comparable";
  const decided = chips.filter((c) => isDecided(c, thresholdK));
  const strongest = leadChip(decided);
  if (strongest?.change) return strongest.change.K < 0 ? "improved" : "worse";
  const wide = halfOf(lead.change) > thresholdK + WIDEST_K;
  return Math.abs(lead.change.K) >= thresholdK || wide ? null : "unchanged";
}

const halfOf = (f: Figure): number => (f.high - f.low) / 2;

/** Why no word can be given though nothing bars one. */
const tooUncertain = (lead: ChipVerdict & { change: Figure }): Reason => ({
  code: "too-uncertain",
  level: "blocks",
  message:
    `The ${words.chip(lead.chip)} may have changed by ${words.kelvin(lead.change.low)} to ` +
    `${words.kelvin(lead.change.high)}: the logs cannot say more.`,
  figure: `± ${words.kelvinSize(halfOf(lead.change))}`,
});

/** Verdict for logs in which no load was found: nothing is judged, and it says which run and what to do. */
function withoutLoad(before: JudgeRun, after: JudgeRun, limitC: number | null, thresholdK: number): Verdict {
  const which = [before.phases ? "" : "before", after.phases ? "" : "after"].filter(Boolean).join(" and the run ");
  const reasons: Reason[] = [
    { code: "no-load", level: "blocks", message: `No load was found in the run ${which}: nothing tells it from idle.` },
  ];
  const none = { peakC: {}, lateC: {}, latePowerW: {}, fanRpm: null, roomC: null, loadS: 0 };
  return {
    version: 1,
    judge: JUDGE_VERSION,
    verdict: "not-comparable",
    headline: headlineOf("not-comparable", null),
    summary: summaryOf("not-comparable", null, [], reasons, thresholdK),
    lead: null,
    matched: { roomC: MATCHED_ROOM_C, fanRpm: null, powerW: {} },
    limitC,
    thresholdK,
    chips: [],
    reasons,
    next: nextSteps("not-comparable", null, reasons),
    outlook: { hotDay: null, sustainedW: null, fanShare: null },
    facts: { before: none, after: none },
    enoughS: null,
    spread: null,
    witnesses: [],
    quality: null,
  };
}

/** Not comparable: no difference and no total for the after run. */
function withoutTotals(c: ChipVerdict): ChipVerdict {
  return { ...c, change: null, after: null };
}

export type { ChipId };
