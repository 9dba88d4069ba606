import { MATCHED_ROOM_C, type JudgeRun, type Matched, type Windowed } from "../pair/conditions";
import type { Pair } from "../pair/pair";
import { RUNS, type Reason } from "../pair/reason";
import type { WorkWitness } from "../pair/work";
import type { ChipId } from "../thermal";
import { againstGood, airStillHigh } from "./againstGood";
import { blockingReasons, enoughSeconds } from "./comparable";
import type { ChipEstimate, Figure } from "./estimate";
import { coreSpread, runFacts, throttledShare } from "./facts";
import { shapeFindings } from "./findings";
import { gainOf } from "./gain";
import { fansAt } from "./fanSpeeds";
import { figuresAt, type GoodFigures } from "./good";
import {
  isOpposed,
  JUDGE_VERSION,
  type Bound,
  type ChipVerdict,
  type Judgement,
  type PathFinding,
  type PathVerdict,
  type VerdictWord,
} from "./judgement";
import { nextSteps } from "./next";
import { boundsOf, leavesOneSide } from "./oneSided";
import { otherReasons, otherSensors } from "./others";
import { outlookOf } from "./outlook";
import { preparePair } from "./pair";
import { judgeByWork } from "./workOnly";

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
export function judgePair(before: JudgeRun, after: JudgeRun, options: Partial<JudgeOptions> = {}): Judgement {
  const { limitC, thresholdK, good } = { ...defaultOptions, ...options };
  if (!before.phases || !after.phases) return withoutLoad(before, after, limitC, thresholdK);
  const byWork = judgeByWork(before, before.phases, after, after.phases);
  if (byWork) return { ...byWork, limitC, thresholdK };
  const { pair, raw, told, work, chips } = preparePair(before, before.phases, after, after.phases);
  const { matched } = pair;
  const facts = { before: runFacts(raw.before), after: runFacts(raw.after) };
  const blocks = [...blockingReasons(pair, chips), ...told.reasons.filter((r) => r.level === "blocks")];
  const bench: Bench = { pair, work, limitC, thresholdK, blocks, silent: told.silent };
  const bounds = boundsOf({ before: pair.before, after: pair.after, chips, blocks, thresholdK });
  const verdicts = chips.map((c) => bounded(chipVerdict(c, bench), bounds.get(c.chip), bench));
  const spread = coreSpread(before.run, after.run, { before: lateSpan(pair.before), after: lateSpan(pair.after) });
  const found = shapeFindings({ pair, limitC, chips, paths: verdicts, facts, spread });
  const lead = leadChip(verdicts);
  const oneSide = sideOf(bounds, verdicts, thresholdK);
  const sure = oneSide ?? wordOf(verdicts, lead, thresholdK, blocks.length > 0);
  const word = sure ?? "not-comparable";
  const unsure = sure === null && lead?.change ? [tooUncertain(lead.chip, lead.change)] : [];
  // what bars the whole of a verdict of one side is what to be careful about
  const barred = oneSide ? blocks.map((b): Reason => ({ ...b, level: "caution" })) : [...blocks, ...unsure];
  const others = otherSensors([
    { run: before.run, series: pair.before },
    { run: after.run, series: pair.after },
  ]);
  // what the run after stands at, where a fan was weak or stood, is its own speed
  const fans = fansAt(pair, { logged: Boolean(raw.before.fan), afterRpm: facts.after.fanRpm });
  const known = good && figuresAt(good, fans.fanRpmAfter === undefined ? fans.fanRpm : fans.fanRpmAfter);
  const reasons: Reason[] = [
    ...barred,
    ...told.reasons.filter((r) => r.level !== "blocks"),
    ...found,
    // figures per watt need the watts of every chip
    ...(barred.length || work.length
      ? []
      : [...airStillHigh(verdicts, matched, known), ...againstGood(verdicts, matched, known)]),
    ...otherReasons(others),
  ];
  const speaker = speakerOf(word, verdicts, oneSide !== null) ?? lead;
  return {
    version: 1,
    judge: JUDGE_VERSION,
    verdict: word,
    lead: speaker?.chip ?? null,
    matched: {
      ...matched,
      ...fans,
      powerW: loggedPower(pair),
    },
    limitC,
    thresholdK,
    chips: word === "not-comparable" ? verdicts.map(withoutTotals) : verdicts,
    reasons,
    next: nextSteps(word, speaker, reasons, verdicts),
    outlook: outlookOf(oneSide ? "not-comparable" : word, lead, facts, limitC),
    facts,
    enoughS: enoughSeconds(chips, pair),
    spread,
    witnesses: told.witnesses,
    quality: qualityOf(before, after, pair),
    gain: speaker ? gainOf(speaker.chip, raw.before, raw.after, limitC) : null,
    others,
    work,
  };
}

/** The chip whose path went against the verdict: it is the first thing said, whichever chip it is on. */
function speakerOf(word: VerdictWord, chips: readonly ChipVerdict[], oneSide: boolean): ChipVerdict | null {
  const against = word === "improved" ? "worse" : word === "worse" ? "better" : "none";
  return (
    (oneSide ? chips.find((c) => c.bound) : null) ??
    chips.find((c) => (word === "unchanged" && isOpposed(c)) || c.paths.some((p) => p.finding === against)) ??
    null
  );
}

/** What each log gave to the judgement. */
function qualityOf(before: JudgeRun, after: JudgeRun, pair: Pair): Judgement["quality"] {
  const of = (input: JudgeRun, s: Windowed) => ({
    columns: input.run.channels.map((c) => c.key),
    readings: s.timeS.length,
    stepS: input.run.stepS,
    gaps: input.run.gaps.length,
    warnings: input.run.warnings.map((w) => w.message),
  });
  return { before: of(before, pair.before), after: of(after, pair.after) };
}

function loggedPower({ before, matched }: Pair): Matched["powerW"] {
  return Object.fromEntries(before.chips.filter((c) => c.powerLogged).map((c) => [c.chip, matched.powerW[c.chip]]));
}

const lateSpan = (s: Windowed): [number, number] => {
  const [a, b] = s.late;
  return [s.timeS[a] ?? 0, s.timeS[b - 1] ?? 0];
};

/** What a chip's estimate is judged by. */
interface Bench {
  pair: Pair;
  work: readonly WorkWitness[];
  limitC: number | null;
  thresholdK: number;
  blocks: readonly Reason[];
  /** Chips nothing is said of. */
  silent: ReadonlySet<ChipId>;
}

function chipVerdict(c: ChipEstimate, bench: Bench): ChipVerdict {
  const { pair, work, limitC, thresholdK, blocks, silent } = bench;
  const blind = work.some((w) => w.chip === c.chip);
  const powerW = pair.matched.powerW[c.chip] ?? NaN;
  const kw = (K: number) => (blind || !(powerW > 0.5) ? null : K / powerW);
  const mute = silent.has(c.chip);
  const broken = blocks.some((r) => ["sensor-stuck", "wrong-sensor", "does-not-follow"].includes(r.code));
  const slowLost = blocks.some((r) => r.code === "no-room-temperature" || r.code === "load-too-short");
  const paths = c.paths.map((p): PathVerdict => {
    // with a fan standing the fins creep so slowly that contact cannot be told from them
    const hidden = pair.fan.kind === "stopped" && p.path === "contact";
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
      before: throttledShare(pair.before, c.chip, limitC),
      after: throttledShare(pair.after, c.chip, limitC),
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
const tooUncertain = (chip: ChipId, { low, high }: Figure): Reason => ({
  code: "too-uncertain",
  level: "blocks",
  data: { chip, lowK: low, highK: high },
});

/** Judgement of logs in which no load was found: nothing is judged, and it says which run and what to do. */
function withoutLoad(before: JudgeRun, after: JudgeRun, limitC: number | null, thresholdK: number): Judgement {
  const runs = RUNS.filter((run) => !(run === "before" ? before : after).phases);
  const reasons: Reason[] = [{ code: "no-load", level: "blocks", data: { runs } }];
  const none = { peakC: {}, lateC: {}, latePowerW: {}, fanRpm: null, roomC: null, loadS: 0 };
  return {
    version: 1,
    judge: JUDGE_VERSION,
    verdict: "not-comparable",
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
