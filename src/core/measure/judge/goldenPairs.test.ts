import { judgedInWords } from "../../../testing/inWords";
import { LONG } from "../../../testing/long";
import fc from "fast-check";
import { expect, it } from "vitest";
import { calderNook13, orrowby17, tessalyK15, wrenfell14 } from "../../../samples/rigs";
import { golden, summed } from "../../../testing/golden";
import { shortOf } from "../../../testing/told";
import { eachReading, rigRun, withoutColumns, withoutRows, type RigRun } from "../../../testing/rigRuns";
import type { RigLog } from "../../simulate";
import type { Verdict } from "../says";

const times = (key: RegExp, by: number) => (log: RigLog) => eachReading(log, key, (v) => v * by);
/** What may be odd about one run. */
const oddities: Record<string, Partial<RigRun>> = {
  plain: {},
  "long gap": { edit: (log) => withoutRows(log, 300, 420) },
  "power low": { edit: times(/power$/, 0.82) },
  "power high": { edit: times(/power$/, 1.15) },
  "no clock": { edit: (log) => withoutColumns(log, /clock$/) },
  "no load, no power": { omit: ["cpu.load", "cpu.power", "gpu.load", "gpu.power"] },
  "fan stuck at zero": { edit: times(/^fan/, 0) },
  "fan reads in steps": { edit: (log) => eachReading(log, /^fan/, (v) => Math.round(v / 500) * 500) },
  "room a degree off": { room: 23.5 },
  "room at its start": { room: { startC: 22, endC: null } },
  "no room": { room: null },
  "poor sensors": { sensors: { lagS: 4, stick: 0.2, powerStepW: 1, powerNoise: 0.04, offsetC: 2, stepS: 3 } },
  "short load": { recipe: { loadS: 260 } },
  "half load": { recipe: { effort: { cpu: 0.6 } } },
  "one chip idle": { recipe: { effort: { gpu: 0 } } },
  pulses: { recipe: { pulse: [50, 20] } },
  "no idle": { recipe: { idleS: 5 } },
  "warm start": { recipe: { warmStartK: 10 } },
  "swinging room": { recipe: { roomSwing: [1.2, 240] } },
  "fan held": { recipe: { fan: { fixed: 0.6 } } },
  "fan stands in idle": { recipe: { fan: { standsBelowC: 50 } } },
  "weak fan": { faults: { fanReach: 0.7 } },
  "leaning plate": { faults: { leanKW: 0.25 } },
};
const faults = fc.record({
  clog: fc.constantFrom(1, 1, 1.3, 1.8, 2.6),
  contact: fc.record({ cpu: fc.constantFrom(1, 1, 1.4, 2.2), gpu: fc.constantFrom(1, 1.5) }),
});
const pair = fc.record({
  machine: fc.constantFrom(wrenfell14, wrenfell14, tessalyK15, orrowby17, calderNook13, { ...wrenfell14, cores: 4 }),
  before: faults,
  after: faults,
  odd: fc.tuple(fc.constantFrom(...Object.keys(oddities)), fc.constantFrom(...Object.keys(oddities))),
  thresholdK: fc.constantFrom(3, 3, 1.5, 5),
});

/** What is said, and one line for the figures behind it. */
const said = (v: Verdict) => ({ ...shortOf(v), behind: summed(v) });

/** Runs that differ in what the technician did and in what a bench does to them besides: three steps of a second. */
it.each(LONG ? [1, 2, 3, 4] : [1])("pairs of every kind are judged as kept, lot %i", async (seed) => {
  const lot = fc.sample(pair, { seed, numRuns: 12 }).map((p, i) => {
    const run = (of: "before" | "after", k: 0 | 1): RigRun => {
      const odd = i % 3 === 2 - k || i % 4 === 0 ? (oddities[p.odd[k]] ?? {}) : {};
      const base = { machine: p.machine, sensors: { stepS: 2 }, ...odd };
      return { ...base, faults: { ...p[of], ...odd.faults } };
    };
    const runs = [run("before", 0), run("after", 1)] as const;
    const verdict = judgedInWords(rigRun(runs[0], 0.2 + i / 50), rigRun(runs[1], 0.7 + i / 90), {
      limitC: i % 5 === 0 ? null : p.machine.limitC,
      thresholdK: p.thresholdK,
    });
    return [i % 4 === 0 ? p.odd : i % 3 ? p.odd[1] : p.odd[0], said(verdict)];
  });
  await expect(golden(lot)).toMatchFileSnapshot(`golden/lot-${seed}.txt`);
});
