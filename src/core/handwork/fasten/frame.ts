import { Matrix } from "ml-matrix";
import { pipeStiffness, type PipeSpring } from "./beam";

/** A plate as a rigid body: where its middle is taken, mm. */
export interface Body {
  id: string;
  xMm: number;
  yMm: number;
}

/** Height at a place of each body's own motion: 1, x and y from its middle. */
export const liftAt = (b: Body, x: number, y: number): [number, number, number] => [1, x - b.xMm, y - b.yMm];

/**
 * Rigid plates and the pipes between them. A body has three freedoms: its height (mm) and its slopes along x and y;
 * those of all bodies stand one after the other. Pipes are at ease as the plates were put down.
 */
export class PlateFrame {
  /** What the pipes answer to the freedoms of all bodies, N and N·mm per mm and slope; symmetric. */
  readonly pipes: Matrix;

  constructor(
    readonly bodies: readonly Body[],
    springs: readonly PipeSpring[],
  ) {
    const n = 3 * bodies.length;
    this.pipes = Matrix.zeros(n, n);
    for (const s of springs) {
      const a = bodies.findIndex((b) => b.id === s.from);
      const b = bodies.findIndex((x) => x.id === s.to);
      if (a < 0 || b < 0 || a === b || s.points.length === 0) continue;
      // how far the far end lies off where the near plate, drawn on, would have it
      const R = Matrix.zeros(3, n);
      const [x, y] = s.points[s.points.length - 1] ?? [0, 0];
      this.drawn(R, b, x, y, 1);
      this.drawn(R, a, x, y, -1);
      this.pipes.add(R.transpose().mmul(pipeStiffness(s)).mmul(R));
    }
  }

  get freedoms(): number {
    return 3 * this.bodies.length;
  }

  /** Adds a body's height and slopes at a place to the rows of R. */
  private drawn(R: Matrix, body: number, x: number, y: number, sign: number): void {
    const own = this.bodies[body];
    if (!own) return;
    const [one, dx, dy] = liftAt(own, x, y);
    R.set(0, 3 * body, sign * one);
    R.set(0, 3 * body + 1, sign * dx);
    R.set(0, 3 * body + 2, sign * dy);
    R.set(1, 3 * body + 1, sign);
    R.set(2, 3 * body + 2, sign);
  }
}
