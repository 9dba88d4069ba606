import { describe, expect, it } from "vitest";
import { orrowby17Layout, tessalyK15Layout } from "../../../samples/layouts";
import { usualContext } from "../../../testing/journal";
import { CoolingMap } from "../../drawing/parts";
import { levelBy } from "../fasten";
import { pressingOver } from "../service";
import { bondLineM, matesAnswer, Squeeze, squeezeRun, USUAL_PASTE, type Mate, type SqueezeSetup } from "./index";

const mate = (more: Partial<Mate> = {}): Mate => ({
  xMm: 40,
  yMm: 0,
  widthMm: 16,
  heightMm: 12,
  volumeMm3: 12,
  ...more,
});
const corners = [
  [-20, -18],
  [60, -18],
  [60, 18],
  [-20, 18],
].map(([xMm = 0, yMm = 0], i) => ({ id: String(i), xMm, yMm }));
const setup = (more: Partial<SqueezeSetup> = {}): SqueezeSetup => ({
  widthMm: 16,
  heightMm: 12,
  paste: USUAL_PASTE,
  laid: { pattern: "dot", volumeMm3: 12, nozzleMm: 1.6 },
  points: corners,
  springNmm: 3,
  loads: [{ atS: 0, forcesN: corners.map(() => 9) }],
  cells: 24,
  ...more,
});
const rest = async (s: SqueezeSetup) => {
  const run = await squeezeRun(s, 5);
  const end = run?.frames.at(-1);
  if (!run || !end) throw new Error("no run");
  return { ...end, gaveUp: run.gaveUp, kept: run.kept };
};

describe("other films under a plate", () => {
  it("answer by their volume: held back as a disc of it, and over the whole face once they cover it", () => {
    const at = (mm: number) => matesAnswer([mate()], USUAL_PASTE, [mm / 1000, 0, 0]);
    // 12 mm³ at 0.5 mm cover 24 mm², F = 3 μ A² / (2π h³)
    const A = 24e-6;
    expect(at(0.5).drag[0]).toBeCloseTo((3 * USUAL_PASTE.viscosityPas * A ** 2) / (2 * Math.PI * 0.5e-3 ** 3), 3);
    // at 0.05 mm they would cover 240 mm², but the face has 192
    const face = 192e-6;
    expect(
      (at(0.05).drag[0] ?? 0) / ((3 * USUAL_PASTE.viscosityPas * face ** 2) / (2 * Math.PI * 0.05e-3 ** 3)),
    ).toBeCloseTo(1, 9);
    // force and moment go with the arm
    expect((at(0.1).drag[1] ?? 0) / (at(0.1).drag[0] ?? 1)).toBeCloseTo(0.04, 12);
    expect(at(0.1).bears[1] / at(0.1).bears[0]).toBeCloseTo(0.04, 9);
  });

  it("bear at their bond line what presses them there", () => {
    const N = 18;
    const h = bondLineM(USUAL_PASTE, N / 192e-6);
    const full = matesAnswer([mate({ volumeMm3: 40 })], USUAL_PASTE, [h, 0, 0]);
    expect(full.bears[0]).toBeCloseTo(N, 3);
    expect(matesAnswer([], USUAL_PASTE, [h, 0, 0])).toEqual({
      bears: [0, 0, 0],
      stiff: new Float64Array(9),
      drag: new Float64Array(9),
    });
  });

  it("hold the plate as one: it comes down level between two like chips, and tips over one alone", async () => {
    const both = await rest(setup({ mates: [mate()] }));
    const alone = await rest(setup());
    expect(both.gaveUp).toBeNull();
    expect(Math.abs(both.slopeX)).toBeLessThan(0.1);
    // with nothing under its far end the plate leans that way
    expect(alone.slopeX).toBeLessThan(-0.5);
    expect(both.kept).toBeCloseTo(1, 9);
    // each of two like films rests where half of the screws would have it
    expect(both.meanUm).toBeGreaterThan(0.85e6 * bondLineM(USUAL_PASTE, 18 / 192e-6));
    expect(both.meanUm).toBeLessThan(1.4e6 * bondLineM(USUAL_PASTE, 18 / 192e-6));
  }, 60_000);

  it("held level from outside leans less, the more so the stiffer", () => {
    const lean = (k: number) => {
      const s = new Squeeze(setup({ levelNm: [k, 0, k] }));
      for (let i = 0; i < 4000 && !s.resting && !s.lost && s.timeS < 10; i++) s.step(10);
      return Math.abs(s.plane[1]);
    };
    const [free, some, much] = [lean(0), lean(5), lean(200)];
    expect(some).toBeLessThan(free);
    expect(much).toBeLessThan(0.3 * free);
  }, 60_000);
});

describe("a pipe that holds a plate level", () => {
  const straight = (from: string, to: string) => ({
    from,
    to,
    points: [
      [20, 0],
      [40, 0],
    ] as const,
    widthMm: 8,
    heightMm: 2.6,
  });
  it("is the same whichever way round it is drawn, and stiffer for a shorter way", () => {
    const [a] = levelBy(straight("A", "B"), "A", { xMm: 0, yMm: 0 });
    const back = { ...straight("B", "A"), points: [...straight("A", "B").points].reverse() };
    const [b] = levelBy(back, "A", { xMm: 0, yMm: 0 });
    expect(b / a).toBeCloseTo(1, 9);
    const short = {
      ...straight("A", "B"),
      points: [
        [20, 0],
        [30, 0],
      ] as const,
    };
    expect(levelBy(short, "A", { xMm: 0, yMm: 0 })[0]).toBeGreaterThan(a);
  });
});

describe("what presses a chip of a drawing", () => {
  const over = (layout: ReturnType<typeof tessalyK15Layout>, role: "cpu" | "gpu") => {
    const map = new CoolingMap(layout);
    const chip = map.ofKind("chip").find((c) => c.role === role);
    if (!chip) throw new Error("no chip");
    return pressingOver(usualContext(map), chip, "planned");
  };
  it("under one plate with another chip is the whole plate: all screws in full, the other film as a mate", () => {
    const cpu = over(orrowby17Layout(), "cpu");
    expect(cpu.mates).toHaveLength(1);
    expect(cpu.mates?.[0]).toMatchObject({ xMm: 70, yMm: 2, widthMm: 22, heightMm: 16 });
    expect(cpu.loads.at(-1)?.forcesN.reduce((a, b) => a + b, 0)).toBeCloseTo(72, 9);
    expect(cpu.levelNm).toBeUndefined();
  });
  it("beside another plate is its own screws, held level by the pipes between them", () => {
    const cpu = over(tessalyK15Layout(), "cpu");
    expect(cpu.mates).toBeUndefined();
    expect(cpu.loads.at(-1)?.forcesN.reduce((a, b) => a + b, 0)).toBeCloseTo(36, 9);
    expect(cpu.levelNm?.[0]).toBeGreaterThan(50);
    expect(cpu.levelNm?.[2]).toBeGreaterThan(1);
  });
});
