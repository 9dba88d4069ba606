import { execFile } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { database } from "../data/base/connection";
import { loadDemo } from "../demo/load";
import { backgroundOver } from "../server/base/background/task";
import { temporaryDatabase } from "../testing/bed";

temporaryDatabase("records-cli");

let folder: string;
const file = (name: string) => join(folder, name);

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "ovrant-records-"));
  await loadDemo(await database(), new Date(), ["LR-03"]);
  await backgroundOver();
}, 60_000);
afterAll(() => rmSync(folder, { recursive: true }));

function ovrant(args: string[], db = process.env.OVRANT_DB): Promise<{ code: number; out: string; err: string }> {
  return new Promise((resolve) => {
    const env = { ...process.env, OVRANT_DB: db };
    execFile(process.execPath, ["bin/ovrant.mjs", ...args], { env }, (e, out, err) =>
      resolve({ code: e ? Number(e.code) : 0, out, err }),
    );
  });
}

describe("a back-up", () => {
  it("is verified piece by piece; a log that is not what it was is named, and not restored unasked", async () => {
    const copy = file("copy.db");
    expect(await ovrant(["backup", copy])).toMatchObject({ code: 0 });
    expect((await ovrant(["verify", copy])).out).toContain(`${copy}: whole.`);
    const db = new Database(copy);
    const { gzip } = db.prepare<[], { gzip: Buffer }>("SELECT gzip FROM run_files WHERE run_id = 2").get() ?? {};
    gzip?.fill(0, 40, 80);
    db.prepare("UPDATE run_files SET gzip = ? WHERE run_id = 2").run(gzip);
    db.close();
    const broken = await ovrant(["verify", copy]);
    expect([broken.code, broken.err]).toEqual([2, expect.stringContaining("take from an earlier copy: log 2.")]);
    const place = file("restored/ovrant.db");
    const refused = await ovrant(["restore", copy], place);
    expect([refused.code, refused.err]).toEqual([2, expect.stringContaining("log 2")]);
    expect((await ovrant(["restore", copy, "--broken"], place)).out).toMatch(/Restored as .*\nNobody had joined/);
  }, 60_000);
});

describe("a job as files", () => {
  it("goes out, is verified, comes into an Ovrant that does not exist yet, and stands there once", async () => {
    const zip = file("job.zip");
    expect(await ovrant(["export", "--job", "1", zip])).toMatchObject({ code: 0, err: "" });
    const looked = await ovrant(["verify", zip]);
    expect(looked.code).toBe(0);
    expect(looked.out).toMatch(/as it was written\. Not signed\.\nSHA-256 [0-9a-f]{64}\n2 logs and 0 photos/);
    expect(looked.out).toContain("proves nothing against somebody who means to deceive");
    const other = file("new/other.db");
    const taken = await ovrant(["import", zip], other);
    expect(taken).toMatchObject({ code: 0, out: `${zip}: job 1 of LR-03 is here now, as job 1.\n` });
    expect((await ovrant(["import", zip], other)).out).toContain("was here already, the same, as job 1.");
    // what goes out there verifies with the same hash
    const back = file("back.zip");
    await ovrant(["export", "--job", "1", back], other);
    const hash = (text: string) => /SHA-256 (\w+)/.exec(text)?.[1];
    expect(hash((await ovrant(["verify", back])).out)).toBe(hash(looked.out));
  }, 60_000);

  it("its report is a PDF", async () => {
    const pdf = file("report.pdf");
    expect(await ovrant(["report", "--job", "1", pdf])).toMatchObject({ code: 0, out: `${pdf}: report of job 1.\n` });
    expect(readFileSync(pdf).subarray(0, 5).toString()).toBe("%PDF-");
  }, 30_000);

  it("unusable is 2, with what, where and what to do, and nothing is written", async () => {
    writeFileSync(file("none.zip"), "no zip at all");
    const refusals = await Promise.all([
      ovrant(["export", file("x.zip")]),
      ovrant(["report", "--job", "77", file("x.pdf")]),
      ovrant(["export", "--job", "77", file("x.zip")]),
      ovrant(["import", file("none.zip")]),
      ovrant(["verify", file("nowhere.zip")]),
      ovrant(["report", "--job", "1", file("no/such/folder/x.pdf")]),
    ]);
    expect(refusals.map((r) => r.code)).toEqual([2, 2, 2, 2, 2, 2]);
    expect(refusals.map((r) => r.out).join("")).toBe("");
    const [usage, none, job, zip, gone, unwritable] = refusals.map((r) => r.err);
    expect(usage).toContain("usage: ovrant export --job ID OUT.zip");
    expect(none).toMatch(/no such job|not exist|There is no/i);
    expect(job).toContain("There is no job 77.");
    expect(zip).toContain("none.zip");
    expect(gone).toContain("There is no such file. Check the path.");
    expect(unwritable).toContain("Choose a folder that can be written to.");
    for (const r of refusals) expect(r.err).not.toMatch(/\n\s+at /);
  }, 60_000);
});
