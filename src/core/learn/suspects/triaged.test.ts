import { triageInWords } from "../../../testing/inWords";
import { describe, expect, it } from "vitest";
import { rigRun } from "../../../testing/rigRuns";
import { tessalyK15, wrenfell14 } from "../../../samples/rigs";
import { figuresOfClass, type GoodFigures } from "../../measure/judge";
import type { RigFaults, RigMachine } from "../../simulate";
import { suspectsIn, SUSPECTS, type Strands, type Suspect } from "./index";

const K14 = { ...wrenfell14, cores: 6 };

/** Good figures of a model, from one sound run of it. */
function goodOf(machine: RigMachine): GoodFigures {
  const run = rigRun({ machine, faults: {} }, 0.7);
  const t = triageInWords(
    run,
    figuresOfClass(
      machine.chips.map((c) => c.id),
      60,
      false,
    ),
    machine.limitC,
  );
  const total = Object.values(t?.matched.powerW ?? {}).reduce((a, b) => a + b, 0);
  const range = (mid: number) => ({ low: 0.88 * mid, mid, high: 1.12 * mid });
  return {
    level: "model",
    source: { level: "model", model: "one", tags: [] },
    airflowPer: "total",
    chips: Object.fromEntries(
      (t?.chips ?? []).map((c) => [
        c.chip,
        {
          contact: range(c.paths[0].seen.K / (t?.matched.powerW[c.chip] ?? 1)),
          airflow: range(c.paths[1].seen.K / total),
        },
      ]),
    ),
  };
}

function strandsFor(
  machine: RigMachine,
  faults: Partial<RigFaults>,
  good: GoodFigures,
  opened: boolean | null,
): Strands {
  const run = rigRun({ machine, faults }, 0.3);
  const t = triageInWords(run, good, machine.limitC);
  const s = t && suspectsIn(run, t, good, opened);
  if (!s) throw new Error("no suspects");
  expect(Object.values(s.before).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
  expect(Object.values(s.now).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
  return s.now;
}

const mostOf = (s: Strands): Suspect => SUSPECTS.reduce((m, k) => (s[k] > s[m] ? k : m));

describe("suspects of a real run before", () => {
  const good = goodOf(K14);

  it.each([
    ["lint before the fins", { clog: 2.8 }, "air"],
    ["dry paste", { contact: { cpu: 2.2 } }, "paste"],
    ["a plate that leans", { contact: { cpu: 1.5 }, leanKW: 0.35 }, "plate"],
    ["a blower that stands", { fanStopped: true }, "fan"],
    ["nothing", {}, "other"],
  ] as const)("%s is suspected first", (_, faults, suspect) => {
    expect(mostOf(strandsFor(K14, faults, good, true))).toBe(suspect);
  });

  it("a plate that leans is less likely in a machine nobody opened", () => {
    const lean = { contact: { cpu: 1.5 } };
    expect(strandsFor(K14, lean, good, false).plate).toBeLessThan(strandsFor(K14, lean, good, true).plate);
  });

  it("by the figures of a class alone it leans the same way, and is less sure", () => {
    const dusty = { clog: 2.6 };
    const byClass = figuresOfClass(["cpu"], 26, false);
    const [own, typical] = [strandsFor(K14, dusty, good, null), strandsFor(K14, dusty, byClass, null)];
    expect(own.air).toBeGreaterThan(typical.air);
    expect(typical.air).toBeGreaterThan(typical.paste);
  });

  it("two chips on one fin stack: lint heats both, dry paste its own", () => {
    const both = goodOf(tessalyK15);
    expect(mostOf(strandsFor(tessalyK15, { clog: 2.4 }, both, null))).toBe("air");
    expect(mostOf(strandsFor(tessalyK15, { contact: { gpu: 2.6 } }, both, false))).toBe("paste");
  });

  it("a log without a load has none", () => {
    const run = rigRun({ machine: K14, faults: {} }, 0.3);
    const t = triageInWords(run, good, 95);
    expect(t && suspectsIn({ ...run, phases: null }, t, good, null)).toBeNull();
  });
});
