/** A screw of the plate, mm on the sheet. `stamp` is the number stamped beside it, where there is one. */
export interface PlateScrew {
  id: string;
  xMm: number;
  yMm: number;
  stamp?: string;
  /** Its force at home, N; where some say and some do not, the others press as those do on average. */
  forceN?: number;
}

/** Forces of screws at home as shares of their mean: 1 each where none says. */
export function weightsOf(screws: readonly Pick<PlateScrew, "forceN">[]): number[] {
  const told = screws.flatMap((s) => (s.forceN === undefined ? [] : [s.forceN]));
  const mean = told.length ? told.reduce((a, b) => a + b, 0) / told.length : 1;
  return screws.map((s) => (s.forceN ?? mean) / mean);
}

/** A chip face under the plate, mm; x and y are its centre, its sides lie along the axes. */
export interface ChipFace {
  id: string;
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
}

/**
 * How the plate presses: the plane p = a + b x + c y about the middle of the faces, per newton of one screw's preload.
 */
export interface PressurePlane {
  /** 1 − smallest corner pressure / mean pressure: 0 is even, above 1 an edge is unloaded. */
  lean: number;
  /** Where the screws' forces pull together, mm from the middle of the faces. */
  offMm: { x: number; y: number };
  /** Way the paste is driven: down the pressure, as a unit vector; zero when even. */
  drives: { x: number; y: number };
}

/**
 * A rigid plate on chip faces. The pressure over the union of the faces is a plane; it carries the screws' forces and
 * their moments: ∫p dA = ΣF, ∫p x dA = ΣFx, ∫p y dA = ΣFy (statics of an elastic bed under a rigid plate). About the
 * centroid and with the second moments of area this is a = ΣF / A and a 2 × 2 system for b and c.
 *
 * @example
 * new RigidPlate(screws, chips);
 */
export class RigidPlate {
  readonly areaMm2: number;
  readonly middle: { x: number; y: number };
  /** Second moments of the faces about their middle, mm⁴. */
  readonly moments: { xx: number; yy: number; xy: number };
  private readonly inverse: readonly [number, number, number];
  private readonly corners: readonly (readonly [number, number])[];

  /** Faces must cover some area; those that overlap count once. */
  constructor(faces: readonly ChipFace[]) {
    const cells = unionCells(faces);
    const A = cells.reduce((s, c) => s + c.w * c.h, 0);
    if (!(A > 0)) throw new RangeError("the chips cover no area");
    const mx = cells.reduce((s, c) => s + c.w * c.h * c.x, 0) / A;
    const my = cells.reduce((s, c) => s + c.w * c.h * c.y, 0) / A;
    let xx = 0;
    let yy = 0;
    let xy = 0;
    for (const { x, y, w, h } of cells) {
      const a = w * h;
      xx += a * ((w * w) / 12 + (x - mx) ** 2);
      yy += a * ((h * h) / 12 + (y - my) ** 2);
      xy += a * (x - mx) * (y - my);
    }
    const det = xx * yy - xy * xy;
    this.areaMm2 = A;
    this.middle = { x: mx, y: my };
    this.moments = { xx, yy, xy };
    this.inverse = [yy / det, -xy / det, xx / det];
    this.corners = faces.flatMap((f) =>
      [-1, 1].flatMap((i) =>
        [-1, 1].map((j) => [f.xMm + (i * f.widthMm) / 2 - mx, f.yMm + (j * f.heightMm) / 2 - my] as const),
      ),
    );
  }

  /**
   * Force and moments of screws turned to the given fractions of preload, about the middle of the faces; in forces of a
   * mean screw at home.
   */
  load(screws: readonly PlateScrew[], fractions: readonly number[]): [F: number, Mx: number, My: number] {
    let [F, Mx, My] = [0, 0, 0];
    const weights = weightsOf(screws);
    for (const [i, s] of screws.entries()) {
      const f = (fractions[i] ?? 0) * (weights[i] ?? 1);
      F += f;
      Mx += f * (s.xMm - this.middle.x);
      My += f * (s.yMm - this.middle.y);
    }
    return [F, Mx, My];
  }

  /**
   * Lean under a force and its moments; with no force there is no pressure to lean, and it is 0. Where a force is
   * given as the least that counts, moments without force lean against that.
   */
  lean(F: number, Mx: number, My: number, leastF = 0): number {
    const against = Math.max(F, leastF);
    if (against <= 0) return 0;
    const [b, c] = this.slope(Mx, My);
    let least = Infinity;
    for (const [x, y] of this.corners) least = Math.min(least, b * x + c * y);
    // the mean of a plane over the faces is its value at the centroid, F / A
    return (-least * this.areaMm2) / against;
  }

  /** How screws turned to the given fractions press. */
  plane(screws: readonly PlateScrew[], fractions: readonly number[]): PressurePlane {
    return this.under(...this.load(screws, fractions));
  }

  /** The same of a force and its moments about the middle of the faces. */
  under(F: number, Mx: number, My: number, leastF = 0): PressurePlane {
    const [b, c] = this.slope(Mx, My);
    const steep = Math.hypot(b, c);
    return {
      lean: this.lean(F, Mx, My, leastF),
      offMm: F > 0 ? { x: Mx / F, y: My / F } : { x: 0, y: 0 },
      drives: steep > 1e-9 ? { x: -b / steep, y: -c / steep } : { x: 0, y: 0 },
    };
  }

  private slope(Mx: number, My: number): [number, number] {
    const [p, q, r] = this.inverse;
    return [p * Mx + q * My, q * Mx + r * My];
  }
}

/** The union of boxes along the axes as cells that do not overlap. */
function unionCells(faces: readonly ChipFace[]): { x: number; y: number; w: number; h: number }[] {
  const edges = (of: (f: ChipFace) => [number, number]) => [...new Set(faces.flatMap(of))].sort((a, b) => a - b);
  const xs = edges((f) => [f.xMm - f.widthMm / 2, f.xMm + f.widthMm / 2]);
  const ys = edges((f) => [f.yMm - f.heightMm / 2, f.yMm + f.heightMm / 2]);
  const cells: { x: number; y: number; w: number; h: number }[] = [];
  for (let i = 0; i + 1 < xs.length; i++) {
    for (let j = 0; j + 1 < ys.length; j++) {
      const [l, r, t, b] = [xs[i] ?? 0, xs[i + 1] ?? 0, ys[j] ?? 0, ys[j + 1] ?? 0];
      const [x, y] = [(l + r) / 2, (t + b) / 2];
      if (faces.some((f) => Math.abs(x - f.xMm) < f.widthMm / 2 && Math.abs(y - f.yMm) < f.heightMm / 2))
        cells.push({ x, y, w: r - l, h: b - t });
    }
  }
  return cells;
}
