import { describe, expect, it } from "vitest";
import { amountFor, PASTES, pressingOf, stepsInOrder, type Paste, type SqueezeSetup } from "../core/handwork/paste";
import { SqueezeSession } from "./squeezeSession";

const grey = PASTES[0] as Paste;
const face = { widthMm: 14, heightMm: 10, forceN: 36, powerW: 40 };
const pressing = pressingOf(
  [
    [-18, -16],
    [18, 16],
    [18, -16],
    [-18, 16],
  ].map(([x, y], i) => ({ id: String(i), xMm: x ?? 0, yMm: y ?? 0, forceN: 9 })),
  { xMm: 0, yMm: 0 },
  stepsInOrder(["0", "1", "2", "3"], 2),
  [0.3, 1],
);
const setup: SqueezeSetup = {
  widthMm: 14,
  heightMm: 10,
  paste: grey,
  laid: { pattern: "line", volumeMm3: amountFor(face, grey).volumeMm3, nozzleMm: 1.6 },
  ...pressing,
  cells: 64,
};

describe("a trial off the main thread", () => {
  it("tells how far it is, from less to more, and gives frames in order of time", async () => {
    const shares: number[] = [];
    const run = await new SqueezeSession().run(setup, (s) => shares.push(s));
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(shares.every((s) => s >= 0 && s <= 1)).toBe(true);
    const times = (run?.frames ?? []).map((f) => f.atS);
    expect(times.length).toBeGreaterThan(10);
    expect(times).toEqual([...times].sort((a, b) => a - b));
  }, 30_000);
  it("ends with nothing when it is stopped, or when another takes its place", async () => {
    const session = new SqueezeSession();
    const first = session.run({ ...setup, cells: 128 }, () => undefined);
    setTimeout(() => session.stop(), 150);
    expect(await first).toBeNull();
    const second = session.run({ ...setup, cells: 128 }, () => undefined);
    const third = session.suggest(face, grey, pressing, () => undefined);
    expect(await second).toBeNull();
    expect((await third)?.trials.length).toBeGreaterThan(3);
  }, 60_000);
});
