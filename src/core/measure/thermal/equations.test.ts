import { describe, expect, it } from "vitest";
import { plainSeries, withSecond } from "../../../testing/series";
import { designColumns } from "./design";
import { blockEquations, BLOCK_S, riseAt, solveBlocks, type BlockEquations } from "./fit";
import { AIR_TAUS_S, CONTACT_TAUS_S, fanSlowness, PIPE_TAUS_S, response } from "./kernels";
import { nnls } from "./nnls";

const options = { fanReference: 4000, fanExponent: 0.6, roomKnown: true };

describe("the columns of a fit", () => {
  it("are contact, pipes and air by the chip's own power, offset and starting states beside them", () => {
    const columns = designColumns(plainSeries(), "cpu", options);
    const of = (path: string) => columns.filter((c) => c.path === path).map((c) => c.tauS);
    expect(of("contact")).toEqual([...CONTACT_TAUS_S]);
    expect(of("airflow")).toEqual([...PIPE_TAUS_S, ...AIR_TAUS_S]);
    expect(of("nuisance")).toEqual([Infinity, 60, 300]);
    expect(columns.every((c) => c.free === (c.path === "nuisance"))).toBe(true);
    expect(columns.filter((c) => c.path === "nuisance").map((c) => c.priorSd)).toEqual([0.5, 1.5, 1.5]);
  });
  it("another chip's power comes in by the slow air alone", () => {
    const two = withSecond(plainSeries(), plainSeries({ power: () => 60 }));
    const other = designColumns(two, "cpu", options).filter((c) => c.driver === "gpu");
    expect(other.every((c) => c.path === "airflow")).toBe(true);
    expect(other.map((c) => c.tauS)).toEqual(AIR_TAUS_S.filter((t) => t > 20));
  });
  it("only the fins hang on the fan", () => {
    const slow = plainSeries({ fan: () => 2000 });
    const at = (s: ReturnType<typeof plainSeries>, tau: number, path: string) =>
      designColumns(s, "cpu", options)
        .find((c) => c.tauS === tau && c.path === path)
        ?.values.at(-130) ?? NaN;
    expect(at(slow, 40, "airflow") / at(plainSeries({ fan: () => 4000 }), 40, "airflow")).toBeCloseTo(2 ** 0.6, 3);
    expect(at(slow, 14, "airflow")).toBeCloseTo(at(plainSeries(), 14, "airflow"), 9);
    const unscaled = designColumns(slow, "cpu", { ...options, fanReference: null });
    expect(unscaled.find((c) => c.tauS === 40)?.values.at(-130)).toBeCloseTo(40, 3);
  });
  it("an unknown room leaves the offset open, power that is guessed a little of it", () => {
    const offset = (roomKnown: boolean, powerLogged: boolean) =>
      designColumns(plainSeries({ powerLogged }), "cpu", { ...options, roomKnown }).find((c) => c.tauS === Infinity)
        ?.priorSd;
    expect([offset(true, true), offset(true, false), offset(false, true)]).toEqual([0.5, 2, 1000]);
  });
  it("start from the idle power, and are worked out once for both chips", () => {
    const cache = new Map<string, Float64Array>();
    const [first] = designColumns(plainSeries(), "cpu", options, cache);
    expect(first?.values[0]).toBe(5);
    const kept = cache.size;
    designColumns(plainSeries(), "cpu", options, cache);
    expect(cache.size).toBe(kept);
  });
});

/** The sums a fit stands on, the plain way: every reading that takes part, with its weight. */
function plainSums(s: ReturnType<typeof plainSeries>, eq: BlockEquations, weightOf: (row: number) => number) {
  const n = eq.columns.length;
  const gram = new Float64Array(n * n);
  const moment = new Float64Array(n);
  let square = 0;
  let count = 0;
  s.timeS.forEach((_, k) => {
    const w = weightOf(k);
    const y = (s.chips[0]?.tempC[k] ?? NaN) - (s.room?.[k] ?? 0);
    if (w === 0 || !Number.isFinite(y)) return;
    square += w * y * y;
    count += w;
    for (let i = 0; i < n; i++) {
      const a = eq.columns[i]?.values[k] ?? 0;
      moment[i] = (moment[i] ?? 0) + w * a * y;
      for (let j = 0; j < n; j++) gram[i * n + j] = (gram[i * n + j] ?? 0) + w * a * (eq.columns[j]?.values[k] ?? 0);
    }
  });
  return { gram, moment, square, count };
}

const added = (parts: readonly Float64Array[]) =>
  (parts[0] ?? new Float64Array(0)).map((_, i) => parts.reduce((sum, p) => sum + (p[i] ?? 0), 0));

function expectLike(own: Float64Array, plain: Float64Array): void {
  own.forEach((v, i) => expect(Math.abs(v - (plain[i] ?? NaN))).toBeLessThan(1e-6 * Math.max(1, Math.abs(v))));
}

describe("the equations of a fit", () => {
  it("sum every reading of a short log once, and pass over what is missing", () => {
    const s = plainSeries({ seconds: 400, on: 100, off: 300, tempC: (t) => (t === 150 ? NaN : 40 + t / 20) });
    const eq = blockEquations(s, "cpu", options);
    const plain = plainSums(s, eq, () => 1);
    expectLike(added(eq.grams), plain.gram);
    expectLike(added(eq.moments), plain.moment);
    expect(eq.square).toBeCloseTo(plain.square, 4);
    expect(eq.count).toBeCloseTo(399, 6);
    expect(eq.grams).toHaveLength(Math.ceil(399 / BLOCK_S));
  });
  it("thin a long log away from the edges of its load, each third reading standing for three", () => {
    const s = plainSeries({ seconds: 1500, on: 200, off: 1200, tempC: (t) => 40 + t / 40 });
    const eq = blockEquations(s, "cpu", options);
    const near = (t: number, edge: number) => t > edge - 15 && t < edge + 75;
    const plain = plainSums(s, eq, (k) => (near(k, 200) || near(k, 1200) ? 1 : k % 3 === 0 ? 3 : 0));
    expectLike(added(eq.moments), plain.moment);
    expect(eq.count).toBeCloseTo(plain.count, 6);
  });
  it("priors weigh as a block does, and what has none is held only by a trifle", () => {
    const eq = blockEquations(plainSeries(), "cpu", options);
    const offset = eq.columns.findIndex((c) => c.tauS === Infinity);
    expect(eq.ridge[offset]).toBeCloseTo((0.2 * BLOCK_S) / 0.25, 9);
    const diagonal = added(eq.grams).filter((_, i) => i % (eq.columns.length + 1) === 0);
    expect(eq.ridge[0]).toBeCloseTo(Math.max(...diagonal) * 1e-7, 9);
  });
  it("what a fit leaves over is what the readings are off it", () => {
    const timeS = Float64Array.from({ length: 400 }, (_, i) => i);
    const power = Float64Array.from(timeS, (t) => (t >= 100 && t < 300 ? 40 : 5));
    const rise = response(timeS, power, 40, 5);
    const s = plainSeries({
      seconds: 400,
      on: 100,
      off: 300,
      fan: null,
      tempC: (t) => 22 + (rise[t] ?? 0) + Math.sin(t),
    });
    const eq = blockEquations(s, "cpu", { ...options, fanReference: null });
    const { x, sse, n } = solveBlocks(eq, new Uint8Array(eq.columns.length));
    const fitted = Float64Array.from(timeS, (_, k) =>
      eq.columns.reduce((sum, c, i) => sum + (x[i] ?? 0) * (c.values[k] ?? 0), 0),
    );
    const left = timeS.reduce((sum, _, k) => sum + ((s.chips[0]?.tempC[k] ?? 0) - 22 - (fitted[k] ?? 0)) ** 2, 0);
    expect(sse).toBeCloseTo(left, 3);
    expect(n).toBe(400);
    const { contactK, airflowK } = riseAt(eq.columns, x, { cpu: 40 });
    expect(contactK + airflowK).toBeCloseTo(40, 0);
    expect(airflowK).toBeGreaterThan(38);
  });
  it("a rise is split by its path, each driver by its power; the plate's span is told beside", () => {
    const base = { free: false, priorSd: Infinity, values: new Float64Array(0) };
    const rise = riseAt(
      [
        { ...base, path: "contact", driver: "cpu", tauS: 1.8 },
        { ...base, path: "airflow", driver: "cpu", tauS: 14 },
        { ...base, path: "airflow", driver: "gpu", tauS: 40 },
        { ...base, path: "nuisance", driver: null, tauS: Infinity },
      ],
      Float64Array.of(0.5, 0.25, 0.1, 9),
      { cpu: 20, gpu: 60 },
    );
    expect(rise).toEqual({ contactK: 10, airflowK: 11, plateK: 5 });
  });
});

describe("non-negative least squares, case by case", () => {
  const solve = (g: number[], m: number[], free: number[] = m.map(() => 0), start: number[] = m.map(() => 0)) => [
    ...nnls(Float64Array.from(g), Float64Array.from(m), Uint8Array.from(free), Uint8Array.from(start)),
  ];
  it("a plain solution inside, one held at the wall, and what that leaves the other", () => {
    solve([2, 0, 0, 4], [4, 2]).forEach((v, i) => expect(v).toBeCloseTo([2, 0.5][i] ?? NaN, 9));
    expect(solve([2, 0, 0, 4], [-4, 2])).toEqual([0, 0.5]);
    const [a, b] = solve([2, 1, 1, 2], [3, 0]);
    expect(a).toBeCloseTo(1.5, 9);
    expect(b).toBe(0);
  });
  it("a warm start that is wrong is left again, and ends at the same", () => {
    const g = [4, 1, 0.5, 1, 3, 0.2, 0.5, 0.2, 2];
    const m = [1, -2, 3];
    const cold = solve(g, m);
    expect(cold[1]).toBe(0);
    for (const start of [
      [1, 1, 1],
      [0, 1, 0],
      [1, 0, 0],
    ])
      solve(g, m, [0, 0, 0], start).forEach((v, i) => expect(v).toBeCloseTo(cold[i] ?? NaN, 9));
  });
  it("free entries may be negative, and do not wait to be let in", () =>
    expect(solve([1, 0, 0, 1], [-3, -2], [1, 0])).toEqual([-3, 0]));
  it("the set it ended with is told, for the next start", () => {
    const start = new Uint8Array(2);
    nnls(Float64Array.of(2, 0, 0, 4), Float64Array.of(-4, 2), new Uint8Array(2), start);
    expect([...start]).toEqual([0, 1]);
  });
  it("nothing to explain is nothing", () => expect(solve([1, 0, 0, 1], [0, 0])).toEqual([0, 0]));
});

describe("the fan in the air path", () => {
  it("is the share of the reference to the exponent, and a standing one is held at 8 %", () => {
    const slow = fanSlowness(Float64Array.of(4000, 2000, 2000, 0), 4000, 0.5);
    expect([...slow].map((v) => Math.round(v * 1e4) / 1e4)).toEqual([1, 1.4142, 1.4142, 3.5355]);
  });
  it("a slow fan makes the start warmer in its measure", () => {
    const slow = Float64Array.of(2, 2);
    expect([...response(Float64Array.of(0, 1), Float64Array.of(3, 3), 40, 3, slow)]).toEqual([6, 6]);
  });
  it("a change of step is worked out anew", () => {
    const y = response(Float64Array.of(0, 1, 3), Float64Array.of(0, 10, 10), 2, 0);
    expect(y[1]).toBeCloseTo(10 * (1 - Math.exp(-0.5)), 9);
    expect(y[2]).toBeCloseTo(10 * (1 - Math.exp(-1.5)), 9);
    expect([...response(Float64Array.of(0, 1), Float64Array.of(3, 7), 0, 3)]).toEqual([3, 7]);
  });
});
