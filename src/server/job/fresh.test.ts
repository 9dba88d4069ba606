import { describe, expect, it } from "vitest";
import { findPhases, layoutOf, readTable, toRun } from "../../core/measure/log";
import { plainFormat, plainSensors, renderLog, simulate, standardRecipe, withFaults } from "../../core/simulate";
import { database } from "../../data/base/connection";
import { addRun, runsOfJob, type RunKind } from "../../data/measure/runs";
import { wrenfell14 } from "../../samples/rigs";
import { jobOn, temporaryDatabase } from "../../testing/bed";
import { noConditions } from "../../testing/conditions";
import { planFor } from "../../testing/plans";
import { setDueDate } from "../workshop/machines";
import { changeRun, storeRun } from "../measure/runs";
import { judgeAgain } from "../measure/verdicts";
import { changeWorkshop } from "../workshop/workshop";
import { jobView } from "./job";

temporaryDatabase("fresh");

const DUSTY = renderLog(
  simulate(wrenfell14, withFaults({ clog: 2.4 }), standardRecipe, plainSensors, 0.2),
  plainFormat,
);
const CLEAN = renderLog(simulate(wrenfell14, withFaults({}), standardRecipe, plainSensors, 0.6), plainFormat);
const conditions = { roomStartC: 22, roomEndC: 22 };

async function* sent(jobId: number, kind: RunKind, text: string, name = `${kind}.csv`): AsyncGenerator<Uint8Array> {
  const head = { jobId, kind, name, bytes: Buffer.byteLength(text), plan: planFor(text), phases: null, conditions };
  yield await Promise.resolve(Buffer.from(`${JSON.stringify(head)}\n${text}`));
}
const send = (jobId: number, kind: RunKind, text: string, name?: string) => storeRun(sent(jobId, kind, text, name));

/** A run as it is on disk when its server was killed before it judged. */
async function storedAlone(jobId: number, kind: RunKind, text: string): Promise<void> {
  const table = readTable(text);
  const run = table.ok ? toRun(table.value) : table;
  if (!table.ok || !run.ok) throw new Error("unreadable");
  const before = (await runsOfJob(await database(), jobId)).before?.conditions;
  await addRun(
    await database(),
    {
      jobId,
      kind,
      sourceName: `${kind}.csv`,
      sourceSha256: `${text.length}`.padStart(64, kind === "before" ? "b" : "a"),
      sourceBytes: text.length,
      sourceGzip: Buffer.alloc(0),
      columns: table.value.columns,
      layout: layoutOf(table.value),
      phases: findPhases(run.value),
      conditions: before ?? { ...noConditions, ...conditions },
      run: run.value,
    },
    new Date().toISOString(),
  );
}

const verdictsOf = async (jobId: number): Promise<number> =>
  (await (await database())("verdicts").where({ job_id: jobId })).length;
const verdictIn = async (jobId: number) => (await jobView(jobId))?.verdict ?? null;

describe("the workshop's threshold", () => {
  const given = { name: "", currency: "EUR", people: [] };
  it("is what open jobs are judged by from now on; a closed one keeps what it was closed with", async () => {
    const mild = renderLog(
      simulate(wrenfell14, withFaults({ clog: 1.3 }), standardRecipe, plainSensors, 0.4),
      plainFormat,
    );
    const [open, closed] = [await jobOn("Wrenfell 14"), await jobOn("Wrenfell 14")];
    for (const job of [open, closed]) {
      await send(job, "before", mild);
      await send(job, "after", CLEAN);
      expect((await judgeAgain(job)).ok).toBe(true);
    }
    const said = async (job: number) => (await verdictIn(job))?.result.verdict ?? null;
    expect([await said(open), await said(closed)]).toEqual(["improved", "improved"]);
    await setDueDate(closed, { dueOn: "2031-06-02", why: "", close: true, note: "" });
    expect((await changeWorkshop({ ...given, thresholdK: "10" })).ok).toBe(true);
    // what stood is no longer its verdict; judged again it is one by the new threshold
    expect([await said(open), await said(closed)]).toEqual([null, "improved"]);
    expect((await judgeAgain(open)).ok).toBe(true);
    expect((await verdictIn(open))?.result).toMatchObject({ verdict: "unchanged", thresholdK: 10 });
    expect(await said(closed)).toBe("improved");
    for (const thresholdK of [1, "eleven", 10.5, null])
      expect((await changeWorkshop({ ...given, thresholdK })).ok, String(thresholdK)).toBe(false);
    expect((await changeWorkshop(given)).ok).toBe(true);
    expect(await said(open)).toBeNull();
  });
});

describe("whether a verdict stands", () => {
  it("follows from its runs: sent at once, both are stored, and one verdict is theirs", async () => {
    const job = await jobOn("Wrenfell 14");
    const both = await Promise.all([send(job, "before", DUSTY), send(job, "after", CLEAN)]);
    expect(both.map((r) => r.ok)).toEqual([true, true]);
    const asked = await Promise.all([judgeAgain(job), judgeAgain(job), judgeAgain(job)]);
    expect(new Set(asked.map((a) => a.ok && a.value.verdictId)).size).toBe(1);
    expect(await verdictsOf(job)).toBe(1);
    expect((await verdictIn(job))?.result.verdict).toBe("improved");
  });
  it("a pair whose server was killed before it judged has none, and is judged when asked for", async () => {
    const job = await jobOn("Wrenfell 14");
    await storedAlone(job, "before", DUSTY);
    await storedAlone(job, "after", CLEAN);
    expect((await jobView(job))?.at).toBe("verdict");
    expect(await verdictIn(job)).toBeNull();
    expect((await judgeAgain(job)).ok).toBe(true);
    expect((await verdictIn(job))?.result.verdict).toBe("improved");
  });
  it("a second run after is never shown the verdict of the first", async () => {
    const job = await jobOn("Wrenfell 14");
    await send(job, "before", DUSTY);
    await send(job, "after", CLEAN);
    const first = await verdictIn(job);
    await storedAlone(job, "after", DUSTY);
    expect(await verdictIn(job)).toBeNull();
    await judgeAgain(job);
    const second = await verdictIn(job);
    expect(second?.id).not.toBe(first?.id);
    expect(second?.result.verdict).toBe("unchanged");
  });
  it("conditions that change take the verdict with them, though nobody judged since", async () => {
    const job = await jobOn("Wrenfell 14");
    await send(job, "before", DUSTY);
    const after = await send(job, "after", CLEAN);
    const id = after.ok ? after.value.runId : 0;
    await (await database())("runs").where({ id }).increment("revision", 1);
    expect(await verdictIn(job)).toBeNull();
    expect((await changeRun(id, { conditions: { roomStartC: 23, roomEndC: 23 } })).ok).toBe(true);
    expect(await verdictIn(job)).not.toBeNull();
  });
});

describe("a log that is sent twice", () => {
  it("as before and after at once is caught, whichever is stored first", async () => {
    const job = await jobOn("Wrenfell 14");
    const both = await Promise.all([send(job, "before", CLEAN, "a.csv"), send(job, "after", CLEAN, "b.csv")]);
    expect(both.map((r) => (r.ok ? "stored" : r.problem.code)).sort()).toEqual(["same-log", "stored"]);
  });
  it("because its answer was lost is stored once, and answered the same", async () => {
    const job = await jobOn("Wrenfell 14");
    const first = await send(job, "before", DUSTY);
    const again = await Promise.all([send(job, "before", DUSTY), send(job, "before", DUSTY)]);
    expect(again.map((r) => r.ok && r.value.runId)).toEqual([
      first.ok && first.value.runId,
      first.ok && first.value.runId,
    ]);
    expect(await (await database())("runs").where({ job_id: job })).toHaveLength(1);
    // other conditions are another run of it
    const more = await storeRun(
      (async function* () {
        const head = {
          jobId: job,
          kind: "before",
          name: "before.csv",
          bytes: Buffer.byteLength(DUSTY),
          plan: planFor(DUSTY),
          phases: null,
          conditions: { roomStartC: 25, roomEndC: 25 },
        };
        yield await Promise.resolve(Buffer.from(`${JSON.stringify(head)}\n${DUSTY}`));
      })(),
    );
    expect(more.ok && more.value.runId).not.toBe(first.ok && first.value.runId);
  });
  it("to a job that was closed meanwhile is refused, and changes of its runs too", async () => {
    const job = await jobOn("Wrenfell 14");
    const first = await send(job, "before", DUSTY);
    await setDueDate(job, { dueOn: null, why: "", close: true, note: "scrapped" });
    const late = await send(job, "after", CLEAN);
    expect(late.ok ? "" : late.problem.code).toBe("job-closed");
    const change = await changeRun(first.ok ? first.value.runId : 0, { conditions });
    expect(change.ok ? "" : change.problem.code).toBe("job-closed");
    const twice = await setDueDate(job, { dueOn: null, why: "", close: true, note: "once more" });
    expect(twice.ok ? "" : twice.problem.code).toBe("job-closed");
  });
});
