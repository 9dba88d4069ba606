import { fork, type ChildProcess } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import Database from "better-sqlite3";
import type { SummariesAsked, SummariesTold } from "../server/job/summaryMaker";
import { openDatabase } from "../data/base/connection";
import { addJob } from "../data/workshop/jobs";
import { addMachine } from "../data/workshop/machines";

let folder = "";
let path = "";
const jobs: number[] = [];
const COUNT = 30;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "ovrant-summaries-"));
  path = join(folder, "workshop.db");
  const db = await openDatabase(path);
  const about = { model: "Amble 15", variant: "", place: "", environment: "lint", form: "fifteen", limitC: 95 };
  const now = "2031-03-01T09:00:00.000Z";
  for (let i = 0; i < COUNT; i++)
    jobs.push(await addJob(db, await addMachine(db, { tag: `S-${i}`, ...about }, now), "hot", now));
  await db.destroy();
});
afterAll(() => rmSync(folder, { recursive: true }));

/** The command in a process of its own, as a server starts it; what it tells, as it comes. */
function started(): { child: ChildProcess; ask: (a: SummariesAsked) => void; told: SummariesTold[] } {
  const child = fork("bin/ovrant.mjs", ["summaries", "--serve"], {
    env: { ...process.env, OVRANT_DB: path, NODE_ENV: "production" },
    stdio: ["ignore", "ignore", "inherit", "ipc"],
  });
  const told: SummariesTold[] = [];
  child.on("message", (t: SummariesTold) => told.push(t));
  return { child, ask: (a) => child.send(a), told };
}

async function until(is: () => boolean): Promise<void> {
  for (let i = 0; i < 1_000 && !is(); i++) await new Promise((r) => setTimeout(r, 20));
  expect(is()).toBe(true);
}

const stale = () => {
  const db = new Database(path, { readonly: true });
  const rows = db.prepare("SELECT job_id AS id FROM stands WHERE facts <> seen").all() as { id: number }[];
  db.close();
  return rows.map((r) => r.id);
};

describe("ovrant summaries --serve", () => {
  it("works out what is stale as it is asked, tells how much is left, and ends with who started it", async () => {
    const { child, ask, told } = started();
    expect(stale()).toHaveLength(COUNT);
    ask({ turn: 1, first: [] });
    ask({ turn: 2, first: jobs.slice(0, 2) });
    await until(() => told.some((t) => t.looked >= 1) && told.some((t) => t.made.includes(2)));
    expect(stale()).toEqual([]);
    // what somebody looks at was answered before the rest was over
    const answered = told.findIndex((t) => t.made.includes(2));
    expect(told[answered]?.left).toBeGreaterThan(0);
    expect(told.at(-1)).toMatchObject({ looked: 1, left: 0 });
    // asked again there is nothing to do, and that is said
    ask({ turn: 3, first: [] });
    await until(() => told.some((t) => t.looked === 3));
    const ended = new Promise((r) => child.once("exit", r));
    child.disconnect();
    expect(await ended).toBe(0);
  });

  it("a kill in the middle loses nothing: the next goes on", async () => {
    const db = new Database(path);
    db.exec("UPDATE stands SET facts = facts + 1");
    db.close();
    const first = started();
    first.ask({ turn: 1, first: [] });
    await until(() => first.told.length > 0);
    const ended = new Promise((r) => first.child.once("exit", r));
    first.child.kill("SIGKILL");
    await ended;
    const second = started();
    second.ask({ turn: 1, first: [] });
    await until(() => second.told.some((t) => t.looked === 1));
    expect(stale()).toEqual([]);
    second.child.kill();
  });
});
