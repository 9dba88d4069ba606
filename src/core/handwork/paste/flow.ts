import type { Field } from "./field";
import type { PressureGrid } from "./poisson";

/**
 * Least share of its Newtonian mobility a Bingham paste keeps in the numbers, so that a plug creeps instead of locking.
 */
const LEAST = 5e-2;

/**
 * Conductances of the film: between wetted cells, and from a wetted cell to its front or edge on each of four sides.
 */
export class Flow {
  /** Towards left, right, up and down where the neighbour is not wetted. */
  readonly toFront: readonly [Float64Array, Float64Array, Float64Array, Float64Array];
  private readonly phi: readonly [Float64Array, Float64Array];

  private middle = 1;
  private air: Float64Array = new Float64Array(0);
  /** Faces of wetted cells towards a free front, and at the edge of the face. */
  fronts = 0;
  edges = 0;

  constructor(
    private readonly f: Field,
    private readonly grid: PressureGrid,
    private readonly viscosityPas: number,
    private readonly yieldPa: number,
  ) {
    const make = () => new Float64Array(f.size);
    this.toFront = [make(), make(), make(), make()];
    this.phi = [make().fill(1), make().fill(1)];
  }

  /**
   * Sets them from the gaps and the pressures of the step before: m = h³ / 12 μ · φ, φ = 1 − 3s/2 + s³/2,
   * s = 2 τ / (h |∇p|): plane Poiseuille flow of a Bingham body. `air` takes what trapped air presses on its fronts;
   * `middle` is
   * the gap half-way through the step over the gap now.
   */
  set(air: Float64Array, middle: number): void {
    const { f, grid } = this;
    this.middle = middle;
    this.air = air;
    this.fronts = 0;
    this.edges = 0;
    const { nx, ny, w, dx, dy, h, p, wet } = f;
    const { right, down, given } = grid;
    const [left4, right4, up4, down4] = this.toFront;
    for (const a of [right, down, given, air, left4, right4, up4, down4]) a.fill(0);
    const across = [dx, dy] as const;
    const along = [dy, dx] as const;
    for (let j = 1; j <= ny; j++) {
      for (let k = 1, i = j * w + 1; k <= nx; k++, i++) {
        if (!wet[i]) continue;
        const own = p[i] as number;
        if (k < nx && wet[i + 1]) {
          const gap = 0.5 * ((h[i] as number) + (h[i + 1] as number));
          const gx = ((p[i + 1] as number) - own) / dx;
          const gy = this.aside(i, i + 1, w, dy);
          right[i] = (this.mobility(gap) * this.bingham(0, i, gap, gx, gy) * dy) / dx;
        } else this.front(i, k < nx ? i + 1 : -1, right4, across);
        if (j < ny && wet[i + w]) {
          const gap = 0.5 * ((h[i] as number) + (h[i + w] as number));
          const gy = ((p[i + w] as number) - own) / dy;
          const gx = this.aside(i, i + w, 1, dx);
          down[i] = (this.mobility(gap) * this.bingham(1, i, gap, gx, gy) * dx) / dy;
        } else this.front(i, j < ny ? i + w : -1, down4, along);
        if (k === 1 || !wet[i - 1]) this.front(i, k === 1 ? -1 : i - 1, left4, across);
        if (j === 1 || !wet[i - w]) this.front(i, j === 1 ? -1 : i - w, up4, along);
        given[i] = (left4[i] as number) + (right4[i] as number) + (up4[i] as number) + (down4[i] as number);
      }
    }
    grid.prepare();
  }

  private mobility(gapNow: number): number {
    const gap = gapNow * this.middle;
    return (gap * gap * gap) / (12 * this.viscosityPas);
  }

  private aside(i: number, o: number, stride: number, step: number): number {
    const { p } = this.f;
    return (
      ((p[i + stride] as number) + (p[o + stride] as number) - (p[i - stride] as number) - (p[o - stride] as number)) /
      (4 * step)
    );
  }

  private bingham(which: 0 | 1, i: number, gap: number, gx: number, gy: number): number {
    if (this.yieldPa === 0) return 1;
    const phi = this.phi[which];
    const s = (2 * this.yieldPa) / (gap * Math.sqrt(gx * gx + gy * gy) + 1e-12);
    const now = s < 1 ? Math.max(LEAST, (1 - s) * (1 - s) * (1 + s / 2)) : LEAST;
    // half of the step before, so that a plug at the edge of flowing does not flicker
    const next = 0.5 * (phi[i] as number) + 0.5 * now;
    phi[i] = next;
    return next;
  }

  /**
   * The way to a front: to where the paste of the neighbour ends, or to the edge of the face (o = −1), where it is half
   * a cell.
   */
  private front(i: number, o: number, store: Float64Array, [step, width]: readonly [number, number]): void {
    const { f, air } = this;
    const gap = f.h[i] as number;
    if (o < 0) this.edges++;
    else this.fronts++;
    const reach =
      o < 0 ? 0.5 : 0.5 + Math.min(0.99, Math.max(0.02, (f.v[o] as number) / ((f.h[o] as number) * f.cellM2)));
    const outer = o < 0 ? 0 : (f.airPa[o] as number);
    let phi = 1;
    if (this.yieldPa > 0) {
      const s = (2 * this.yieldPa * reach * step) / (gap * Math.abs((f.p[i] as number) - outer) + 1e-12);
      phi = s < 1 ? Math.max(LEAST, (1 - s) * (1 - s) * (1 + s / 2)) : LEAST;
    }
    const k = (this.mobility(gap) * phi * width) / (reach * step);
    store[i] = k;
    air[i] = (air[i] as number) + k * outer;
  }
}
