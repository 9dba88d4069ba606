import {
  aheadOf,
  atFanSpeed,
  soundSpeedOf,
  courseOf,
  courseHeadline,
  courseSummary,
  forecastOf,
  hotMarks,
  narrowing,
  partsOver,
  type JobLine,
  type ChipCourse,
  type Course,
  type PartCourse,
  type Visit,
} from "../../core/workshop/history";
import type { KnownSummary, Machine, StageView } from "../../core/workshop/job";
import { JUDGE_VERSION } from "../../core/measure/judge";
import type { ChipId } from "../../core/measure/thermal";
import { nextDue, type NextDue, type UpkeepRules } from "../../core/workshop/upkeep";
import { asideLine, asidesIn, Journal, type Aside } from "../../core/handwork/service";
import { database, databaseTrouble } from "../../data/base/connection";
import { logged } from "../base/background/task";
import { duesOf, type DueLine } from "../../data/workshop/dues";
import { asideEntriesOf } from "../../data/handwork/journal";
import { findJob, findJobs, jobsOfMachine, type Job } from "../../data/workshop/jobs";
import { findMachine } from "../../data/workshop/machines";
import { fittedIn } from "../../data/workshop/lotUses";
import { measuredPairs } from "../../data/measure/measures";
import { findRules } from "../../data/workshop/upkeep";
import { jobView } from "./job";
import { summariesOfJobs } from "./jobSummaries";
import { zoneNow } from "../base/today";
import { dayIn, type Zone } from "../../core/base/days";

/** A machine's years are told from its newest so many jobs. */
const MOST_JOBS = 40;
const MOST_DUES = 12;
const MOST_OTHERS = 30;

export interface HistoryView {
  machine: Machine;
  visits: Visit[];
  chips: ChipCourse[];
  /** What the workshop's rules and what was measured make of it. */
  next: NextDue;
  dues: DueLine[];
  /** Its jobs, the newest first, with what was fitted and what was found on the way. */
  jobs: JobLine[];
  parts: PartCourse[];
  services: number;
  /** Something of its jobs is newer than what is shown, and is being worked out. */
  behind: boolean;
  /** Its newest job, whose stages stand beside; null where it has none. */
  newest: { jobId: number; stages: StageView[] } | null;
  today: string;
}

type Told = { job: Job; summary: KnownSummary }[];

/** A machine's jobs with how they stand, oldest first. */
async function toldOf(machineId: number, patienceMs?: number): Promise<Told> {
  const jobs = await jobsOfMachine(await database(), machineId, MOST_JOBS);
  const summaries = await summariesOfJobs(jobs, patienceMs);
  return jobs.reverse().flatMap((job) => {
    const own = summaries.get(job.id);
    return own ? [{ job, summary: own }] : [];
  });
}

const visitsOf = (told: Told): Visit[] =>
  told
    .map(({ job, summary }) => ({
      jobId: job.id,
      beforeDay: summary.days.before,
      afterDay: summary.days.after,
      measured: summary.measured,
      did: summary.did,
      found: summary.found,
    }))
    .sort((a, b) => dayOfVisit(a).localeCompare(dayOfVisit(b)));

const dayOfVisit = (v: Visit): string => v.beforeDay ?? v.afterDay ?? "";

const coursesOf = (visits: readonly Visit[]): Course[] =>
  (["cpu", "gpu"] as const satisfies ChipId[]).flatMap((chip) => courseOf(visits, chip) ?? []);

const FORECAST_MONTHS = 18;
/** A date that is kept waits for what it rests on; one that is only shown not so long. ms */
const TO_KEEP_MS = 5_000;
export const TO_SHOW_MS = 300;

/**
 * The next service of a machine, and what it is reckoned from.
 *
 * @param doneOn a day it was served without a job: by rule from then on; null where its jobs tell
 * @param patienceMs how long it is waited for what its jobs have come to just now
 */
export async function suggestedDue(
  machine: Machine,
  doneOn: string | null = null,
  patienceMs = TO_KEEP_MS,
): Promise<NextDue> {
  const told = await toldOf(machine.id, patienceMs);
  const rules = await findRules(await database());
  const courses = doneOn === null ? coursesOf(visitsOf(told)) : [];
  return suggested(machine, told, { courses, rules, doneOn, zone: await zoneNow() });
}

function suggested(
  machine: Machine,
  told: Told,
  {
    courses,
    rules,
    doneOn,
    zone,
  }: { courses: readonly Course[]; rules: UpkeepRules; doneOn: string | null; zone: Zone },
): NextDue {
  const today = dayIn(zone, new Date());
  const aheads = courses.flatMap((c) => aheadOf(c, forecastOf(c, machine.limitC, FORECAST_MONTHS)) ?? []);
  const soonest = aheads.sort((a, b) => (a.early ?? "9999").localeCompare(b.early ?? "9999"))[0] ?? null;
  const graded = [...told].reverse().find((t) => t.summary.grade !== null);
  const served = [...told].reverse().find((t) => t.summary.days.after !== null || t.job.closedAt !== null);
  const last = served?.summary.days.after ?? dayIn(zone, served?.job.closedAt ?? machine.createdAt);
  const facts = { ...machine, use: machine.used, grade: graded?.summary.grade ?? null };
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
  const zone = await zoneNow();
  const today = dayIn(zone, new Date());
  const extras = await extrasOf(told.map((t) => t.job));
  const lines = told.map((t) => lineOf(t, extras, zone));
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
      others: await othersOf(machine, course),
    });
  }
  return {
    machine,
    visits,
    chips,
    next: suggested(machine, told, { courses, rules: await findRules(db), doneOn: null, zone }),
    dues: await duesOf(db, machineId, MOST_DUES),
    jobs: [...lines].reverse(),
    parts: partsOver(lines.map(({ jobId, day }) => ({ jobId, day, asides: extras.asides.get(jobId) ?? [] }))),
    newest: await newestOf(told.at(-1)?.job.id),
    services: visits.filter((v) => v.did.length > 0 || v.afterDay !== null).length,
    behind: told.some((t) => t.summary.behind),
    today,
  };
}

/** One job that cannot be read takes no page of many down; a database that cannot be used does. */
function unlessTrouble(e: unknown): null {
  if (databaseTrouble(e)) throw e;
  return logged(e);
}

async function newestOf(jobId: number | undefined): Promise<HistoryView["newest"]> {
  // its stages stand beside: where they cannot be read the years are told all the same
  const view = jobId === undefined ? null : await jobView(jobId).catch(unlessTrouble);
  return view && { jobId: view.job.id, stages: view.stages };
}

/** The machine of a job; null where there is no such job. */
export const machineOfJob = async (jobId: number): Promise<number | null> =>
  (await findJob(await database(), jobId))?.machineId ?? null;

interface Extras {
  asides: Map<number, Aside[]>;
  fitted: Map<number, string[]>;
}

/** What was found on the way and fitted in some jobs, one question each. */
async function extrasOf(jobs: readonly Job[]): Promise<Extras> {
  const db = await database();
  const ids = jobs.map((j) => j.id);
  const found = await asideEntriesOf(db, ids);
  return {
    asides: new Map([...found].map(([id, entries]) => [id, asidesIn(new Journal(entries))])),
    fitted: await fittedIn(db, ids),
  };
}

function lineOf({ job, summary }: Told[number], { asides, fitted }: Extras, zone: Zone): JobLine {
  const { before, after } = summary.days;
  return {
    jobId: job.id,
    day: after ?? before ?? dayIn(zone, job.openedAt),
    closed: job.closedAt !== null,
    complaint: job.complaint,
    found: summary.found,
    did: summary.did,
    fitted: fitted.get(job.id) ?? [],
    asides: (asides.get(job.id) ?? []).map(asideLine),
    note: job.closingNote,
  };
}

/** What others of its model measure after a service, brought to the fan speed of this one; null where none is known. */
async function othersOf(machine: Machine, course: Course): Promise<ChipCourse["others"]> {
  const db = await database();
  const pairs = await measuredPairs(
    db,
    { model: machine.model, variant: machine.variant, butMachine: machine.id },
    { before: new Date().toISOString(), but: 0 },
    JUDGE_VERSION,
    MOST_OTHERS,
  );
  // after runs that left no path worse
  const good = pairs.filter((p) => p.runs?.some((r) => r.chip === course.chip));
  const jobs = await findJobs(
    db,
    good.map((p) => p.jobId),
  );
  const summaries = await summariesOfJobs([...jobs.values()]);
  const told = good.flatMap(({ jobId, tag }) => {
    const measured = summaries.get(jobId)?.measured;
    const after = measured?.chips.find((c) => c.chip === course.chip)?.after;
    const at = measured && after && atFanSpeed(after, soundSpeedOf(measured), course.fanRpm);
    return at?.contact && at.airflow ? [{ tag, contact: at.contact.KW, airflow: at.airflow.KW }] : [];
  });
  if (told.length === 0) return null;
  const span = (values: number[]): [number, number] => [Math.min(...values), Math.max(...values)];
  return {
    tags: [...new Set(told.map((t) => t.tag))].sort(),
    contact: span(told.map((t) => t.contact)),
    airflow: span(told.map((t) => t.airflow)),
  };
}
