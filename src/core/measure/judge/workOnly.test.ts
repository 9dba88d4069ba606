import { judgedInWords } from "../../../testing/inWords";
import { describe, expect, it } from "vitest";
import type { JudgeRun } from "../pair";
import { evidenceOf, plainText, verdictJson } from "../says";
import { findPhases, type Run } from "../log";
import { rigRun } from "../../../testing/rigRuns";

interface Told {
  /** Work a second at the end, and in the first half minute. */
  late: number;
  first?: number;
  gpu?: number;
  loadS?: number;
  room?: number | null;
  chip?: boolean;
}

/** A run of which only the load page told: idle, load, cool-down. */
function told({ late, first = 416, gpu, loadS = 900, room = 22, chip }: Told): JudgeRun {
  const timeS = Float64Array.from({ length: 60 + loadS + 60 }, (_, i) => i);
  const at = (end: number, begin: number) =>
    Float32Array.from(timeS, (t) => {
      const s = t - 60;
      return s < 0 || s >= loadS ? NaN : s < 40 ? begin : end + ((s * 7) % 5) - 2;
    });
  const channel = (key: string, values: Float32Array) => ({ key, unit: "1/s", heading: key, values });
  const run: Run = {
    timeS,
    stepS: 1,
    startMs: null,
    gaps: [],
    warnings: [],
    channels: [
      channel("cpu.work", at(late, first)),
      ...(gpu === undefined ? [] : [channel("gpu.work", at(gpu, 400))]),
      ...(chip
        ? [
            channel(
              "cpu.temperature",
              Float32Array.from(timeS, (t) => (t < 60 || t >= 60 + loadS ? 40 : 80)),
            ),
          ]
        : []),
    ],
  };
  return { run, phases: findPhases(run), room: { startC: room, endC: room } };
}
const judged = (before: Told, after: Told) => judgedInWords(told(before), told(after), { limitC: 97 });
const codes = (v: ReturnType<typeof judged>, level: string) =>
  v.reasons.filter((r) => r.level === level).map((r) => r.code);

describe("runs of which only work a second is known", () => {
  it("their load is found by the work", () => {
    expect(told({ late: 300 }).phases).toMatchObject({ loadOnS: 60, loadOffS: 960 });
  });

  it("more of it is improved, in work, never in degrees", () => {
    const v = judged({ late: 300 }, { late: 414 });
    expect([v.verdict, plainText(v.headline)]).toEqual(["improved", "Does 38\u00a0% more work"]);
    expect(plainText(v.summary)).toBe(
      "At the end of the load the processor does 38\u00a0% more work a second than before.",
    );
    expect(v.chips).toEqual([]);
    expect(codes(v, "caution")).toEqual(["no-temperature"]);
    expect(JSON.stringify(v)).not.toMatch(/°C|\d K\b/);
    expect(v.limitC).toBe(97);
    const json = verdictJson(v);
    expect(json.gain?.work).toEqual({ before: 300, after: 414 });
    expect(evidenceOf(v).map((e) => e.kind)).toEqual(["caution"]);
  });

  it("less is worse, about the same no change", () => {
    expect(judged({ late: 414 }, { late: 300 }).verdict).toBe("worse");
    expect(judged({ late: 400 }, { late: 418 }).verdict).toBe("unchanged");
    expect(judged({ late: 400 }, { late: 422 }).verdict).toBe("improved");
    expect(plainText(judged({ late: 400 }, { late: 390 }).headline)).toBe("Does the same work");
  });

  it("is not compared where the cold chip did other work already, the load was short, or the rooms are apart", () => {
    const other = judged({ late: 300 }, { late: 414, first: 520 });
    expect([other.verdict, codes(other, "blocks")]).toEqual(["not-comparable", ["work-unlike"]]);
    expect(codes(judged({ late: 300, loadS: 200 }, { late: 414 }), "blocks")).toEqual(["load-too-short"]);
    expect(codes(judged({ late: 300 }, { late: 414, room: 27 }), "blocks")).toEqual(["rooms-apart"]);
    expect(plainText(other.summary)).toMatch(/25\s% more from the first half minute/);
  });

  it("says that nobody read the room", () => {
    const v = judged({ late: 300 }, { late: 414, room: null });
    expect([v.verdict, codes(v, "caution")]).toEqual(["improved", ["no-temperature", "room-unknown"]]);
  });

  it("of two chips that went apart nothing is said", () => {
    const v = judged({ late: 300, gpu: 400 }, { late: 414, gpu: 320 });
    expect([v.verdict, plainText(v.summary)]).toEqual([
      "not-comparable",
      expect.stringMatching(/the other less/) as string,
    ]);
    expect(judged({ late: 400, gpu: 300 }, { late: 404, gpu: 400 }).gain?.chip).toBe("gpu");
  });

  it("a log with temperatures beside one without is told in work as well; two with them are not", () => {
    expect(plainText(judged({ late: 300, chip: true }, { late: 414 }).headline)).toMatch(/more work/);
    expect(judged({ late: 300, chip: true }, { late: 414, chip: true }).chips).not.toEqual([]);
  });
});

describe("work a second beside temperatures", () => {
  const work = (at: number) => (run: Run) => [
    { key: "cpu.work", unit: "1/s", heading: "work", values: Float32Array.from(run.timeS, () => at) },
  ];
  const pair = (before: number, after: number, omit: string[]) =>
    judgedInWords(
      rigRun({ omit, more: work(before), faults: { clog: 2 } }, 0.1),
      rigRun({ omit, more: work(after) }, 0.6),
      {},
    );

  it("bears witness of equal work where no power is logged", () => {
    const v = pair(400, 400, ["cpu.power", "cpu.load", "cpu.clock"]);
    expect(v.work).toMatchObject([{ chip: "cpu", by: "work a second", ratio: 1 }]);
    expect(v.verdict).toBe("improved");
    const less = pair(400, 300, ["cpu.power", "cpu.load", "cpu.clock"]);
    expect(less.work?.[0]?.ratio).toBeCloseTo(0.75 ** 2.4, 3);
    expect(less.reasons.map((r) => r.code)).toContain("loads-differ");
  });

  it("is told as gain and as evidence", () => {
    const v = pair(300, 414, []);
    expect(v.gain?.work).toEqual({ before: 300, after: 414 });
    expect(evidenceOf(v).find((e) => e.text.startsWith("Work at the end"))).toMatchObject({
      kind: "holds",
      figure: "+38\u00a0%",
    });
    expect(evidenceOf(pair(300, 305, [])).some((e) => e.text.startsWith("Work"))).toBe(false);
  });
});
