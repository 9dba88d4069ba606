import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { Result } from "../../../core/base/result";
import { jobOn, temporaryDatabase } from "../../../testing/bed";
import { backupNotice, backupUnderWay, backupView, backUpNow, changePlan, stopBackup } from "./backups";

temporaryDatabase("backups");

let folder: string;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "ovrant-backups-"));
  await jobOn("Wrenfell 14");
});
afterAll(() => rmSync(folder, { recursive: true }));

const value = <T>(r: Result<T>): T => {
  if (!r.ok) throw new Error(`${r.problem.code}: ${r.problem.message}`);
  return r.value;
};
const plan = { folder: "", everyDays: 1, keep: 2, keepMonths: 0 };
const copies = () => readdirSync(folder).filter((f) => f.endsWith(".db"));

describe("a back-up by the server", () => {
  it("is a whole copy that was read back; asked for twice at once it is made once; old ones go", async () => {
    value(await changePlan({ ...plan, folder }));
    for (const day of ["2020-01-01", "2020-01-02", "2020-01-03"])
      writeFileSync(join(folder, `ovrant-${day}-10-00-00.db`), "");
    writeFileSync(join(folder, "notes.db"), "of somebody else");
    const [one, other] = await Promise.all([backUpNow(), backUpNow()]);
    expect(value(one)).toEqual(value(other));
    const { state } = await backupView();
    expect(state.trouble).toBeNull();
    expect(state.good?.says).toMatch(/1 machine, 1 job, 0 runs.*read back whole/);
    expect(existsSync(state.good?.file ?? "")).toBe(true);
    expect(copies()).toContain("notes.db");
    expect(copies()).toHaveLength(3);
    expect(await backupNotice()).toBeNull();
  }, 60_000);

  it("can be stopped on its way: nothing of it is left, and the last good one stays said", async () => {
    const was = (await backupView()).state;
    const there = readdirSync(folder).sort();
    const made = backUpNow();
    while ((await backupUnderWay()) === null) await new Promise((r) => setTimeout(r, 5));
    value(await stopBackup());
    const ended = await made;
    expect(ended.ok ? "" : ended.problem.code).toBe("cancelled");
    expect(readdirSync(folder).sort()).toEqual(there);
    expect((await backupView()).state).toEqual(was);
    expect(await backupUnderWay()).toBeNull();
    // nothing under way: there is nothing to stop
    value(await stopBackup());
  }, 60_000);

  it("that cannot be written is said with why, and the last good one stays", async () => {
    const good = (await backupView()).state.good;
    writeFileSync(join(folder, "file"), "");
    value(await changePlan({ ...plan, folder: join(folder, "file") }));
    const refused = await backUpNow();
    expect(refused.ok ? "" : refused.problem.code).toBe("backup-failed");
    const { state } = await backupView();
    expect(state.good).toEqual(good);
    expect(state.trouble?.says).toContain(folder);
    expect((await changePlan({ ...plan, folder: "here" })).ok).toBe(false);
  }, 60_000);
});
