import { Matrix, solve } from "ml-matrix";
import type { PipeSpring } from "./beam";
import { liftAt, PlateFrame } from "./frame";
import { RigidPlate, weightsOf, type ChipFace, type PlateScrew, type PressurePlane } from "./pressure";

/** One plate of several: what presses it and what it presses on, by id. */
export interface PlateOf {
  id: string;
  screws: readonly string[];
  chips: readonly string[];
}

/** Plates that are joined by pipes instead of being one; without it all screws hold one rigid plate. */
export interface Joined {
  plates: readonly PlateOf[];
  pipes: readonly PipeSpring[];
}

/** Force of a screw where none is told, N. */
const USUAL_N = 9;
/** A film at its bond line, mm, and the exponent by which it thins under pressure (Prasher 2003). */
const FILM_MM = 0.04;
/** Exponent by which a film thins under pressure, no unit (Prasher 2003). */
const THINS = 0.166;
/** A plate that lies on pads alone, or on nothing: N/mm in height, and the arm by which it is held level, mm. */
const SOFT_NMM = 20;
const SOFT_ARM_MM = 20;
/** Moments on a plate that hardly any force presses yet are set against this share of its force at home. */
const LEAST_SHARE = 0.05;

/** A plate and the faces it bears on. */
interface Part {
  id: string;
  plate: RigidPlate;
  /** Force that counts at least, in forces of a mean screw. */
  leastF: number;
}

/**
 * What the chips under plates feel of their screws. One rigid plate carries force and moments by statics alone; of
 * several that pipes join each rests on its own films, and the pipes carry the rest over: stiffness of films
 * (P / (m h) per area, from Prasher's law) and of pipes in one symmetric system, solved for each screw by itself. With
 * pipes of no stiffness every plate is alone, with endless stiffness they are one.
 * @throws RangeError when no plate bears on a chip
 *
 * @example
 * const footing = new Footing(screws, chips, { plates, pipes });
 * Math.max(...footing.leans([1, 0.2, 1, 0.2])); // the worst of all plates
 */
export class Footing {
  readonly parts: readonly Part[];
  /** Force and moments each screw at home brings to every part, three a part; in forces of a mean screw. */
  readonly loads: readonly Float64Array[];

  constructor(
    readonly screws: readonly PlateScrew[],
    chips: readonly ChipFace[],
    joined?: Joined,
  ) {
    const weights = weightsOf(screws);
    const plates = joined?.plates ?? [];
    if (!joined || plates.length < 2) {
      const plate = new RigidPlate(chips);
      const { x, y } = plate.middle;
      this.parts = [{ id: plates[0]?.id ?? "", plate, leastF: 0 }];
      this.loads = screws.map((s, i) => Float64Array.of(1, s.xMm - x, s.yMm - y).map((v) => v * (weights[i] ?? 1)));
      return;
    }
    const bodies = plates.map((p) => {
      const faces = chips.filter((c) => p.chips.includes(c.id));
      const own = screws.filter((s) => p.screws.includes(s.id));
      const plate = faces.length ? new RigidPlate(faces) : null;
      const mean = (v: (s: PlateScrew) => number) => own.reduce((t, s) => t + v(s), 0) / Math.max(1, own.length);
      const middle = plate?.middle ?? { x: mean((s) => s.xMm), y: mean((s) => s.yMm) };
      return { id: p.id, xMm: middle.x, yMm: middle.y, plate, screws: p.screws };
    });
    const told = screws.flatMap((s) => (s.forceN === undefined ? [] : [s.forceN]));
    const usualN = told.length ? told.reduce((a, b) => a + b, 0) / told.length : USUAL_N;
    const home = (of: readonly string[]) =>
      screws.reduce((t, s, i) => t + (of.includes(s.id) ? (weights[i] ?? 1) : 0), 0);
    const frame = new PlateFrame(bodies, joined.pipes);
    const beds = bodies.map((b) => bed(b.plate, home(b.screws) * usualN));
    const K = frame.pipes.clone();
    beds.forEach((k, b) => addAt(K, k, 3 * b));
    const bearing = bodies.flatMap((b, i) => (b.plate ? [{ ...b, plate: b.plate, at: 3 * i, bed: beds[i] }] : []));
    if (bearing.length === 0) throw new RangeError("no plate bears on a chip");
    this.parts = bearing.map((b) => ({ id: b.id, plate: b.plate, leastF: LEAST_SHARE * home(b.screws) }));
    this.loads = screws.map((s, i) => {
      const on = bodies.findIndex((b) => b.screws.includes(s.id));
      const own = bodies[on];
      const load = Matrix.zeros(frame.freedoms, 1);
      if (own) liftAt(own, s.xMm, s.yMm).forEach((v, k) => load.set(3 * on + k, 0, v * (weights[i] ?? 1)));
      const q = solve(K, load);
      return Float64Array.from(
        bearing.flatMap((b) => (b.bed ?? Matrix.zeros(3, 3)).mmul(q.subMatrix(b.at, b.at + 2, 0, 0)).to1DArray()),
      );
    });
  }

  /** Force and moments on every part with the screws at the given fractions. */
  total(fractions: readonly number[]): Float64Array {
    const sum = new Float64Array(3 * this.parts.length);
    this.loads.forEach((load, i) => load.forEach((v, k) => (sum[k] = (sum[k] ?? 0) + v * (fractions[i] ?? 0))));
    return sum;
  }

  /** Lean of one part under a total. */
  leanOf(part: number, total: ArrayLike<number>): number {
    const own = this.parts[part];
    const [F, x, y] = [total[3 * part] ?? 0, total[3 * part + 1] ?? 0, total[3 * part + 2] ?? 0];
    return own ? own.plate.lean(F, x, y, own.leastF) : 0;
  }

  /** Lean of every part with the screws at the given fractions. */
  leans(fractions: readonly number[]): number[] {
    const total = this.total(fractions);
    return this.parts.map((_, p) => this.leanOf(p, total));
  }

  /** How one part is pressed with the screws at the given fractions. */
  planeOf(part: number, fractions: readonly number[]): PressurePlane | null {
    const own = this.parts[part];
    const total = this.total(fractions);
    return own
      ? own.plate.under(total[3 * part] ?? 0, total[3 * part + 1] ?? 0, total[3 * part + 2] ?? 0, own.leastF)
      : null;
  }
}

/** What films under a plate answer to its height and slopes about their middle, N and N·mm per mm and slope. */
function bed(plate: RigidPlate | null, homeN: number): Matrix {
  if (!plate) return Matrix.diag([SOFT_NMM, SOFT_NMM * SOFT_ARM_MM ** 2, SOFT_NMM * SOFT_ARM_MM ** 2]);
  const { xx, yy, xy } = plate.moments;
  const perMm3 = (homeN || USUAL_N) / plate.areaMm2 / (THINS * FILM_MM);
  return new Matrix([
    [plate.areaMm2, 0, 0],
    [0, xx, xy],
    [0, xy, yy],
  ]).mul(perMm3);
}

const addAt = (K: Matrix, own: Matrix, at: number): void => {
  for (let r = 0; r < own.rows; r++)
    for (let c = 0; c < own.columns; c++) K.set(at + r, at + c, K.get(at + r, at + c) + own.get(r, c));
};
