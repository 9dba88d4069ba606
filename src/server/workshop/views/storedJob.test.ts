import sharp from "sharp";
import { beforeAll, describe, expect, it, vi } from "vitest";
import type { Result } from "../../../core/base/result";
import { database } from "../../../data/base/connection";
import { photosOf } from "../../../data/drawing/photos";
import { loadDemo } from "../../../demo/load";
import { temporaryDatabase } from "../../../testing/bed";
import { backgroundOver } from "../../base/background/task";
import { storePhoto } from "../../drawing/photos";
import { layoutStage } from "../../drawing/views/layout";
import { serviceStage } from "../../handwork/views/service";
import { jobView, type JobView } from "../../job/job";
import { begin } from "../../measure/liveRuns";
import { liveStage } from "../../measure/live/stage";
import { runStage } from "../../measure/views/stage";
import { triageOf } from "../../measure/views/triage";
import { verdictStage } from "../../measure/views/verdict";
import { signOff } from "../../record/document";
import { reportView } from "../../record/report";
import { stockView } from "./materials";

temporaryDatabase("stored-job");

/** A job that is signed, and one at work, with a photo, a cutting and a live run. */
beforeAll(async () => {
  const db = await database();
  await loadDemo(db, new Date(), ["LR-02", "LR-08"]);
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  const judged = await db("verdicts").first<{ job_id: number }>("job_id");
  const open = await db("jobs").whereNull("closed_at").whereNot("id", judged.job_id).first<{ id: number }>("id");
  const blank = await sharp({ create: { width: 90, height: 60, channels: 3, background: "#888" } })
    .png()
    .toBuffer();
  value(await storePhoto(open.id, "found", once(blank)));
  await db("photos").update({ squaring_json: "{}" });
  await db("cuttings").insert({ job_id: open.id, plan_json: "{}", at: "2031-03-01T09:00:00.000Z" });
  value(await begin(open.id, { kind: "before", recipe: "standard" }));
  await db("jobs").where({ id: judged.job_id }).update({ closed_at: new Date().toISOString() });
  value(await signOff(judged.job_id, { role: "technician", initials: "KW", checkedRole: "", checkedInitials: "" }));
  await backgroundOver();
}, 120_000);

function value<T>(r: Result<T>): T {
  if (!r.ok) throw new Error(JSON.stringify(r.problem));
  return r.value;
}

/** A body that is read once. */
async function* once(bytes: Buffer): AsyncGenerator<Uint8Array> {
  yield await Promise.resolve(bytes);
}

/** What the pages of a job ask of it. */
const PAGES: Record<string, (view: JobView) => Promise<unknown>> = {
  "run before": (v) => runStage(v, "before"),
  "run after": (v) => runStage(v, "after"),
  "live run": (v) => liveStage(v.job.id, "before"),
  alone: triageOf,
  verdict: verdictStage,
  handwork: serviceStage,
  drawing: layoutStage,
  photos: async (v) => photosOf(await database(), v.job.id),
  shelf: (v) => stockView(v.job.id),
  report: (v) => reportView(v.job.id),
};

/** Every page of every job; what each threw. */
async function thrown(): Promise<string[]> {
  const out: string[] = [];
  for (const { id } of await (await database())("jobs").select<{ id: number }[]>("id"))
    for (const [name, page] of Object.entries(PAGES))
      try {
        const view = await jobView(id);
        if (view) await page(view);
      } catch (e) {
        out.push(`${name}: ${e instanceof Error ? e.message : "?"}`);
      }
  return out;
}

describe("one stored value of a job that cannot be read", () => {
  it.each([
    ["runs", ["columns_json", "layout_json", "gaps_json", "warnings_json", "conditions_json"]],
    ["verdicts", ["result_json", "inputs_json"]],
    ["triages", ["result_json"]],
    ["live_runs", ["recipe_json", "limits_json", "conditions_json", "stand_in_json", "problem_json"]],
    ["cuttings", ["plan_json"]],
    ["photos", ["squaring_json"]],
    ["signoffs", ["by_json", "checked_json"]],
    ["job_ways", ["ways_json"]],
    ["jobs", ["waits_json"]],
  ] as const)(
    "takes down no page of it: %s",
    async (table, columns) => {
      const db = await database();
      expect(await thrown()).toEqual([]);
      for (const column of columns) {
        const rows = await db.raw<{ at: number; was: unknown }[]>(
          `SELECT rowid AS at, ${column} AS was FROM ${table} ORDER BY rowid DESC`,
        );
        if (rows.length === 0) throw new Error(`nothing in ${table}`);
        const put = (at: number, v: unknown) =>
          db.raw(`UPDATE ${table} SET ${column} = ? WHERE rowid = ?`, [v as string, at]);
        for (const odd of ["{", "null"]) {
          for (const { at } of rows) await put(at, odd);
          expect([column, odd, await thrown()]).toEqual([column, odd, []]);
        }
        for (const { at, was } of rows) await put(at, was);
      }
      await backgroundOver();
    },
    60_000,
  );

  it("is told by the report, which is whole or none", async () => {
    const db = await database();
    const verdict = await db("verdicts")
      .orderBy("id", "desc")
      .first<{ id: number; job_id: number; result_json: string }>();
    const told = () => reportView(verdict.job_id);
    expect((await told())?.ok).toBe(true);
    for (const odd of ["{", "null"]) {
      await db("verdicts").where({ id: verdict.id }).update({ result_json: odd });
      expect(await told()).toMatchObject({ ok: false, problem: { code: "row-unreadable" } });
      expect(JSON.stringify(await told())).toContain(`verdict ${verdict.id} cannot be read as it is stored`);
    }
    await db("verdicts").where({ id: verdict.id }).update({ result_json: verdict.result_json });
    const run = await db("runs")
      .where({ kind: "before" })
      .first<{ id: number; job_id: number; columns_json: string }>();
    await db("runs").where({ id: run.id }).update({ columns_json: "{" });
    expect((await reportView(run.job_id))?.ok).toBe(false);
    const warnings = (await jobView(run.job_id))?.runs.before?.warnings.map((w) => w.message);
    expect(warnings?.at(-1)).toBe("The columns cannot be read as they are stored. The log itself is whole.");
    await db("runs").where({ id: run.id }).update({ columns_json: run.columns_json });
  });
});
