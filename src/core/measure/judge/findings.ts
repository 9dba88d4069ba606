import { words } from "../../base/words";
import type { Run } from "../log";
import { median, type ChipId, type Series } from "../thermal";
import { enoughSeconds, loadSeconds } from "./comparable";
import { lateRows, meanOver, type Matched } from "../pair/conditions";
import { type FanState } from "../pair/fan";
import type { ChipEstimate } from "./estimate";
import type { CoreSpread, PathVerdict, Reason, RunFacts } from "./verdict";

/** Share of the load time a chip spent at its limit, 0 to 1. */
export function throttledShare(series: Series, chip: ChipId, limitC: number | null): number {
  const c = series.chips.find((x) => x.chip === chip);
  if (!c || limitC === null) return 0;
  let at = 0;
  let n = 0;
  for (let i = series.on; i < series.off; i++) {
    const t = c.tempC[i] ?? NaN;
    if (!Number.isFinite(t)) continue;
    n++;
    if (t >= limitC - 1.01) at++;
  }
  const share = n ? at / n : 0;
  return share < 0.01 ? 0 : Math.round(share * 1000) / 1000;
}

export function runFacts(series: Series): RunFacts {
  const late = lateRows(series);
  const facts: RunFacts = {
    peakC: {},
    lateC: {},
    latePowerW: {},
    fanRpm: series.fan && !series.fanGuessed ? meanOver(series.fan, late) : null,
    roomC: series.room ? meanOver(series.room, late) : null,
    loadS: loadSeconds(series),
  };
  for (const c of series.chips) {
    let peak = -Infinity;
    for (let i = series.on; i < series.off; i++) if ((c.tempC[i] ?? NaN) > peak) peak = c.tempC[i] ?? peak;
    facts.peakC[c.chip] = peak;
    facts.lateC[c.chip] = meanOver(c.tempC, late);
    if (c.powerLogged) facts.latePowerW[c.chip] = meanOver(c.power, late);
  }
  return facts;
}

/** Offset of each core from the mean of all, over the last two minutes under load, in both runs. */
export function coreSpread(
  before: Run,
  after: Run,
  late: Record<"before" | "after", [fromS: number, toS: number]>,
): CoreSpread | null {
  const offsets = (run: Run, [fromS, toS]: [number, number]) => {
    const cores = run.channels.filter((c) => /^cpu\.core\d+\.temperature$/.test(c.key));
    const means = cores.map((c) => {
      let s = 0;
      let n = 0;
      for (let i = 0; i < run.timeS.length; i++) {
        const t = run.timeS[i] ?? 0;
        const v = c.values[i] ?? NaN;
        if (t >= fromS && t <= toS && Number.isFinite(v)) {
          s += v;
          n++;
        }
      }
      return s / n;
    });
    // a core without a late reading has no offset, and takes no part in the mean of the others
    const read = means.filter((m) => Number.isFinite(m));
    const mean = read.reduce((a, b) => a + b, 0) / read.length;
    return new Map(cores.flatMap((c, i) => (Number.isFinite(means[i]) ? [[c.key, (means[i] ?? NaN) - mean]] : [])));
  };
  const b = offsets(before, late.before);
  const a = offsets(after, late.after);
  const keys = [...new Set([...b.keys(), ...a.keys()])].sort((x, y) => x.localeCompare(y, "en", { numeric: true }));
  if (keys.length < 2) return null;
  return { cores: keys.map((key) => ({ key, beforeK: b.get(key) ?? null, afterK: a.get(key) ?? null })) };
}

/** A stretch of a run, told from load on. */
const stretch = (s: Series, from: number, to: number) => ({
  fromS: (s.timeS[from] ?? 0) - (s.timeS[s.on] ?? 0),
  toS: (s.timeS[Math.max(from, to - 1)] ?? 0) - (s.timeS[s.on] ?? 0),
});

/** First and last sample under load at which a chip stood at its limit; null when it never did. */
function atLimit(s: Series, chip: ChipId, limitC: number): [number, number] | null {
  const t = s.chips.find((c) => c.chip === chip)?.tempC ?? new Float64Array(0);
  let first = -1;
  let last = -1;
  for (let i = s.on; i < s.off; i++) {
    if (!((t[i] ?? NaN) >= limitC - 1.01)) continue;
    if (first < 0) first = i;
    last = i;
  }
  return first < 0 ? null : [first, last + 1];
}

/** Time from load on in which nearly all of the contact's rise is seen, s. */
const CONTACT_SHOWS_S = 15;

interface Scene {
  before: Series;
  after: Series;
  matched: Matched;
  fan: FanState;
  limitC: number | null;
  chips: readonly ChipEstimate[];
  paths: readonly { chip: ChipId; paths: readonly PathVerdict[] }[];
  facts: { before: RunFacts; after: RunFacts };
  spread: CoreSpread | null;
}

/** The first seconds under load: there the contact shows. */
function jump(s: Series, run: "before" | "after", chip: ChipId): NonNullable<Reason["seen"]> {
  let to = s.on;
  while (to < s.off && (s.timeS[to] ?? 0) < (s.timeS[s.on] ?? 0) + CONTACT_SHOWS_S) to++;
  return { run, chip, ...stretch(s, s.on, Math.min(s.off, to + 1)), word: `${run}: the jump` };
}

/** What the shapes of the two runs show besides the verdict itself. */
export function shapeFindings(s: Scene): Reason[] {
  return [...fanFindings(s), ...limitFindings(s), ...contactFindings(s), ...stateFindings(s), ...powerFindings(s)];
}

function fanFindings({ fan, facts, before, after }: Scene): Reason[] {
  const s = fan.run === "before" ? before : after;
  const seen = fan.run
    ? { run: fan.run, chip: null, ...stretch(s, s.on, s.off), word: `${fan.run}: fan ${fan.kind}` }
    : undefined;
  const which = fan.fan ? `Blower ${fan.fan}` : "The blower";
  if (fan.kind === "stopped" && fan.run === "after")
    return [
      {
        code: "fan-stopped",
        level: "caution",
        message: `${which} reads 0 rpm in the run after: unplugged until proved otherwise. Judged as it runs now.`,
        figure: "0 rpm",
        seen,
      },
    ];
  if (fan.kind === "stopped")
    return [
      {
        code: "fan-stopped",
        level: "note",
        message: `${which} stood still in the run before and turns now.`,
        figure: "0 rpm",
        seen,
      },
    ];
  if (fan.kind === "weak") {
    const share = fan.ratio !== null && fan.ratio < 1 ? fan.ratio : 1 / (fan.ratio ?? 1);
    return [
      {
        code: "fan-weak",
        level: fan.run === "after" ? "caution" : "note",
        message:
          `In the run ${fan.run ?? "after"} the blower turns at ${words.share(share)} of its usual speed for the ` +
          "same heat.",
        figure: `${Math.round((fan.run === "after" ? facts.after.fanRpm : facts.before.fanRpm) ?? 0)} rpm`,
        seen,
      },
    ];
  }
  if (fan.kind === "unknown" && !fan.stuck && !fan.lacks)
    return [
      {
        code: "fan-not-logged",
        level: "caution",
        message: "The fan speed is not in both logs: a usual fan curve was assumed, and the interval is wider for it.",
      },
    ];
  return [];
}

function limitFindings({ before, after, limitC, facts, chips }: Scene): Reason[] {
  const out: Reason[] = [];
  if (limitC === null) return out;
  for (const { chip } of chips) {
    const b = throttledShare(before, chip, limitC);
    const a = throttledShare(after, chip, limitC);
    const hotB = (facts.before.lateC[chip] ?? 0) >= limitC - 1.6;
    const hotA = (facts.after.lateC[chip] ?? 0) >= limitC - 1.6;
    const pB = facts.before.latePowerW[chip];
    const pA = facts.after.latePowerW[chip];
    const run = b >= a ? ("before" as const) : ("after" as const);
    const where = atLimit(run === "before" ? before : after, chip, limitC);
    const seen = where
      ? { run, chip, ...stretch(run === "before" ? before : after, ...where), word: `${run} throttles` }
      : undefined;
    if (hotB && hotA && pB !== undefined && pA !== undefined && pA > 1.05 * pB) {
      out.push({
        code: "pinned-more-power",
        level: "note",
        message:
          `The ${words.chip(chip)} is at its limit in both runs, but holds ${words.watts(pA - pB)} more: ` +
          "the peaks hide the gain.",
        figure: `+${words.share(pA / pB - 1)}`,
        seen,
      });
    } else if (b > 0.02 || a > 0.02) {
      out.push({
        code: "throttled",
        level: a > 0.02 ? "caution" : "note",
        message: `The ${words.chip(chip)} was at its limit ${
          b > 0.02 ? `${words.share(b)} of the load before` : "at no time before"
        }, ${a > 0.02 ? `${words.share(a)} after` : "at no time after"}.`,
        figure: `${words.share(b)} → ${words.share(a)}`,
        seen,
      });
    }
  }
  return out;
}

function contactFindings({ paths, matched, spread, chips, after }: Scene): Reason[] {
  const out: Reason[] = [];
  const cpu = paths.find((p) => p.chip === "cpu")?.paths[0]?.afterKW;
  const gpu = paths.find((p) => p.chip === "gpu")?.paths[0]?.afterKW;
  if (cpu && gpu) {
    // the larger graphics die usually has the lower figure: only a clear excess is said
    for (const [chip, own, other] of [
      ["cpu", cpu, gpu],
      ["gpu", gpu, cpu],
    ] as const) {
      const k = own * (matched.powerW[chip] ?? 0);
      if (own > (chip === "cpu" ? 4.5 : 1.8) * other && k > 12)
        out.push({
          code: "contact-far-above",
          level: "caution",
          message:
            `Contact of the ${words.chip(chip)} stands far above the other chip's: ${own.toFixed(2)} ` +
            `against ${words.kelvinPerWatt(other)}.`,
          seen: jump(after, "after", chip),
        });
    }
  }
  if (spread) {
    const hottest = spread.cores.reduce((m, c) => ((c.afterK ?? -99) > (m.afterK ?? -99) ? c : m));
    const grown = (hottest.afterK ?? 0) - (hottest.beforeK ?? 0);
    if ((hottest.afterK ?? 0) > 5 && grown > 3) {
      out.push({
        code: "core-spread",
        level: "caution",
        message:
          `One core runs ${Math.round(hottest.afterK ?? 0)} K over the mean, before ` +
          `${words.kelvin(hottest.beforeK ?? 0, 0)}. Poor paste alone would warm all alike: the plate leans.`,
        figure: `+${Math.round(hottest.afterK ?? 0)} K`,
        seen: { run: "after", chip: "cpu", ...stretch(after, ...lateRows(after)), word: "after: cores apart" },
      });
    }
  }
  for (const c of chips) {
    const contact = c.paths[0];
    const airflow = c.paths[1];
    if (contact.change.K >= 3 && contact.change.low > 0 && airflow.change.K <= -3 && airflow.change.high < 0) {
      out.push({
        code: "paths-disagree",
        level: "caution",
        message:
          `On the ${words.chip(c.chip)} airflow got better while contact got worse: reopen and check the ` +
          "tightening order, pad heights and a forgotten pad film.",
        seen: jump(after, "after", c.chip),
      });
    } else if (contact.change.K <= -3 && contact.change.high < 0 && airflow.change.K >= 3 && airflow.change.low > 0) {
      out.push({
        code: "paths-disagree",
        level: "caution",
        message:
          `On the ${words.chip(c.chip)} contact got better while airflow got worse: look for a cable in the ` +
          "outlet, a tape left off, a blower not seated.",
        seen: { run: "after", chip: c.chip, ...stretch(after, ...lateRows(after)), word: "after: the climb" },
      });
    }
  }
  return out;
}

function stateFindings({ before, after, chips, fan }: Scene): Reason[] {
  const out: Reason[] = [];
  for (const [name, s] of [
    ["before", before],
    ["after", after],
  ] as const) {
    for (const c of s.chips) {
      const late = lateRows(s);
      const mid = (late[0] + late[1]) >> 1;
      const climb = meanOver(c.tempC, [mid, late[1]]) - meanOver(c.tempC, [late[0], mid]);
      if (climb > 1.2 && loadSeconds(s) >= enoughSeconds(chips, before, after, fan))
        out.push({
          code: "not-steady",
          level: "note",
          message:
            `The ${words.chip(c.chip)} was still climbing at the end of the load in the run ${name}; the ` +
            "end value is calculated.",
          figure: `${climb.toFixed(1)} K/min`,
          seen: { run: name, chip: c.chip, ...stretch(s, late[0], late[1]), word: `${name} still climbs` },
        });
      if (s.on < 10) continue;
      const idleC = meanOver(c.tempC, [Math.max(0, s.on - 15), s.on]);
      const startC = meanOver(c.tempC, [0, Math.min(15, s.on)]);
      if (startC - idleC > 2.5)
        out.push({
          code: "warm-start",
          level: "note",
          message: `The ${words.chip(c.chip)} was still cooling from earlier work when the run ${name} began.`,
          figure: `${(startC - idleC).toFixed(0)} K`,
          seen: { run: name, chip: c.chip, ...stretch(s, 0, s.on), word: `${name} still cools` },
        });
      const idleLoad = c.load ? median(c.load.slice(0, s.on)) : NaN;
      if (idleLoad > 15)
        out.push({
          code: "background-load",
          level: "caution",
          message: `Something else ran on the ${words.chip(c.chip)} in the idle of the run ${name}.`,
          figure: `${Math.round(idleLoad)} %`,
          seen: { run: name, chip: c.chip, ...stretch(s, 0, s.on), word: `${name} at work in idle` },
        });
    }
    if (s.on < 5)
      out.push({
        code: "no-idle",
        level: "caution",
        message: `The run ${name} has no idle before the load: its start is guessed.`,
        seen: { run: name, chip: null, ...stretch(s, 0, Math.max(1, s.on)), word: `${name} starts hot` },
      });
  }
  return out;
}

function powerFindings({ before, after, facts }: Scene): Reason[] {
  const out: Reason[] = [];
  const lead = before.chips[0]?.chip;
  if (lead) {
    const peak = (facts.after.peakC[lead] ?? 0) - (facts.before.peakC[lead] ?? 0);
    out.push({
      code: "as-logged",
      level: "note",
      message:
        `As logged, the ${words.chip(lead)} peaked at ${Math.round(facts.before.peakC[lead] ?? 0)} °C ` +
        `before and ${Math.round(facts.after.peakC[lead] ?? 0)} °C after.`,
      figure: words.kelvin(peak, 0),
    });
  }
  if (before.chips.length !== after.chips.length)
    out.push({ code: "chip-missing", level: "caution", message: "One chip is in one log only; it was left out." });
  return out;
}
