import type { Knex } from "knex";
import { bad, ok, type Result } from "../../core/base/result";
import type { NextDue } from "../../core/workshop/upkeep";
import {
  closeJob,
  dropChecks,
  findJob,
  lastClosedOf,
  lastJobOf,
  reopenJob,
  setCheck,
  setWaits,
  type Job,
} from "../../data/workshop/jobs";
import { database } from "../../data/base/connection";
import { takeIn } from "../../data/handwork/journal";
import { setDue } from "../../data/workshop/dues";
import { addMachine, findMachine, machineByTag } from "../../data/workshop/machines";
import { check } from "../../input/check";
import { DueInput, IntakeInput, JobInput, WaitsInput } from "../../input/machine";
import { giveBackUndone } from "../handwork/giveBack";
import { serverProblem } from "../base/http/problems";
import { suggestedDue } from "../job/history";
import { summaryStays } from "../../data/workshop/jobSummaries";
import { takeJobIn } from "../job/jobSummaries";
import { AGAIN_MS, openJob, writing } from "../base/http/write";

/** A new machine with its first job. */
export async function intake(body: unknown): Promise<Result<{ machineId: number; jobId: number }>> {
  const checked = check(IntakeInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const m = checked.value;
  const now = new Date().toISOString();
  return writing(async (tx) => {
    if (await machineByTag(tx, m.tag)) return bad(serverProblem.tagTaken(m.tag));
    const machineId = await addMachine(
      tx,
      {
        tag: m.tag,
        model: m.model,
        variant: m.variant,
        place: m.place,
        environment: m.environment,
        form: m.form,
        limitC: m.limitC,
        used: m.used,
        bought: m.bought,
      },
      now,
    );
    const jobId = await takeJobIn(tx, machineId, m.complaint, now);
    return ok({ machineId, jobId });
  });
}

/** A further job for a machine. */
export async function newJob(machineId: number, body: unknown): Promise<Result<{ jobId: number }>> {
  const checked = check(JobInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { complaint, comesBack } = checked.value;
  const now = Date.now();
  return writing(async (tx) => {
    if (!(await findMachine(tx, machineId))) return bad(serverProblem.noMachine());
    const last = await lastJobOf(tx, machineId);
    const again = last?.complaint === complaint && !last.closedAt && now - Date.parse(last.openedAt) < AGAIN_MS;
    if (again) return ok({ jobId: last.id });
    const from = comesBack ? await lastClosedOf(tx, machineId) : null;
    await summaryStays(tx, await dropChecks(tx, machineId));
    return ok({ jobId: await takeJobIn(tx, machineId, complaint, new Date(now).toISOString(), from?.id ?? null) });
  });
}

/** Sets the next due date of a job's machine, and closes the job where that is wished. */
export async function setDueDate(jobId: number, body: unknown): Promise<Result<{ machineId: number }>> {
  const checked = check(DueInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { dueOn, why, close, note, checkOn } = checked.value;
  const next = await suggestionOf(jobId);
  return writing(async (tx) => {
    const job = close ? await openJob(tx, jobId) : await anyJob(tx, jobId);
    if (!job.ok) return job;
    // the date that was offered moves with what it rests on, any other is by hand
    const by = next && next.dueOn === dueOn ? next.by : "hand";
    await setDue(tx, job.value.machineId, { dueOn, why, by });
    if (close) await setCheck(tx, jobId, checkOn);
    if (close) await summaryStays(tx, [jobId]);
    if (close) await closeJob(tx, jobId, note, new Date().toISOString());
    return ok({ machineId: job.value.machineId });
  });
}

async function suggestionOf(jobId: number): Promise<NextDue | null> {
  const db = await database();
  const job = await findJob(db, jobId);
  const machine = job && (await findMachine(db, job.machineId));
  return machine && suggestedDue(machine);
}

export async function openAgain(jobId: number): Promise<Result<null>> {
  return writing(async (tx) => {
    const job = await anyJob(tx, jobId);
    if (!job.ok) return job;
    await reopenJob(tx, jobId);
    // what came from a device meanwhile counts from now on
    await giveBackUndone(tx, jobId, await takeIn(tx, jobId), new Date().toISOString());
    return ok(null);
  });
}

/** Puts a job on hold for a part or for the owner's word, or takes it off again. */
export async function holdJob(jobId: number, body: unknown): Promise<Result<null>> {
  const checked = body === null ? null : check(WaitsInput, body);
  if (checked && !checked.ok) return bad(serverProblem.badFields(checked.fields));
  return writing(async (tx) => {
    const job = await openJob(tx, jobId);
    if (!job.ok) return job;
    await setWaits(tx, jobId, checked && { ...checked.value, since: new Date().toISOString() });
    await summaryStays(tx, [jobId]);
    return ok(null);
  });
}

async function anyJob(tx: Knex, jobId: number): Promise<Result<Job>> {
  const job = await findJob(tx, jobId);
  return job ? ok(job) : bad(serverProblem.noJob());
}
