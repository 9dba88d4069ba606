import type { ServiceStage } from "../../handwork/service";
import type { NamedPiece } from "./orders";
import type { Day, DayBreak, DayJob, DayTask, TaskKind } from "./problem";

/** How a workshop's days go: minutes from midnight. */
export interface DayForm {
  fromMin: number;
  /** Everything should be home by then; a job without a promised time is due then. */
  homeMin: number;
  rigs: number;
  breaks: readonly (DayBreak & { name: string })[];
}

export const usualDay: DayForm = {
  fromMin: 8 * 60 + 30,
  homeMin: 17 * 60,
  rigs: 1,
  breaks: [
    { name: "tea", fromMin: 10 * 60 + 30, toMin: 10 * 60 + 45 },
    { name: "midday", fromMin: 12 * 60 + 30, toMin: 13 * 60 + 15 },
  ],
};

/** What was promised of one job today, and whether it is done today at all. */
export interface DayPromise {
  dueMin: number | null;
  weight: number;
  today: boolean;
  /** So long its battery runs down before it is opened, and so long parts dry after they were cleaned, minutes. */
  dischargeMin?: number;
  dryMin?: number;
}

export const usualPromise: Required<DayPromise> = { dueMin: null, weight: 1, today: true, dischargeMin: 0, dryMin: 0 };

/** What is kept of one day: promises by job, and the order that was taken. */
export interface SavedDay {
  date: string;
  promises: Readonly<Record<string, DayPromise>>;
  order: readonly NamedPiece[] | null;
}

/** A stage of a job as the day needs it. */
export const DAY_STAGES = [
  "intake",
  "before",
  "cools",
  "discharges",
  "open",
  "strip",
  "clean",
  "dries",
  "paste",
  "close",
  "after",
  "verdict",
] as const;
export type DayStage = (typeof DAY_STAGES)[number];

/** An open job as far as it has come. */
export interface DayFacts {
  jobId: number;
  /** Handwork that is left, minutes; a stage that is done is left out. */
  left: Partial<Record<ServiceStage, number>>;
  hasBefore: boolean;
  /** It goes without a run before, or its handwork has begun without one. */
  skipsBefore: boolean;
  hasAfter: boolean;
  /** A run of it that goes now: how long still, minutes. */
  going: { kind: "before" | "after"; leftMin: number } | null;
  /** How long its runs take by their recipe, minutes. */
  runMin: number;
}

/** Minutes of hands at the start of a run, of cooling after it, and of the verdict. */
export const RUN_HANDS_MIN = 4;
const COOLS_MIN = 10;
const VERDICT_MIN = 5;

/** Waits of a job that its technician told of. */
type PlannedWaits = Required<Pick<DayPromise, "dischargeMin" | "dryMin">>;

/** Stages in which nobody's hands are needed. */
export const WAIT_STAGES: readonly DayStage[] = ["cools", "discharges", "dries"];

/** What is left of a job, stage by stage, none shorter than a minute. */
export function tasksOf(f: DayFacts, told: PlannedWaits = usualPromise): DayTask[] {
  const out: DayTask[] = [];
  const add = (id: DayStage, kind: TaskKind, minutes: number, handsMin?: number) => {
    const whole = Math.max(1, Math.round(minutes));
    out.push({ id, kind, minutes: whole, ...(handsMin === undefined ? {} : { handsMin: Math.min(handsMin, whole) }) });
  };
  const hands = (stage: ServiceStage & DayStage) => {
    const left = f.left[stage];
    if (left !== undefined) add(stage, "hands", left);
  };
  const work = (["open", "strip", "clean", "paste", "close"] as const).filter((s) => f.left[s] !== undefined);
  if (!f.hasAfter && f.going?.kind !== "after") {
    hands("intake");
    const before = !f.hasBefore && !f.skipsBefore;
    if (before && f.going?.kind !== "before") add("before", "run", f.runMin, RUN_HANDS_MIN);
    if (before && work.length) add("cools", "wait", COOLS_MIN);
    for (const stage of work) {
      if (stage === "open" && told.dischargeMin > 0) add("discharges", "wait", told.dischargeMin);
      hands(stage);
      if (stage === "clean" && told.dryMin > 0) add("dries", "wait", told.dryMin);
    }
    add("after", "run", f.runMin, RUN_HANDS_MIN);
  }
  add("verdict", "hands", VERDICT_MIN);
  return out;
}

/** The day from now on, as it is planned: minutes from midnight. */
export function dayOf(form: DayForm, kept: SavedDay, jobs: readonly DayFacts[], nowMin: number): Day {
  const from = Math.max(form.fromMin, Math.ceil(nowMin));
  const going = jobs.flatMap((j) => (j.going ? [Math.ceil(nowMin + j.going.leftMin)] : []));
  return {
    rigs: form.rigs,
    breaks: form.breaks.map(({ fromMin, toMin }) => ({ fromMin, toMin })),
    handsFromMin: from,
    // a run more than there are rigs for is no fault of the plan
    rigsTakenTo: going.sort((a, b) => a - b).slice(-form.rigs),
    jobs: jobs.flatMap((f): DayJob[] => {
      const p: Required<DayPromise> = { ...usualPromise, ...kept.promises[String(f.jobId)] };
      if (!p.today) return [];
      return [
        {
          id: String(f.jobId),
          // after closing time nothing more can be late but what was promised
          dueMin: p.dueMin ?? (form.homeMin > from ? form.homeMin : null),
          weight: p.weight,
          readyMin: f.going ? Math.ceil(nowMin + f.going.leftMin) : from,
          tasks: tasksOf(f, p),
        },
      ];
    }),
  };
}
