import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import {
  plainFormat,
  plainSensors,
  renderLog,
  simulate,
  standardRecipe,
  withFaults,
  type RigFaults,
} from "../../core/simulate";
import { benchItem } from "../../core/workshop/job";
import { holdsOpen, JUDGE_VERSION } from "../../core/measure/judge";
import { planOf, readTable } from "../../core/measure/log";
import { rememberedRoles } from "../../data/measure/headings";
import { database } from "../../data/base/connection";
import { wrenfell14 } from "../../samples/rigs";
import { planFor } from "../../testing/plans";
import { intake, newJob, openAgain, setDueDate } from "./machines";
import { changeRun, sourceOf, storeRun } from "../measure/runs";
import { explainJob, judgeAgain, tryBounds } from "../measure/verdicts";
import { benchView } from "./views/bench";
import { jobView, summaryNow } from "../job/job";
import { machineView } from "./views/machine";
import { afterAloneOf, triageOf } from "../measure/views/triage";
import { saveEntries } from "../handwork/service";
import { verdictStage } from "../measure/views/verdict";

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "ovrant-server-"));
  process.env.OVRANT_DB = join(folder, "server.db");
});
afterAll(async () => {
  await (await database()).destroy();
  rmSync(folder, { recursive: true });
});

const log = (faults: Partial<RigFaults>, seed: number) =>
  renderLog(simulate(wrenfell14, withFaults(faults), standardRecipe, plainSensors, seed), plainFormat);

/** An upload as it arrives, in pieces that respect no line. */
async function* upload(head: object, text: string, piece = 7001): AsyncGenerator<Uint8Array> {
  const bytes = Buffer.from(`${JSON.stringify(head)}\n${text}`);
  for (let at = 0; at < bytes.length; at += piece) yield await Promise.resolve(bytes.subarray(at, at + piece));
}

const head = (jobId: number, kind: string, text: string, more: object = {}) => ({
  jobId,
  kind,
  name: `bench-${kind}.csv`,
  bytes: Buffer.byteLength(text),
  plan: planFor(text),
  phases: null,
  conditions: { roomStartC: 22, roomEndC: "22,0" },
  ...more,
});

const noBefore = {
  stage: "open",
  step: "gate:before-run",
  act: "skipped",
  value: "",
  reason: "Will not start",
  at: "2031-03-04T10:00:00.000Z",
};

let count = 0;
async function opened(): Promise<{ machineId: number; jobId: number }> {
  const taken = await intake({
    tag: `S-${count++}`,
    model: "Wrenfell 14",
    complaint: "loud",
    environment: "lint",
    form: "fourteen",
    limitC: 95,
  });
  if (!taken.ok) throw new Error(taken.problem.message);
  return taken.value;
}

async function judged() {
  const ids = await opened();
  const before = log({ clog: 2.4 }, 0.2);
  const after = log({}, 0.6);
  const b = await storeRun(upload(head(ids.jobId, "before", before), before));
  const a = await storeRun(upload(head(ids.jobId, "after", after), after));
  if (!b.ok || !a.ok) throw new Error("not stored");
  return { ...ids, runId: b.value.runId, afterId: a.value.runId, verdictId: a.value.verdictId, before };
}

describe("an upload", () => {
  it("is stored whole, judged when the pair is there, and comes back to the byte", async () => {
    const { jobId, runId, verdictId, before } = await judged();
    expect(verdictId).toBeGreaterThan(0);
    expect((await sourceOf(runId))?.bytes.toString()).toBe(before);
    const view = await jobView(jobId);
    expect(view?.at).toBe("verdict");
    expect(view?.verdict?.result.verdict).toBe("improved");
    expect(view?.stages.filter((s) => s.state !== "open").map((s) => `${s.name} ${s.state}`)).toEqual([
      "before done",
      "after done",
      "verdict here",
    ]);
  });
  it("with a unit that was told is read by it, and remembered for its header", async () => {
    const { jobId } = await opened();
    const [first = "", ...rows] = log({}, 0.3).trim().split("\n");
    const text = [`${first},Ambient`, ...rows.map((r) => `${r},72`)].join("\n");
    const told = { Ambient: { role: "room.temperature", unit: "°F" } } as const;
    const table = readTable(text, { choices: told });
    if (!table.ok) throw new Error(table.problem.message);
    const stored = await storeRun(upload(head(jobId, "before", text, { plan: planOf(table.value) }), text));
    expect(stored.ok).toBe(true);
    const view = await jobView(jobId);
    expect(view?.runs.before?.columns.find((c) => c.heading === "Ambient")).toMatchObject({
      role: "room.temperature",
      told: told.Ambient,
    });
    expect(view?.runs.before?.layout).toMatchObject({ header: planOf(table.value).header, time: { kind: "number" } });
    const remembered = await rememberedRoles(await database());
    expect(remembered[planOf(table.value).header]).toEqual(told);
    // the next log of that header is read by what was told, and nothing is asked
    const next = readTable(text, { remembered });
    expect(next.ok && next.value.columns.every((c) => c.sure)).toBe(true);
  });
  it("of a run that is short leaves one side of the verdict, which holds the job open", async () => {
    const { jobId } = await opened();
    const before = log({ clog: 3 }, 0.2);
    const short = { ...standardRecipe, loadS: 220, coolS: 20 };
    const after = renderLog(simulate(wrenfell14, withFaults({}), short, plainSensors, 0.6), plainFormat);
    await storeRun(upload(head(jobId, "before", before), before));
    const stored = await storeRun(upload(head(jobId, "after", after), after));
    expect(stored.ok && stored.value.verdictId).toBeGreaterThan(0);
    const verdict = (await jobView(jobId))?.verdict?.result;
    expect(verdict?.verdict).toBe("improved");
    expect(verdict?.chips[0]?.bound).toMatchObject({ side: "at-most", open: "after" });
    expect(verdict?.gain?.watts.after).toBeGreaterThan(5);
    expect(verdict && holdsOpen(verdict)).toBe("one-side");
  });
  it("that is cut off, not described, for no job or of a closed job is refused and leaves nothing", async () => {
    const { jobId } = await opened();
    const text = log({}, 0.3);
    const code = async (h: object, t: string) => {
      const r = await storeRun(upload(h, t));
      return r.ok ? "ok" : r.problem.code;
    };
    expect(await code(head(jobId, "before", text), text.slice(0, -500))).toBe("upload-cut-off");
    expect(await code(head(999, "before", text), text)).toBe("job-not-found");
    expect(await code({ ...head(jobId, "sideways", text) }, text)).toBe("bad-fields");
    const plan = planFor(text);
    const otherwise = (change: object) => ({
      plan: { ...plan, columns: plan.columns.map((c) => ({ ...c, ...change })) },
    });
    expect(await code(head(jobId, "before", text, otherwise({ role: "moon" })), text)).toBe("bad-fields");
    expect(await code(head(jobId, "before", text, otherwise({ written: "°F" })), text)).toBe("read-otherwise");
    expect(await code(head(jobId, "before", text, { plan: { ...plan, time: null } }), text)).toBe("bad-fields");
    expect(await code(head(jobId, "before", text, { phases: { loadOnS: 500, loadOffS: 20 } }), text)).toBe(
      "bad-phases",
    );
    expect(await code(head(jobId, "before", "no log", {}), "no log")).toMatch(/^log-/);
    expect((await jobView(jobId))?.runs.before).toBeUndefined();
    await setDueDate(jobId, { dueOn: null, why: "", close: true, note: "" });
    expect(await code(head(jobId, "before", text), text)).toBe("job-closed");
    await openAgain(jobId);
    expect(await code(head(jobId, "before", text), text)).toBe("ok");
  });
  it("of the same file, or by its name of the other run, is noticed", async () => {
    const { jobId } = await opened();
    const text = log({}, 0.4);
    await storeRun(upload(head(jobId, "before", text), text));
    const same = await storeRun(upload(head(jobId, "after", text, { anyway: true }), text));
    expect(same.ok ? "" : same.problem.code).toBe("same-log");
    const other = log({}, 0.5);
    const named = head(jobId, "after", other, { name: "bench-before.csv" });
    const doubted = await storeRun(upload(named, other));
    expect(doubted.ok ? "" : doubted.problem.code).toBe("name-says-other");
    expect((await storeRun(upload({ ...named, anyway: true }, other))).ok).toBe(true);
  });
});

describe("a stored pair", () => {
  it("is judged anew when bounds or conditions change, and the earlier verdict is kept", async () => {
    const { jobId, afterId } = await judged();
    expect((await changeRun(afterId, { conditions: { roomStartC: 22.8, roomEndC: 22.8 } })).ok).toBe(true);
    const view = await jobView(jobId);
    const stage = view && (await verdictStage(view));
    expect(stage?.earlier?.because).toBe("other bounds or conditions");
    // a warmer room makes the run after look cooler, though its idle temperature holds against some of it
    const moved = (stage?.earlier?.nowK ?? 0) - (stage?.earlier?.K ?? 0);
    expect(moved).toBeLessThan(-0.1);
    expect(moved).toBeGreaterThan(-1);
    expect(stage?.outdated).toBe(false);
    const bad = await changeRun(afterId, { phases: { loadOnS: 0, loadOffS: 99_999 } });
    expect(bad.ok ? "" : bad.problem.code).toBe("bad-phases");
    expect((await judgeAgain(jobId)).ok).toBe(true);
  });
  it("of an older judge stands for no open job: judged anew, it shows what changed", async () => {
    const { jobId } = await judged();
    const db = await database();
    await db("verdicts")
      .where({ job_id: jobId })
      .update({ judge_version: "0.4", result_json: db.raw("json_set(result_json, '$.judge', '0.4')") });
    expect((await jobView(jobId))?.verdict).toBeNull();
    expect((await judgeAgain(jobId)).ok).toBe(true);
    const view = await jobView(jobId);
    const stage = view && (await verdictStage(view));
    expect(stage?.outdated).toBe(false);
    expect(stage?.earlier).toMatchObject({ judge: "0.4", because: expect.stringMatching(/judge/) as string });
    expect(stage?.earlier?.nowK).toBeCloseTo(stage?.earlier?.K ?? NaN, 6);
  });
  it("can be tried with other bounds without storing, and explained", async () => {
    const { jobId, runId } = await judged();
    const tried = await tryBounds(runId, { loadOnS: 120, loadOffS: 900 });
    expect(tried.ok && tried.value.chips[0]?.K).toBeLessThan(-5);
    expect((await jobView(jobId))?.runs.before?.phases?.loadOffS).toBeGreaterThan(1000);
    const explained = await explainJob(jobId);
    expect(explained.ok && explained.value[0]?.before.rmsK).toBeLessThan(1);
    expect(explained.ok && explained.value[0]?.steps.map((s) => s.title)).toContain("Contact");
  });
});

describe("machines and the bench", () => {
  it("a tag is taken once; a further job joins its machine; the bench says what waits", async () => {
    const { machineId } = await opened();
    const tag = (await machineView(machineId))?.machine.tag ?? "";
    const twice = await intake({
      tag: tag.toLowerCase(),
      model: "X",
      complaint: "y",
      environment: "office",
      form: "fifteen",
    });
    expect(twice.ok ? "" : twice.problem.code).toBe("tag-taken");
    expect((await newJob(machineId, { complaint: "again" })).ok).toBe(true);
    expect((await newJob(999, { complaint: "again" })).ok).toBe(false);
    expect((await machineView(machineId))?.jobs).toHaveLength(2);
    const bench = await benchView();
    expect(bench.items.length).toBe(bench.counts.hands + bench.counts.verdict);
    expect(bench.items.at(-1)?.at).toBe("verdict");
  });
  it("a run before is read alone against machines of its model served earlier", async () => {
    await judged();
    const { jobId } = await judged();
    const view = await jobView(jobId);
    const triage = view && (await triageOf(view));
    expect(triage?.word).toBe("airflow");
    expect(triage?.source).toMatch(/good Wrenfell 14s/);
  });
});

describe("figures of one judge", () => {
  const shape = { judgeVersion: "1.0" };
  it("a past job that an older judge measured is measured anew for them, once", async () => {
    const db = await database();
    const past = await judged();
    await db("verdicts")
      .where({ job_id: past.jobId })
      .update({ judge_version: shape.judgeVersion, result_json: JSON.stringify({ verdict: "worse", chips: [] }) });
    await db("measures").where({ job_id: past.jobId }).update({ judge_version: shape.judgeVersion });
    const { jobId } = await judged();
    const view = await jobView(jobId);
    const tag = (await jobView(past.jobId))?.machine.tag ?? "";
    expect((view && (await triageOf(view)))?.source).toContain(tag);
    const kept = () =>
      db<{ job_id: number; judge_version: string; runs_json: string }>("measures").where({ job_id: past.jobId });
    expect((await kept()).map((m) => m.judge_version).sort()).toEqual(["1.0", JUDGE_VERSION]);
    // what was measured stands until the run's bounds change: then it is measured with them
    await db("measures").where({ job_id: past.jobId }).update({ runs_json: "[]" });
    await changeRun(past.runId, { phases: { loadOnS: 120, loadOffS: 1000 } });
    expect((await kept()).map((m) => [m.judge_version, m.runs_json === "[]"])).toEqual([[JUDGE_VERSION, false]]);
  });
  it("a closed job keeps the verdict it was closed with; a new one stands beside it", async () => {
    const { jobId, verdictId } = await judged();
    await setDueDate(jobId, { dueOn: "2031-09-01", why: "lint", close: true, note: "done" });
    await new Promise((r) => setTimeout(r, 5));
    expect((await judgeAgain(jobId)).ok && (await jobView(jobId))?.verdict?.id).toBe(verdictId);
    const db = await database();
    await db("verdicts").where({ id: verdictId }).update({ judge_version: "0.4" });
    const closed = await jobView(jobId);
    expect((closed && (await verdictStage(closed)))?.outdated).toBe(true);
    const again = await judgeAgain(jobId);
    const view = await jobView(jobId);
    expect(view?.verdict?.id).toBe(verdictId);
    const stage = view && (await verdictStage(view));
    expect(stage?.beside).toMatchObject({ judge: JUDGE_VERSION });
    expect(stage?.earlier).toBeNull();
    await openAgain(jobId);
    const open = await jobView(jobId);
    expect(open?.verdict?.id).toBe(again.ok && again.value.verdictId);
    const now = open && (await verdictStage(open));
    expect(now?.beside).toBeNull();
    expect(now?.earlier).not.toBeNull();
  });
});

describe("a machine that could not run before", () => {
  const skipped = async () => {
    const { jobId } = await opened();
    await saveEntries(jobId, { entries: [{ ...noBefore, id: (++count).toString(16).padStart(32, "0") }] });
    return jobId;
  };
  it("has its run after judged alone, against good machines", async () => {
    await judged();
    const jobId = await skipped();
    const text = log({}, 0.4);
    const stored = await storeRun(upload(head(jobId, "after", text), text));
    expect(stored.ok && stored.value).toMatchObject({ verdictId: null, alone: true });
    const view = await jobView(jobId);
    expect(view?.at).toBe("verdict");
    const alone = view && (await afterAloneOf(view));
    expect(alone?.good).toBe(true);
    expect(alone?.holds).toBeNull();
    expect(alone?.triage.source).toMatch(/good Wrenfell 14s/);
    const stands = await summaryNow(jobId);
    expect(view && stands && benchItem(view.machine, view.job, stands).waits).toBe("Run after is in, none before");
  });
  it("that still runs hot is held open", async () => {
    await judged();
    const jobId = await skipped();
    const text = log({ clog: 2.6 }, 0.4);
    await storeRun(upload(head(jobId, "after", text), text));
    const view = await jobView(jobId);
    const alone = view && (await afterAloneOf(view));
    expect(alone?.good).toBe(false);
    expect(alone?.holds).toBe("It runs hotter than good machines");
  });
  it("without a reason for having no run before, or with one, it is no such machine", async () => {
    const { jobId } = await opened();
    const text = log({}, 0.4);
    expect(await storeRun(upload(head(jobId, "after", text), text))).toMatchObject({ value: { alone: false } });
    expect((await jobView(jobId))?.at).toBe("before");
    const pair = await jobView((await judged()).jobId);
    expect(pair && (await afterAloneOf(pair))).toBeNull();
  });
});
