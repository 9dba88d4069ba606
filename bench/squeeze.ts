import { discCells, dropTimeS } from "../src/core/handwork/paste/checks";
import {
  amountFor,
  PASTES,
  pressingOf,
  Squeeze,
  squeezeRun,
  stepsInOrder,
  type Paste,
  type Pattern,
} from "../src/core/handwork/paste";

/**
 * Times and errors of the squeeze by grid: a drop against its closed form, and whole tightenings of a 15 by 15 mm chip
 * to rest.
 */
export async function benchSqueeze(): Promise<void> {
  console.log("A drop of fixed volume under 20 N, 150 Pa·s, from 400 to 70 µm, against 3µV²/8πF (1/h1⁴ − 1/h0⁴)");
  console.log("cells   step   error of time   volume      steps   s");
  for (const cells of [32, 64, 128])
    for (const stepShare of [0.1, 0.02]) {
      const [mu, F, side, h0] = [150, 20, 20, 4e-4];
      const heights = discCells(cells, side, 3).map((c) => c * h0 * 1000);
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
        stepShare,
      });
      const V = s.volumeM3;
      const t0 = performance.now();
      while (s.plane[0] > 7e-5) s.step(1e9);
      const error = s.timeS / dropTimeS(mu, V, F, h0, s.plane[0]) - 1;
      console.log(
        `${String(cells).padStart(4)}   ${stepShare.toFixed(2)}   ${`${(100 * error).toFixed(2)} %`.padStart(
          9,
        )}       ${(s.volumeM3 / V - 1).toExponential(1).padStart(8)}   ` +
          `${String(s.steps).padStart(5)}   ${((performance.now() - t0) / 1000).toFixed(2)}`,
      );
    }
  const paste = PASTES[0] as Paste;
  const screws = [
    ["1", -18, -21],
    ["2", 18, 21],
    ["3", 18, -21],
    ["4", -18, 21],
  ].map(([id, x, y]) => ({ id: String(id), xMm: Number(x), yMm: Number(y), forceN: 9 }));
  const pressing = pressingOf(screws, { xMm: 0, yMm: 0 }, stepsInOrder(["1", "2", "3", "4"], 3), [0.2, 0.447, 1]);
  const { volumeMm3 } = amountFor({ widthMm: 15, heightMm: 15, forceN: 36, powerW: 45 }, paste);
  console.log("\nA 15 by 15 mm chip, four screws in three rounds, to rest");
  console.log("cells   pattern   wetted   film µm   volume      steps   s     times the 32 grid");
  for (const pattern of ["dot", "line", "cross", "film"] as const satisfies Pattern[]) {
    let first = 0;
    for (const cells of [32, 64, 128]) {
      const t0 = performance.now();
      const run = await squeezeRun(
        { widthMm: 15, heightMm: 15, paste, laid: { pattern, volumeMm3, nozzleMm: 1.6 }, ...pressing, cells },
        0.5,
      );
      const s = (performance.now() - t0) / 1000;
      first ||= s;
      const end = run?.frames[run.frames.length - 1];
      console.log(
        `${String(cells).padStart(4)}    ${pattern.padEnd(8)}  ` +
          `${(100 * (end?.wetted ?? 0)).toFixed(1).padStart(5)} %  ${(end?.meanUm ?? 0).toFixed(1).padStart(6)}  ` +
          `  ${((run?.kept ?? 0) - 1).toExponential(1).padStart(8)}   ${String(run?.steps ?? 0).padStart(5)}   ` +
          `${s.toFixed(2)}   ${(s / first).toFixed(1)}`,
      );
    }
  }
}
