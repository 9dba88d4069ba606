import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";

/** What a simulated log follows from: were one of these changed, all logs are made anew. */
const SOURCES = ["src/core/simulate", "src/samples/rigs.ts"];
const PLACE = "var/rig-logs";

const hashOf = (...texts: string[]): string => texts.reduce((h, t) => h.update(t), createHash("sha256")).digest("hex");

function sources(path: string): string[] {
  if (path.endsWith(".ts")) return path.endsWith(".test.ts") ? [] : [path];
  return readdirSync(path, { withFileTypes: true }).flatMap((e) =>
    e.isDirectory() || e.name.endsWith(".ts") ? sources(join(path, e.name)) : [],
  );
}

let folder: string | null = null;
/** The folder of logs that these sources make; those of other sources go. */
function place(): string {
  if (folder !== null) return folder;
  const sum = hashOf(...SOURCES.flatMap(sources).map((f) => readFileSync(f, "utf8"))).slice(0, 16);
  folder = join(PLACE, sum);
  mkdirSync(folder, { recursive: true });
  for (const old of readdirSync(PLACE)) if (old !== sum) rmSync(join(PLACE, old), { recursive: true, force: true });
  return folder;
}

/**
 * A simulated log by what it is made of: made once, and kept between runs of the tests under the hash of the
 * simulator's sources. Mutants change these in memory alone, so that nothing is kept while they are tried.
 */
export function cachedLog(key: string, make: () => string): string {
  if (process.env.KEEP_NO_LOGS) return make();
  const file = join(place(), `${hashOf(key).slice(0, 32)}.csv`);
  if (existsSync(file)) return readFileSync(file, "utf8");
  const text = make();
  // another worker may write the same: each puts a whole file in its place
  const half = `${file}.${process.pid}-${Math.random().toString(36).slice(2)}`;
  writeFileSync(half, text);
  renameSync(half, file);
  return text;
}
