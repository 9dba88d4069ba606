import { PRASHER_C_M, PRASHER_M, type Paste } from "../paste/paste";
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
  areaMm2: number;
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
  /** Height of the plate over an even bond line, at the chips' middle, mm. */
  liftMm: number;
}

const GRID = 6;
/** Way of a sprung screw, mm: its force gives way as its corner sinks. */
const SPRING_MM = 3;

/**
 * Rest of a rigid plate on paste and pads under its screws: three unknowns (height and two slopes over the even bond
 * line), force and moments in balance. Paste bears by Prasher's law turned round, P = τ (C/h)^(1/0.166), pads by their
 * curve. Every force falls as the plate rises, so the sum has one root; found by Newton with halved steps.
 */
export function balanceOf(stack: PlateStack): Balance {
  const { screws, chips, pads, paste } = stack;
  const screwsN = screws.reduce((s, x) => s + x.forceN, 0);
  const area = chips.reduce((s, c) => s + c.widthMm * c.heightMm, 0);
  const evenM = area > 0 && screwsN > 0 ? Math.max(paste.fillerUm * 1e-6, PRASHER_C_M * (paste.yieldPa / (screwsN / (area * 1e-6))) ** PRASHER_M) : 4e-5;
  const cells = chips.flatMap((c) => Array.from({ length: GRID * GRID }, (_, i) => ({ chip: c.id, x: c.xMm + (((i % GRID) + 0.5) / GRID - 0.5) * c.widthMm, y: c.yMm + ((Math.floor(i / GRID) + 0.5) / GRID - 0.5) * c.heightMm, mm2: (c.widthMm * c.heightMm) / GRID ** 2 })));
  const film = (z: readonly number[], x: number, y: number) => evenM * 1000 + rise(z, x, y);
  // force of paste, N, with its fall per mm of rise
  const bears = (hMm: number, mm2: number): [number, number] => {
    const h = Math.max(2e-3, hMm);
    const floor = paste.fillerUm / 1000;
    const p = paste.yieldPa * (PRASHER_C_M / (h / 1000)) ** (1 / PRASHER_M) * mm2 * 1e-6;
    const stop = hMm < floor ? 2e3 * (floor - hMm) * mm2 : 0;
    return [p + stop, p / PRASHER_M / h + (stop > 0 ? 2e3 * mm2 : 0)];
  };
  const residual = (z: readonly number[]) => {
    const f = [0, 0, 0];
    const J = new Float64Array(9);
    const add = (x: number, y: number, up: number, fall: number) => {
      const e = [1, x, y];
      for (let r = 0; r < 3; r++) {
        f[r] = (f[r] as number) + up * (e[r] as number);
        for (let c = 0; c < 3; c++) J[3 * r + c] = (J[3 * r + c] as number) + fall * (e[r] as number) * (e[c] as number);
      }
    };
    for (const c of cells) add(c.x, c.y, ...bears(film(z, c.x, c.y), c.mm2));
    for (const p of pads) {
      const gap = p.gapMm + rise(z, p.xMm, p.yMm);
      const n = padN(p.curve, p.areaMm2, p.thicknessMm, gap);
      add(p.xMm, p.yMm, n, (padN(p.curve, p.areaMm2, p.thicknessMm, gap - 1e-4) - n) / 1e-4);
    }
    for (const s of screws) add(s.xMm, s.yMm, -(s.forceN + (s.forceN / SPRING_MM) * rise(z, s.xMm, s.yMm)), s.forceN / SPRING_MM);
    return { f, J };
  };
  const weigh = (f: readonly number[]) => Math.hypot(f[0] ?? 0, (f[1] ?? 0) / 10, (f[2] ?? 0) / 10);
  let z = [0, 0, 0];
  let at = residual(z);
  for (let k = 0; k < 200 && weigh(at.f) > 1e-7; k++) {
    const step = solve3(at.J, at.f);
    let part = 1;
    for (let h = 0; h < 40; h++, part /= 2) {
      const tried = z.map((v, i) => v + part * (step[i] ?? 0));
      const there = residual(tried);
      if (weigh(there.f) < weigh(at.f) || h === 39) {
        z = tried;
        at = there;
        break;
      }
    }
  }
  const chipForce = (id: string) => cells.filter((c) => c.chip === id).reduce((s, c) => s + bears(film(z, c.x, c.y), c.mm2)[0], 0);
  const films = chips.map((c) => {
    const corners = [-0.5, 0.5].flatMap((i) => [-0.5, 0.5].map((j) => 1000 * film(z, c.xMm + i * c.widthMm, c.yMm + j * c.heightMm)));
    return { chip: c.id, thinUm: Math.min(...corners), thickUm: Math.max(...corners), forceN: chipForce(c.id) };
  });
  const padsOut = pads.map((p) => {
    const gapMm = p.gapMm + rise(z, p.xMm, p.yMm);
    return { tag: p.tag, gapMm, pressed: (p.thicknessMm - gapMm) / p.thicknessMm, forceN: padN(p.curve, p.areaMm2, p.thicknessMm, gapMm), liftsMm: rise(z, p.xMm, p.yMm) };
  });
  const padsN = padsOut.reduce((s, p) => s + p.forceN, 0);
  const chipsN = films.reduce((s, f) => s + f.forceN, 0);
  const middle = chips.reduce((m, c) => ({ x: m.x + (c.xMm * c.widthMm * c.heightMm) / area, y: m.y + (c.yMm * c.widthMm * c.heightMm) / area }), { x: 0, y: 0 });
  return { films, pads: padsOut, screwsN, chipsN, padsShare: padsN / Math.max(1e-9, padsN + chipsN), liftMm: rise(z, middle.x, middle.y) };
}

const rise = (z: readonly number[], x: number, y: number): number => (z[0] ?? 0) + (z[1] ?? 0) * x + (z[2] ?? 0) * y;

function solve3(J: Float64Array, f: readonly number[]): number[] {
  const m = [0, 1, 2].map((r) => [J[3 * r] ?? 0, J[3 * r + 1] ?? 0, J[3 * r + 2] ?? 0, f[r] ?? 0]);
  for (let k = 0; k < 3; k++) {
    const best = [k, k + 1, k + 2].filter((r) => r < 3).reduce((a, b) => (Math.abs(m[b]?.[k] ?? 0) > Math.abs(m[a]?.[k] ?? 0) ? b : a));
    [m[k], m[best]] = [m[best] ?? [], m[k] ?? []];
    const row = m[k] ?? [];
    for (let r = k + 1; r < 3; r++) {
      const other = m[r] ?? [];
      const t = (other[k] ?? 0) / (row[k] || 1e-300);
      for (let c = k; c < 4; c++) other[c] = (other[c] ?? 0) - t * (row[c] ?? 0);
    }
  }
  const x = [0, 0, 0];
  for (let r = 2; r >= 0; r--) {
    const row = m[r] ?? [];
    let s = row[3] ?? 0;
    for (let c = r + 1; c < 3; c++) s -= (row[c] ?? 0) * (x[c] ?? 0);
    x[r] = s / (row[r] || 1e-300);
  }
  return x;
}
