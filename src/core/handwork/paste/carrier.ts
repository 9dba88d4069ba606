import type { Field } from "./field";
import type { PressureGrid } from "./poisson";

/** Past the edge of the face, m³: left, right, above, below. */
export type Over = [number, number, number, number];

/** Carries paste through the faces of the cells: none is lost, and no cell gives more than it holds. */
export class Carrier {
  /** What passes to the right, down, and over the front on each side in a step; and what each cell owes of it, m³. */
  private readonly gives: readonly [Float64Array, Float64Array, ...Float64Array[]];
  private readonly out: Float64Array;
  /** Where the neighbour on each side stands. */
  private readonly beside: readonly [number, number, number, number];

  /** @param toFront how easily paste passes each cell's front, left, right, above, below, m³/(Pa·s) */
  constructor(
    private readonly f: Field,
    private readonly grid: PressureGrid,
    private readonly toFront: readonly Float64Array[],
    private readonly over: Over,
  ) {
    const make = () => new Float64Array(f.size);
    this.gives = [make(), make(), make(), make(), make(), make()];
    this.out = make();
    this.beside = [-1, 1, -f.w, f.w];
  }

  /** Carries under the pressures `q`, Pa, for a time, s. */
  carry(q: Float64Array, dt: number): void {
    const { f, grid, gives, out } = this;
    const { nx, ny, w, v, wet, airPa } = f;
    const [toRight, toDown, ...toFront] = gives;
    out.fill(0);
    const owed = (from: number, amount: number) => (out[from] = (out[from] as number) + amount);
    for (let j = 1; j <= ny; j++)
      for (let k = 1, i = j * w + 1; k <= nx; k++, i++) {
        if (!wet[i]) continue;
        const own = q[i] as number;
        const r = (grid.right[i] as number) * (own - (q[i + 1] as number)) * dt;
        const d = (grid.down[i] as number) * (own - (q[i + w] as number)) * dt;
        owed(r > 0 ? i : i + 1, Math.abs(r));
        owed(d > 0 ? i : i + w, Math.abs(d));
        [toRight[i], toDown[i]] = [r, d];
        for (let side = 0; side < 4; side++) {
          const g = (this.toFront[side] as Float64Array)[i] as number;
          const front = toFront[side] as Float64Array;
          front[i] = 0;
          if (g === 0) continue;
          const o = i + (this.beside[side] as number);
          const edge = isEdge(f, side, j, k);
          const amount = g * (own - (edge ? 0 : (airPa[o] as number))) * dt;
          // past the edge nothing comes back
          if (amount < 0 && edge) continue;
          front[i] = amount;
          owed(amount > 0 ? i : o, Math.abs(amount));
        }
      }
    // from here on the share of what a cell owes that it can give
    for (let i = 0; i < f.size; i++) {
      const owes = out[i] as number;
      out[i] = owes > 0 && owes > (v[i] as number) ? Math.max(0, v[i] as number) / owes : 1;
    }
    const pass = (from: number, to: number, amount: number) => {
      const passed = amount * ((amount > 0 ? out[from] : out[to]) as number);
      v[from] = (v[from] as number) - passed;
      return passed;
    };
    for (let j = 1; j <= ny; j++)
      for (let k = 1, i = j * w + 1; k <= nx; k++, i++) {
        if (!wet[i]) continue;
        v[i + 1] = (v[i + 1] as number) + pass(i, i + 1, toRight[i] as number);
        v[i + w] = (v[i + w] as number) + pass(i, i + w, toDown[i] as number);
        for (let side = 0; side < 4; side++) {
          const amount = (toFront[side] as Float64Array)[i] as number;
          if (amount === 0) continue;
          const o = i + (this.beside[side] as number);
          const passed = pass(i, o, amount);
          if (isEdge(f, side, j, k)) this.over[side] = (this.over[side] as number) + passed;
          else v[o] = (v[o] as number) + passed;
        }
      }
  }
}

/** Whether a side of a cell is the edge of the face; rows j and columns k from 1, sides left, right, above, below. */
const isEdge = ({ nx, ny }: Field, side: number, j: number, k: number): boolean =>
  (side === 0 && k === 1) || (side === 1 && k === nx) || (side === 2 && j === 1) || (side === 3 && j === ny);
