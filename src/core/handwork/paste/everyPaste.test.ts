import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  amountFor,
  PASTES,
  pressingOf,
  Squeeze,
  squeezeRun,
  stepsInOrder,
  type Laid,
  type SqueezeSetup,
} from "./index";

const corners = ["a", "b", "c", "d"].map((id, i) => ({
  id,
  xMm: i % 3 === 0 ? -18 : 18,
  yMm: i % 2 === 0 ? -16 : 16,
  forceN: 9,
}));
const orders = {
  "in rounds": pressingOf(corners, { xMm: 0, yMm: 0 }, stepsInOrder(["a", "b", "c", "d"], 3), [0.2, 0.45, 1]),
  "one side first": pressingOf(corners, { xMm: 0, yMm: 0 }, stepsInOrder(["a", "d", "b", "c"], 1), [1]),
};
const faces: [number, number][] = [
  [4, 4],
  [6, 6],
  [11, 8],
  [15, 9.5],
  [22, 16],
];

function setupOf(
  [widthMm, heightMm]: [number, number],
  k: number,
  pattern: Laid["pattern"],
  order: keyof typeof orders,
) {
  const paste = PASTES[k];
  if (!paste) throw new Error("no such paste");
  const { volumeMm3 } = amountFor({ widthMm, heightMm, forceN: 36, powerW: 40 }, paste);
  const laid: Laid = {
    pattern,
    volumeMm3,
    nozzleMm: 1.6,
    strokes: [
      [
        [-1, 0.5],
        [1.5, -0.5],
      ],
    ],
  };
  return { widthMm, heightMm, paste, laid, ...orders[order], cells: 20 } satisfies SqueezeSetup;
}

const any = fc.record({
  face: fc.constantFrom(...faces),
  paste: fc.constantFrom(...PASTES.keys()),
  pattern: fc.constantFrom<Laid["pattern"]>("dot", "line", "cross", "five", "film", "own"),
  order: fc.constantFrom<keyof typeof orders>("in rounds", "one side first"),
});

describe("a trial of any paste, on any face, in any pattern and order", () => {
  it("ends, at a film that the faces can hold, with nothing lost and no more past the edge than was laid", async () => {
    for (const { face, paste, pattern, order } of fc.sample(any, { seed: 5, numRuns: 24 })) {
      const setup = setupOf(face, paste, pattern, order);
      const run = await squeezeRun(setup, 0.5);
      const end = run?.frames.at(-1);
      const what = `${face.join(" x ")}, ${setup.paste.name}, ${pattern}, ${order}`;
      expect([what, run?.gaveUp]).toEqual([what, null]);
      expect(run?.kept).toBeCloseTo(1, 9);
      const over = end?.over.reduce((s, v) => s + v, 0) ?? NaN;
      expect(over).toBeLessThanOrEqual(setup.laid.volumeMm3 + 1e-9);
      expect(end?.gapUm, what).toBeGreaterThan(4);
      expect(end?.gapUm, what).toBeLessThan(250);
      expect(end?.wetted, what).toBeGreaterThan(0.3);
    }
  }, 60_000);

  it("no cell ever holds less than nothing", () => {
    for (const paste of [0, 4]) {
      const s = new Squeeze(setupOf([15, 9.5], paste, "film", "one side first"));
      for (let k = 0; k < 120 && !s.resting; k++) {
        s.step(s.timeS + 0.5);
        expect(Math.min(...s.field.v)).toBeGreaterThan(-1e-18);
      }
    }
  });

  it("liquid metal lies at its skin's film, whatever presses", async () => {
    const setup = setupOf([15, 9.5], 4, "film", "in rounds");
    const end = (await squeezeRun(setup, 1))?.frames.at(-1);
    expect(end?.gapUm).toBeGreaterThan(13);
    expect(end?.gapUm).toBeLessThan(17);
    expect(end?.wetted).toBeGreaterThan(0.7);
  });
});
