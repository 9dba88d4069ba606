import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { build } from "esbuild";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { judgePair, verdictJson } from "../../core/judge";
import { rigRun } from "../../testing/rigRuns";
import { judged, JudgeThread } from "./judging";

let folder = "";
let thread: JudgeThread;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "ovrant-judging-"));
  const outfile = join(folder, "judging.mjs");
  await build({ entryPoints: ["src/server/thread/worker.ts"], bundle: true, platform: "node", format: "esm", outfile });
  thread = new JudgeThread(outfile);
});
afterAll(async () => {
  await thread.stop();
  rmSync(folder, { recursive: true });
});

const before = rigRun({ faults: { clog: 2.2 } }, 0.11);
const after = rigRun({}, 0.77);
const options = { limitC: 95 };

describe("the judge on a thread of its own", () => {
  it("says what it says here, of several pairs at once, and leaves this thread free", async () => {
    let turns = 0;
    const clock = setInterval(() => turns++, 1);
    const ask = { kind: "pair" as const, before, after, options };
    const swapped = { kind: "pair" as const, before: after, after: before, options };
    const [one, other] = await Promise.all([thread.ask<"pair">(ask), thread.ask<"pair">(swapped)]);
    clearInterval(clock);
    expect(turns).toBeGreaterThan(20);
    expect(verdictJson(one)).toEqual(verdictJson(judgePair(before, after, options)));
    expect([one.verdict, other.verdict]).toEqual(["improved", "worse"]);
  });
  it("explains, and reads one run alone", async () => {
    expect((await thread.ask<"explain">({ kind: "explain", before, after })).map((c) => c.chip)).toEqual(["cpu"]);
    const good = { level: "class" as const, source: "none", airflowPer: "total" as const, chips: {} };
    expect(
      await thread.ask<"alone">({ kind: "alone", run: { ...before, phases: null }, good, limitC: null }),
    ).toBeNull();
  });
  it("a question it cannot answer fails alone; the next is answered", async () => {
    const broken = { ...before, run: null as unknown as typeof before.run };
    await expect(thread.ask<"pair">({ kind: "pair", before: broken, after, options })).rejects.toThrow();
    expect((await thread.ask<"pair">({ kind: "pair", before, after, options })).verdict).toBe("improved");
  });
  it("when the thread dies, what waited is told, and it is started anew", async () => {
    const waiting = thread.ask<"pair">({ kind: "pair", before, after, options });
    const told = expect(waiting).rejects.toThrow(/thread ended/);
    const stopped = thread.stop();
    // asked while the old one still dies: the new one answers
    const next = thread.ask<"pair">({ kind: "pair", before, after, options });
    await stopped;
    await told;
    expect((await next).verdict).toBe("improved");
  });
  it("while developing it judges in place", async () => {
    expect((await judged<"pair">({ kind: "pair", before, after, options })).verdict).toBe("improved");
  });
});
