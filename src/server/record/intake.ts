import { once } from "node:events";
import { createGzip } from "node:zlib";
import { declaredIn, LogReader, planFrom, toRun, type ColumnChoices } from "../../core/measure/log";
import { jobDifferences, type JobFile, type PartDifference } from "../../core/record/jobfile";
import { bad, ok, type Result } from "../../core/base/result";
import { database } from "../../data/base/connection";
import { jobByUid, jobRecord } from "../../data/record/jobFile";
import { writeJob, type JobParts } from "../../data/record/jobFileWrite";
import { machineByTag } from "../../data/workshop/machines";
import { packRun } from "../../data/measure/runs";
import { smallOf } from "../base/background/pictures";
import { writing } from "../base/http/write";
import { recordProblem } from "./problems";
import { readBundle, type ReadBundle } from "./readBundle";
import type { ZipEntry } from "./zipFile";

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
 * is told. Its files are read one by one: what is held of them at a time is one log's figures.
 *
 * @param source the path of a file, or its bytes
 */
export async function takeBundle(source: string | Uint8Array, signal?: AbortSignal): Promise<Result<Taken>> {
  const read = await readBundle(source);
  if (!read.ok) return read;
  try {
    return await takenIn(read.value, signal);
  } finally {
    read.value.close();
  }
}

async function takenIn(read: ReadBundle, signal?: AbortSignal): Promise<Result<Taken>> {
  const { file } = read;
  const known = await knownAs(file);
  if (known) return ok(known);
  const parts = await partsOf(read);
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
    const log = logs[i];
    const read = log && (await readLogOf(log, declaredIn(planFrom(r.columns, r.layout))));
    if (!read?.ok) return bad(recordProblem.unreadable(r.file, read?.problem.message ?? "it is not there."));
    parts.runs.push(read.value);
  }
  for (const p of photos) {
    const small = await smallOf(await p.bytes()).catch(() => null);
    if (!small) return bad(recordProblem.unreadable(p.name, "it is no whole picture."));
    parts.photos.push({ image: p.bytes, thumbnail: small });
  }
  return ok(parts);
}

/** A log of a bundle as it was read when it first came, packed: only one is held unpacked at a time. */
async function readLogOf(log: ZipEntry, choices: ColumnChoices): Promise<Result<JobParts["runs"][number]>> {
  const reader = new LogReader({ choices, sizeBytes: log.size });
  const gzip = createGzip();
  const packed: Buffer[] = [];
  gzip.on("data", (c: Buffer) => packed.push(c));
  for await (const c of (await log.stream()) as AsyncIterable<Buffer>) {
    reader.push(c);
    if (!gzip.write(c)) await once(gzip, "drain");
  }
  const ended = once(gzip, "end");
  gzip.end();
  await ended;
  const table = reader.finish();
  const run = table.ok ? toRun(table.value) : table;
  return run.ok ? ok({ gzip: Buffer.concat(packed), run: await packRun(run.value) }) : run;
}
