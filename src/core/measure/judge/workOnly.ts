import { words } from "../../base/words";
import { channelOf, type Phases, type Run } from "../log";
import { MATCHED_ROOM_C, type JudgeRun } from "../pair/conditions";
import type { Both } from "./gain";
import { STEPS } from "./next";
import {
  JUDGE_VERSION,
  type ChipVerdict,
  type NextStep,
  type Reason,
  type RunFacts,
  type SentencePart,
  type Verdict,
} from "./verdict";

/** Work that is kept up: the last two minutes of the load, s; the first half minute, after it has come up. */
const LATE_S = 120;
const FIRST_S = [3, 33] as const;
/** Less load than this shows the boost, not what is kept up, s. */
const LEAST_LOAD_S = 300;
/** A change that counts, and the 90 % half-width of one: browsers and what else runs differ from run to run. Shares. */
const COUNTS = 0.05;
/** The 90 % half-width of a change of work, a share. */
const HALF = 0.04;
/** Cold chips do the same work: first half minutes that differ by more were not worked alike. */
const ALIKE = 0.12;
/** Rooms further apart let a chip that slows down do more or less by themselves, K. */
const ROOMS_K = 3;

interface Worked {
  chip: "cpu" | "gpu";
  first: Both;
  late: Both;
  more: number;
}

const hasChip = (run: Run): boolean =>
  ["cpu.temperature", "gpu.temperature"].some((k) => channelOf(run, k) !== undefined);

/**
 * Judges two runs in which no chip was read in one of them, by the work a second they kept up: a verdict of one side,
 * in work, never in degrees. Null where the temperatures can be judged, or work is not in both logs.
 *
 * @example
 * judgeByWork(before, phases, after, phases)?.headline; // "Does 38 % more work"
 */
export function judgeByWork(
  before: JudgeRun,
  beforePhases: Phases,
  after: JudgeRun,
  afterPhases: Phases,
): Verdict | null {
  if (hasChip(before.run) && hasChip(after.run)) return null;
  const runs = { before: [before.run, beforePhases], after: [after.run, afterPhases] } as const;
  const worked = (["cpu", "gpu"] as const).flatMap((chip): Worked[] => {
    const of = (from: (p: Phases) => [number, number]): Both => ({
      before: meanWork(...runs.before, chip, from),
      after: meanWork(...runs.after, chip, from),
    });
    const first = of((p) => [p.loadOnS + FIRST_S[0], p.loadOnS + FIRST_S[1]]);
    const late = of((p) => [p.loadOffS - LATE_S, p.loadOffS]);
    return late.before && late.after ? [{ chip, first, late, more: late.after / late.before - 1 }] : [];
  });
  const lead = worked.reduce<Worked | null>((m, w) => (!m || Math.abs(w.more) > Math.abs(m.more) ? w : m), null);
  if (!lead) return null;
  const reasons = reasonsFor(before, after, [beforePhases, afterPhases], worked);
  const blocked = reasons.some((r) => r.level === "blocks");
  const split = worked.some((w) => w.more > COUNTS) && worked.some((w) => w.more < -COUNTS);
  const word = blocked || split ? "not-comparable" : wordOf(lead.more);
  return {
    version: 1,
    judge: JUDGE_VERSION,
    verdict: word,
    headline: [{ text: headline(word, lead) }],
    summary: summary(word, lead, reasons, split),
    lead: null,
    matched: { roomC: MATCHED_ROOM_C, fanRpm: null, powerW: {} },
    limitC: null,
    thresholdK: 3,
    chips: [] as ChipVerdict[],
    reasons,
    next: nextFor(word),
    outlook: { hotDay: null, sustainedW: null, fanShare: null },
    facts: { before: factsOf(beforePhases), after: factsOf(afterPhases) },
    enoughS: null,
    spread: null,
    witnesses: [],
    quality: null,
    gain: {
      chip: lead.chip,
      watts: { before: null, after: null },
      clockMHz: { before: null, after: null },
      slowsS: { before: null, after: null },
      fan: null,
      work: lead.late,
    },
  };
}

function meanWork(run: Run, phases: Phases, chip: string, from: (p: Phases) => [number, number]): number | null {
  const values = channelOf(run, `${chip}.work`)?.values;
  const [a, b] = from(phases);
  const told = values
    ? Array.from(values).filter((v, i) => v > 0 && (run.timeS[i] ?? 0) >= a && (run.timeS[i] ?? 0) <= b)
    : [];
  return told.length < 5 ? null : told.reduce((s, v) => s + v, 0) / told.length;
}

/** The change counts where it is large enough and its interval leaves no doubt of its sign. */
const wordOf = (more: number): Verdict["verdict"] =>
  Math.abs(more) < COUNTS || Math.abs(more) <= HALF ? "unchanged" : more > 0 ? "improved" : "worse";

const factsOf = (p: Phases): RunFacts => ({
  peakC: {},
  lateC: {},
  latePowerW: {},
  fanRpm: null,
  roomC: null,
  loadS: p.loadOffS - p.loadOnS,
});

function reasonsFor(
  before: JudgeRun,
  after: JudgeRun,
  phases: readonly [Phases, Phases],
  worked: readonly Worked[],
): Reason[] {
  const out: Reason[] = [];
  (["before", "after"] as const).forEach((run, i) => {
    const p = phases[i as 0 | 1];
    const loadS = p.loadOffS - p.loadOnS;
    if (loadS < LEAST_LOAD_S)
      out.push({
        code: "load-too-short",
        level: "blocks",
        run,
        neededS: LEAST_LOAD_S,
        message:
          `The load of the run ${run} was too short: what a chip keeps up shows after ` +
          `${words.clock(LEAST_LOAD_S)}.`,
        figure: `${words.clock(loadS)} of ${words.clock(LEAST_LOAD_S)}`,
      });
  });
  for (const { chip, first } of worked) {
    const off = first.before && first.after ? first.after / first.before - 1 : 0;
    if (Math.abs(off) > ALIKE)
      out.push({
        code: "work-unlike",
        level: "blocks",
        message:
          `The ${words.chip(chip)} did ${words.share(Math.abs(off))} ${off > 0 ? "more" : "less"} from the first ` +
          "half minute on, when it was still cool: another power mode, browser or load.",
      });
  }
  out.push({
    code: "no-temperature",
    level: "caution",
    message: "No chip temperature is in both logs: this is told in work alone, never in degrees, and says no path.",
  });
  const [b, a] = [roomOf(before), roomOf(after)];
  if (b === null || a === null)
    out.push({
      code: "room-unknown",
      level: "caution",
      message: "The room was not read in both runs: a cooler one lets a chip that slows down do more by itself.",
    });
  else if (Math.abs(a - b) > ROOMS_K)
    out.push({
      code: "rooms-apart",
      level: "blocks",
      message: `The rooms were ${words.kelvinSize(a - b)} apart: that alone changes what a slowed chip does.`,
    });
  return out;
}

function roomOf({ room, run }: JudgeRun): number | null {
  const logged = channelOf(run, "room.temperature")?.values.find((v) => Number.isFinite(v));
  return room.endC ?? room.startC ?? logged ?? null;
}

function headline(word: Verdict["verdict"], { more }: Worked): string {
  if (word === "not-comparable") return "Not comparable";
  return word === "unchanged"
    ? "Does the same work"
    : `Does ${words.share(Math.abs(more))} ${more > 0 ? "more" : "less"} work`;
}

function summary(word: Verdict["verdict"], lead: Worked, reasons: readonly Reason[], split: boolean): SentencePart[] {
  if (split && !reasons.some((r) => r.level === "blocks"))
    return [
      { text: "One chip does more work than before, the other less: without temperatures nothing tells which counts." },
    ];
  if (word === "not-comparable")
    return reasons
      .filter((r) => r.level === "blocks")
      .slice(0, 2)
      .map((r, i) => ({ text: `${i ? " " : ""}${r.message}` }));
  const name = words.chip(lead.chip);
  if (word === "unchanged")
    return [{ text: `At the end of the load the ${name} does as much work a second as before.` }];
  return [
    { text: `At the end of the load the ${name} does ` },
    { text: words.share(Math.abs(lead.more)), strong: true },
    { text: ` ${lead.more > 0 ? "more" : "less"} work a second than before.` },
  ];
}

const WITH_SENSORS: NextStep = {
  code: "read-temperatures",
  message: "Run once more with the probe beside the load page: then it is told in kelvin, and by path.",
};

function nextFor(word: Verdict["verdict"]): NextStep[] {
  if (word === "improved") return [STEPS.setDue];
  return [WITH_SENSORS];
}
