import {
  aheadOf,
  courseOf,
  courseHeadline,
  courseSummary,
  forecastOf,
  hotMarks,
  narrowing,
  type Course,
  type Forecast,
  type HotMark,
  type Visit,
} from "../../core/history";
import type { JobStands, Machine } from "../../core/job";
import { JUDGE_VERSION, type ChipId, type SentencePart } from "../../core/judge";
import { nextDue, type NextDue, type UpkeepRules } from "../../core/upkeep";
import { database } from "../../data/connection";
import { duesOf, type DueLine } from "../../data/dues";
import { jobsOfMachine, type Job } from "../../data/jobs";
import { findMachine } from "../../data/machines";
import { measuredPairs } from "../../data/measures";
import { findRules } from "../../data/upkeep";
import { standsOfJobs } from "./stands";

/** A machine's years are told from its newest so many jobs. */
const MOST_JOBS = 40;
const MOST_DUES = 12;
const MOST_OTHERS = 30;

/** One chip over the years, with what is to come. */
export interface ChipCourse {
  course: Course;
  forecast: Forecast | null;
  hot: HotMark[];
  headline: string;
  summary: SentencePart[];
  /** What a check run on a day would narrow the forecast to, days. */
  narrows: { on: string; nowDays: number; thenDays: number } | null;
  /** Airflow and contact after service of others of its model, K/W at their own fan speeds. */
  others: { tags: string[]; contact: [number, number]; airflow: [number, number] } | null;
}

export interface HistoryView {
  machine: Machine;
  visits: Visit[];
  chips: ChipCourse[];
  /** What the workshop's rules and what was measured make of it. */
  next: NextDue;
  dues: DueLine[];
  services: number;
  today: string;
}

type Told = { job: Job; stands: JobStands }[];

/** A machine's jobs with how they stand, oldest first. */
async function toldOf(machineId: number): Promise<Told> {
  const jobs = await jobsOfMachine(await database(), machineId, MOST_JOBS);
  const stands = await standsOfJobs(jobs);
  return jobs.reverse().flatMap((job) => {
    const own = stands.get(job.id);
    return own ? [{ job, stands: own }] : [];
  });
}

const visitsOf = (told: Told): Visit[] =>
  told
    .map(({ job, stands }) => ({
      jobId: job.id,
      beforeDay: stands.days.before,
      afterDay: stands.days.after,
      measured: stands.measured,
      did: stands.did,
      found: stands.found,
    }))
    .sort((a, b) => dayOfVisit(a).localeCompare(dayOfVisit(b)));

const dayOfVisit = (v: Visit): string => v.beforeDay ?? v.afterDay ?? "";

const coursesOf = (visits: readonly Visit[]): Course[] =>
  (["cpu", "gpu"] as const satisfies ChipId[]).flatMap((chip) => courseOf(visits, chip) ?? []);

const todayNow = (): string => new Date().toISOString().slice(0, 10);
const FORECAST_MONTHS = 18;

/**
 * The next service of a machine, and what it is reckoned from.
 *
 * @param doneOn a day it was served without a job: by rule from then on; null where its jobs tell
 */
export async function suggestedDue(machine: Machine, doneOn: string | null = null): Promise<NextDue> {
  const told = await toldOf(machine.id);
  const rules = await findRules(await database());
  const courses = doneOn === null ? coursesOf(visitsOf(told)) : [];
  return suggested(machine, told, { courses, rules, doneOn });
}

function suggested(
  machine: Machine,
  told: Told,
  { courses, rules, doneOn }: { courses: readonly Course[]; rules: UpkeepRules; doneOn: string | null },
): NextDue {
  const today = todayNow();
  const aheads = courses.flatMap((c) => aheadOf(c, forecastOf(c, machine.limitC, FORECAST_MONTHS)) ?? []);
  const soonest = aheads.sort((a, b) => (a.early ?? "9999").localeCompare(b.early ?? "9999"))[0] ?? null;
  const graded = [...told].reverse().find((t) => t.stands.grade !== null);
  const served = [...told].reverse().find((t) => t.stands.days.after !== null || t.job.closedAt !== null);
  const last = served?.stands.days.after ?? served?.job.closedAt?.slice(0, 10) ?? machine.createdAt.slice(0, 10);
  const facts = { ...machine, use: machine.used, grade: graded?.stands.grade ?? null };
  return nextDue(soonest, facts, rules, { from: doneOn ?? last, today });
}

/** A machine over the years; null when there is none. */
export async function historyView(machineId: number): Promise<HistoryView | null> {
  const db = await database();
  const machine = await findMachine(db, machineId);
  if (!machine) return null;
  const told = await toldOf(machineId);
  const visits = visitsOf(told);
  const courses = coursesOf(visits);
  const today = todayNow();
  const chips: ChipCourse[] = [];
  for (const course of courses) {
    const narrows = narrowing(course, machine.limitC, today);
    chips.push({
      course,
      forecast: forecastOf(course, machine.limitC, FORECAST_MONTHS),
      hot: hotMarks(course),
      headline: courseHeadline(course),
      summary: courseSummary(course),
      narrows: narrows && { on: today, ...narrows },
      others: await othersOf(machine, course.chip),
    });
  }
  return {
    machine,
    visits,
    chips,
    next: suggested(machine, told, { courses, rules: await findRules(db), doneOn: null }),
    dues: await duesOf(db, machineId, MOST_DUES),
    services: visits.filter((v) => v.did.length > 0 || v.afterDay !== null).length,
    today,
  };
}

/** What others of its model measure after a service; null where none is known. */
async function othersOf(machine: Machine, chip: ChipId): Promise<ChipCourse["others"]> {
  const pairs = await measuredPairs(
    await database(),
    { model: machine.model, variant: machine.variant, butMachine: machine.id },
    { before: new Date().toISOString(), but: 0 },
    JUDGE_VERSION,
    MOST_OTHERS,
  );
  const runs = pairs.flatMap((p) => p.runs ?? []).filter((r) => r.chip === chip);
  if (runs.length === 0) return null;
  const span = (values: number[]): [number, number] => [Math.min(...values), Math.max(...values)];
  return {
    tags: [...new Set(runs.map((r) => r.tag))].sort(),
    contact: span(runs.map((r) => r.contactKW)),
    airflow: span(runs.map((r) => r.airflowKW)),
  };
}
