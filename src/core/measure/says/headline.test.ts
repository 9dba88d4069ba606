import { describe, expect, it } from "vitest";
import { headlineOf as headlineOfTold, summaryOf as summaryOfTold } from "./headline";
import { atLeastK, leavesOneSide } from "../judge/oneSided";
import { isOpposed, type Bound, type ChipVerdict, type PathFinding, type VerdictWord } from "../judge";
import { plainText, type WordedReason } from "./index";

const figure = (K: number) => ({ K, low: K - 1, high: K + 1 });
const findingOf = (K: number): PathFinding => (K <= -3 ? "better" : K >= 3 ? "worse" : "same");

const chip = (contactK: number, airflowK: number, more: Partial<ChipVerdict> = {}): ChipVerdict =>
  ({
    chip: "cpu",
    change: figure(contactK + airflowK),
    paths: [
      { path: "contact", change: figure(contactK), finding: findingOf(contactK) },
      { path: "airflow", change: figure(airflowK), finding: findingOf(airflowK) },
    ],
    ...more,
  }) as never;

const reason = (code: string, level: WordedReason["level"], message = `${code}.`): WordedReason => ({
  code,
  level,
  message,
});
const text = (parts: Parameters<typeof plainText>[0]) => plainText(parts).replaceAll("\u00a0", " ");
const told = (verdict: VerdictWord, c: ChipVerdict | null, chips: readonly ChipVerdict[] = c ? [c] : []) => ({
  verdict,
  lead: c?.chip ?? null,
  chips: [...chips],
  thresholdK: 3,
});
const headlineOf = (word: VerdictWord, c: ChipVerdict | null) => headlineOfTold(told(word, c));
const headline = (word: VerdictWord, c: ChipVerdict | null) => text(headlineOf(word, c));
const summary = (word: VerdictWord, c: ChipVerdict | null, reasons: WordedReason[] = [], all = c ? [c] : []) =>
  text(summaryOfTold(told(word, c, all), reasons));

const bound = (more: Partial<Bound> = {}): Bound => ({
  K: -6.8,
  side: "at-most",
  open: "after",
  beforeK: 60,
  afterK: 53.2,
  ...more,
});

describe("the headline", () => {
  it.each([
    ["improved", chip(-9, -5), "Improved"],
    ["improved", chip(6, -20), "Improved, but contact got worse: reopen"],
    ["improved", chip(-20, 6), "Improved, but airflow got worse: reopen"],
    ["worse", chip(9, 1), "Worse"],
    ["worse", chip(20, -6), "Worse, though airflow got better"],
    ["unchanged", chip(1, -1), "No real change"],
    ["unchanged", chip(9, -9), "As hot as before, by other ways: contact got worse: reopen"],
    ["unchanged", chip(-9, 9), "As hot as before, by other ways: airflow got worse: reopen"],
    ["not-comparable", chip(9, -9), "Not comparable"],
    ["improved", null, "No real change"],
  ] as const)("%s", (word, c, says) => expect(headline(word, c)).toBe(says));

  it("colours only the path that went against it", () => {
    const coloured = (c: ChipVerdict, word: "improved" | "worse") =>
      headlineOf(word, c).flatMap((p) => (p.path ? [`${p.path}: ${p.text}`] : []));
    expect(coloured(chip(6, -20), "improved")).toEqual(["contact: contact got worse"]);
    expect(coloured(chip(-9, -5), "improved")).toEqual([]);
    expect(coloured(chip(20, -6), "worse")).toEqual(["airflow: airflow got better"]);
  });

  it("of one side says at least, and never rounds up", () => {
    const of = (b: Bound) =>
      headline(b.side === "at-most" ? "improved" : "worse", chip(0, 0, { change: null, bound: b }));
    expect(of(bound())).toBe("At least 6 K better");
    expect(of(bound({ K: 4, side: "at-least" }))).toBe("At least 4 K worse");
    expect([6.99, 7, 7.01].map((K) => atLeastK(bound({ K: -K })))).toEqual([6, 7, 7]);
  });

  it("paths are opposed where one won and the other lost, and only there", () => {
    expect(isOpposed(chip(9, -9))).toBe(true);
    expect(isOpposed(chip(9, -1))).toBe(false);
    expect(isOpposed(chip(9, 9))).toBe(false);
  });
});

describe("the sentence under it", () => {
  it("gives net, then what was won and lost, in parts that add up", () => {
    expect(summary("improved", chip(-9.6, -5.8))).toBe(
      "At the same power, fan speed and room the processor runs 15 K cooler: 10 K won in contact, 5 K won in airflow.",
    );
    expect(summary("improved", chip(6, -20))).toBe(
      "Matched, the processor runs 14 K cooler: 20 K won in airflow, 6 K lost in contact.",
    );
    expect(summary("worse", chip(12, 0))).toBe(
      "At the same power, fan speed and room the processor runs 12 K hotter: 12 K lost in contact.",
    );
    expect(summary("unchanged", chip(9, -9))).toBe(
      "Matched, the processor runs as hot as before: 9 K won in airflow, 9 K lost in contact.",
    );
  });

  it("of no change names every chip within the threshold", () => {
    const gpu = chip(0, 1, { chip: "gpu" });
    const said = summary("unchanged", chip(0, -1), [], [chip(0, -1), gpu]);
    expect(said).toBe(
      "At the same power, fan speed and room the processor runs as before, inside 3 K: processor −1.0 K, " +
        "graphics chip +1.0 K.",
    );
  });

  it("names the fan where it is the reason, and takes its speed out of what is equal", () => {
    const stopped = summary("worse", chip(0, 40), [reason("fan-stopped", "caution")]);
    expect(stopped).toMatch(/^At the same power and room .* The fan is the reason: it reads 0 rpm\.$/);
    const weak = summary("worse", chip(0, 9), [reason("fan-weak", "caution")]);
    expect(weak).toContain("it turns far too slowly");
    expect(summary("worse", chip(0, 9), [reason("fan-weak", "note")])).not.toContain("the reason");
  });

  it("does not share out what the log cannot tell apart", () => {
    const c = chip(-9, -5);
    c.paths[0].finding = "unknown";
    expect(summary("improved", c)).toContain("the log cannot tell contact from airflow");
  });

  it("of no comparison gives the two weightiest reasons, and what still is known", () => {
    const reasons = [
      reason("a", "blocks", "No room."),
      reason("b", "caution", "Odd."),
      reason("c", "blocks", "Too short."),
      reason("d", "blocks", "Third."),
    ];
    expect(summary("not-comparable", chip(0, 0), reasons)).toBe(
      "No room. Too short. Contact can still be judged: as before.",
    );
    expect(summary("not-comparable", chip(-8, 0), reasons.slice(0, 1))).toBe(
      "No room. Contact can still be judged: better by 8 K.",
    );
    const unknown = chip(-8, 0);
    unknown.paths[0].finding = "unknown";
    expect(summary("not-comparable", unknown, reasons.slice(0, 1))).toBe("No room.");
    expect(summary("improved", null)).toBe("Nothing can be said of the chips.");
  });

  it("of one side says why no more is known", () => {
    const c = chip(0, 0, { change: null, bound: bound() });
    const why = [reason("load-too-short", "caution", "The load was too short."), reason("as-logged", "note", "Peaks.")];
    expect(summary("improved", c, why)).toBe(
      "The processor runs at least 6 K cooler. How much more cannot be told: the load was too short.",
    );
    expect(summary("worse", chip(0, 0, { change: null, bound: bound({ K: 5, side: "at-least" }) }), why)).toContain(
      "at least 5 K hotter",
    );
  });
});

describe("what leaves one side standing", () => {
  it("is a short load, a room, or work that differs, and nothing beside them", () => {
    const of = (...codes: string[]) => leavesOneSide(codes.map((c) => reason(c, "blocks")));
    expect(of()).toBe(false);
    expect(of("load-too-short")).toBe(true);
    expect(of("no-room-temperature", "load-too-short")).toBe(true);
    expect(of("loads-differ")).toBe(true);
    expect(of("load-too-short", "another-machine")).toBe(false);
    expect(of("sensor-stuck")).toBe(false);
  });
});

describe("what heat reaches besides the chips", () => {
  const drive = (beforeC: number | null, afterC: number | null) =>
    [{ key: "drive.temperature", beforeC, afterC, limitC: 70 }] as never;
  const said = (word: VerdictWord, c: ChipVerdict, others: never) => [
    text(headlineOfTold({ ...told(word, c), others })),
    text(summaryOfTold({ ...told(word, c), others }, [])),
  ];
  it("is what is said where the chips are as before: a drive from 88 to 55 °C is no 'no real change'", () => {
    const [headline, summary] = said("unchanged", chip(0.2, -0.3), drive(88, 55));
    expect(headline).toBe("Drive 33 K cooler, processor as before");
    expect(summary).toMatch(/The drive runs 33 K cooler: 88 °C before, 55 °C after, as logged and brought to a room/);
    expect(said("unchanged", chip(0, 0), drive(50, 60))[0]).toBe("Drive 10 K hotter, processor as before");
  });
  it("and not where it moved little, one run holds it not, or the chips say enough", () => {
    for (const others of [drive(60, 56), drive(null, 55), drive(88, null), undefined as never])
      expect(said("unchanged", chip(0, 0), others)[0]).toBe("No real change");
    expect(said("improved", chip(-9, 0), drive(88, 55))[0]).toBe("Improved");
  });
});
