import { createReadStream } from "node:fs";
import { stat } from "node:fs/promises";
import { LogReader, toRun, type Run } from "../core/log";
import { Unusable } from "./unusable";

/** Reads a log from disk in pieces, so that a large one needs no more memory than its numbers. */
export async function runFromFile(path: string): Promise<Run> {
  const info = await stat(path).catch((e: NodeJS.ErrnoException) => {
    throw new Unusable(`${path}: ${e.code === "ENOENT" ? "There is no such file." : "The file cannot be opened."} Check the path.`);
  });
  if (!info.isFile()) throw new Unusable(`${path}: This is not a file. Give the path of a log.`);
  const reader = new LogReader({ sizeBytes: info.size });
  for await (const chunk of createReadStream(path, { highWaterMark: 1 << 20 })) reader.push(chunk as Uint8Array);
  const table = reader.finish();
  if (!table.ok) throw Unusable.of(path, table.problem);
  const run = toRun(table.value);
  if (!run.ok) throw Unusable.of(path, run.problem);
  return run.value;
}
