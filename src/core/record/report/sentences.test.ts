import { describe, expect, it } from "vitest";
import { rigVerdict } from "../../../testing/rigRuns";
import type { Verdict } from "../../measure/says";
import { saidIn } from "./form";
import { textsIn } from "./languages";
import { statementsOf } from "./sentences";

const speech = { t: textsIn("en"), said: saidIn({ language: "en", unit: "C", zone: "UTC" }) };
const improved = rigVerdict({ faults: { clog: 2.4 } }, {});

type Gain = NonNullable<Verdict["gain"]>;
/** Nothing gained in use; a test adds what it is about. */
const nothing: Gain = {
  watts: { before: null, after: null },
  work: null,
  clockMHz: { before: null, after: null },
  slowsS: null,
  fan: null,
} as unknown as Gain;
const withGain = (gain: Partial<Gain>, headroomK: number | null = null, more: Partial<Verdict> = {}): Verdict => ({
  ...improved,
  gain: { ...nothing, ...gain },
  outlook: { ...improved.outlook, hotDay: headroomK === null ? null : { headroomK } } as Verdict["outlook"],
  ...more,
});
const told = (v: Verdict) => statementsOf(v, speech).map((s) => `${s.title}: ${s.text}`.replace(/\s/g, " "));

describe("what a service is worth in use", () => {
  it("is told of an improvement alone", () => {
    const slows = { slowsS: { before: 317, after: "never" } } as Partial<Gain>;
    expect(told(withGain(slows))).toHaveLength(1);
    for (const verdict of ["worse", "unchanged", "not-comparable"] as const)
      expect(told(withGain(slows, 12, { verdict }))).toEqual([]);
  });

  it.each([
    [{ before: 100, after: "never" }, "It used to slow down after 1 min 40 s. Now it holds full work all the time."],
    [{ before: 100, after: 131 }, "It used to slow down after 1 min 40 s. Now it does so after 2 min 11 s."],
    [{ before: 45, after: 200 }, "It used to slow down after 45 s. Now it does so after 3 min 20 s."],
    [{ before: 100, after: 130 }, null],
    [{ before: "never", after: "never" }, null],
    [{ before: 100, after: null }, null],
  ])("slowing down %j is told as %s", (slowsS, text) => {
    expect(statementsOf(withGain({ slowsS } as Partial<Gain>), speech).map((s) => s.text)).toEqual(text ? [text] : []);
  });

  it("adds how much more it does by its work, else by its watts, from 3 % on", () => {
    const slowsS = { before: 100, after: "never" };
    const more = (gain: object) => told(withGain({ slowsS, ...gain } as Partial<Gain>))[0] ?? "";
    expect(more({ watts: { before: 30, after: 36 } })).toMatch(/It does about 20\s% more\.$/);
    expect(more({ watts: { before: 30, after: 36 }, work: { before: 100, after: 110 } })).toMatch(/about 10\s% more/);
    expect(more({ watts: { before: 30, after: 36 }, work: { before: 100, after: null } })).toMatch(/about 20\s% more/);
    expect(more({ watts: { before: 100, after: 103 } })).toMatch(/about 3\s% more/);
    expect(more({ watts: { before: 100, after: 102.9 } })).not.toContain("about");
    expect(more({ watts: { before: null, after: 36 } })).not.toContain("about");
    expect(more({ watts: { before: 30, after: 20 } })).not.toContain("about");
  });

  it("calls it quieter where fans turn slower by more than 3 %, in rpm, to the next fifty", () => {
    const fan = (before: number, after: number, unit = "rpm") =>
      told(withGain({ fan: { before, after, unit } } as Partial<Gain>));
    expect(fan(4010, 3280)).toEqual([expect.stringMatching(/^It is quieter: .* 3.?300 instead of 4.?000 rpm\.$/)]);
    expect(fan(4000, 3900)).toEqual([]);
    expect(fan(4000, 3870)).toHaveLength(1);
    expect(fan(80, 60, "%")).toEqual([]);
  });

  it("promises a hot day from 2 K on", () => {
    expect(told(withGain({}, 6.4))).toEqual([
      "It can take a hot day: Doing the work it did before, in a room of 35 °C, " +
        "it stays about 6 degrees under its limit.",
    ]);
    expect(told(withGain({}, 2))).toHaveLength(1);
    expect(told(withGain({}, 1.9))).toEqual([]);
    expect(told(withGain({}, null))).toEqual([]);
    // not of a machine that still slows down at this load
    const slows = { slowsS: { before: 60, after: 317 } } as Partial<Gain>;
    expect(told(withGain(slows, 6.4)).join()).not.toContain("hot day");
    expect(told(withGain({ slowsS: { before: 60, after: "never" } }, 6.4)).join()).toContain("hot day");
  });
});

describe("how long", () => {
  it("is told in whole minutes and seconds: what rounds up to a minute is one", () => {
    expect([108, 119.6, 120, 59.7, 59.2, 3600].map((s) => speech.said.minutes(s))).toEqual([
      "1 min 48 s",
      "2 min",
      "2 min",
      "1 min",
      "59 s",
      "60 min",
    ]);
  });
});
