import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll } from "vitest";
import { freshProcess } from "../core/base/processWide";
import { database } from "../data/base/connection";
import { backgroundOver } from "../server/base/background/task";
import { intake } from "../server/workshop/machines";

/** For tests: a database of their own in a folder that goes with them. */
export function temporaryDatabase(name: string): void {
  let folder = "";
  let back = () => {};
  beforeAll(() => {
    back = freshProcess(KEPT);
    folder = mkdtempSync(join(tmpdir(), `ovrant-${name}-`));
    process.env.OVRANT_DB = join(folder, `${name}.db`);
  });
  afterAll(async () => {
    await backgroundOver();
    await (await database()).destroy();
    back();
    rmSync(folder, { recursive: true });
  });
}

/** Threads take a while to start, and hold nothing of a database. */
const KEPT = ["pool"];

/** For tests: work in another Ovrant, on an empty database of its own; back in the first one afterwards. */
export async function elsewhere<T>(work: () => Promise<T>): Promise<T> {
  const home = process.env.OVRANT_DB;
  const back = freshProcess(KEPT);
  const there = mkdtempSync(join(tmpdir(), "ovrant-elsewhere-"));
  process.env.OVRANT_DB = join(there, "other.db");
  try {
    return await work();
  } finally {
    await backgroundOver();
    await (await database()).destroy();
    process.env.OVRANT_DB = home;
    back();
    rmSync(there, { recursive: true });
  }
}

let count = 0;
/** For tests: a machine of a model, taken in; its job. */
export async function jobOn(model: string): Promise<number> {
  const taken = await intake({
    tag: `J-${count++}`,
    model,
    complaint: "hot",
    environment: "lint",
    form: "fifteen",
    limitC: 95,
  });
  if (!taken.ok) throw new Error(taken.problem.message);
  return taken.value.jobId;
}
