import { sum } from "d3-array";
import { Matrix, solve } from "ml-matrix";
import { liftAt, PlateFrame, SPRING_MM, type Body, type PipeSpring } from "../fasten";
import { bearing, bondLineM, type Paste } from "../paste";
import { padN, type PadCurve } from "./stiffness";

/**
 * Pads, screws and chips under plates that pipes join; mm and N. Without bodies all is under one rigid plate, else
 * each names the body it is under.
 */
export interface PlateStack {
  screws: readonly { id: string; xMm: number; yMm: number; forceN: number; wayMm?: number; body?: string }[];
  chips: readonly { id: string; xMm: number; yMm: number; widthMm: number; heightMm: number; body?: string }[];
  pads: readonly StackPad[];
  paste: Pick<Paste, "yieldPa" | "fillerUm">;
  bodies?: readonly Body[];
  pipes?: readonly PipeSpring[];
}

export interface StackPad {
  tag: string;
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
  /** Gap under the plate when the paste is at its bond line, mm. */
  gapMm: number;
  thicknessMm: number;
  curve: PadCurve;
  body?: string;
  /**
   * What holds down the part over it: a plate on its chips (where nothing is said), posts that part is screwed to, or
   * nothing drawn. In the latter two its force is what the gap gives, and the screws over the chips bear none of it.
   */
  heldBy?: "plate" | "posts" | "nothing";
}

/** Whether the plates over the chips bear a pad. */
const isBorne = (p: StackPad): boolean => (p.heldBy ?? "plate") === "plate";

export interface Balance {
  /** Where the plate comes to rest: film at the corners of each chip, µm. */
  films: { chip: string; thinUm: number; thickUm: number; forceN: number }[];
  pads: { tag: string; gapMm: number; pressed: number; forceN: number; liftsMm: number }[];
  /** What the screws give as the plates lie: a spring that is pressed further gives more. */
  screws: { id: string; forceN: number }[];
  screwsN: number;
  chipsN: number;
  /** Of the pads that the plates bear. */
  padsN: number;
  /** Share of the screws' force that the pads take. */
  padsShare: number;
  /** Each plate: film where it is even, mm, and its rise over that, a + b x + c y from its middle, mm and mm/mm. */
  planes: Plane[];
}

export interface Plane extends Body {
  evenMm: number;
  rise: readonly [number, number, number];
}

/** Rise of a plate at a place, mm. */
export const riseAt = (p: Plane, xMm: number, yMm: number): number => {
  const e = liftAt(p, xMm, yMm);
  return p.rise[0] * e[0] + p.rise[1] * e[1] + p.rise[2] * e[2];
};

/** The one body of a stack that names none. */
const WHOLE: Body = { id: "", xMm: 0, yMm: 0 };

/** Points along either side of a chip at which its film is weighed. */
const GRID = 6;

/**
 * Rest of plates on paste and pads under their screws: three unknowns a plate (height and two slopes over the even bond
 * line), force and moments in balance. Paste bears by Prasher's law turned round, P = τ (C/h)^(1/0.166), pads by their
 * curve, pipes between plates as springs. Every force falls as a plate rises, so the sum has one root; found by Newton
 * with halved steps.
 *
 * @example
 * const rest = balanceOf({ screws, chips, pads, paste });
 * rest.padsShare; // 0.21: a fifth of the screws' force rests on pads
 */
export function balanceOf(stack: PlateStack): Balance {
  const { screws, chips, pads } = stack;
  const rest = new PlateRest(stack);
  const planes = rest.found();
  const on = (body = "") => planes.find((p) => p.id === body) ?? { ...WHOLE, evenMm: 0, rise: [0, 0, 0] as const };
  const films = chips.map((c) => {
    const plane = on(c.body);
    const corners = [-0.5, 0.5].flatMap((i) =>
      // no corner is thinner than the grains that hold it open
      [-0.5, 0.5].map((j) =>
        Math.max(
          stack.paste.fillerUm,
          1000 * (plane.evenMm + riseAt(plane, c.xMm + i * c.widthMm, c.yMm + j * c.heightMm)),
        ),
      ),
    );
    return {
      chip: c.id,
      thinUm: Math.min(...corners),
      thickUm: Math.max(...corners),
      forceN: rest.chipN(planes, c.id),
    };
  });
  const padsOut = pads.map((p) => {
    const liftsMm = isBorne(p) ? riseAt(on(p.body), p.xMm, p.yMm) : 0;
    const gapMm = p.gapMm + liftsMm;
    return {
      tag: p.tag,
      gapMm,
      pressed: (p.thicknessMm - gapMm) / p.thicknessMm,
      forceN: padN(p.curve, p.widthMm * p.heightMm, p.thicknessMm, gapMm),
      liftsMm,
    };
  });
  const screwsOut = screws.map((s) => ({ id: s.id, forceN: screwNow(s, riseAt(on(s.body), s.xMm, s.yMm))[0] }));
  const padsN = sum(padsOut, (p, i) => (pads[i] && isBorne(pads[i]) ? p.forceN : 0));
  const chipsN = sum(films, (f) => f.forceN);
  return {
    films,
    pads: padsOut,
    screws: screwsOut,
    screwsN: sum(screwsOut, (s) => s.forceN),
    chipsN,
    padsN,
    padsShare: padsN / Math.max(1e-9, padsN + chipsN),
    planes,
  };
}

/** What a screw gives a plate that lies higher by so much, N, and its growth per mm. */
const screwNow = (s: { forceN: number; wayMm?: number }, riseMm: number): [number, number] => {
  const perMm = s.forceN / (s.wayMm ?? SPRING_MM);
  const n = s.forceN + perMm * riseMm;
  // a screw pulls, it never pushes: where its corner sinks by more than its way it lets go
  return n > 0 ? [n, perMm] : [0, 1e-3 * perMm];
};

/** The forces on plates that lie at heights and slopes, and the rest where they cancel. */
class PlateRest {
  private readonly bodies: readonly Body[];
  private readonly frame: PlateFrame;
  /** The bond line at which the paste alone bears a plate's own screws evenly, mm. */
  private readonly evenMm: number[];
  private readonly cells: { chip: string; body: number; x: number; y: number; mm2: number }[];

  constructor(private readonly stack: PlateStack) {
    const { screws, chips, paste, pipes = [] } = stack;
    this.bodies = stack.bodies?.length ? stack.bodies : [WHOLE];
    this.frame = new PlateFrame(this.bodies, pipes);
    this.evenMm = this.bodies.map((_, b) => {
      const own = <T extends { body?: string }>(of: readonly T[]) => of.filter((x) => this.at(x) === b);
      const screwsN = sum(own(screws), (x) => x.forceN);
      const area = sum(own(chips), (c) => c.widthMm * c.heightMm);
      return area > 0 && screwsN > 0 ? bondLineM(paste, screwsN / (area * 1e-6)) * 1000 : 0.04;
    });
    this.cells = chips.flatMap((c) =>
      Array.from({ length: GRID * GRID }, (_, i) => ({
        chip: c.id,
        body: this.at(c),
        x: c.xMm + (((i % GRID) + 0.5) / GRID - 0.5) * c.widthMm,
        y: c.yMm + ((Math.floor(i / GRID) + 0.5) / GRID - 0.5) * c.heightMm,
        mm2: (c.widthMm * c.heightMm) / GRID ** 2,
      })),
    );
  }

  /** Force the paste of a chip bears, N. */
  chipN(planes: readonly Plane[], chip: string): number {
    const own = this.cells.filter((c) => c.chip === chip);
    return sum(own, (c) => {
      const p = planes[c.body];
      return p ? this.bears(p.evenMm + riseAt(p, c.x, c.y), c.mm2)[0] : 0;
    });
  }

  /** Newton's steps, halved until they come nearer. */
  found(): Plane[] {
    const weigh = (f: Float64Array) => Math.hypot(...f.map((v, i) => (i % 3 === 0 ? v : v / 10)));
    let z = new Float64Array(this.frame.freedoms);
    let at = this.residual(z);
    for (let k = 0; k < 200 && weigh(at.f) > 1e-7; k++) {
      const step = solve(at.J, Matrix.columnVector([...at.f])).to1DArray();
      let part = 1;
      for (let h = 0; h < 40; h++, part /= 2) {
        const tried = z.map((v, i) => v + part * (step[i] ?? 0));
        const there = this.residual(tried);
        if (weigh(there.f) < weigh(at.f) || h === 39) {
          z = tried;
          at = there;
          break;
        }
      }
    }
    return this.planes(z);
  }

  private planes(z: Float64Array): Plane[] {
    return this.bodies.map((b, i) => ({
      ...b,
      evenMm: this.evenMm[i] ?? 0.04,
      rise: [z[3 * i] ?? 0, z[3 * i + 1] ?? 0, z[3 * i + 2] ?? 0],
    }));
  }

  private at({ body }: { body?: string | undefined }): number {
    return Math.max(0, body === undefined ? 0 : this.bodies.findIndex((b) => b.id === body));
  }

  /** Force of paste on an area, N, with its fall per mm of rise. */
  private bears(hMm: number, mm2: number): [number, number] {
    const [pa, perM] = bearing(this.stack.paste, true, Math.max(2e-6, hMm / 1000), hMm / 1000);
    return [pa * mm2 * 1e-6, perM * mm2 * 1e-9];
  }

  /** Forces and moments left over, and their fall with heights and slopes. */
  private residual(z: Float64Array): { f: Float64Array; J: Matrix } {
    const planes = this.planes(z);
    const J = this.frame.pipes.clone();
    const f = Float64Array.from(this.frame.pipes.mmul(Matrix.columnVector([...z])).to1DArray(), (v) => -v);
    const add = (b: number, x: number, y: number, up: number, fall: number) => {
      const own = this.bodies[b];
      if (!own) return;
      const e = liftAt(own, x, y);
      for (let r = 0; r < 3; r++) {
        f[3 * b + r] = (f[3 * b + r] ?? 0) + up * (e[r] ?? 0);
        for (let c = 0; c < 3; c++)
          J.set(3 * b + r, 3 * b + c, J.get(3 * b + r, 3 * b + c) + fall * (e[r] ?? 0) * (e[c] ?? 0));
      }
    };
    const rise = (b: number, x: number, y: number) => (planes[b] ? riseAt(planes[b], x, y) : 0);
    for (const c of this.cells)
      add(c.body, c.x, c.y, ...this.bears((this.evenMm[c.body] ?? 0) + rise(c.body, c.x, c.y), c.mm2));
    for (const p of this.stack.pads) {
      if (!isBorne(p)) continue;
      const b = this.at(p);
      const gap = p.gapMm + rise(b, p.xMm, p.yMm);
      const n = padN(p.curve, p.widthMm * p.heightMm, p.thicknessMm, gap);
      add(b, p.xMm, p.yMm, n, (padN(p.curve, p.widthMm * p.heightMm, p.thicknessMm, gap - 1e-4) - n) / 1e-4);
    }
    for (const s of this.stack.screws) {
      const b = this.at(s);
      const [n, per] = screwNow(s, rise(b, s.xMm, s.yMm));
      add(b, s.xMm, s.yMm, -n, per);
    }
    return { f, J };
  }
}
