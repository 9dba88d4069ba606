import { promisify } from "node:util";
import { gzip } from "node:zlib";
import { declaredIn, planFrom } from "../../core/measure/log";
import { jobDifferences, type JobFile, type PartDifference } from "../../core/record/jobfile";
import { bad, ok, type Result } from "../../core/base/result";
import { database } from "../../data/base/connection";
import { jobByUid, jobRecord } from "../../data/record/jobFile";
import { writeJob, type JobParts } from "../../data/record/jobFileWrite";
import { machineByTag } from "../../data/workshop/machines";
import { packRun } from "../../data/measure/runs";
import { inThread } from "../../threads/pool";
import { smallOf } from "../base/background/pictures";
import { writing } from "../base/http/write";
import { recordProblem } from "./problems";
import { readBundle, type ReadBundle } from "./readBundle";

const packed = promisify(gzip);

/** What became of a bundle that was taken in. */
export interface Taken {
  /** "new": it is here now; "same": it was here already, the same; "differs": it is here, and not the same. */
  what: "new" | "same" | "differs";
  jobId: number;
  tag: string;
  number: number;
  differences: PartDifference[];
}

/**
 * Takes a job in from its zip: whole or not at all. One that is here already stays as it is, and what differs
 * is told.
 */
export async function takeBundle(bytes: Uint8Array, signal?: AbortSignal): Promise<Result<Taken>> {
  const read = await readBundle(bytes);
  if (!read.ok) return read;
  const { file } = read.value;
  const known = await knownAs(file);
  if (known) return ok(known);
  const parts = await partsOf(read.value);
  if (!parts.ok) return parts;
  // whoever sent it went away, or cancelled it: nothing is stored
  if (signal?.aborted) return bad(recordProblem.cancelled());
  const now = new Date().toISOString();
  const stored = await writing(async (tx) => {
    if ((await jobByUid(tx, file.uid)) !== null) return ok(null);
    const machine = await machineByTag(tx, file.machine.tag);
    if (machine && machine.model.toLowerCase() !== file.machine.model.toLowerCase())
      return bad(recordProblem.otherModel(machine.tag, machine.model, file.machine.model));
    return ok(await writeJob(tx, file, parts.value, now));
  });
  if (!stored.ok) return stored;
  // sent twice at once it was stored by the other
  const again = stored.value === null ? await knownAs(file) : null;
  if (again) return ok(again);
  return ok({ what: "new", jobId: stored.value ?? 0, tag: file.machine.tag, number: file.number, differences: [] });
}

async function knownAs(file: JobFile): Promise<Taken | null> {
  const db = await database();
  const jobId = await jobByUid(db, file.uid);
  const here = jobId === null ? null : await jobRecord(db, jobId);
  if (jobId === null || !here) return null;
  const differences = jobDifferences(here.file, file);
  const { tag } = here.file.machine;
  return { what: differences.length ? "differs" : "same", jobId, tag, number: here.file.number, differences };
}

/** Logs read anew and packed, pictures with their small ones: all that takes long, before the transaction. */
async function partsOf({ file, logs, photos, signed }: ReadBundle): Promise<Result<JobParts>> {
  const parts: JobParts = { runs: [], photos: [], signed };
  for (const [i, r] of file.runs.entries()) {
    const bytes = logs[i] ?? new Uint8Array();
    const choices = declaredIn(planFrom(r.columns, r.layout));
    const run = await inThread("readAgain", { bytes, choices });
    if (!run.ok) return bad(recordProblem.unreadable(r.file, run.problem.message));
    parts.runs.push({ run: run.value, gzip: await packed(bytes), packed: await packRun(run.value) });
  }
  for (const [i, p] of photos.entries()) {
    const small = await smallOf(p).catch(() => null);
    if (!small) return bad(recordProblem.unreadable(file.photos[i]?.file ?? "", "it is no whole picture."));
    parts.photos.push({ image: Buffer.from(p), thumbnail: small });
  }
  return ok(parts);
}
