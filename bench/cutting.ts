import { randomInt, randomLcg } from "d3-random";
import { cuttingPlan, type Piece, type Sheet } from "../src/core/handwork/pads";

const JOBS = 30;

/** A job's pads and a shelf, made from a seed: a few whole sheets of unlike size, some off-cuts. */
export function cuttingJob(seed: number, many?: number): { sheets: Sheet[]; pieces: Piece[] } {
  const source = randomLcg(seed / 1000 + 0.137);
  const int = (from: number, to: number) => randomInt.source(source)(from, to + 1)();
  const sizes = [
    [100, 100],
    [120, 70],
    [85, 45],
    [50, 50],
  ] as const;
  const thicknessMm = 1;
  const whole = Array.from({ length: many ? Math.ceil(many / 20) : int(2, 5) }, (_, i): Sheet => {
    const [widthMm, heightMm] = sizes[int(0, sizes.length - 1)] ?? [100, 100];
    return { id: `s${i}`, widthMm, heightMm, thicknessMm };
  });
  const offcuts = Array.from({ length: int(0, 4) }, (_, i): Sheet => ({
    id: `o${i}`,
    widthMm: int(14, 60),
    heightMm: int(10, 40),
    thicknessMm,
    offcut: true,
  }));
  const pieces = Array.from({ length: many ?? int(6, 30) }, (_, i): Piece => ({
    id: `P${i}`,
    widthMm: int(6, 26),
    heightMm: int(5, 18),
    thicknessMm,
  }));
  return { sheets: [...whole, ...offcuts], pieces };
}

/** Sheets opened against the least that area allows, over seeded jobs; and how long a large job takes. */
export function benchCutting(): void {
  let [equal, over, out] = [0, 0, 0];
  let slowest = 0;
  for (let seed = 1; seed <= JOBS; seed++) {
    const { sheets, pieces } = cuttingJob(seed);
    const from = performance.now();
    const plan = cuttingPlan(sheets, pieces);
    const ms = performance.now() - from;
    slowest = Math.max(slowest, ms);
    const { opened, least } = plan.wholeSheets;
    if (opened === least) equal++;
    else over = Math.max(over, opened - least);
    out += plan.unplaced.length;
    console.log(
      `job ${String(seed).padStart(2)}: ${String(pieces.length).padStart(2)} pads, whole sheets ${opened}, ` +
        `at the least ${least}, ${plan.unplaced.length} left out, ${Math.round(plan.usedShare * 100)} % used, ` +
        `${Math.round(ms)} ms`,
    );
  }
  const large = cuttingJob(77, 200);
  const from = performance.now();
  const plan = cuttingPlan(large.sheets, large.pieces);
  console.log(
    `equal to the bound in ${equal} of ${JOBS}, at most ${over} over; ${out} pads left out; ` +
      `slowest ${Math.round(slowest)} ms`,
  );
  console.log(`200 pads: ${plan.unplaced.length} left out, ${Math.round(performance.now() - from)} ms`);
}
