import { describe, expect, it } from "vitest";
import { aJobFile } from "../../../testing/jobFiles";
import { rigVerdict } from "../../../testing/rigRuns";
import type { Figure } from "../../measure/judge";
import type { Verdict } from "../../measure/says";
import { saidIn } from "./form";
import { textsIn } from "./languages";
import { workIn } from "./report";
import { statementsOf, whyOf } from "./sentences";

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
  });
});

describe("why it changed", () => {
  const lead = improved.chips[0];
  if (!lead) throw new Error("no chip");
  const work = workIn(aJobFile({}));
  type Lead = typeof lead;
  const path = (finding: string, K: number, [low, high] = [K - 1, K + 1]) => ({
    finding,
    change: { K, low, high } satisfies Figure,
  });
  const why = (contact: object, airflow: object, more: Partial<Lead> = {}) => {
    const paths = [
      { ...lead.paths[0], ...contact },
      { ...lead.paths[1], ...airflow },
    ] as unknown as Lead["paths"];
    return whyOf(improved, { ...lead, bound: null, throttled: { before: 0, after: 0 }, ...more, paths }, work, speech);
  };
  const same = path("same", 0);

  it("counts what was wrong by the paths that were won", () => {
    expect(why(path("better", -6), path("better", -4)).title).toBe("Two things were wrong");
    expect(why(path("better", -6), same).title).toBe("One thing was wrong");
    expect(why(same, path("better", -6)).title).toBe("One thing was wrong");
    expect(why(path("worse", 6), same).title).toBe("What the figures say");
  });

  it("tells airflow before contact, what was won before what was lost, and what could not be told", () => {
    const items = (a: object, b: object) => why(a, b).items.map((i) => `${i.path} ${i.lead || i.text}`);
    expect(items(path("better", -6.4), path("better", -4))).toEqual([
      expect.stringMatching(/^airflow .* 4 degrees/),
      expect.stringMatching(/^contact .* 6 degrees/),
    ]);
    expect(items(path("better", -6), path("worse", 3))).toEqual([
      expect.stringMatching(/^contact .* 6 degrees/),
      "airflow Air passes worse than before: 3 degrees.",
    ]);
    expect(items({ finding: "unknown", change: null }, { finding: "unknown", change: null })).toEqual([
      "airflow Whether the air passes better the measurement could not tell.",
      "contact Whether the paste carries better the measurement could not tell.",
    ]);
    expect(items(same, same)).toEqual([]);
  });

  it("tells ranges near end first, from nothing where an interval spans it, and why figures are less sure", () => {
    const sure = (contact: object, more: Partial<Lead> = {}) => why(contact, path("better", -4, [-6, -3]), more).sure;
    expect(sure(path("better", -9, [-12, -7]))).toEqual([
      "Air between 3 and 6, paste between 7 and 12 degrees, each at 90 %.",
    ]);
    expect(sure(path("same", 1, [-1.2, 3]))[0]).toContain("paste between 0 and 3 degrees");
    expect(sure({ finding: "unknown", change: null })).toEqual([]);
    const throttled = { throttled: { before: 0.03, after: 0 } };
    expect(sure(same, throttled)[1]).toMatch(/^The first run was slowed/);
    expect(sure(same, { throttled: { before: 0.02, after: 1 } })).toHaveLength(1);
    expect(sure(same, { ...throttled, bound: lead.change ?? null } as Partial<Lead>)[1]).toMatch(/^One run stood at/);
  });

  it("explains the ladder where both runs stand on it", () => {
    expect(why(same, same).note).toContain("5 degrees a rung");
    expect(why(same, same, { before: null }).note).toBe("");
  });
});
