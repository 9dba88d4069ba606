import { bad, ok, type Result } from "../core/result";
import { database } from "../data/connection";
import { addJob, closeJob, findJob, reopenJob } from "../data/jobs";
import { addMachine, findMachine, machineByTag, setDue } from "../data/machines";
import { check } from "../input/check";
import { DueInput, IntakeInput, JobInput } from "../input/machine";
import { serverProblem } from "./problems";

/** A new machine with its first job. */
export async function intake(body: unknown): Promise<Result<{ machineId: number; jobId: number }>> {
  const checked = check(IntakeInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const m = checked.value;
  const db = await database();
  if (await machineByTag(db, m.tag)) return bad(serverProblem.tagTaken(m.tag));
  const now = new Date().toISOString();
  return db.transaction(async (tx) => {
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
      },
      now,
    );
    const jobId = await addJob(tx, machineId, m.complaint, now);
    return ok({ machineId, jobId });
  });
}

/** A further job for a machine. */
export async function newJob(machineId: number, body: unknown): Promise<Result<{ jobId: number }>> {
  const checked = check(JobInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const db = await database();
  if (!(await findMachine(db, machineId))) return bad(serverProblem.noMachine());
  return ok({ jobId: await addJob(db, machineId, checked.value.complaint, new Date().toISOString()) });
}

/** Sets the next due date of a job's machine, and closes the job where that is wished. */
export async function setDueDate(jobId: number, body: unknown): Promise<Result<{ machineId: number }>> {
  const checked = check(DueInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const db = await database();
  const job = await findJob(db, jobId);
  if (!job) return bad(serverProblem.noJob());
  const { dueOn, why, close, note } = checked.value;
  await db.transaction(async (tx) => {
    await setDue(tx, job.machineId, dueOn, why);
    if (close) await closeJob(tx, jobId, note, new Date().toISOString());
  });
  return ok({ machineId: job.machineId });
}

export async function openAgain(jobId: number): Promise<Result<null>> {
  const db = await database();
  if (!(await findJob(db, jobId))) return bad(serverProblem.noJob());
  await reopenJob(db, jobId);
  return ok(null);
}
