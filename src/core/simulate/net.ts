import type { RigChip, RigFamily, RigFaults, RigMachine } from "./machine";
import type { Thermal } from "./network";

interface Link {
  a: number;
  b: number;
  /** Conductance, W/K, and what it carries at most before it dries out, W; 0 for anything. */
  wk: number;
  mostW: number;
}

/** What tells one family of nets from another; factors are on the figures of the machine. */
interface Build {
  /** Heat capacity of the fins and of the plates. */
  fins: number;
  plates: number;
  /** What the hot spot gives to the board, and the rim to the case, W/K. */
  toBoard: number;
  toCase: number;
  /** Lengths of pipe between plate and fins. */
  lengths: number;
  /** A vapour chamber between plates and fins. */
  chamber: boolean;
  /** A fin stack for each chip, their plates joined by a strap. */
  apart: boolean;
  /** A pipe that carries over this share of its chip's usual load begins to dry out; 0 for one that never does. */
  driesAt: number;
  /** Heat capacity and resistance of the case, and what of its air comes round again. */
  caseJK: number;
  caseKW: number;
  comesRound: number;
  /** Heat that is logged nowhere: converters on the board, share of the chips' power. */
  boardShare: number;
}

const PLAIN: Build = {
  fins: 1,
  plates: 1,
  toBoard: 0.03,
  toCase: 0.03,
  lengths: 3,
  chamber: false,
  apart: false,
  driesAt: 0,
  caseJK: 1,
  caseKW: 1,
  comesRound: 1,
  boardShare: 0,
};

const BUILDS: Record<Exclude<RigFamily, "lumped">, Build> = {
  distributed: PLAIN,
  "fast-fins": { ...PLAIN, fins: 0.3 },
  chamber: { ...PLAIN, chamber: true },
  leaky: { ...PLAIN, toBoard: 0.12, toCase: 0.14 },
  heavy: { ...PLAIN, plates: 2.4, fins: 1.6, lengths: 6, driesAt: 0.85 },
  apart: { ...PLAIN, apart: true, fins: 0.7 },
  soaked: { ...PLAIN, caseJK: 2.5, caseKW: 1.5, comesRound: 1.6, boardShare: 0.12 },
};

/** Rounds in which the steady state settles what hangs on it. */
const ROUNDS = 30;
/** How much a pipe loses of its conductance when it carries twice what it can. */
const DRY = 0.5;
/** Conductance of the strap between two plates, W/K. */
const STRAP_WK = 0.7;

/**
 * A machine as a net of many nodes, solved with implicit steps: physics other than the ladder that judges it. Dies have
 * a hot spot, plates a rim, pipes a length, fins two halves; the board, the case and the air that comes round again
 * take their part, and without a fan the loss grows with the rise (natural convection, exponent a quarter).
 */
export class NetThermal implements Thermal {
  private readonly caps: number[] = [];
  private readonly links: Link[] = [];
  private readonly dies: number[] = [];
  private readonly plates: number[] = [];
  private readonly fins: { node: number; share: number }[] = [];
  private readonly caseNode: number;
  private readonly board: number;
  private readonly build: Build;
  private rise: Float64Array;

  constructor(
    private readonly machine: RigMachine,
    private readonly faults: RigFaults,
  ) {
    const build = BUILDS[machine.family === undefined || machine.family === "lumped" ? "distributed" : machine.family];
    this.build = build;
    this.caseNode = this.node(machine.caseJK * build.caseJK);
    this.board = this.node(220);
    this.link(this.board, this.caseNode, 0.35);
    const apart = build.apart && machine.chips.length > 1;
    const stacks = apart ? machine.chips.map(() => this.stack(1 / machine.chips.length)) : [this.stack(1)];
    const chamber = build.chamber ? this.node(55) : null;
    const rims = machine.chips.map((chip, i) => this.chip(chip, chamber, stacks[apart ? i : 0] ?? 0));
    if (apart) this.link(rims[0] ?? 0, rims[1] ?? 0, STRAP_WK);
    if (chamber !== null) this.link(chamber, stacks[0] ?? 0, 1 / (0.05 * faults.pipe));
    this.link(this.caseNode, -1, 1 / (machine.caseKW * build.caseKW));
    this.rise = new Float64Array(this.caps.length);
  }

  /** A fin stack of two halves, so much of all of them; its near half. */
  private stack(share: number): number {
    const { machine, build } = this;
    const near = this.node(0.6 * machine.finJK * build.fins * share);
    const far = this.node(0.4 * machine.finJK * build.fins * share);
    this.link(near, far, (6 * share) / machine.finKW);
    this.fins.push({ node: near, share: 0.6 * share }, { node: far, share: 0.4 * share });
    return near;
  }

  /** A chip with its plate and its pipe; the rim of the plate. */
  private chip(chip: RigChip, chamber: number | null, stack: number): number {
    const { build, faults } = this;
    const hot = this.node(0.35 * chip.dieJK);
    const die = this.node(0.65 * chip.dieJK);
    const plate = this.node(0.4 * chip.plateJK * build.plates);
    const rim = this.node(0.6 * chip.plateJK * build.plates);
    this.link(hot, die, 1 / (0.12 * chip.contactKW));
    this.link(die, plate, 1 / (0.88 * chip.contactKW * (faults.contact[chip.id] ?? 1)));
    this.link(plate, rim, 1 / (0.25 * chip.pipeKW));
    this.link(hot, this.board, build.toBoard);
    this.link(rim, this.caseNode, build.toCase);
    const most = build.driesAt * chip.loadW;
    this.pipe(rim, chamber ?? stack, chip.pipeKW * 0.75 * (chamber === null ? faults.pipe : 1), most);
    this.dies.push(hot);
    this.plates.push(plate);
    return rim;
  }

  private node(jK: number): number {
    return this.caps.push(jK) - 1;
  }

  private link(a: number, b: number, wk: number, mostW = 0): void {
    this.links.push({ a, b, wk, mostW });
  }

  /** Lengths of pipe with what their water and copper hold. */
  private pipe(from: number, to: number, kw: number, mostW: number): void {
    const { lengths } = this.build;
    let last = from;
    for (let i = 0; i < lengths; i++) {
      const next = i < lengths - 1 ? this.node(21 / lengths) : to;
      this.link(last, next, lengths / kw, mostW);
      last = next;
    }
  }

  /** Conductance of a link as it is now, W/K: a pipe that carries more than it can begins to dry out. */
  private conductance({ a, b, wk, mostW }: Link): number {
    if (mostW === 0) return wk;
    const carried = wk * Math.abs((this.rise[a] ?? 0) - (this.rise[b] ?? 0));
    return wk / (1 + DRY * Math.max(0, carried / mostW - 1));
  }

  dieK(): number[] {
    return this.dies.map((d) => this.rise[d] ?? 0);
  }

  /** Loss of the fins in all, W/K; a machine without a fan loses by the rise of its spreader. */
  private lossWK(fanShare: number): number {
    const { machine, faults } = this;
    const blown = (1 / (machine.finKW * faults.clog)) * Math.max(0, fanShare) ** machine.fanExponent;
    const mean = this.fins.reduce((s, f) => s + f.share * (this.rise[f.node] ?? 0), 0);
    return machine.stillAirWK * (0.75 + 0.25 * Math.sqrt(Math.sqrt(Math.max(1, mean) / 25))) + blown;
  }

  step(powerW: readonly number[], fanShare: number, dtS: number): void {
    this.rise = this.solved(powerW, this.lossWK(fanShare), dtS);
  }

  settle(powerW: readonly number[], fanShare: number, warmK: number): void {
    this.rise = this.steadyRise(powerW, fanShare);
    for (let i = 0; i < this.rise.length; i++)
      this.rise[i] = (this.rise[i] ?? 0) + (i === this.caseNode ? 0.5 : 1) * warmK;
  }

  steady(powerW: readonly number[], fanShare: number): { contactK: number; airflowK: number }[] {
    const rise = this.steadyRise(powerW, fanShare);
    return this.dies.map((d, i) => {
      const plate = rise[this.plates[i] ?? 0] ?? 0;
      return { contactK: (rise[d] ?? 0) - plate, airflowK: plate };
    });
  }

  private steadyRise(powerW: readonly number[], fanShare: number): Float64Array {
    const held = this.rise;
    for (let i = 0; i < ROUNDS; i++) this.rise = this.solved(powerW, this.lossWK(fanShare), 1e9);
    const found = this.rise;
    this.rise = held;
    return found;
  }

  /** One implicit step: (C/dt + G) x = C/dt x₀ + P. */
  private solved(powerW: readonly number[], lossWK: number, dtS: number): Float64Array {
    const n = this.caps.length;
    const m = Array.from({ length: n }, (_, i) => {
      const row = new Float64Array(n + 1);
      row[i] = (this.caps[i] ?? 1) / dtS;
      row[n] = ((this.caps[i] ?? 1) / dtS) * (this.rise[i] ?? 0);
      return row;
    });
    const add = (i: number, j: number, v: number) => {
      const row = m[i];
      if (row) row[j] = (row[j] ?? 0) + v;
    };
    for (const link of this.links) {
      const { a, b } = link;
      const wk = this.conductance(link);
      add(a, a, wk);
      if (b < 0) continue;
      add(b, b, wk);
      add(a, b, -wk);
      add(b, a, -wk);
    }
    for (const { node, share } of this.fins) {
      const wk = share * lossWK;
      add(node, node, wk);
      // the inlet takes on a part of the case's rise, and a fifth of what leaves warms the case
      const round = this.machine.recirculation * this.build.comesRound;
      add(node, this.caseNode, -wk * round);
      add(this.caseNode, node, -0.2 * wk);
      add(this.caseNode, this.caseNode, 0.2 * wk * round);
    }
    powerW.forEach((w, i) => {
      add(this.dies[i] ?? 0, n, w);
      add(this.board, n, w * this.build.boardShare);
    });
    return eliminated(m, n);
  }
}

function eliminated(m: Float64Array[], n: number): Float64Array {
  for (let i = 0; i < n; i++) {
    const own = m[i] as Float64Array;
    for (let j = i + 1; j < n; j++) {
      const row = m[j] as Float64Array;
      const by = (row[i] as number) / (own[i] as number);
      if (by === 0) continue;
      for (let k = i; k <= n; k++) row[k] = (row[k] as number) - by * (own[k] as number);
    }
  }
  const x = new Float64Array(n);
  for (let i = n - 1; i >= 0; i--) {
    const row = m[i] as Float64Array;
    let s = row[n] as number;
    for (let k = i + 1; k < n; k++) s -= (row[k] as number) * (x[k] as number);
    x[i] = s / (row[i] as number);
  }
  return x;
}
