import { forecastOfJob } from "./forecastOfJob";
import {
  briefHeadline,
  briefOf,
  runFact,
  stageAt,
  stagesOf,
  verdictFact,
  type CameBack,
  type JobHead,
  type JobSummary,
  type Machine,
  type StageName,
  type StageView,
} from "../../core/workshop/job";
import {
  BEFORE_SKIPPED,
  contextOf,
  didIn,
  foundIn,
  Journal,
  progressOf,
  SERVICE_STAGES,
  type ServiceContext,
  type ServiceFacts,
  type StageProgress,
} from "../../core/handwork/service";
import { levelsOfHeights, measuredIn, type Measured } from "../../core/workshop/history";
import type { CoolingMap } from "../../core/drawing/parts";
import { words } from "../../core/base/words";
import { database } from "../../data/base/connection";
import { brokenOfJob } from "../../data/base/brokenPieces";
import { findJob, type Job } from "../../data/workshop/jobs";
import { asideOf, entriesOf } from "../../data/handwork/journal";
import { findMachine } from "../../data/workshop/machines";
import { jobProcedure, padCurves } from "../../data/handwork/procedures";
import { runsOfJob, type RunKind, type RunRecord } from "../../data/measure/runs";
import { lastSaved, revisionOfJob } from "../../data/drawing/layouts";
import { summariesOf } from "../../data/workshop/jobSummaries";
import { lastTriage } from "../../data/measure/triages";
import type { VerdictRecord } from "../../data/measure/verdicts";
import { mapOf, tighteningOf } from "./drawnBy";
import { verdictInForce } from "./fresh";
import { dayIn, type Zone } from "../../core/base/days";
import { zoneOf } from "../../data/base/zone";

export interface JobView {
  job: Job;
  machine: Machine;
  runs: Partial<Record<RunKind, RunRecord>>;
  verdict: VerdictRecord | null;
  stages: StageView[];
  /** The stage the job waits at. */
  at: StageName;
  /** What every page of it says. */
  head: JobHead;
  /** What was found inside, once it was looked at whole; empty before. */
  found: string;
  service: ServiceFacts;
  /** The drawing handwork goes by, with its links; null where nothing is drawn. */
  map: CoolingMap | null;
}

/** A job as its pages show it; null when there is none. */
export async function jobView(id: number): Promise<JobView | null> {
  const db = await database();
  const job = await findJob(db, id);
  const machine = job && (await findMachine(db, job.machineId));
  if (!job || !machine) return null;
  const runs = await runsOfJob(db, id);
  const revision = await revisionOfJob(db, id);
  // handwork goes by the job's own drawing, else by the last kept one of the model
  const drawing = revision ?? (await lastSaved(db, machine.model, machine.variant));
  const map = mapOf(drawing);
  const procedure = await jobProcedure(db, id);
  const zone = await zoneOf(db);
  const service: ServiceFacts = {
    layout: map && drawing ? drawing.document : null,
    ...(map && drawing ? { drawn: `${drawing.id}.${drawing.version}` } : {}),
    entries: await entriesOf(db, id),
    procedure,
    plans: await tighteningOf(drawing, procedure.rounds),
    curves: await padCurves(db),
    model: machine.model,
    hasBeforeRun: Boolean(runs.before),
    today: dayIn(zone, new Date()),
    ...(job.closedAt === null ? {} : { aside: await asideOf(db, id) }),
  };
  const ctx = contextOf(service, map);
  const skipsBefore = !runs.before && ctx.journal.isSettled(BEFORE_SKIPPED);
  const holds = { before: Boolean(runs.before), after: Boolean(runs.after), skipsBefore, service: progressOf(ctx) };
  const at = stageAt(holds);
  const verdict = await verdictInForce(db, job, runs);
  const fact = (r: RunRecord | undefined) => (r ? runFact(r.peakC, machine.limitC) : "");
  const drawn = revision?.document.parts.length ?? 0;
  const found = foundWords(holds.service, ctx);
  const stages = stagesOf(
    holds,
    job.closedAt !== null,
    {
      map: drawn ? words.counted(drawn, "part") : "",
      before: fact(runs.before),
      after: fact(runs.after),
      verdict: verdict ? verdictFact(verdict.result) : "",
      ...(found ? { strip: found } : {}),
    },
    drawn > 0,
  );
  const head = {
    closed: job.closedAt !== null,
    waits: job.waits,
    cameBack: await cameBackOf(job),
    broken: await brokenOfJob(db, id),
  };
  return { job, machine, runs, verdict, stages, at, head, found, service, map };
}

/** What was said and done in the job a job came back from; null where it is a first one. */
async function cameBackOf(job: Job): Promise<CameBack | null> {
  if (job.comesBackFrom === null) return null;
  const db = await database();
  const past = await findJob(db, job.comesBackFrom);
  if (!past) return null;
  const summary = (await summariesOf(db, [past.id])).get(past.id)?.summary;
  return {
    jobId: past.id,
    on: dayIn(await zoneOf(db), past.closedAt ?? past.openedAt),
    headline: summary?.verdict ? briefHeadline(summary.verdict) : "",
    found: summary?.found ?? "",
    note: past.closingNote,
  };
}

/** What was found inside, once it was looked at. */
function foundWords(service: readonly StageProgress[], ctx: ServiceContext): string {
  const strip = service.find((s) => s.stage === "strip");
  return strip?.started && strip.complete ? foundIn(ctx).words.slice(0, 2).join(", ") : "";
}

/** What a job's runs measured: by its verdict, else by what its run before said alone. */
async function measuredOf({ verdict, runs }: JobView): Promise<Measured | null> {
  if (verdict) return measuredIn(verdict.result);
  const alone = runs.before && (await lastTriage(await database(), runs.before.id));
  if (!alone) return null;
  const totalW = Object.values(alone.matched.powerW).reduce((a, b) => a + b, 0);
  const chips = alone.chips.flatMap((c) => {
    const ownW = alone.matched.powerW[c.chip] ?? 0;
    const [contact, airflow] = c.paths;
    const before = levelsOfHeights({ contact: contact.seen, airflow: airflow.seen }, ownW, totalW);
    return before.airflow ? [{ chip: c.chip, ownW, totalW, before, after: { contact: null, airflow: null } }] : [];
  });
  return chips.length ? { fanRpm: alone.matched.fanRpm, chips } : null;
}

/** The day a run was taken: as its log says where that is told, else when it was stored. */
function dayOf(run: RunRecord | undefined, job: Job, zone: Zone): string | null {
  if (!run) return null;
  const startMs = run.startMs ?? 0;
  const told = startMs > Date.parse(job.openedAt) - AWRY_MS && startMs < Date.parse(run.createdAt) + AWRY_MS;
  return dayIn(zone, told ? startMs : run.createdAt);
}

/** A machine with a flat coin cell writes any date: one so far outside of its job is not believed, ms. */
const AWRY_MS = 7 * 86_400_000;

/** How a job stands, for lists; null when there is none. */
export async function summaryNow(id: number): Promise<JobSummary | null> {
  const view = await jobView(id);
  if (!view) return null;
  const zone = await zoneOf(await database());
  const journal = new Journal(view.service.entries);
  const ctx = contextOf(view.service, view.map);
  const fact = (name: StageName) => view.stages.find((s) => s.name === name)?.fact ?? "";
  return {
    at: view.at,
    beforeFact: view.runs.before ? fact("before") : "",
    verdict: view.verdict && briefOf(view.verdict.id, view.verdict.result),
    timesS: Object.fromEntries(SERVICE_STAGES.map((s) => [s, journal.seconds(s)] as const).filter(([, t]) => t > 0)),
    found: view.found,
    grade: foundIn(ctx).grade,
    did: didIn(ctx),
    measured: await measuredOf(view),
    days: { before: dayOf(view.runs.before, view.job, zone), after: dayOf(view.runs.after, view.job, zone) },
    forecast: await forecastOfJob(view),
  };
}
