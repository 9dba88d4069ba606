import { describe, expect, it } from "vitest";
import type { ChipVerdict } from "../judge";
import type { WordedReason, Verdict } from "./index";
import { evidenceOf, matchedWords, peaksAlone, unknownWhy } from "./evidence";

const facts = (more: Partial<Verdict["facts"]["before"]> = {}): Verdict["facts"]["before"] =>
  ({ loadS: 900, roomC: 22, peakC: { cpu: 97 }, latePowerW: { cpu: 45 }, fanRpm: 4100, ...more }) as never;

const verdict = (more: Partial<Verdict> = {}): Verdict =>
  ({
    verdict: "improved",
    chips: [],
    enoughS: 412,
    matched: { roomC: 25, fanRpm: 4100, powerW: { cpu: 45 } },
    facts: { before: facts(), after: facts() },
    outlook: { hotDay: null, sustainedW: null, fanShare: null },
    reasons: [],
    ...more,
  }) as never;

const chip = (K: number): ChipVerdict => ({ chip: "cpu", change: { K, low: K - 1, high: K + 1 } }) as never;
const reason = (level: WordedReason["level"], message: string): WordedReason => ({ code: "x", level, message });
const outlook = (more: Partial<Verdict["outlook"]>) =>
  verdict({ outlook: { hotDay: null, sustainedW: null, fanShare: null, ...more } });

const said = (v: Verdict) =>
  evidenceOf(v).map((e) => [e.kind, e.text.replaceAll("\u00a0", " "), e.figure?.replaceAll("\u00a0", " ")]);

describe("evidence", () => {
  it("begins with the loads, and how long was needed", () => {
    expect(said(verdict())).toEqual([["holds", "Both loads long enough for airflow (6:52 needed)", "15:00, 15:00"]]);
  });

  it("of runs that cannot be compared is their reasons alone", () => {
    const v = verdict({
      verdict: "not-comparable",
      reasons: [reason("blocks", "No room."), reason("note", "Warm start.")],
    });
    expect(said(v)).toEqual([
      ["caution", "No room.", undefined],
      ["note", "Warm start.", undefined],
    ]);
  });

  it("tells the hot day: room left, or throttled", () => {
    expect(said(outlook({ hotDay: { headroomK: 12.4, powerShare: null } as never })).at(-1)).toEqual([
      "holds",
      "Hot day, room 35 °C, this power: below its limit",
      "12 K left",
    ]);
    expect(said(outlook({ hotDay: { headroomK: -3, powerShare: 0.81 } as never })).at(-1)).toEqual([
      "caution",
      "Hot day, room 35 °C: it would throttle",
      "to 81 %",
    ]);
    expect(said(outlook({ hotDay: { headroomK: -3, powerShare: null } as never })).length).toBe(1);
  });

  it("tells power that is held longer, or less; a few per cent are none", () => {
    expect(said(outlook({ sustainedW: { before: 38, after: 45 } })).at(-1)).toEqual([
      "holds",
      "Power held at the end of the load grew",
      "38 → 45 W",
    ]);
    expect(said(outlook({ sustainedW: { before: 45, after: 38 } })).at(-1)?.[0]).toBe("caution");
    expect(said(outlook({ sustainedW: { before: 45, after: 46 } })).length).toBe(1);
  });

  it("tells how loud the old temperature is now", () => {
    expect(said(outlook({ fanShare: 0.7 })).at(-1)).toEqual([
      "holds",
      "Quieter: the old temperature now needs",
      "70 % of 4,100 rpm",
    ]);
    expect(
      said(outlook({ fanShare: 1.3 }))
        .at(-1)
        ?.slice(0, 2),
    ).toEqual(["caution", "Louder: the old temperature now needs"]);
    expect(said(outlook({ fanShare: 0.1 })).at(-1)?.[2]).toBe("under a quarter of 4,100 rpm");
    expect(said(outlook({ fanShare: 1.05 })).length).toBe(1);
    expect(said(verdict({ matched: { roomC: 25, fanRpm: null, powerW: {} } })).length).toBe(1);
  });
});

describe("what both runs are brought to", () => {
  it("names power, fan and room; what is not known is left out or said", () => {
    expect(matchedWords(verdict(), chip(-5)).replaceAll("\u00a0", " ")).toBe("45 W, 4,100 rpm, room 25 °C");
    const blind = verdict({ matched: { roomC: 25, fanRpm: 0, powerW: {} } });
    expect(matchedWords(blind, chip(-5)).replaceAll("\u00a0", " ")).toBe("equal work, room 25 °C");
    expect(matchedWords(blind, undefined).replaceAll("\u00a0", " ")).toBe("equal work, room 25 °C");
  });
});

describe("why paths are not known", () => {
  it("the two weightiest reasons that bar", () => {
    const v = verdict({
      reasons: [reason("note", "N."), reason("blocks", "A."), reason("blocks", "B."), reason("blocks", "C.")],
    });
    expect(unknownWhy(v)).toBe("A. B.");
    expect(unknownWhy(verdict())).toBeNull();
  });
});

describe("peaks alone", () => {
  const peaks = (afterC: number, K: number, after: object = {}) =>
    peaksAlone(
      verdict({ facts: { before: facts(), after: facts({ peakC: { cpu: afterC }, ...after }) } }),
      chip(K),
    ).replaceAll("\u00a0", " ");

  it("say how far they moved, and nothing more where they are right", () => {
    expect(peaks(97, 0)).toBe("peaks alone: no change");
    expect(peaks(85, -12)).toBe("peaks alone: 12 K cooler");
    expect(peaks(103, 6.5)).toBe("peaks alone: 6 K hotter");
  });

  it("mislead where room, power or fans differ, and that is said", () => {
    expect(peaks(96.5, -12, { roomC: 25 })).toBe("peaks alone: no change, but room differs");
    expect(peaks(96.5, -12, { fanRpm: 3000 })).toBe("peaks alone: no change, but fans differ");
    expect(peaks(96.5, -12, { roomC: 25, latePowerW: { cpu: 50 }, fanRpm: 3000 })).toBe(
      "peaks alone: no change, but room, power and fans differ",
    );
  });

  it("stay alone where nothing known explains the difference, and without a chip", () => {
    expect(peaks(96.5, -12)).toBe("peaks alone: no change");
    expect(peaksAlone(verdict(), undefined)).toBe("");
  });
});
