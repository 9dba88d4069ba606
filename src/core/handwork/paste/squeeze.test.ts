import { many } from "../../../testing/long";
import { describe, expect, it } from "vitest";
import { discCells, dropTimeS, rectanglePressure } from "./checks";
import {
  amountFor,
  bondLineM,
  PASTES,
  pressingOf,
  PressureGrid,
  Squeeze,
  squeezeRun,
  stepsInOrder,
  suggestPattern,
  type Paste,
  type SqueezeSetup,
} from "./index";

const grey = PASTES[0] as Paste;
const corners = [
  ["a", -18, -16],
  ["b", 18, 16],
  ["c", 18, -16],
  ["d", -18, 16],
].map(([id, x, y]) => ({ id: String(id), xMm: Number(x), yMm: Number(y), forceN: 9 }));
const crosswise = pressingOf(corners, { xMm: 0, yMm: 0 }, stepsInOrder(["a", "b", "c", "d"], 3), [0.2, 0.45, 1]);
const sideFirst = pressingOf(corners, { xMm: 0, yMm: 0 }, stepsInOrder(["a", "d", "b", "c"], 1), [1]);
const chip = { widthMm: 15, heightMm: 9.5, forceN: 36, powerW: 45 };
const setup = (more: Partial<SqueezeSetup> = {}): SqueezeSetup => ({
  widthMm: 15,
  heightMm: 9.5,
  paste: grey,
  laid: { pattern: "cross", volumeMm3: amountFor(chip, grey).volumeMm3, nozzleMm: 1.6 },
  ...crosswise,
  cells: 40,
  ...more,
});
const done = async (s: SqueezeSetup) => {
  const run = await squeezeRun(s, 0.5);
  const end = run?.frames[run.frames.length - 1];
  if (!run || !end) throw new Error("stopped");
  return { run, end };
};

describe("a drop of fixed volume under a constant force", () => {
  it("thins as the closed form says, and the finer the grid the closer", () => {
    const [mu, F, side, h0, R] = [150, 20, 20, 0.4e-3, 3];
    const off = [24, 64].map((cells) => {
      const heights = discCells(cells, side, R).map((c) => c * h0 * 1000);
      const s = new Squeeze({
        widthMm: side,
        heightMm: side,
        paste: { yieldPa: 0, viscosityPas: mu, fillerUm: 0 },
        laid: { pattern: "dot", volumeMm3: 1, nozzleMm: 1 },
        points: [{ id: "a", xMm: 0, yMm: 0 }],
        springNmm: 0,
        loads: [{ atS: 0, forcesN: [F] }],
        cells,
        start: { heights, gapMm: h0 * 1000 },
        newtonian: true,
        stepShare: 0.02,
      });
      const V = s.volumeM3;
      const errors: number[] = [];
      for (const h1 of [2e-4, 1e-4, 7e-5]) {
        while (s.plane[0] > h1) s.step(1e9);
        errors.push(Math.abs(s.timeS / dropTimeS(mu, V, F, h0, s.plane[0]) - 1));
      }
      expect(Math.abs(s.volumeM3 / V - 1)).toBeLessThan(1e-9);
      expect(Math.hypot(s.plane[1], s.plane[2])).toBeLessThan(1e-4);
      return Math.max(...errors);
    });
    expect(off[1]).toBeLessThan(0.03);
    expect(off[0]).toBeLessThan(0.08);
  });
});

describe("the pressure in a squeezed rectangle", () => {
  it("is that of its series", () => {
    const [nx, ny, w, d] = [48, 32, 0.015, 0.01];
    const [mu, speed, gap] = [160, 1e-6, 5e-5];
    const g = new PressureGrid(nx, ny);
    const m = gap ** 3 / (12 * mu);
    const [dx, dy] = [w / nx, d / ny];
    const b = new Float64Array(g.size);
    for (let j = 1; j <= ny; j++)
      for (let k = 1; k <= nx; k++) {
        const i = j * g.stride + k;
        b[i] = speed * dx * dy;
        if (k < nx) g.right[i] = (m * dy) / dx;
        if (j < ny) g.down[i] = (m * dx) / dy;
        g.given[i] = (k === 1 || k === nx ? (2 * m * dy) / dx : 0) + (j === 1 || j === ny ? (2 * m * dx) / dy : 0);
      }
    g.prepare();
    const p = new Float64Array(g.size);
    expect(g.solve(b, p, 1e-10)).toBeLessThan(40);
    for (const [k, j] of [
      [24, 16],
      [12, 8],
      [40, 20],
      [6, 28],
    ] as const) {
      const exact = rectanglePressure({ w: w, d: d }, [(k - 0.5) * dx, (j - 0.5) * dy], {
        viscosityPas: mu,
        speed: speed,
        gap: gap,
      });
      expect((p[j * g.stride + k] ?? 0) / exact).toBeCloseTo(1, 2);
    }
  });
});

describe("paste between plate and chip", () => {
  it("loses no volume, and an even film rests at Prasher's bond line", async () => {
    const { run, end } = await done(
      setup({ laid: { pattern: "film", volumeMm3: amountFor(chip, grey).volumeMm3, nozzleMm: 1.6 } }),
    );
    expect(Math.abs(run.kept - 1)).toBeLessThan(0.005);
    expect(end.wetted).toBeGreaterThan(0.93);
    const blt = bondLineM(grey, 36 / (15 * 9.5e-6)) * 1e6;
    expect(end.meanUm / blt).toBeGreaterThan(0.93);
    expect(end.meanUm / blt).toBeLessThan(1.12);
  }, 30_000);
  it("is mirrored when the screws are", async () => {
    const mirrored = pressingOf(
      corners.map((c) => ({ ...c, xMm: -c.xMm })),
      { xMm: 0, yMm: 0 },
      stepsInOrder(["a", "b", "c", "d"], 1),
      [1],
    );
    const one = pressingOf(corners, { xMm: 0, yMm: 0 }, stepsInOrder(["a", "b", "c", "d"], 1), [1]);
    const [a, b] = [await done(setup(one)), await done(setup(mirrored))];
    expect(b.end.wetted).toBeCloseTo(a.end.wetted, 1);
    expect(b.end.meanUm).toBeCloseTo(a.end.meanUm, 0);
    // while the last screw does not bite yet, the plate leans away from it, one way and the other
    const lean = (f: typeof a) => f.run.frames.findLast((x) => x.atS <= 4.3)?.slopeX ?? 0;
    expect(lean(a)).toBeLessThan(-1);
    expect(lean(b)).toBeGreaterThan(1);
    expect(lean(b) / lean(a)).toBeCloseTo(-1, 0);
  }, 30_000);
  it("one side home first drives it to the other side", async () => {
    const [even, uneven] = [await done(setup()), await done(setup(sideFirst))];
    const worst = (f: typeof even) =>
      Math.max(...f.run.frames.filter((x) => x.wetted > 0.2).map((x) => Math.abs(x.slopeX)));
    expect(worst(uneven)).toBeGreaterThan(worst(even));
    // more runs out on the right, away from the side that came home first
    expect(uneven.end.over[1]).toBeGreaterThan(uneven.end.over[0]);
  }, 30_000);
  it("too little leaves the face bare, more wets more of it", async () => {
    const wet = [];
    for (const k of [0.4, 0.8, 1.4])
      wet.push(
        (await done(setup({ laid: { pattern: "dot", volumeMm3: k * 15 * 9.5 * 0.038, nozzleMm: 1.6 } }))).end.wetted,
      );
    expect(wet[0]).toBeLessThan(0.6);
    expect(wet[1]).toBeGreaterThan(wet[0] ?? 1);
    expect(wet[2]).toBeGreaterThan(wet[1] ?? 1);
  }, 30_000);
  it("stops when it is told to", async () => {
    expect(await squeezeRun(setup({ cells: 96 }), 0.5, () => false)).toBeNull();
  });
});

describe("the suggestion", () => {
  it("is the best of its trials, wets the chip, and puts no dot on a long one", async () => {
    const long = { widthMm: 24, heightMm: 8, forceN: 36, powerW: 45 };
    const s = await suggestPattern(long, grey, crosswise);
    expect(s?.best.score).toBe(Math.max(...(s?.trials ?? []).map((t) => t.score)));
    expect(s?.best.wetted).toBeGreaterThan(0.9);
    expect(s?.best.pattern).not.toBe("dot");
    expect(s?.best.volumeMm3).toBeLessThanOrEqual((amountFor(long, grey).volumeMm3 / 1.4) * 1.5 + 1e-9);
  }, 60_000);
});

describe("grids of one squeeze", () => {
  it("agree on the wetted face within 2 %: 40 cells and 80, and twice as fine where there is time", async () => {
    const once = pressingOf(corners, { xMm: 0, yMm: 0 }, stepsInOrder(["a", "b", "c", "d"], 1), [1]);
    const { volumeMm3 } = amountFor(chip, grey);
    const wetted: number[] = [];
    for (const cells of [40, 80].map((c) => c * many(1, 1.6))) {
      const laid = { pattern: "line" as const, volumeMm3, nozzleMm: 1.6 };
      wetted.push((await done(setup({ ...once, laid, cells }))).end.wetted);
    }
    expect(Math.abs((wetted[1] ?? 0) / (wetted[0] ?? 1) - 1)).toBeLessThan(0.02);
  });
});
