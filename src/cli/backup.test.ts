import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { openDatabase } from "../data/base/connection";
import { backupCommand, restoreCommand } from "./backup";

let folder = "";
let said = "";
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), "ovrant-cli-backup-"));
  vi.stubEnv("OVRANT_DB", join(folder, "own.db"));
  said = "";
  vi.spyOn(process.stdout, "write").mockImplementation((text) => ((said += String(text)), true));
  await (await openDatabase()).destroy();
});
afterEach(() => {
  vi.restoreAllMocks();
  vi.unstubAllEnvs();
  rmSync(folder, { recursive: true });
});

describe("ovrant backup and restore", () => {
  it("copy, say what is held, and put back", async () => {
    await backupCommand([join(folder, "copy.db")]);
    expect(said).toMatch(/copy\.db: 0 machines, 0 jobs, 0 runs, .*, read back whole\.\n$/);
    const db = await openDatabase();
    await db("machines").insert({
      tag: "T-1",
      model: "Bench 14",
      variant: "",
      place: "",
      environment: "office",
      form: "fourteen",
      created_at: "2031-03-04T10:00:00.000Z",
    });
    await db.destroy();
    said = "";
    await restoreCommand([join(folder, "copy.db"), "--dry-run"]);
    expect(said).toMatch(/In its place stands 1 machine,.*\n {2}machines: 1 → 0 \(−1\)\nNothing was changed\./s);
    await expect(restoreCommand([join(folder, "copy.db")])).rejects.toThrow(/what came since would be gone/);
    said = "";
    await restoreCommand([join(folder, "copy.db"), "--replace"]);
    expect(said).toMatch(/Restored; what stood there is .*own\.db\.aside-\d{4}/);
    const again = await openDatabase();
    expect(await again("machines").count({ n: "*" })).toEqual([{ n: 0 }]);
    await again.destroy();
  });

  it("end with words for a wrong call or a damaged file", async () => {
    await expect(backupCommand([])).rejects.toThrow(/^usage: ovrant backup FILE/);
    await expect(restoreCommand(["a", "b"])).rejects.toThrow(/^usage: ovrant restore FILE/);
    writeFileSync(join(folder, "text.db"), "nothing ".repeat(2000));
    await expect(restoreCommand([join(folder, "text.db")])).rejects.toThrow(/is damaged, or is no database of Ovrant/);
    await expect(backupCommand([join(folder, "own.db", "x.db")])).rejects.toThrow(/could not be written/);
  });
});
