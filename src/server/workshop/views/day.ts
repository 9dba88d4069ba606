import { LRUCache } from "lru-cache";
import type { DayFacts, DayJobView, DayView, PastStretch as Past } from "../../../core/workshop/day";
import { RECIPES } from "../../../core/measure/protocol";
import { contextOf, estimateMinutes, progressOf, type ServiceStage } from "../../../core/handwork/service";
import { CoolingMap } from "../../../core/drawing/parts";
import { database, databasePath } from "../../../data/base/connection";
import { findDay, findDayForm, runsBetween, workBetween, type PastStretch } from "../../../data/workshop/day";
import { drawingsOfMachines } from "../../../data/drawing/drawings";
import { factsOfJobs, openJobs, timesOfModel } from "../../../data/workshop/jobSummaries";
import { goingRuns } from "../../measure/live/going";
import { jobView, type JobView } from "../../job/job";
import { listsAsked } from "../../job/jobSummaries";
import { beginOf, dayIn } from "../../../core/base/days";
import { zoneOf } from "../../../data/base/zone";

/** So many machines are planned for a day. */
const MOST = 24;
const MOST_EARLIER = 24;
const MINUTE_MS = 60_000;

/** Today at the bench: what is left of every open job, what goes, what is done, and the order that was taken. */
export async function dayView(now = new Date()): Promise<DayView> {
  const db = await database();
  await listsAsked();
  const zone = await zoneOf(db);
  const date = dayIn(zone, now);
  const midnightMs = beginOf(date, zone);
  const minuteOf = (ms: number) => (ms - midnightMs) / MINUTE_MS;
  const open = await openJobs(db, MOST);
  const going = await goingRuns();
  const here = open.filter((o) => o.job.waits === null);
  const drawings = await drawingsOfMachines(
    db,
    here.map((o) => o.machine.id),
  );
  const known = await factsOfJobs(
    db,
    here.map((o) => o.job.id),
  );
  const jobs: DayJobView[] = [];
  for (const { job, machine } of here) {
    const left = await leftOf(job.id, known.get(job.id) ?? 0);
    if (!left) continue;
    const run = going.find((g) => g.jobId === job.id);
    const { id, tag, model, place, form } = machine;
    jobs.push({
      facts: { ...left.facts, going: run ? { kind: run.kind, leftMin: (run.remainingS ?? 0) / 60 } : null },
      machine: { id, tag, model, place, form },
      drawing: left.at === "before" ? null : (drawings.get(id) ?? null),
    });
  }
  return {
    date,
    midnightMs,
    nowMin: minuteOf(now.getTime()),
    form: await findDayForm(db),
    kept: await findDay(db, date),
    jobs,
    past: await pastOf(midnightMs, minuteOf),
    held: open.length - here.length,
  };
}

/** What is left of a job, and where it is. */
interface Left {
  facts: Omit<DayFacts, "going">;
  at: JobView["at"];
}

/** A page looks again and again: what is left of a job is worked out anew only when something of it changed. */
const remembered = new LRUCache<string, Left>({ max: 500, ttl: 10 * MINUTE_MS });

/** @param known how many facts of the job came in so far */
async function leftOf(jobId: number, known: number): Promise<Left | null> {
  const key = `${databasePath()} ${jobId} ${known}`;
  const held = remembered.get(key);
  if (held) return held;
  const view = await jobView(jobId);
  if (!view) return null;
  const left = { facts: await factsOf(view), at: view.at };
  remembered.set(key, left);
  return left;
}

async function factsOf(view: JobView): Promise<Omit<DayFacts, "going">> {
  const { service } = view;
  const map = service.layout?.parts.length ? new CoolingMap(service.layout) : null;
  const earlier = await timesOfModel(await database(), view.machine, view.job.id, MOST_EARLIER);
  const ctx = contextOf(service, map);
  const progress = progressOf(ctx);
  const times = estimateMinutes(
    ctx,
    earlier.map((e) => new Map(Object.entries(e) as [ServiceStage, number][])),
  );
  const left: DayFacts["left"] = {};
  for (const { stage, minutes } of times) {
    const p = progress.find((s) => s.stage === stage);
    if (!p || p.of === 0 || p.complete) continue;
    left[stage] = minutes * (1 - p.done / p.of);
  }
  const { idleS, loadS, coolS } = RECIPES.standard;
  const begun = progress.some((s) => s.stage !== "intake" && s.started);
  return {
    jobId: view.job.id,
    left,
    hasBefore: Boolean(view.runs.before),
    skipsBefore: begun,
    hasAfter: Boolean(view.runs.after),
    runMin: (idleS + loadS + coolS) / 60,
  };
}

async function pastOf(midnightMs: number, minuteOf: (ms: number) => number): Promise<Past[]> {
  const db = await database();
  const from = new Date(midnightMs).toISOString();
  const to = new Date(midnightMs + 24 * 60 * MINUTE_MS).toISOString();
  const all: PastStretch[] = [...(await workBetween(db, from, to)), ...(await runsBetween(db, from, to))];
  const ids = [...new Set(all.map((p) => p.jobId))];
  const rows = await db("jobs")
    .join("machines", "machines.id", "jobs.machine_id")
    .whereIn("jobs.id", ids)
    .select<{ id: number; tag: string }[]>("jobs.id", "machines.tag");
  const tags = new Map(rows.map((r) => [r.id, r.tag]));
  return all
    .map((p) => ({
      jobId: p.jobId,
      tag: tags.get(p.jobId) ?? "",
      stage: p.stage,
      // a device whose clock goes wrong tells no time of this day
      fromMin: Math.max(0, minuteOf(p.fromMs)),
      toMin: Math.min(24 * 60, minuteOf(p.toMs)),
    }))
    .filter((p) => p.toMin >= p.fromMin)
    .sort((a, b) => a.fromMin - b.fromMin);
}
