import { Matrix, solve } from "ml-matrix";
import { airOf, stillFinsWK, STILL_AIR } from "./airflow";
import { areaOf, footprint } from "../parts/geometry";
import { dieRing, isPasted } from "../parts/links";
import type { CoolingMap } from "../parts/map";
import type { Chip, Part } from "../parts/parts";

/** A conductance between two parts, or from a part to the air (`b` null), W/K. */
export interface Conductance {
  a: string;
  b: string | null;
  WK: number;
}

/** Film of paste taken for the estimate, m. */
const BOND_LINE_M = 40e-6;
/** Wick and joint of a flat pipe on a plate, per area, W/(m²·K): soldered, pressed. */
const EVAPORATOR = { solder: 15_000, pressed: 8_000, unknown: 11_000 } as const;
/** Wick, wall and joint of a pipe in a fin stack, W/(m²·K). */
const CONDENSER = 10_000;
/** Chamber or plate carried straight into fins, W/(m²·K). */
const INTO_FINS = 12_000;
const CONDUCTIVITY: Record<string, number> = { copper: 390, nickel: 385, aluminium: 200, graphite: 600 };

/** m² in a mm². */
const M2 = 1e-6;

/**
 * Conductances of a drawn assembly, from geometry and usual figures; estimates, named as such on screen.
 * Fins: the air their blowers get through them, see {@link airOf}; those without one by their envelope. Under a chip:
 * paste of 40 µm plus the spreading in the plate, {@link spreadKW}; into a vapour chamber 1 / (4 k a) for a disc of the
 * die's area (Carslaw & Jaeger); a pipe on the die itself by its own evaporator.
 * @param share of the top speed the blowers turn at, 0 to 1
 */
export function conductances(map: CoolingMap, share = 0.85): Conductance[] {
  const out: Conductance[] = [];
  const { pasteWmK, padWmK } = map.layout.figures;
  for (const l of map.links) {
    const a = map.part(l.a);
    const b = map.part(l.b);
    if (!a || !b) continue;
    const area = (l.areaMm2 || usualArea(a, b)) * M2;
    if (l.kind === "pipe-on-plate" && a.kind === "pipe") out.push({ a: a.id, b: b.id, WK: EVAPORATOR[a.joint] * area });
    else if (l.kind === "pipe-into-fins") out.push({ a: a.id, b: b.id, WK: CONDENSER * area });
    else if (l.kind === "plate-into-fins") out.push({ a: a.id, b: b.id, WK: INTO_FINS * area });
    else if (l.kind === "plate-on-chip" || l.kind === "pipe-on-chip") {
      const die = areaOf(dieRing(b as Chip)) * M2;
      const k = CONDUCTIVITY["material" in a ? a.material : "copper"] ?? 390;
      const paste = BOND_LINE_M / (pasteWmK * die);
      // a pipe on the die itself takes its heat through its own wall and wick; vapour spreads by itself
      const on =
        a.kind === "pipe"
          ? 1 / (EVAPORATOR[a.joint] * Math.min(area, die))
          : a.kind === "plate" || a.kind === "spreader"
            ? spreadKW({ dieM2: die, plateM2: a.wMm * a.hMm * M2, thickM: a.heightMm / 1000, k, h: takenOff(map, a) })
            : 1 / (4 * k * Math.sqrt(die / Math.PI));
      out.push({ a: b.id, b: a.id, WK: Math.min(1, area / die) / (paste + on) });
    } else if (l.kind === "pad-on-chip" && a.kind === "pad") {
      const padded = areaOf(footprint(a)) * M2;
      const over = map.links.filter((x) => x.kind === "pad-under" && x.a === a.id);
      for (const o of over)
        out.push({ a: b.id, b: o.b, WK: (padWmK * Math.min(area, padded)) / (a.thicknessMm / 1000) / over.length });
    }
  }
  const air = airOf(map, share);
  for (const f of map.ofKind("fins")) out.push({ a: f.id, b: null, WK: air.get(f.id)?.WK ?? stillFinsWK(f) });
  for (const s of map.ofKind("spreader"))
    out.push({ a: s.id, b: null, WK: STILL_AIR * 2 * (s.wMm * s.hMm - s.windowWMm * s.windowHMm) * M2 });
  return out.filter((c) => c.WK > 0 && Number.isFinite(c.WK));
}

/** What takes heat off the far side of a plate, W/(m²·K): the pipes on it and the fins it runs into, over its area. */
function takenOff(map: CoolingMap, plate: Extract<Part, { kind: "plate" | "spreader" }>): number {
  const WK = map.links.reduce((s, l) => {
    if (l.b === plate.id && l.kind === "pipe-on-plate") {
      const pipe = map.part(l.a);
      return s + (pipe?.kind === "pipe" ? EVAPORATOR[pipe.joint] * l.areaMm2 * M2 : 0);
    }
    return l.a === plate.id && l.kind === "plate-into-fins" ? s + INTO_FINS * l.areaMm2 * M2 : s;
  }, 0);
  return Math.max(STILL_AIR, WK / (plate.wMm * plate.hMm * M2));
}

/** A die in the middle of a plate: areas, thickness, conductivity, and what takes heat off the plate's far side. */
export interface Spreading {
  dieM2: number;
  plateM2: number;
  thickM: number;
  k: number;
  h: number;
}

/**
 * Resistance of spreading from a die into a plate of a thickness, K/W, its own thickness with it (Lee, Song, Au & Moran
 * 1995): ψ = ½ (1 − ε)^1.5 Φ, Φ = (tanh λτ + λ/Bi) / (1 + λ/Bi tanh λτ), λ = π + 1/(√π ε), with ε = a/b and τ = t/b
 * of discs of the same areas and Bi = h b / k.
 *
 * @example
 * spreadKW({ dieM2: 142e-6, plateM2: 1886e-6, thickM: 1.5e-3, k: 390, h: 4000 }); // 0.19
 */
export function spreadKW({ dieM2, plateM2, thickM, k, h }: Spreading): number {
  const [a, b] = [Math.sqrt(dieM2 / Math.PI), Math.sqrt(Math.max(dieM2, plateM2) / Math.PI)];
  const [eps, tau, Bi] = [a / b, thickM / b, (h * b) / k];
  const lambda = Math.PI + 1 / (Math.sqrt(Math.PI) * eps);
  const t = Math.tanh(lambda * tau);
  const phi = (t + lambda / Bi) / (1 + (lambda / Bi) * t);
  return (0.5 * (1 - eps) ** 1.5 * phi) / (Math.sqrt(Math.PI) * k * a) + thickM / (k * Math.PI * b ** 2);
}

/** Area taken for a link that was only told: a third of the smaller part. */
const usualArea = (a: Part, b: Part): number => Math.min(areaOf(footprint(a)), areaOf(footprint(b))) / 3;

/**
 * Steady temperatures over the air for given watts per part, K. Parts with no way to the air are left out.
 * The conductance matrix is symmetric and positive definite once every part reaches the air.
 */
export function solveNetwork(net: readonly Conductance[], watts: ReadonlyMap<string, number>): Map<string, number> {
  const ids = [...reachable(net)];
  if (ids.length === 0) return new Map();
  const at = new Map(ids.map((id, i) => [id, i]));
  const m = Matrix.zeros(ids.length, ids.length);
  const add = (i: number, j: number, v: number) => m.set(i, j, m.get(i, j) + v);
  for (const { a, b, WK } of net) {
    const i = at.get(a);
    if (i === undefined) continue;
    add(i, i, WK);
    const j = b === null ? undefined : at.get(b);
    if (j === undefined) continue;
    add(j, j, WK);
    add(i, j, -WK);
    add(j, i, -WK);
  }
  const rises = solve(m, Matrix.columnVector(ids.map((id) => watts.get(id) ?? 0)));
  return new Map(ids.map((id, i) => [id, rises.get(i, 0)]));
}

/** Parts from which heat can reach the air. */
function reachable(net: readonly Conductance[]): Set<string> {
  const found = new Set(net.filter((c) => c.b === null).map((c) => c.a));
  for (let grown = true; grown;) {
    grown = false;
    for (const { a, b } of net) {
      if (b === null || found.has(a) === found.has(b)) continue;
      found.add(a).add(b);
      grown = true;
    }
  }
  return found;
}

/** Watts along each conductance, from a to b, at given temperatures. */
export const flows = (net: readonly Conductance[], T: ReadonlyMap<string, number>): (Conductance & { W: number })[] =>
  net.map((c) => ({ ...c, W: c.WK * ((T.get(c.a) ?? 0) - (c.b === null ? 0 : (T.get(c.b) ?? 0))) }));

/** What the geometry lets expect of a chip that is pasted: K/W across its contact and on to the air. */
export interface ChipEstimateKW {
  chip: string;
  contactKW: number;
  airflowKW: number;
}

/** Estimated K/W of each main chip by its own watts; chips with no way to the air are left out. */
export function estimatedKW(map: CoolingMap): ChipEstimateKW[] {
  const net = conductances(map);
  return map
    .ofKind("chip")
    .filter(isPasted)
    .flatMap((c) => {
      const T = solveNetwork(net, new Map([[c.id, 1]]));
      const own = T.get(c.id);
      if (own === undefined) return [];
      const under = net.filter((x) => x.a === c.id && x.b !== null);
      const total = under.reduce((s, x) => s + x.WK, 0);
      const plate = under.reduce((s, x) => s + x.WK * (T.get(x.b ?? "") ?? 0), 0) / (total || 1);
      return [{ chip: c.id, contactKW: own - plate, airflowKW: plate }];
    });
}
