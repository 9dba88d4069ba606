import { createReadStream } from "node:fs";
import { readFile, stat } from "node:fs/promises";
import { parseArgs } from "node:util";
import { LogReader, toRun, type ReadOptions } from "../core/measure/log";
import type { Result } from "../core/base/result";
import type { ReadFile } from "./doubts";
import { Unusable } from "./unusable";

/** Reads a log from disk in pieces, so that a large one needs no more memory than its numbers. */
export async function readFromFile(path: string, options: ReadOptions = {}): Promise<ReadFile> {
  const info = await stat(path).catch((e: NodeJS.ErrnoException) => {
    throw new Unusable(
      `${path}: ${e.code === "ENOENT" ? "There is no such file." : "The file cannot be opened."} Check the path.`,
    );
  });
  if (!info.isFile()) throw new Unusable(`${path}: This is not a file. Give the path of a log.`);
  const reader = new LogReader({ ...options, sizeBytes: info.size });
  for await (const chunk of createReadStream(path, { highWaterMark: 1 << 20 })) reader.push(chunk as Uint8Array);
  const table = reader.finish();
  if (!table.ok) throw Unusable.of(path, table.problem);
  const run = toRun(table.value);
  if (!run.ok) throw Unusable.of(path, run.problem);
  return { path, table: table.value, run: run.value };
}

/** The one JSON file a planning command is given, read and checked; a wrong call or file ends it with words. */
export async function readInput<T>(
  args: string[],
  command: string,
  read: (text: string) => Result<T>,
): Promise<{ value: T; json: boolean }> {
  const { values, positionals } = parseArgs({ args, allowPositionals: true, options: { json: { type: "boolean" } } });
  const path = positionals[0];
  if (!path || positionals.length > 1) throw new Unusable(`usage: ovrant ${command} FILE [--json]`);
  const info = await stat(path).catch(() => null);
  if (!info?.isFile()) throw new Unusable(`${path}: There is no such file. Check the path.`);
  const result = read(await readFile(path, "utf8"));
  if (!result.ok) throw Unusable.of(path, result.problem);
  return { value: result.value, json: values.json ?? false };
}
