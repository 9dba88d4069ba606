import { sum } from "d3-array";
import { SPRING_MM } from "../fasten";
import { bearing, bondLineM, symmetric3, type Paste, type Three } from "../paste";
import { padN, type PadCurve } from "./stiffness";

/** Pads, screws and chips under one rigid plate; mm and N. */
export interface PlateStack {
  screws: readonly { id: string; xMm: number; yMm: number; forceN: number }[];
  chips: readonly { id: string; xMm: number; yMm: number; widthMm: number; heightMm: number }[];
  pads: readonly StackPad[];
  paste: Pick<Paste, "yieldPa" | "fillerUm">;
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
}

export interface Balance {
  /** Where the plate comes to rest: film at the corners of each chip, µm. */
  films: { chip: string; thinUm: number; thickUm: number; forceN: number }[];
  pads: { tag: string; gapMm: number; pressed: number; forceN: number; liftsMm: number }[];
  screwsN: number;
  chipsN: number;
  /** Share of the screws' force that the pads take. */
  padsShare: number;
  /** The plate: film where it is even, mm, and its rise over that, a + b x + c y, mm and mm/mm. */
  plane: { evenMm: number; rise: readonly [number, number, number] };
}

const GRID = 6;

/**
 * Rest of a rigid plate on paste and pads under its screws: three unknowns (height and two slopes over the even bond
 * line), force and moments in balance. Paste bears by Prasher's law turned round, P = τ (C/h)^(1/0.166), pads by their
 * curve. Every force falls as the plate rises, so the sum has one root; found by Newton with halved steps.
 *
 * @example
 * const rest = balanceOf({ screws, chips, pads, paste });
 * rest.padsShare; // 0.21: a fifth of the screws' force rests on pads
 */
export function balanceOf(stack: PlateStack): Balance {
  const { screws, chips, pads } = stack;
  const rest = new PlateRest(stack);
  const z = rest.found();
  const films = chips.map((c) => {
    const corners = [-0.5, 0.5].flatMap((i) =>
      // no corner is thinner than the grains that hold it open
      [-0.5, 0.5].map((j) =>
        Math.max(stack.paste.fillerUm, 1000 * rest.film(z, c.xMm + i * c.widthMm, c.yMm + j * c.heightMm)),
      ),
    );
    return {
      chip: c.id,
      thinUm: Math.min(...corners),
      thickUm: Math.max(...corners),
      forceN: rest.chipN(z, c.id),
    };
  });
  const padsOut = pads.map((p) => {
    const gapMm = p.gapMm + rise(z, p.xMm, p.yMm);
    return {
      tag: p.tag,
      gapMm,
      pressed: (p.thicknessMm - gapMm) / p.thicknessMm,
      forceN: padN(p.curve, p.widthMm * p.heightMm, p.thicknessMm, gapMm),
      liftsMm: rise(z, p.xMm, p.yMm),
    };
  });
  const padsN = sum(padsOut, (p) => p.forceN);
  const chipsN = sum(films, (f) => f.forceN);
  return {
    films,
    pads: padsOut,
    screwsN: sum(screws, (x) => x.forceN),
    chipsN,
    padsShare: padsN / Math.max(1e-9, padsN + chipsN),
    plane: { evenMm: rest.evenMm, rise: z },
  };
}

/** The forces on a plate that lies at a height and two slopes, and the rest where they cancel. */
class PlateRest {
  /** The bond line at which the paste alone bears all screws evenly, mm. */
  readonly evenMm: number;
  private readonly cells: { chip: string; x: number; y: number; mm2: number }[];

  constructor(private readonly stack: PlateStack) {
    const { screws, chips, paste } = stack;
    const screwsN = sum(screws, (x) => x.forceN);
    const area = sum(chips, (c) => c.widthMm * c.heightMm);
    this.evenMm = area > 0 && screwsN > 0 ? bondLineM(paste, screwsN / (area * 1e-6)) * 1000 : 0.04;
    this.cells = chips.flatMap((c) =>
      Array.from({ length: GRID * GRID }, (_, i) => ({
        chip: c.id,
        x: c.xMm + (((i % GRID) + 0.5) / GRID - 0.5) * c.widthMm,
        y: c.yMm + ((Math.floor(i / GRID) + 0.5) / GRID - 0.5) * c.heightMm,
        mm2: (c.widthMm * c.heightMm) / GRID ** 2,
      })),
    );
  }

  /** Thickness of the film at a place, mm. */
  film(z: readonly number[], x: number, y: number): number {
    return this.evenMm + rise(z, x, y);
  }

  /** Force the paste of a chip bears, N. */
  chipN(z: readonly number[], chip: string): number {
    const own = this.cells.filter((c) => c.chip === chip);
    return sum(own, (c) => this.bears(this.film(z, c.x, c.y), c.mm2)[0]);
  }

  /** Newton's steps, halved until they come nearer. */
  found(): Three {
    const weigh = (f: readonly number[]) => Math.hypot(f[0] ?? 0, (f[1] ?? 0) / 10, (f[2] ?? 0) / 10);
    let z: Three = [0, 0, 0];
    let at = this.residual(z);
    for (let k = 0; k < 200 && weigh(at.f) > 1e-7; k++) {
      const step = symmetric3(at.J, at.f);
      let part = 1;
      for (let h = 0; h < 40; h++, part /= 2) {
        const tried = z.map((v, i) => v + part * (step[i] ?? 0)) as Three;
        const there = this.residual(tried);
        if (weigh(there.f) < weigh(at.f) || h === 39) {
          z = tried;
          at = there;
          break;
        }
      }
    }
    return z;
  }

  /** Force of paste on an area, N, with its fall per mm of rise. */
  private bears(hMm: number, mm2: number): [number, number] {
    const [pa, perM] = bearing(this.stack.paste, true, Math.max(2e-6, hMm / 1000), hMm / 1000);
    return [pa * mm2 * 1e-6, perM * mm2 * 1e-9];
  }

  /** Force and moments left over, and their fall with height and slopes. */
  private residual(z: readonly number[]): { f: Three; J: Float64Array } {
    const f: Three = [0, 0, 0];
    const J = new Float64Array(9);
    const add = (x: number, y: number, up: number, fall: number) => {
      const e = [1, x, y];
      for (let r = 0; r < 3; r++) {
        f[r] = (f[r] as number) + up * (e[r] as number);
        for (let c = r; c < 3; c++)
          J[3 * r + c] = (J[3 * r + c] as number) + fall * (e[r] as number) * (e[c] as number);
      }
    };
    for (const c of this.cells) add(c.x, c.y, ...this.bears(this.film(z, c.x, c.y), c.mm2));
    for (const p of this.stack.pads) {
      const gap = p.gapMm + rise(z, p.xMm, p.yMm);
      const n = padN(p.curve, p.widthMm * p.heightMm, p.thicknessMm, gap);
      add(p.xMm, p.yMm, n, (padN(p.curve, p.widthMm * p.heightMm, p.thicknessMm, gap - 1e-4) - n) / 1e-4);
    }
    for (const s of this.stack.screws)
      add(s.xMm, s.yMm, -(s.forceN + (s.forceN / SPRING_MM) * rise(z, s.xMm, s.yMm)), s.forceN / SPRING_MM);
    return { f, J };
  }
}

const rise = (z: readonly number[], x: number, y: number): number => (z[0] ?? 0) + (z[1] ?? 0) * x + (z[2] ?? 0) * y;
