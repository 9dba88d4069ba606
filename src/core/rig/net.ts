import type { RigFaults, RigMachine } from "./machine";
import type { Thermal } from "./network";

/**
 * A machine as a net of many nodes, solved with implicit steps: physics other than the ladder that judges it. Dies have
 * a hot spot, plates a rim, pipes a length, fins two halves; the board, the case and the air that comes round again
 * take their part, and without a fan the loss grows with the rise (natural convection, exponent a quarter).
 */
export class NetThermal implements Thermal {
  private readonly caps: number[] = [];
  private readonly links: { a: number; b: number; wk: number }[] = [];
  private readonly dies: number[] = [];
  private readonly plates: number[] = [];
  private readonly fins: { node: number; share: number }[] = [];
  private readonly caseNode: number;
  private rise: Float64Array;

  constructor(
    private readonly machine: RigMachine,
    private readonly faults: RigFaults,
  ) {
    const f = machine.family;
    this.caseNode = this.node(machine.caseJK);
    const board = this.node(220);
    this.link(board, this.caseNode, 0.35);
    const near = this.node(0.6 * machine.finJK * (f === "fast-fins" ? 0.3 : 1));
    const far = this.node(0.4 * machine.finJK * (f === "fast-fins" ? 0.3 : 1));
    this.link(near, far, 6 / machine.finKW);
    this.fins.push({ node: near, share: 0.6 }, { node: far, share: 0.4 });
    const chamber = f === "chamber" ? this.node(55) : null;
    machine.chips.forEach((chip) => {
      const hot = this.node(0.35 * chip.dieJK);
      const die = this.node(0.65 * chip.dieJK);
      const plate = this.node(0.4 * chip.plateJK);
      const rim = this.node(0.6 * chip.plateJK);
      this.link(hot, die, 1 / (0.12 * chip.contactKW));
      this.link(die, plate, 1 / (0.88 * chip.contactKW * (faults.contact[chip.id] ?? 1)));
      this.link(plate, rim, 1 / (0.25 * chip.pipeKW));
      this.link(hot, board, f === "leaky" ? 0.12 : 0.03);
      this.link(rim, this.caseNode, f === "leaky" ? 0.14 : 0.03);
      this.pipe(rim, chamber ?? near, chip.pipeKW * 0.75 * (chamber === null ? faults.pipe : 1));
      this.dies.push(hot);
      this.plates.push(plate);
    });
    if (chamber !== null) this.link(chamber, near, 1 / (0.05 * faults.pipe));
    this.link(this.caseNode, -1, 1 / machine.caseKW);
    this.rise = new Float64Array(this.caps.length);
  }

  private node(jK: number): number {
    return this.caps.push(jK) - 1;
  }

  private link(a: number, b: number, wk: number): void {
    this.links.push({ a, b, wk });
  }

  /** Three lengths of pipe with what their water and copper hold. */
  private pipe(from: number, to: number, kw: number): void {
    let last = from;
    for (let i = 0; i < 3; i++) {
      const next = i < 2 ? this.node(7) : to;
      this.link(last, next, 3 / kw);
      last = next;
    }
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
    for (let i = 0; i < 12; i++) this.rise = this.solved(powerW, this.lossWK(fanShare), 1e9);
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
    for (const { a, b, wk } of this.links) {
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
      add(node, this.caseNode, -wk * this.machine.recirculation);
      add(this.caseNode, node, -0.2 * wk);
    }
    powerW.forEach((w, i) => add(this.dies[i] ?? 0, n, w));
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
