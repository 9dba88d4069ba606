import { channelOf, type Phases, type Run } from "../log";
import { MATCHED_ROOM_C, type JudgeRun } from "../pair/conditions";
import type { Reason } from "../pair/reason";
import type { Both } from "./gain";
import { JUDGE_VERSION, type Judgement, type RunFacts, type VerdictWord } from "./judgement";

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
 * judgeByWork(before, phases, after, phases)?.gain?.work; // { before: 300, after: 414 }
 */
export function judgeByWork(
  before: JudgeRun,
  beforePhases: Phases,
  after: JudgeRun,
  afterPhases: Phases,
): Judgement | null {
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
    lead: null,
    matched: { roomC: MATCHED_ROOM_C, fanRpm: null, powerW: {} },
    limitC: null,
    thresholdK: 3,
    chips: [],
    reasons,
    next: [{ code: word === "improved" ? "set-due" : "read-temperatures" }],
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
const wordOf = (more: number): VerdictWord =>
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
      out.push({ code: "load-too-short", level: "blocks", data: { run, loadS, neededS: LEAST_LOAD_S, of: "work" } });
  });
  for (const { chip, first } of worked) {
    const share = first.before && first.after ? first.after / first.before - 1 : 0;
    if (Math.abs(share) > ALIKE) out.push({ code: "work-unlike", level: "blocks", data: { chip, share } });
  }
  out.push({ code: "no-temperature", level: "caution", data: {} });
  const [b, a] = [roomOf(before), roomOf(after)];
  if (b === null || a === null) out.push({ code: "room-unknown", level: "caution", data: {} });
  else if (Math.abs(a - b) > ROOMS_K) out.push({ code: "rooms-apart", level: "blocks", data: { K: a - b } });
  return out;
}

function roomOf({ room, run }: JudgeRun): number | null {
  const logged = channelOf(run, "room.temperature")?.values.find((v) => Number.isFinite(v));
  return room.endC ?? room.startC ?? logged ?? null;
}
