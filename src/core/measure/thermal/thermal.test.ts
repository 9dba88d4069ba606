import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { plainSensors, renderLog, simulate, soundMachine, standardRecipe } from "../../simulate";
import { wrenfell14 } from "../../../samples/rigs";
import { findPhases, readLog } from "../log";
import { blockEquations, fanSlowness, nnls, prepareSeries, response, riseAt, solveBlocks } from "./index";

describe("non-negative least squares", () => {
  const problem = fc.integer({ min: 2, max: 7 }).chain((n) =>
    fc.record({
      n: fc.constant(n),
      a: fc.array(fc.array(fc.double({ min: -2, max: 2, noNaN: true }), { minLength: n, maxLength: n }), {
        minLength: n + 3,
        maxLength: n + 8,
      }),
      b: fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { minLength: n + 8, maxLength: n + 8 }),
    }),
  );
  it("meets the conditions of Karush, Kuhn and Tucker", () => {
    fc.assert(
      fc.property(problem, ({ n, a, b }) => {
        const gram = new Float64Array(n * n);
        const moment = new Float64Array(n);
        a.forEach((row, r) => {
          for (let i = 0; i < n; i++) {
            moment[i] = (moment[i] ?? 0) + (row[i] ?? 0) * (b[r] ?? 0);
            for (let j = 0; j < n; j++) gram[i * n + j] = (gram[i * n + j] ?? 0) + (row[i] ?? 0) * (row[j] ?? 0);
          }
        });
        for (let i = 0; i < n; i++) gram[i * n + i] = (gram[i * n + i] ?? 0) + 1e-3;
        const x = nnls(gram, moment, new Uint8Array(n), new Uint8Array(n));
        for (let i = 0; i < n; i++) {
          let slope = moment[i] ?? 0;
          for (let j = 0; j < n; j++) slope -= (gram[i * n + j] ?? 0) * (x[j] ?? 0);
          expect(x[i] ?? 0).toBeGreaterThanOrEqual(0);
          expect(slope).toBeLessThanOrEqual(1e-6);
          if ((x[i] ?? 0) > 1e-9) expect(Math.abs(slope)).toBeLessThan(1e-6);
        }
      }),
    );
  });
  it("lets free entries be negative", () => {
    const x = nnls(Float64Array.of(1, 0, 0, 1), Float64Array.of(-3, -2), Uint8Array.of(1, 0), new Uint8Array(2));
    expect([...x]).toEqual([-3, 0]);
  });
});

describe("the response of one exponential", () => {
  const t = Float64Array.from({ length: 601 }, (_, i) => i);
  it("follows a step as 1 − exp(−t/τ), at any sampling", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 200, noNaN: true }),
        fc.array(fc.double({ min: 0.2, max: 9, noNaN: true }), { minLength: 5, maxLength: 40 }),
        (tau, steps) => {
          const times = Float64Array.from(
            steps.reduce<number[]>((all, s) => [...all, (all[all.length - 1] ?? 0) + s], [0]),
          );
          const y = response(times, new Float64Array(times.length).fill(1), tau, 0);
          times.forEach((s, i) => expect(y[i]).toBeCloseTo(1 - Math.exp(-s / tau), 9));
        },
      ),
    );
  });
  it("starts steady at the idle power", () =>
    expect([...response(t.subarray(0, 5), new Float64Array(5).fill(4), 30, 4)]).toEqual([4, 4, 4, 4, 4]));
  it("ends at the resistance of the fan's speed, sooner with a faster fan", () => {
    const slow = response(
      t,
      new Float64Array(601).fill(10),
      60,
      0,
      fanSlowness(new Float64Array(601).fill(1000), 2000, 0.7),
    );
    const fast = response(
      t,
      new Float64Array(601).fill(10),
      60,
      0,
      fanSlowness(new Float64Array(601).fill(4000), 2000, 0.7),
    );
    expect(slow[600]).toBeCloseTo(10 * 2 ** 0.7, 1);
    expect(fast[600]).toBeCloseTo(10 * 0.5 ** 0.7, 3);
    expect((fast[40] ?? 0) / (fast[600] ?? 1)).toBeGreaterThan((slow[40] ?? 0) / (slow[600] ?? 1));
  });
});

describe("the fit of one run", () => {
  const fit = (seed: number) => {
    const log = simulate(wrenfell14, soundMachine, standardRecipe, plainSensors, seed);
    const run = readLog(renderLog(log));
    if (!run.ok) throw new Error("unreadable");
    const phases = findPhases(run.value);
    if (!phases) throw new Error("no load");
    const series = prepareSeries(run.value, phases, { startC: 22, endC: 22 });
    const eq = blockEquations(series, "cpu", { fanReference: log.late.rpm, fanExponent: 0.58, roomKnown: true });
    const s = solveBlocks(eq, new Uint8Array(eq.columns.length));
    return { rise: riseAt(eq.columns, s.x, { cpu: 1 }), rms: Math.sqrt(s.sse / s.n) };
  };
  it("finds the contact of the rig and leaves little over", () => {
    const { rise, rms } = fit(0.2);
    expect(rise.contactK).toBeGreaterThan(0.34);
    expect(rise.contactK).toBeLessThan(0.56);
    expect(rms).toBeLessThan(0.6);
  });
  it("gives the same for another seed of the noise", () =>
    expect(Math.abs(fit(0.2).rise.contactK - fit(0.9).rise.contactK)).toBeLessThan(0.05));
});
