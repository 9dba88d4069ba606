import { judgedInWords } from "../testing/inWords";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { build } from "esbuild";
import type { Piscina } from "piscina";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { verdictJson, type Verdict } from "../core/measure/says";
import { CoolingMap } from "../core/drawing/parts";
import { plansOf } from "../core/handwork/service";
import { tessalyK15Layout } from "../samples/layouts";
import { rigRun } from "../testing/rigRuns";
import { inThread, judged, poolOf, rememberedInThread } from "./pool";
import type { TaskName } from "./tasks";

let folder = "";
let pool: Piscina;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "ovrant-threads-"));
  const outfile = join(folder, "threads.mjs");
  await build({ entryPoints: ["src/threads/worker.ts"], bundle: true, platform: "node", format: "esm", outfile });
  pool = poolOf(outfile);
});
afterAll(async () => {
  await pool.destroy();
  rmSync(folder, { recursive: true });
});

const before = rigRun({ faults: { clog: 2.2 } }, 0.11);
const after = rigRun({}, 0.77);
const options = { limitC: 95 };
const pair = (a: typeof before, b: typeof before) => ({ kind: "pair" as const, before: a, after: b, options });
const asked = (task: TaskName, input: unknown) => pool.run({ task, input }) as Promise<unknown>;

describe("threads that do heavy work", () => {
  it("judge as it is judged here, of several pairs at once, and leave this thread free", async () => {
    let turns = 0;
    const clock = setInterval(() => turns++, 1);
    const both = [asked("judge", pair(before, after)), asked("judge", pair(after, before))];
    const [one, other] = (await Promise.all(both)) as [Verdict, Verdict];
    clearInterval(clock);
    expect(turns).toBeGreaterThan(20);
    expect(verdictJson(one)).toEqual(verdictJson(judgedInWords(before, after, options)));
    expect([one.verdict, other.verdict]).toEqual(["improved", "worse"]);
  });
  it("plan screws and cuts, and draw, as it is done here", async () => {
    const layout = tessalyK15Layout();
    expect(await asked("tighten", { layout, rounds: 3 })).toEqual(plansOf(new CoolingMap(layout), 3));
    const sheets = [{ id: "1", widthMm: 60, heightMm: 40, thicknessMm: 1 }];
    const pieces = [{ id: "P1", widthMm: 14, heightMm: 11, thicknessMm: 1 }];
    expect(await asked("cut", { sheets, pieces })).toMatchObject({ placed: [{ piece: "P1", sheet: "1" }] });
    expect(await asked("svg", { layout, dark: false })).toMatch(/^<svg|^<\?xml/);
  });
  it("a task that fails fails alone; the next is done", async () => {
    await expect(asked("judge", { kind: "pair", before: null, after: null, options })).rejects.toThrow();
    expect(((await asked("judge", pair(before, after))) as Verdict).verdict).toBe("improved");
  });
});

describe("asked of the threads", () => {
  it("while developing it is done in place", async () => {
    expect((await judged<"pair">(pair(before, after))).verdict).toBe("improved");
    expect(await inThread("tighten", { layout: { ...tessalyK15Layout(), parts: [] }, rounds: 3 })).toEqual([]);
  });
  it("the same question is worked out once, also when it is asked meanwhile; a failure is asked anew", async () => {
    let made = 0;
    const ask = (key: string) =>
      rememberedInThread("cut", key, () => {
        made++;
        if (key === "bad" && made === 2) throw new Error("no sheets");
        return { sheets: [], pieces: [] };
      });
    const [a, b] = await Promise.all([ask("good"), ask("good")]);
    expect(await ask("good")).toBe(a);
    expect([b === a, made]).toEqual([true, 1]);
    await expect(ask("bad")).rejects.toThrow("no sheets");
    await ask("bad");
    expect(made).toBe(3);
  });
});
