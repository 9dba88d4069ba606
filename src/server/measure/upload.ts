import { createHash } from "node:crypto";
import { createGzip } from "node:zlib";
import {
  LogReader,
  logProblem,
  planDifference,
  planOf,
  declaredIn,
  toRun,
  type LogTable,
  type Run,
} from "../../core/measure/log";
import { bad, ok, type Result } from "../../core/base/result";
import { check } from "../../input/check";
import { RunUploadInput } from "../../input/run";
import { serverProblem } from "../base/http/problems";

/** Largest first line of an upload, bytes. */
const HEAD_LIMIT = 512 * 1024;
export const UPLOAD_LIMIT_MB = 512;

/** What a log holds while it is read, its figures and the packed file, share of its size. */
const HELD_SHARE = 0.5;

/** What an upload holds in memory while it comes, by what its head says, bytes. */
export function heldByLog(request: { headers: Headers }): number {
  const length = request.headers.get("content-length");
  return HELD_SHARE * (length === null ? UPLOAD_LIMIT_MB * 1e6 : Number(length) || 0);
}

/** An upload read to its end: the description, the table, the run, and the file compressed. */
export interface ReceivedLog {
  head: RunUploadInput;
  table: LogTable;
  run: Run;
  sha256: string;
  bytes: number;
  gzip: Buffer;
}

/**
 * Reads an upload as it arrives: one line of JSON that describes the file, then the file itself. The file is
 * parsed, hashed and compressed on the way; nothing waits for the whole of it but the numbers.
 */
export async function receiveLog(body: AsyncIterable<Uint8Array>): Promise<Result<ReceivedLog>> {
  const hash = createHash("sha256");
  const gzip = createGzip({ level: 4 });
  const packed: Buffer[] = [];
  gzip.on("data", (c: Buffer) => packed.push(c));
  let head: RunUploadInput | null = null;
  let reader: LogReader | null = null;
  let pending = Buffer.alloc(0);
  let bytes = 0;
  const take = async (chunk: Uint8Array) => {
    if (chunk.length === 0) return;
    bytes += chunk.length;
    hash.update(chunk);
    reader?.push(chunk);
    if (!gzip.write(chunk)) await new Promise((resolve) => gzip.once("drain", resolve));
  };
  try {
    for await (const chunk of body) {
      if (head) {
        await take(chunk);
        if (reader?.refused) return bad(reader.refused);
        if (bytes > UPLOAD_LIMIT_MB * 1e6) return bad(logProblem.tooLarge(UPLOAD_LIMIT_MB));
        continue;
      }
      pending = Buffer.concat([pending, chunk]);
      const end = pending.indexOf(10);
      if (end < 0) {
        if (pending.length > HEAD_LIMIT) return bad(serverProblem.badHead());
        continue;
      }
      const parsed = parseHead(pending.subarray(0, end).toString("utf8"));
      if (!parsed.ok) return parsed;
      head = parsed.value;
      // what was told is trusted; all else is found anew, and held against what the page found
      reader = new LogReader({ choices: declaredIn(head.plan), sizeBytes: head.bytes });
      await take(pending.subarray(end + 1));
    }
  } finally {
    gzip.end();
  }
  if (!head || !reader) return bad(serverProblem.badHead());
  if (bytes !== head.bytes) return bad(serverProblem.cutOff(bytes, head.bytes));
  const table = reader.finish();
  if (!table.ok) return table;
  const difference = planDifference(head.plan, planOf(table.value));
  if (difference) return bad(serverProblem.planDiffers(difference));
  const run = toRun(table.value);
  if (!run.ok) return run;
  if (!gzip.readableEnded) await new Promise((resolve) => gzip.once("end", resolve));
  return ok({
    head,
    table: table.value,
    run: run.value,
    sha256: hash.digest("hex"),
    bytes,
    gzip: Buffer.concat(packed),
  });
}

function parseHead(text: string): Result<RunUploadInput> {
  let plain: unknown;
  try {
    plain = JSON.parse(text);
  } catch {
    return bad(serverProblem.badHead());
  }
  const checked = check(RunUploadInput, plain);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  return ok(checked.value);
}
