import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll } from "vitest";
import { database } from "../data/connection";
import { backgroundOver } from "../server/background";
import { intake } from "../server/machines";

/** For tests: a database of their own in a folder that goes with them. */
export function temporaryDatabase(name: string): void {
  let folder = "";
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), `ovrant-${name}-`));
    process.env.OVRANT_DB = join(folder, `${name}.db`);
  });
  afterAll(async () => {
    await backgroundOver();
    await (await database()).destroy();
    rmSync(folder, { recursive: true });
  });
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
