import type { ChipId } from "../thermal";
import { isPasted } from "../drawing/links";
import type { CoolingMap } from "../drawing/map";
import { conductances, flows, solveNetwork, type Conductance } from "./network";

/** What the judge found for one chip in one run at matched conditions: heights over the room and the width of their 90 % interval, K. */
export interface MeasuredChip {
  chip: ChipId;
  powerW: number;
  contactK: number;
  airflowK: number;
  airflowHalfK: number;
}

/** Watts through the drawn parts in one run, modelled: the geometry's network bent until it gives the measured heights. */
export interface HeatPicture {
  /** Watts from each pipe into each fin stack, and of each stack to the air. */
  legs: { pipe: string; fins: string; W: number }[];
  stacks: { fins: string; W: number }[];
  /** Watts given off by spreaders to still air. */
  still: { part: string; W: number }[];
  /** Estimated one sigma of a stack's watts, W. */
  sigmaW: number;
  /** Heights the bent network gives, K, to be set against the measured ones. */
  modelled: { chip: ChipId; airflowK: number }[];
  inW: number;
}

/** How unlike each other fin stacks are taken to be before anything is known, as the sigma of a logarithm. */
const UNLIKE = 0.5;
/** How far geometry and usual figures can be off all together. */
const ALL_OFF = 1.2;

/**
 * Fits one factor per fin stack (its dust) and one per chip's contact so that the network gives what the judge
 * measured, and reads the watts off it. With fewer chips than stacks the split leans on the geometry: factors are
 * held to each other by a prior of their logarithms (Gauss-Newton on a ridge; Tikhonov 1963), and the watts carry
 * what that leaves open. Null when no measured chip is drawn with a way to the air.
 */
export function heatPicture(map: CoolingMap, measured: readonly MeasuredChip[]): HeatPicture | null {
  const base = conductances(map);
  const chips = measured.flatMap((m) => {
    const drawn = map.ofKind("chip").find((c) => c.role === m.chip && isPasted(c));
    return drawn && base.some((g) => g.a === drawn.id) ? [{ m, id: drawn.id }] : [];
  });
  const air = base.filter((g) => g.b === null);
  if (chips.length === 0 || air.length === 0) return null;
  const watts = new Map(chips.map((c) => [c.id, c.m.powerW]));
  for (const c of map.ofKind("chip")) if (!isPasted(c) && c.powerW > 0) watts.set(c.id, c.powerW);

  const net = (logs: readonly number[]): Conductance[] =>
    base.map((g) => {
      if (g.b === null) return { ...g, WK: g.WK * Math.exp(logs[air.indexOf(g)] ?? 0) };
      const own = chips.find((c) => c.id === g.a);
      if (!own) return g;
      const under = base.filter((x) => x.a === g.a && x.b !== null).reduce((s, x) => s + x.WK, 0);
      return own.m.contactK > 0.05 ? { ...g, WK: (g.WK / under) * (own.m.powerW / own.m.contactK) } : g;
    });
  const plates = (logs: readonly number[]): number[] => {
    const g = net(logs);
    const T = solveNetwork(g, watts);
    return chips.map((c) => {
      const under = g.filter((x) => x.a === c.id && x.b !== null);
      const total = under.reduce((s, x) => s + x.WK, 0);
      return under.reduce((s, x) => s + x.WK * (T.get(x.b ?? "") ?? 0), 0) / (total || 1);
    });
  };
  const stackWatts = (logs: readonly number[]): number[] => {
    const g = net(logs);
    const T = solveNetwork(g, watts);
    return air.map((a) => (T.get(a.a) ?? 0) * (g[base.indexOf(a)]?.WK ?? 0));
  };

  const n = air.length;
  const sigma = chips.map((c) => Math.max(0.5, c.m.airflowHalfK / 1.645));
  // prior covariance: a shared part for figures that are off together, an own part for unlike dust
  const prior = (i: number, j: number) => ALL_OFF ** 2 + (i === j ? UNLIKE ** 2 : 0);
  let logs = new Array<number>(n).fill(0);
  let gain: number[][] = [];
  for (let turn = 0; turn < 25; turn++) {
    const at = plates(logs);
    const J = jacobian(plates, logs);
    // Kalman form of the ridge: few measurements, so the small matrix is inverted
    const PJt = logs.map((_, i) => J.map((row) => row.reduce((s, v, k) => s + prior(i, k) * v, 0)));
    const S = J.map((row, a) =>
      J.map((_, b) => row.reduce((s, v, k) => s + v * (PJt[k]?.[b] ?? 0), 0) + (a === b ? (sigma[a] ?? 1) ** 2 : 0)),
    );
    const Si = inverse(S);
    gain = PJt.map((row) => (Si[0] ? Si[0].map((_, b) => row.reduce((s, v, a) => s + v * (Si[a]?.[b] ?? 0), 0)) : []));
    const residual = chips.map(
      (c, a) => c.m.airflowK - (at[a] ?? 0) + (J[a] ?? []).reduce((s, v, k) => s + v * (logs[k] ?? 0), 0),
    );
    const next = gain.map((row) =>
      Math.max(
        -3.5,
        Math.min(
          3.5,
          row.reduce((s, v, a) => s + v * (residual[a] ?? 0), 0),
        ),
      ),
    );
    const step = Math.max(...next.map((v, i) => Math.abs(v - (logs[i] ?? 0))));
    logs = next.map((v, i) => (logs[i] ?? 0) + 0.7 * (v - (logs[i] ?? 0)));
    if (step < 1e-4) break;
  }
  const J = jacobian(plates, logs);
  const W = stackWatts(logs);
  const D = jacobian(stackWatts, logs);
  const left = (i: number, j: number) =>
    prior(i, j) -
    (gain[i] ?? []).reduce((s, v, a) => s + v * (J[a] ?? []).reduce((t, u, k) => t + u * prior(k, j), 0), 0);
  const sigmas = D.map((row) =>
    Math.sqrt(
      Math.max(
        0,
        row.reduce((s, v, i) => s + row.reduce((t, u, j) => t + v * u * left(i, j), 0), 0),
      ),
    ),
  );
  const g = net(logs);
  const T = solveNetwork(g, watts);
  const along = flows(g, T);
  return {
    legs: along.flatMap((f) =>
      f.b !== null && map.part(f.a)?.kind === "pipe" && map.part(f.b)?.kind === "fins"
        ? [{ pipe: f.a, fins: f.b, W: f.W }]
        : [],
    ),
    stacks: air.flatMap((a, i) => (map.part(a.a)?.kind === "fins" ? [{ fins: a.a, W: W[i] ?? 0 }] : [])),
    still: air.flatMap((a, i) => (map.part(a.a)?.kind === "spreader" ? [{ part: a.a, W: W[i] ?? 0 }] : [])),
    sigmaW: Math.max(0.5, ...sigmas.map((s) => Math.min(s, 60))),
    modelled: plates(logs).map((K, i) => ({ chip: chips[i]?.m.chip ?? "cpu", airflowK: K })),
    inW: [...watts.values()].reduce((s, v) => s + v, 0),
  };
}

function jacobian(f: (x: readonly number[]) => number[], x: readonly number[]): number[][] {
  const h = 1e-4;
  const columns = x.map((v, k) => {
    const up = f(x.map((u, i) => (i === k ? v + h : u)));
    const down = f(x.map((u, i) => (i === k ? v - h : u)));
    return up.map((u, a) => (u - (down[a] ?? 0)) / (2 * h));
  });
  return (columns[0] ?? []).map((_, a) => columns.map((c) => c[a] ?? 0));
}

/** Inverse of a small symmetric positive definite matrix, by Gauss-Jordan. */
function inverse(m: readonly (readonly number[])[]): number[][] {
  const n = m.length;
  const a = m.map((row, i) => [...row, ...Array.from({ length: n }, (_, j) => Number(i === j))]);
  for (let c = 0; c < n; c++) {
    const top = a[c] ?? [];
    const p = top[c] ?? 1;
    for (let k = 0; k < 2 * n; k++) top[k] = (top[k] ?? 0) / p;
    for (let r = 0; r < n; r++) {
      const row = a[r] ?? [];
      const f = row[c] ?? 0;
      if (r !== c && f !== 0) for (let k = 0; k < 2 * n; k++) row[k] = (row[k] ?? 0) - f * (top[k] ?? 0);
    }
  }
  return a.map((row) => row.slice(n));
}
