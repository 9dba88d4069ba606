/**
 * One grid of the pressure equation: conductances to the right and downward neighbour, and to where the pressure is
 * given.
 */
interface Level {
  nx: number;
  ny: number;
  /** Row stride; a rim of one cell holds zeros. */
  w: number;
  right: Float64Array;
  down: Float64Array;
  given: Float64Array;
  diagonal: Float64Array;
  inverse: Float64Array;
  /** First and last row and column with an equation. */
  top: number;
  bottom: number;
  from: number;
  to: number;
  x: Float64Array;
  b: Float64Array;
}

const level = (nx: number, ny: number): Level => {
  const w = nx + 2;
  const make = () => new Float64Array(w * (ny + 2));
  return {
    nx,
    ny,
    w,
    top: 1,
    bottom: ny,
    from: 1,
    to: nx,
    right: make(),
    down: make(),
    given: make(),
    diagonal: make(),
    inverse: make(),
    x: make(),
    b: make(),
  };
};

/** Unsmoothed aggregates are too stiff by two on a regular grid: the coarse correction is lengthened by nearly that. */
const LENGTHEN = 1.8;

/**
 * Solves Σ k (p_i − p_j) + g p_i = b on the active cells of a rectangle: conjugate gradients, preconditioned by one
 * V-cycle of aggregation multigrid with symmetric Gauss-Seidel (Hestenes and Stiefel 1952; Braess 1995).
 * Arrays are of stride nx + 2 with a rim of one cell; inactive cells carry no conductance.
 */
export class PressureGrid {
  readonly stride: number;
  readonly size: number;
  /** Sweeps of all solves so far. */
  sweeps = 0;
  private readonly levels: Level[];
  private readonly r: Float64Array;
  private readonly z: Float64Array;
  private readonly d: Float64Array;
  private readonly q: Float64Array;

  constructor(
    readonly nx: number,
    readonly ny: number,
  ) {
    this.levels = [level(nx, ny)];
    for (let [x, y] = [nx, ny]; x > 4 && y > 4;) {
      [x, y] = [Math.ceil(x / 2), Math.ceil(y / 2)];
      this.levels.push(level(x, y));
    }
    this.stride = nx + 2;
    this.size = this.stride * (ny + 2);
    [this.r, this.z, this.d, this.q] = [0, 1, 2, 3].map(() => new Float64Array(this.size)) as [
      Float64Array,
      Float64Array,
      Float64Array,
      Float64Array,
    ];
  }

  /** The box round the cells that have an equation, columns and rows from 1. */
  get box(): { left: number; right: number; top: number; bottom: number } {
    const l = this.levels[0] as Level;
    return { left: l.from, right: l.to, top: l.top, bottom: l.bottom };
  }

  /** Conductances of the finest grid, to be filled before {@link prepare}. */
  get right(): Float64Array {
    return (this.levels[0] as Level).right;
  }
  get down(): Float64Array {
    return (this.levels[0] as Level).down;
  }
  get given(): Float64Array {
    return (this.levels[0] as Level).given;
  }

  /** Takes the conductances over to the coarser grids. */
  prepare(): void {
    this.levels.forEach((l, k) => {
      if (k > 0) coarsen(this.levels[k - 1] as Level, l);
      const { nx, ny, w, right, down, given, diagonal, inverse } = l;
      let [top, bottom, from, to] = [ny, 1, nx, 1];
      for (let j = 1; j <= ny; j++) {
        for (let k = 1, i = j * w + 1; k <= nx; k++, i++) {
          const s =
            (right[i] as number) +
            (right[i - 1] as number) +
            (down[i] as number) +
            (down[i - w] as number) +
            (given[i] as number);
          diagonal[i] = s;
          inverse[i] = s > 0 ? 1 / s : 0;
          if (s <= 0) continue;
          if (j < top) top = j;
          if (j > bottom) bottom = j;
          if (k < from) from = k;
          if (k > to) to = k;
        }
      }
      Object.assign(l, { top, bottom, from, to });
    });
  }

  /** Solves for `p`, from what it holds; returns the sweeps it took. */
  solve(b: Float64Array, p: Float64Array, tolerance = 1e-5, most = 60): number {
    const top = this.levels[0] as Level;
    const { r, z, d, q } = this;
    const [first, end] = [top.top * top.w, (top.bottom + 1) * top.w];
    // cells outside the box keep nothing of an earlier solve
    q.fill(0);
    multiply(top, p, q);
    let norm = 0;
    let left = 0;
    for (let i = first; i < end; i++) {
      const bi = (top.diagonal[i] as number) > 0 ? (b[i] as number) : 0;
      const ri = bi - (q[i] as number);
      r[i] = ri;
      norm += bi * bi;
      left += ri * ri;
    }
    if (norm === 0) {
      p.fill(0);
      return 0;
    }
    const enough = tolerance * tolerance * norm;
    if (left <= enough) return 0;
    this.precondition(r, z);
    d.set(z);
    let rz = dot(r, z, first, end);
    for (let k = 1; k <= most; k++) {
      multiply(top, d, q);
      const alpha = rz / dot(d, q, first, end);
      if (!Number.isFinite(alpha)) return k;
      left = 0;
      for (let i = first; i < end; i++) {
        p[i] = (p[i] as number) + alpha * (d[i] as number);
        const ri = (r[i] as number) - alpha * (q[i] as number);
        r[i] = ri;
        left += ri * ri;
      }
      this.sweeps++;
      if (left <= enough) return k;
      this.precondition(r, z);
      const next = dot(r, z, first, end);
      const beta = next / rz;
      rz = next;
      for (let i = first; i < end; i++) d[i] = (z[i] as number) + beta * (d[i] as number);
    }
    return most;
  }

  private precondition(r: Float64Array, z: Float64Array): void {
    (this.levels[0] as Level).b.set(r);
    this.cycle(0);
    z.set((this.levels[0] as Level).x);
  }

  private cycle(k: number): void {
    const l = this.levels[k] as Level;
    const coarse = this.levels[k + 1];
    first(l);
    if (!coarse) {
      for (let s = 0; s < 5; s++) {
        sweep(l, false);
        sweep(l, true);
      }
      sweep(l, false);
      return;
    }
    restrict(l, coarse);
    this.cycle(k + 1);
    prolong(coarse, l);
    sweep(l, false);
  }
}

function dot(a: Float64Array, b: Float64Array, first: number, end: number): number {
  let s = 0;
  for (let i = first; i < end; i++) s += (a[i] as number) * (b[i] as number);
  return s;
}

function multiply(
  { top, bottom, from, to, w, right, down, diagonal }: Level,
  x: Float64Array,
  out: Float64Array,
): void {
  for (let j = top; j <= bottom; j++) {
    for (let i = j * w + from; i <= j * w + to; i++) {
      out[i] =
        (diagonal[i] as number) * (x[i] as number) -
        (right[i] as number) * (x[i + 1] as number) -
        (right[i - 1] as number) * (x[i - 1] as number) -
        (down[i] as number) * (x[i + w] as number) -
        (down[i - w] as number) * (x[i - w] as number);
    }
  }
}

/** The first forward sweep from nothing: what lies ahead is 0 still. */
function first({ nx, ny, top, bottom, from, to, w, right, down, inverse, x, b }: Level): void {
  if (top > 1 || bottom < ny || from > 1 || to < nx) x.fill(0);
  for (let j = top; j <= bottom; j++) {
    const end = j * w + to;
    for (let i = j * w + from; i <= end; i++)
      x[i] =
        ((b[i] as number) +
          (right[i - 1] as number) * (x[i - 1] as number) +
          (down[i - w] as number) * (x[i - w] as number)) *
        (inverse[i] as number);
  }
}

/** One Gauss-Seidel sweep, forward or backward; cells without an equation have an inverse of 0 and stay at 0. */
function sweep({ top, bottom, from, to, w, right, down, inverse, x, b }: Level, forward: boolean): void {
  if (forward) {
    for (let j = top; j <= bottom; j++) {
      const end = j * w + to;
      for (let i = j * w + from; i <= end; i++)
        x[i] =
          ((b[i] as number) +
            (right[i] as number) * (x[i + 1] as number) +
            (right[i - 1] as number) * (x[i - 1] as number) +
            (down[i] as number) * (x[i + w] as number) +
            (down[i - w] as number) * (x[i - w] as number)) *
          (inverse[i] as number);
    }
    return;
  }
  for (let j = bottom; j >= top; j--) {
    const end = j * w + from;
    for (let i = j * w + to; i >= end; i--)
      x[i] =
        ((b[i] as number) +
          (right[i] as number) * (x[i + 1] as number) +
          (right[i - 1] as number) * (x[i - 1] as number) +
          (down[i] as number) * (x[i + w] as number) +
          (down[i - w] as number) * (x[i - w] as number)) *
        (inverse[i] as number);
  }
}

/**
 * What the first sweep left of the fine equation, summed over the four cells of each coarse one: only what lay ahead is
 * not met.
 */
function restrict(fine: Level, coarse: Level): void {
  const { top, bottom, from, to, w, right, down, x } = fine;
  coarse.b.fill(0);
  for (let j = top; j <= bottom; j++) {
    const row = ((j + 1) >> 1) * coarse.w;
    for (let c = from; c <= to; c++) {
      const i = j * w + c;
      const o = row + ((c + 1) >> 1);
      coarse.b[o] =
        (coarse.b[o] as number) +
        (right[i] as number) * (x[i + 1] as number) +
        (down[i] as number) * (x[i + w] as number);
    }
  }
}

function prolong(coarse: Level, fine: Level): void {
  const { top, bottom, from, to, w, diagonal, x } = fine;
  for (let j = top; j <= bottom; j++) {
    const row = ((j + 1) >> 1) * coarse.w;
    for (let c = from; c <= to; c++) {
      const i = j * w + c;
      if ((diagonal[i] as number) > 0) x[i] = (x[i] as number) + LENGTHEN * (coarse.x[row + ((c + 1) >> 1)] as number);
    }
  }
}

/** Sums conductances that cross between aggregates, and those to given pressure. */
function coarsen(fine: Level, coarse: Level): void {
  coarse.right.fill(0);
  coarse.down.fill(0);
  coarse.given.fill(0);
  for (let j = 1; j <= fine.ny; j++) {
    const row = ((j + 1) >> 1) * coarse.w;
    for (let c = 1; c <= fine.nx; c++) {
      const i = j * fine.w + c;
      const o = row + ((c + 1) >> 1);
      coarse.given[o] = (coarse.given[o] as number) + (fine.given[i] as number);
      if (c % 2 === 0) coarse.right[o] = (coarse.right[o] as number) + (fine.right[i] as number);
      if (j % 2 === 0) coarse.down[o] = (coarse.down[o] as number) + (fine.down[i] as number);
    }
  }
}
