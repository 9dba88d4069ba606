import { sum } from "d3-array";
import { inverse, Matrix } from "ml-matrix";
import type { ChipId } from "../../measure/thermal";
import { isPasted } from "../parts/links";
import type { CoolingMap } from "../parts/map";
import { exhaustRead, type ExhaustRead, type Exhausts } from "./exhaust";
import { conductances, flows, solveNetwork, type Conductance } from "./network";

/**
 * What the judge found for one chip in one run at matched conditions: heights over the room and the width of their 90 %
 * interval, K.
 */
export interface MeasuredChip {
  chip: ChipId;
  powerW: number;
  contactK: number;
  airflowK: number;
  airflowHalfK: number;
}

/**
 * Watts through the drawn parts in one run, modelled: the geometry's network bent until it gives the measured heights.
 */
export interface HeatPicture {
  /** Watts from each pipe into each fin stack, and of each stack to the air. */
  legs: { pipe: string; fins: string; W: number }[];
  stacks: { fins: string; W: number }[];
  /** Watts given off by spreaders to still air. */
  still: { part: string; W: number }[];
  /** Estimated one sigma of a stack's watts, W: the widest of all stacks. */
  sigmaW: number;
  /** Heights the bent network gives, K, to be set against the measured ones. */
  modelled: { chip: ChipId; airflowK: number }[];
  /** Air at the outlets over the room, K, as read and by the model; `apart` where they differ beyond both doubts. */
  exhausts: { fins: string; readK: number; modelledK: number; apart: boolean }[];
  inW: number;
}

/**
 * What is known of the air of single stacks, by part: how many times their resistance was seen to have grown, and how
 * sure that is, as the sigma of its logarithm.
 */
export type SeenAir = ReadonlyMap<string, { growth: number; sd: number }>;

/** How unlike each other fin stacks are taken to be before anything is known, as the sigma of a logarithm. */
const UNLIKE = 0.5;
/** How far geometry and usual figures can be off all together. */
const ALL_OFF = 1.2;

/** The drawn network with what was measured of it: factors of the stacks bend it. */
class BentNetwork {
  readonly air: Conductance[];
  readonly watts: Map<string, number>;
  private readonly base: Conductance[];

  constructor(
    map: CoolingMap,
    readonly chips: readonly { m: MeasuredChip; id: string }[],
    base: Conductance[],
  ) {
    this.base = base;
    this.air = base.filter((g) => g.b === null);
    this.watts = new Map(chips.map((c) => [c.id, c.m.powerW]));
    for (const c of map.ofKind("chip")) if (!isPasted(c) && c.powerW > 0) this.watts.set(c.id, c.powerW);
  }

  /** The conductances with each way to the air by its factor, and each measured contact as measured. */
  bent(logs: readonly number[]): Conductance[] {
    return this.base.map((g) => {
      if (g.b === null) return { ...g, WK: g.WK * Math.exp(logs[this.air.indexOf(g)] ?? 0) };
      const own = this.chips.find((c) => c.id === g.a);
      if (!own) return g;
      const under = sum(this.base.filter((x) => x.a === g.a && x.b !== null).map((x) => x.WK));
      return own.m.contactK > 0.05 ? { ...g, WK: (g.WK / under) * (own.m.powerW / own.m.contactK) } : g;
    });
  }

  /** Rise of each measured chip's plate over the air, K. */
  plates = (logs: readonly number[]): number[] => {
    const g = this.bent(logs);
    const T = solveNetwork(g, this.watts);
    return this.chips.map((c) => {
      const under = g.filter((x) => x.a === c.id && x.b !== null);
      return sum(under.map((x) => x.WK * (T.get(x.b ?? "") ?? 0))) / (sum(under.map((x) => x.WK)) || 1);
    });
  };

  /** Watts that each way to the air carries. */
  airW = (logs: readonly number[]): number[] => {
    const g = this.bent(logs);
    const T = solveNetwork(g, this.watts);
    return this.air.map((a) => (T.get(a.a) ?? 0) * (g[this.base.indexOf(a)]?.WK ?? 0));
  };
}

/**
 * Fits one factor per fin stack (its dust) and one per chip's contact so that the network gives what the judge
 * measured, and reads the watts off it. With fewer chips than stacks the split leans on the geometry: factors are
 * held to each other by a prior of their logarithms (Gauss-Newton on a ridge; Tikhonov 1963), and the watts carry
 * what that leaves open. Air read at outlets tells how the watts part, W = C ΔT with the flow as drawn: it is the only
 * thing that can part a vapour chamber's. Null when no measured chip is drawn with a way to the air.
 */
export function heatPicture(
  map: CoolingMap,
  measured: readonly MeasuredChip[],
  seen: SeenAir = new Map(),
  rises: Exhausts = new Map(),
): HeatPicture | null {
  const base = conductances(map);
  const chips = measured.flatMap((m) => {
    const drawn = map.ofKind("chip").find((c) => c.role === m.chip && isPasted(c));
    return drawn && base.some((g) => g.a === drawn.id) ? [{ m, id: drawn.id }] : [];
  });
  const net = new BentNetwork(map, chips, base);
  const { air, watts } = net;
  if (chips.length === 0 || air.length === 0) return null;
  const read = exhaustRead(map, rises, RUN_SHARE);
  const { logs, left } = fitted(net, seen, read);
  const W = net.airW(logs);
  const g = net.bent(logs);
  return {
    legs: flows(g, solveNetwork(g, watts)).flatMap((f) =>
      f.b !== null && map.part(f.a)?.kind === "pipe" && map.part(f.b)?.kind === "fins"
        ? [{ pipe: f.a, fins: f.b, W: f.W }]
        : [],
    ),
    stacks: air.flatMap((a, i) => (map.part(a.a)?.kind === "fins" ? [{ fins: a.a, W: W[i] ?? 0 }] : [])),
    still: air.flatMap((a, i) => (map.part(a.a)?.kind === "spreader" ? [{ part: a.a, W: W[i] ?? 0 }] : [])),
    sigmaW: Math.max(0.5, ...doubtsOf(net.airW, logs, left).map((w) => Math.min(w, 60))),
    modelled: net.plates(logs).map((K, i) => ({ chip: chips[i]?.m.chip ?? "cpu", airflowK: K })),
    exhausts: exhaustsAgainst(net, logs, read),
    inW: sum([...watts.values()]),
  };
}

/** Blowers turn at this share of their top speed under load, where the picture needs one. */
const RUN_SHARE = 0.85;
/** Two figures further apart than this many sigmas of both do not agree. */
const APART = 1.645;

/** Air at the outlets by the network, as logarithms of K: each stack's watts in the air that it lets through. */
const exhaustLogs = (net: BentNetwork, logs: readonly number[], read: ExhaustRead): number[] => {
  const W = net.airW(logs);
  return read.fins.map((fins, i) => {
    const k = net.air.findIndex((a) => a.a === fins);
    return Math.log(Math.max(1e-3, W[k] ?? 0) / (read.capacityWK[i] ?? 1));
  });
};

/** What was read beside what the model gives; what all share counts as uncertainty. */
function exhaustsAgainst(net: BentNetwork, logs: readonly number[], read: ExhaustRead): HeatPicture["exhausts"] {
  const by = exhaustLogs(net, logs, read);
  return read.fins.map((fins, i) => {
    const off = (read.logK[i] ?? 0) - (by[i] ?? 0);
    const sigma = Math.hypot(read.own[i] ?? 0, read.all);
    return {
      fins,
      readK: Math.exp(read.logK[i] ?? 0),
      modelledK: Math.exp(by[i] ?? 0),
      apart: Math.abs(off) > APART * sigma,
    };
  });
}

/** A factor beyond e to this is no dust. */
const MOST_LOG = 3.5;

/** The factors' logarithms that fit best, and the covariance that the measurement leaves of them. */
function fitted(net: BentNetwork, seen: SeenAir, read: ExhaustRead): { logs: number[]; left: Matrix } {
  const n = net.air.length;
  const inlets = net.air.map((a) => seen.get(a.a));
  // what was seen of an inlet is where its factor is looked for, and how far from it
  const mean = Matrix.columnVector(inlets.map((s) => (s ? -Math.log(s.growth) : 0)));
  // a shared part for figures that are off together, an own part for unlike dust
  const prior = Matrix.ones(n, n)
    .mul(ALL_OFF ** 2)
    .add(Matrix.diag(inlets.map((s) => (s ? s.sd : UNLIKE) ** 2)));
  const own = net.chips.length;
  const noise = Matrix.diag([
    ...net.chips.map((c) => Math.max(0.5, c.m.airflowHalfK / 1.645) ** 2),
    ...read.own.map((sd) => sd ** 2),
  ]);
  // a room or a load that was another moves all outlets alike
  for (let a = own; a < noise.rows; a++)
    for (let b = own; b < noise.rows; b++) noise.set(a, b, noise.get(a, b) + read.all ** 2);
  const measured = [...net.chips.map((c) => c.m.airflowK), ...read.logK];
  const given = (x: readonly number[]) => [...net.plates(x), ...exhaustLogs(net, x, read)];
  let logs = mean.to1DArray();
  let gain = Matrix.zeros(n, measured.length);
  for (let turn = 0; turn < 25; turn++) {
    const at = given(logs);
    const J = jacobian(given, logs);
    // Kalman form of the ridge: few measurements, so the small matrix is inverted
    const PJt = prior.mmul(J.transpose());
    gain = PJt.mmul(inverse(J.mmul(PJt).add(noise)));
    // residual about the mean, with the network drawn straight through where it stands
    const there = J.mmul(Matrix.sub(Matrix.columnVector(logs), mean)).to1DArray();
    const residual = Matrix.columnVector(measured.map((K, a) => K - (at[a] ?? 0) + (there[a] ?? 0)));
    const next = Matrix.add(mean, gain.mmul(residual))
      .to1DArray()
      .map((v) => Math.max(-MOST_LOG, Math.min(MOST_LOG, v)));
    const step = Math.max(...next.map((v, i) => Math.abs(v - (logs[i] ?? 0))));
    logs = next.map((v, i) => (logs[i] ?? 0) + 0.7 * (v - (logs[i] ?? 0)));
    if (step < 1e-4) break;
  }
  return { logs, left: Matrix.sub(prior, gain.mmul(jacobian(given, logs)).mmul(prior)) };
}

/** One sigma of each of f's values, from the covariance of what it is a function of. */
function doubtsOf(f: (x: readonly number[]) => number[], x: readonly number[], left: Matrix): number[] {
  const D = jacobian(f, x);
  return D.mmul(left)
    .mmul(D.transpose())
    .diag()
    .map((v) => Math.sqrt(Math.max(0, v)));
}

/** Central differences: a row a value, a column a variable. */
function jacobian(f: (x: readonly number[]) => number[], x: readonly number[]): Matrix {
  const h = 1e-4;
  const columns = x.map((v, k) => {
    const up = f(x.map((u, i) => (i === k ? v + h : u)));
    const down = f(x.map((u, i) => (i === k ? v - h : u)));
    return up.map((u, a) => (u - (down[a] ?? 0)) / (2 * h));
  });
  return new Matrix(columns).transpose();
}
