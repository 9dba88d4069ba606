import { Carrier, type Over } from "./carrier";
import { airPockets, fieldOf, openGap, runOn, sinkHeaps, type Field } from "./field";
import { Flow } from "./flow";
import { laidHeights } from "./pattern";
import { matesAnswer, type Answer } from "./mates";
import { cornerMoves, fastestOf } from "./motion";
import { PressureGrid } from "./poisson";
import type { SqueezeSetup } from "./squeezeSetup";
import { bearing, pressing, type Load } from "./press";
import { symmetric3, type Three } from "./three";

/** Largest relative change of the gap in one step, unless told, on a grid of so many cells along its longer side. */
const STEP = 0.1;
/** A finer grid takes shorter steps: else its front would pass more than a cell in one, and fall behind. */
const STEP_CELLS = 56;
/** Gap changes slower than this, 1/s, are rest. */
const REST = 2e-3;
const NOTHING = [0, 0] as const;
/**
 * A paste thinner than this has come to rest long before the next turn of a screw: where it rests does not depend on
 * how thin it is, and the numbers need not follow milliseconds. Pa·s.
 */
const LEAST_PAS = 2;
/** The shortest step, s. */
const LEAST_STEP_S = 1e-6;
/** What is left of a motion that turns back on the one before. */
const ROCKING = 0.25;
/** A step that must be shorter than this share of itself cannot be made. */
const LEAST_PART = 1e-4;
/** Steps over which what is left of a cell's excess is taken up. */
const RELAX = 2;

/**
 * Paste squeezed between a rigid plate and a chip's face: Hele-Shaw flow with a moving front.
 * In wetted cells ∇·(m ∇p) = ∂h/∂t (see {@link Flow} for m), p = 0 at the front, Boyle's law for trapped air. The plate
 * has three freedoms and no mass: force and moments of pressure balance the load. The filler bears by Prasher's law
 * turned round, P = τ (C/h)^(1/0.166), so an even film rests at his bond line. Volume moves through faces of cells
 * only,
 * so none is lost; what passes the edge of the face is kept apart.
 */
export class Squeeze {
  readonly field: Field;
  timeS = 0;
  /** All loads are on and nothing moves any more. */
  resting = false;
  /** No step holds any more: it stands where it was, and does not go on. */
  lost = false;
  steps = 0;
  /** Past the edge of the face, m³: left, right, above, below. */
  readonly over: Over = [0, 0, 0, 0];
  plane: [number, number, number];
  /** Height the plate was put down at, m. */
  private readonly startM: number;
  readonly grid: PressureGrid;
  private readonly flow: Flow;
  private readonly carrier: Carrier;
  private readonly b: Float64Array;
  private readonly airRhs: Float64Array;
  /** Pressures of the plate's motion, of trapped air, and what levels out excess volume in a second. */
  private readonly moving: Float64Array;
  private readonly fromAir: Float64Array;
  private readonly excess: Float64Array;
  /** What a step starts from. */
  private readonly before: { v: Float64Array; airM3: Float64Array };
  /** Pressures of closing at unit speed and of tilting about each axis, and the forces they give (upper triangle). */
  private readonly unit: [Float64Array, Float64Array, Float64Array];
  private readonly drag = new Float64Array(9);
  private age = Infinity;
  private lastWet = 0;
  private lastSpeed = 0;
  private stepS = 1e-3;
  /** How the plate moved in the step before. */
  private last: Three = [0, 0, 0];
  /** Share by which the gap closed in the last step. */
  private closing = 0;

  constructor(readonly setup: SqueezeSetup) {
    const f = fieldOf(setup.widthMm, setup.heightMm, setup.cells);
    this.field = f;
    this.grid = new PressureGrid(f.nx, f.ny);
    const { viscosityPas, yieldPa } = setup.paste;
    this.flow = new Flow(
      f,
      this.grid,
      Math.max(viscosityPas, setup.newtonian ? 0 : LEAST_PAS),
      setup.newtonian ? 0 : yieldPa,
    );
    this.carrier = new Carrier(f, this.grid, this.flow.toFront, this.over);
    const make = () => new Float64Array(f.size);
    this.b = make();
    this.airRhs = make();
    this.moving = make();
    this.fromAir = make();
    this.excess = make();
    this.before = { v: make(), airM3: make() };
    this.unit = [make(), make(), make()];
    const heights = setup.start?.heights ?? laidHeights(setup.laid, setup.widthMm, setup.heightMm, f.nx, f.ny);
    let most = 0;
    for (let j = 1; j <= f.ny; j++)
      for (let k = 1; k <= f.nx; k++) {
        const mm = heights[(j - 1) * f.nx + k - 1] ?? 0;
        f.v[j * f.w + k] = (mm / 1000) * f.cellM2;
        most = Math.max(most, mm);
      }
    this.plane = [(setup.start?.gapMm ?? 0.985 * most) / 1000, 0, 0];
    this.startM = this.plane[0];
    openGap(f, this.plane);
    airPockets(f, true);
  }

  /** All the paste, on the face and past its edge, m³. */
  get volumeM3(): number {
    return this.field.v.reduce((s, v) => s + v, 0) + this.over.reduce((s, v) => s + v, 0);
  }

  loadAt(timeS: number): Load {
    const { loads } = this.setup;
    return loads.findLast((l) => l.atS <= timeS + 1e-12) ?? (loads[0] as Load);
  }

  /** One step in time, up to a time at most. */
  step(untilS: number): void {
    const { field: f, grid, b } = this;
    const { nx, ny, w, wet, ex, ey, cellM2 } = f;
    const most = this.setup.stepShare ?? STEP * Math.min(1, STEP_CELLS / this.setup.cells);
    const middle = 1 - 0.5 * Math.max(-most, Math.min(most, this.closing));
    this.flow.set(this.airRhs, middle);
    // the wetted area half-way is larger where the front is free: the drag goes with its square
    const wider = middle ** ((-2 * this.flow.fronts) / Math.max(1, this.flow.fronts + this.flow.edges));
    this.answers();
    for (let i = 0; i < f.size; i++) b[i] = wet[i] ? (f.v[i] as number) - (f.h[i] as number) * cellM2 : 0;
    this.excess.fill(0);
    grid.solve(b, this.excess, 0.1);
    grid.solve(this.airRhs, this.fromAir, 1e-2);

    // force and moments of pressures that stand, and of bearing per m of closing; what levels out a cell's excess is a
    // matter of the numbers and presses on nothing
    const now: Three = [0, 0, 0];
    const stiff = new Float64Array(9);
    for (let j = 1; j <= ny; j++)
      for (let i = j * w + 1; i <= j * w + nx; i++) {
        const raw = this.plane[0] + this.plane[1] * (ex[i] as number) + this.plane[2] * (ey[i] as number);
        const [borne, perM] = this.setup.newtonian
          ? NOTHING
          : bearing(this.setup.paste, wet[i] === 1, f.h[i] as number, raw);
        const pa = (wet[i] ? (this.fromAir[i] as number) : (f.airPa[i] as number)) + borne;
        if (pa === 0 && perM === 0) continue;
        const [x, y] = [ex[i] as number, ey[i] as number];
        now[0] += pa;
        now[1] += pa * x;
        now[2] += pa * y;
        stiff[0] = (stiff[0] as number) + perM;
        stiff[1] = (stiff[1] as number) + perM * x;
        stiff[2] = (stiff[2] as number) + perM * y;
        stiff[4] = (stiff[4] as number) + perM * x * x;
        stiff[5] = (stiff[5] as number) + perM * x * y;
        stiff[8] = (stiff[8] as number) + perM * y * y;
      }
    const { want, spring } = pressing(
      this.setup.points,
      this.loadAt(this.timeS),
      this.setup.newtonian ? 0 : this.setup.springNmm * 1000,
      this.plane,
      this.startM,
    );
    const others = this.others();
    const left = want.map((v, r) => v - cellM2 * (now[r] as number) - (others.bears[r] as number)) as Three;
    // the step is shortened until no corner of the film changes by more than its share
    let dt = Math.max(LEAST_STEP_S, Math.min(this.stepS * 1.7, untilS - this.timeS));
    let speed: Three = [0, 0, 0];
    let gives = new Float64Array(9);
    for (let k = 0; k < 60; k++) {
      gives = stiff.map(
        (v, i) => dt * (cellM2 * v + (spring[i] as number) + (others.stiff[i] as number)) + (others.drag[i] as number),
      );
      speed = symmetric3(
        this.drag.map((d, i) => d + (gives[i] as number)),
        left,
      );
      const change = fastestOf({ box: grid.box, field: f, plane: this.plane }, speed) * dt;
      if (!(change > most)) break;
      if (dt <= LEAST_STEP_S) {
        // a plate has mass: it does not move further than this in the shortest time that is followed
        speed = speed.map((v) => (v * most) / change) as Three;
        break;
      }
      dt = Math.max(LEAST_STEP_S, dt * Math.max(0.2, (0.9 * most) / change));
    }
    speed = this.pressures(speed, left, gives, wider);
    // a plate that rocks about where it rests, from edge to edge of a bare face, is brought to rest
    const rocks = cornerMoves(f, speed, this.last) < 0;
    if (rocks) speed = speed.map((v) => ROCKING * v) as Three;
    this.last = speed;
    dt = this.moved(dt, speed);
    this.stepS = dt;
    this.timeS += dt;
    this.steps++;
    const last = this.setup.loads[this.setup.loads.length - 1];
    this.resting =
      this.timeS > (last?.atS ?? 0) + 0.5 && fastestOf({ box: grid.box, field: f, plane: this.plane }, speed) < REST;
  }

  /** What holds the plate besides this film: the films of other chips, and pipes to other plates. */
  private others(): Answer {
    const { mates = [], levelNm, paste } = this.setup;
    const answer = matesAnswer(mates, { ...paste, viscosityPas: Math.max(paste.viscosityPas, LEAST_PAS) }, this.plane);
    if (!levelNm) return answer;
    const [xx, xy, yy] = levelNm;
    const [, b, c] = this.plane;
    // a plate that sinks on one side is borne up there
    answer.bears[1] -= xx * b + xy * c;
    answer.bears[2] -= xy * b + yy * c;
    for (const [i, k] of [
      [4, xx],
      [5, xy],
      [8, yy],
    ] as const)
      answer.stiff[i] = (answer.stiff[i] ?? 0) + k;
    return answer;
  }

  /**
   * How force and moments answer to closing and tilting at unit speed. Solved anew when the film has grown, and every
   * few steps; between, {@link pressures} keeps it up to date by what it finds.
   */
  private answers(): void {
    const { field: f, grid, b, unit } = this;
    let wetted = 0;
    for (let i = 0; i < f.size; i++) wetted += f.wet[i] as number;
    const fresh = this.age < 10 && Math.abs(wetted - this.lastWet) < 0.2 * this.lastWet;
    this.age++;
    if (fresh) return;
    this.age = 0;
    this.lastWet = wetted;
    for (const [k, weight] of [
      [0, null],
      [1, f.ex],
      [2, f.ey],
    ] as const) {
      for (let i = 0; i < f.size; i++) b[i] = f.wet[i] ? f.cellM2 * (weight ? (weight[i] as number) : 1) : 0;
      grid.solve(b, unit[k], 2e-2);
    }
    this.drag.fill(0);
    const [p1, p2, p3] = unit;
    for (let i = 0; i < f.size; i++) {
      if (!f.wet[i]) continue;
      const [x, y, q2, q3] = [f.ex[i] as number, f.ey[i] as number, p2[i] as number, p3[i] as number];
      this.drag[0] = (this.drag[0] as number) + (p1[i] as number);
      this.drag[1] = (this.drag[1] as number) + q2;
      this.drag[2] = (this.drag[2] as number) + q3;
      this.drag[4] = (this.drag[4] as number) + q2 * x;
      this.drag[5] = (this.drag[5] as number) + q3 * x;
      this.drag[8] = (this.drag[8] as number) + q3 * y;
    }
    for (let i = 0; i < 9; i++) this.drag[i] = (this.drag[i] as number) * f.cellM2;
    // a cell has its own width: tilting over cells in one line is resisted too
    this.drag[4] = (this.drag[4] as number) + ((this.drag[0] as number) * f.dx * f.dx) / 12;
    this.drag[8] = (this.drag[8] as number) + ((this.drag[0] as number) * f.dy * f.dy) / 12;
  }

  /**
   * Pressures of the plate's motion. Pressure is in proportion to speed, so both are brought to the force that is left
   * to carry.
   */
  private pressures(speed: Three, left: Three, gives: Float64Array, wider: number): Three {
    const { field: f, b, moving } = this;
    const [s0, s1, s2] = speed;
    const ratio = this.lastSpeed !== 0 ? s0 / this.lastSpeed : 1;
    if (ratio > 0.2 && ratio < 5) for (let i = 0; i < f.size; i++) moving[i] = (moving[i] as number) * ratio;
    for (let i = 0; i < f.size; i++)
      b[i] = f.wet[i] ? f.cellM2 * (s0 + s1 * (f.ex[i] as number) + s2 * (f.ey[i] as number)) : 0;
    this.grid.solve(b, moving, 3e-3);
    let force = 0;
    for (let i = 0; i < f.size; i++) if (f.wet[i]) force += moving[i] as number;
    force *= f.cellM2 * wider;
    const told = (this.drag[0] as number) * s0 + (this.drag[1] as number) * s1 + (this.drag[2] as number) * s2;
    const give = (gives[0] as number) * s0 + (gives[1] as number) * s1 + (gives[2] as number) * s2;
    let scale = 1;
    // where the plate mostly tilts, the level force says nothing
    if (Math.abs(force) > 0.2 * Math.abs(left[0]) && force * told > 0) {
      scale = Math.max(0.5, Math.min(2, left[0] / (force + give)));
      const found = force / told;
      const learnt = Math.max(0.7, Math.min(1.4, found));
      // what is so far off is not learnt but solved anew
      if (learnt !== found) this.age = Infinity;
      for (let i = 0; i < 9; i++) this.drag[i] = (this.drag[i] as number) * learnt;
    }
    if (scale !== 1) for (let i = 0; i < f.size; i++) moving[i] = (moving[i] as number) * scale;
    this.lastSpeed = s0 * scale;
    return [s0 * scale, s1 * scale, s2 * scale];
  }

  /** Moves, by half as long until what came of it holds; gives the time it took. */
  private moved(dt: number, speed: Three): number {
    const { field: f, before } = this;
    const volume = this.volumeM3;
    before.v.set(f.v);
    before.airM3.set(f.airM3);
    const [plane, over] = [[...this.plane] as Three, [...this.over]];
    for (let part = dt; ; part /= 2) {
      this.move(part, speed);
      if (this.plane.every(Number.isFinite) && Math.abs(this.volumeM3 - volume) <= 1e-9 * volume) return part;
      f.v.set(before.v);
      f.airM3.set(before.airM3);
      over.forEach((v, i) => (this.over[i] = v));
      this.plane = [...plane];
      openGap(f, this.plane);
      if (part < dt * LEAST_PART) {
        this.lost = true;
        return part;
      }
    }
  }

  /** Moves the paste through the faces of the cells, then the plate. */
  private move(dt: number, [s0, s1, s2]: Three): void {
    const { field: f, moving, fromAir, excess, b: q } = this;
    const { nx, ny, w, p, wet, airPa } = f;
    for (let j = 1; j <= ny; j++)
      for (let i = j * w + 1; i <= j * w + nx; i++) {
        p[i] = wet[i] ? (moving[i] as number) + (fromAir[i] as number) : (airPa[i] as number);
        // what drives the flow: the pressure, and what levels out excess
        q[i] = wet[i] ? (p[i] as number) + (excess[i] as number) / (RELAX * dt) : (p[i] as number);
      }
    this.carrier.carry(q, dt);
    this.closing = (s0 * dt) / this.plane[0];
    this.plane = [this.plane[0] - s0 * dt, this.plane[1] - s1 * dt, this.plane[2] - s2 * dt];
    sinkHeaps(f);
    runOn(f, this.over);
    openGap(f, this.plane);
    airPockets(f);
  }
}
