import { bad, ok, type Result } from "../core/result";
import type { Entry } from "../core/service";
import { findJob } from "../data/jobs";
import { addEntries, entriesOf } from "../data/journal";
import { giveRevision, lastKept, revisionOfJob } from "../data/layouts";
import { findMachine } from "../data/machines";
import { keepWays, setJobWays, setPadCurves, setWorkshopWays } from "../data/ways";
import { check } from "../input/check";
import { PadCurvesInput } from "../input/materials";
import { JournalInput, WaysInput } from "../input/service";
import { serverProblem } from "./problems";
import { openJob, writing } from "./write";

/** Takes entries in, each once; gives the whole journal back, so that a device sees what others did. */
export async function keepEntries(jobId: number, body: unknown): Promise<Result<{ entries: Entry[] }>> {
  const checked = check(JournalInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { entries } = checked.value;
  return writing(async (tx) => {
    const job = await findJob(tx, jobId);
    if (!job) return bad(serverProblem.noJob());
    // what was done before the job was closed may arrive late; what is done after may not
    if (job.closedAt && entries.some((e) => e.at > (job.closedAt ?? ""))) return bad(serverProblem.jobClosed());
    if (entries.length) {
      await keepWays(tx, jobId);
      // the steps name parts of this drawing: from now on it is the job's
      const machine = await findMachine(tx, job.machineId);
      const last =
        machine && !(await revisionOfJob(tx, jobId)) ? await lastKept(tx, machine.model, machine.variant) : null;
      if (last) await giveRevision(tx, jobId, last.id);
    }
    await addEntries(tx, jobId, entries, new Date().toISOString());
    return ok({ entries: await entriesOf(tx, jobId) });
  });
}

/** Sets how the workshop works from now on; jobs already begun keep theirs. */
export async function changeWorkshopWays(body: unknown): Promise<Result<null>> {
  const checked = check(WaysInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  return writing(async (tx) => {
    await setWorkshopWays(tx, { ...checked.value });
    return ok(null);
  });
}

/** Sets how one job is worked. */
export async function changeJobWays(jobId: number, body: unknown): Promise<Result<null>> {
  const checked = check(WaysInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  return writing(async (tx) => {
    const job = await openJob(tx, jobId);
    if (!job.ok) return job;
    await setJobWays(tx, jobId, { ...checked.value });
    return ok(null);
  });
}

/** Sets how the workshop's pads press back; every pad is reckoned by it from now on. */
export async function changePadCurves(body: unknown): Promise<Result<null>> {
  const checked = check(PadCurvesInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { soft, medium, firm } = checked.value;
  for (const [name, c] of Object.entries({ soft, medium, firm }))
    if (!(c.least < c.target && c.target < c.most && c.most < c.limit))
      return bad(serverProblem.badFields({ [`${name}.target`]: "Least, target, most and limit must rise." }));
  return writing(async (tx) => {
    await setPadCurves(tx, { soft: { ...soft }, medium: { ...medium }, firm: { ...firm } });
    return ok(null);
  });
}
