import { meanOver, type Windowed } from "../pair/conditions";
import type { Pair } from "../pair/pair";
import { RUNS, type Found, type Reason, type RunName, type Seen } from "../pair/reason";
import { median, type ChipId, type ChipSeries } from "../thermal";
import { enoughSeconds, loadSeconds } from "./comparable";
import type { ChipEstimate } from "./estimate";
import { throttledShare } from "./facts";
import type { CoreSpread, PathVerdict, RunFacts } from "./judgement";

/** Time from load on in which nearly all of the contact's rise is seen, s. */
const CONTACT_SHOWS_S = 15;
/** A chip within this of its limit stands at it, K; one sample, and the mean of two minutes. */
const AT_LIMIT_K = 1.01;
const LATE_AT_LIMIT_K = 1.6;
/** A chip that was at its limit for more than this share of the load is told of. */
const THROTTLED = 0.02;
/** Power held at the limit that grew by more than this share hides a gain. */
const MORE_POWER = 1.05;
/** Contact per watt so many times the other chip's is far above: a graphics die is larger and usually lower. */
const FAR_ABOVE = { cpu: 4.5, gpu: 1.8 } as const;
/** Less rise than this is not told of, K. */
const FAR_ABOVE_K = 12;
/** A core so far over the mean of all, and so much farther than before, K. */
const CORE_OVER_K = 5;
const CORE_GROWN_K = 3;
/** Paths that each moved by so much against each other disagree, K. */
const OPPOSED_K = 3;
/** A late climb of more than this is not steady, K a minute. */
const CLIMBS_K = 1.2;
/** A chip that fell by more than this in idle was still cooling, K. */
const FALLS_K = 2.5;
/** A load in idle of more than this is work in the background, %. */
const BUSY_PERCENT = 15;

interface Shapes {
  pair: Pair;
  limitC: number | null;
  chips: readonly ChipEstimate[];
  paths: readonly { chip: ChipId; paths: readonly PathVerdict[] }[];
  facts: { before: RunFacts; after: RunFacts };
  spread: CoreSpread | null;
}

/** What the shapes of the two runs show besides the verdict itself. */
export const shapeFindings = (s: Shapes): Reason[] => [
  ...fanFindings(s),
  ...s.chips.flatMap((c) => limitFinding(s, c.chip)),
  ...farAbove(s),
  ...coresApart(s),
  ...s.chips.flatMap((c) => disagreement(s, c)),
  ...RUNS.flatMap((run) => stateFindings(s, run)),
  ...asLogged(s),
];

/** A stretch of a run, told from load on. */
const stretch = (s: Windowed, from: number, to: number) => ({
  fromS: (s.timeS[from] ?? 0) - (s.timeS[s.on] ?? 0),
  toS: (s.timeS[Math.max(from, to - 1)] ?? 0) - (s.timeS[s.on] ?? 0),
});

const seenIn = (pair: Pair, run: RunName, chip: ChipId | null, rows: readonly [number, number]): Seen => ({
  run,
  chip,
  ...stretch(pair[run], ...rows),
});

/** The first seconds under load: there the contact shows. */
function jump(pair: Pair, run: RunName, chip: ChipId): Seen {
  const s = pair[run];
  let to = s.on;
  while (to < s.off && (s.timeS[to] ?? 0) < (s.timeS[s.on] ?? 0) + CONTACT_SHOWS_S) to++;
  return seenIn(pair, run, chip, [s.on, Math.min(s.off, to + 1)]);
}

function fanFindings({ pair, facts }: Shapes): Reason[] {
  const { fan } = pair;
  const seen = fan.run ? { seen: seenIn(pair, fan.run, null, [pair[fan.run].on, pair[fan.run].off]) } : {};
  const run = fan.run ?? "after";
  const level = run === "after" ? "caution" : "note";
  if (fan.kind === "stopped") return [{ code: "fan-stopped", data: { run, fan: fan.fan }, level, ...seen }];
  if (fan.kind === "weak") {
    const share = fan.ratio !== null && fan.ratio < 1 ? fan.ratio : 1 / (fan.ratio ?? 1);
    const rpm = (fan.run === "after" ? facts.after.fanRpm : facts.before.fanRpm) ?? 0;
    const said = fan.run === "after" ? "caution" : "note";
    return [{ code: "fan-weak", data: { run, fan: fan.fan, share, rpm }, level: said, ...seen }];
  }
  return fan.kind === "unknown" && !fan.stuck && !fan.lacks
    ? [{ code: "fan-not-logged", data: {}, level: "caution" }]
    : [];
}

/** First and last sample under load at which a chip stood at its limit; null when it never did. */
function atLimit(s: Windowed, chip: ChipId, limitC: number): [number, number] | null {
  const t = s.chips.find((c) => c.chip === chip)?.tempC ?? new Float64Array(0);
  let first = -1;
  let last = -1;
  for (let i = s.on; i < s.off; i++) {
    if (!((t[i] ?? NaN) >= limitC - AT_LIMIT_K)) continue;
    if (first < 0) first = i;
    last = i;
  }
  return first < 0 ? null : [first, last + 1];
}

function limitFinding({ pair, limitC, facts }: Shapes, chip: ChipId): Reason[] {
  if (limitC === null) return [];
  const share = {
    before: throttledShare(pair.before, chip, limitC),
    after: throttledShare(pair.after, chip, limitC),
  };
  const hot = (f: RunFacts) => (f.lateC[chip] ?? 0) >= limitC - LATE_AT_LIMIT_K;
  const [was, is] = [facts.before.latePowerW[chip], facts.after.latePowerW[chip]];
  const run = share.before >= share.after ? ("before" as const) : ("after" as const);
  const rows = atLimit(pair[run], chip, limitC);
  const seen = rows ? { seen: seenIn(pair, run, chip, rows) } : {};
  if (hot(facts.before) && hot(facts.after) && was !== undefined && is !== undefined && is > MORE_POWER * was) {
    const data = { chip, moreW: is - was, share: is / was - 1 };
    return [{ code: "pinned-more-power", data, level: "note", ...seen }];
  }
  if (share.before <= THROTTLED && share.after <= THROTTLED) return [];
  const level = share.after > THROTTLED ? "caution" : "note";
  return [{ code: "throttled", data: { chip, ...share }, level, ...seen }];
}

function farAbove({ paths, pair }: Shapes): Reason[] {
  const kwOf = (chip: ChipId) => paths.find((p) => p.chip === chip)?.paths[0]?.afterKW;
  const [cpu, gpu] = [kwOf("cpu"), kwOf("gpu")];
  if (!cpu || !gpu) return [];
  const both = [
    { chip: "cpu", kw: cpu, otherKW: gpu },
    { chip: "gpu", kw: gpu, otherKW: cpu },
  ] as const;
  return both.flatMap((data): Reason[] => {
    const { chip, kw, otherKW } = data;
    const far = kw > FAR_ABOVE[chip] * otherKW && kw * (pair.matched.powerW[chip] ?? 0) > FAR_ABOVE_K;
    return far ? [{ code: "contact-far-above", data, level: "caution", seen: jump(pair, "after", chip) }] : [];
  });
}

function coresApart({ pair, spread }: Shapes): Reason[] {
  if (!spread) return [];
  const hottest = spread.cores.reduce((m, c) => ((c.afterK ?? -99) > (m.afterK ?? -99) ? c : m));
  const [beforeK, afterK] = [hottest.beforeK ?? 0, hottest.afterK ?? 0];
  if (!(afterK > CORE_OVER_K && afterK - beforeK > CORE_GROWN_K)) return [];
  const seen = seenIn(pair, "after", "cpu", pair.after.late);
  return [{ code: "core-spread", data: { beforeK, afterK }, level: "caution", seen }];
}

function disagreement({ pair }: Shapes, { chip, paths }: ChipEstimate): Reason[] {
  const moved = paths.map(({ change }) =>
    change.K >= OPPOSED_K && change.low > 0 ? 1 : change.K <= -OPPOSED_K && change.high < 0 ? -1 : 0,
  );
  if (moved[0] === 1 && moved[1] === -1) {
    const found: Found = { code: "paths-disagree", data: { chip, worse: "contact" } };
    return [{ ...found, level: "caution", seen: jump(pair, "after", chip) }];
  }
  if (moved[0] === -1 && moved[1] === 1) {
    const found: Found = { code: "paths-disagree", data: { chip, worse: "airflow" } };
    return [{ ...found, level: "caution", seen: seenIn(pair, "after", chip, pair.after.late) }];
  }
  return [];
}

function stateFindings({ pair, chips }: Shapes, run: RunName): Reason[] {
  const s = pair[run];
  const own = s.chips.flatMap((c) => [...stillClimbing(pair, run, c, chips), ...idleFindings(pair, run, c)]);
  if (s.on >= 5) return own;
  const seen = seenIn(pair, run, null, [0, Math.max(1, s.on)]);
  return [...own, { code: "no-idle", data: { run }, level: "caution", seen }];
}

function stillClimbing(pair: Pair, run: RunName, c: ChipSeries, chips: readonly ChipEstimate[]): Reason[] {
  const s = pair[run];
  const [from, to] = s.late;
  const mid = (from + to) >> 1;
  const climbK = meanOver(c.tempC, [mid, to]) - meanOver(c.tempC, [from, mid]);
  if (!(climbK > CLIMBS_K) || loadSeconds(s) < enoughSeconds(chips, pair)) return [];
  const seen = seenIn(pair, run, c.chip, s.late);
  return [{ code: "not-steady", data: { run, chip: c.chip, climbK }, level: "note", seen }];
}

function idleFindings(pair: Pair, run: RunName, c: ChipSeries): Reason[] {
  const s = pair[run];
  if (s.on < 10) return [];
  const out: Reason[] = [];
  const seen = seenIn(pair, run, c.chip, [0, s.on]);
  const idleC = meanOver(c.tempC, [Math.max(0, s.on - 15), s.on]);
  const fallsK = meanOver(c.tempC, [0, Math.min(15, s.on)]) - idleC;
  if (fallsK > FALLS_K) out.push({ code: "warm-start", data: { run, chip: c.chip, fallsK }, level: "note", seen });
  const percent = c.load ? median(c.load.slice(0, s.on)) : NaN;
  if (percent > BUSY_PERCENT)
    out.push({ code: "background-load", data: { run, chip: c.chip, percent }, level: "caution", seen });
  return out;
}

function asLogged({ pair, facts }: Shapes): Reason[] {
  const out: Reason[] = [];
  const lead = pair.before.chips[0]?.chip;
  const peak = (f: RunFacts) => (lead ? (f.peakC[lead] ?? 0) : 0);
  if (lead) {
    const data = { chip: lead, beforeC: peak(facts.before), afterC: peak(facts.after) };
    out.push({ code: "as-logged", data, level: "note" });
  }
  if (pair.before.chips.length !== pair.after.chips.length)
    out.push({ code: "chip-missing", data: {}, level: "caution" });
  return out;
}
