import type { RigFaults, RigMachine } from "./machine";

/** A machine as the rig runs it: temperatures above the room, K. */
export interface Thermal {
  step(powerW: readonly number[], fanShare: number, dtS: number): void;
  /** Rise of each die, as its sensor meets it. */
  dieK(): number[];
  /** Brings it to its steady state, and so much warmer. */
  settle(powerW: readonly number[], fanShare: number, warmK: number): void;
  /** Steady rise of each chip split by path. */
  steady(powerW: readonly number[], fanShare: number): { contactK: number; airflowK: number }[];
}

/** One lump for each part: die, plate, fins, case. */
export class LumpedThermal implements Thermal {
  private readonly links: RigLinks;
  private readonly state: RigState;

  constructor(
    private readonly machine: RigMachine,
    private readonly faults: RigFaults,
  ) {
    this.links = linksOf(machine, faults);
    this.state = coldState(machine);
  }

  step(powerW: readonly number[], fanShare: number, dtS: number): void {
    stepNetwork(this.machine, this.links, this.state, { powerW, fanShare }, dtS);
  }

  dieK(): number[] {
    return this.state.die;
  }

  settle(powerW: readonly number[], fanShare: number, warmK: number): void {
    const { machine, state } = this;
    state.case = 0.2 * powerW.reduce((a, b) => a + b, 0) * machine.caseKW + warmK * 0.5;
    this.steady(powerW, fanShare).forEach((r, i) => {
      state.die[i] = r.contactK + r.airflowK + warmK;
      state.plate[i] = r.airflowK + warmK;
      const f = machine.sharedFins ? 0 : i;
      state.fins[f] = r.airflowK - (powerW[i] ?? 0) * (this.links.pipeKW[i] ?? 0) + warmK;
    });
  }

  steady(powerW: readonly number[], fanShare: number): { contactK: number; airflowK: number }[] {
    return steadyRise(this.machine, this.faults, powerW, fanShare);
  }
}

/** Temperatures of the thermal network above the room, in K: per chip die and plate, then fins, then case. */
export interface RigState {
  die: number[];
  plate: number[];
  fins: number[];
  case: number;
}

export interface RigLinks {
  contactKW: number[];
  pipeKW: number[];
  /** Fin resistance at the given share of full fan speed. */
  finKW: (fanShare: number) => number;
}

/** Resistances of the machine with its faults. */
export function linksOf(machine: RigMachine, faults: RigFaults): RigLinks {
  return {
    contactKW: machine.chips.map((c) => c.contactKW * (faults.contact[c.id] ?? 1)),
    pipeKW: machine.chips.map((c) => c.pipeKW * faults.pipe),
    finKW: (share) => {
      const blown = (1 / (machine.finKW * faults.clog)) * Math.max(0, share) ** machine.fanExponent;
      return 1 / (machine.stillAirWK + blown);
    },
  };
}

export function coldState(machine: RigMachine): RigState {
  const n = machine.chips.length;
  return {
    die: Array<number>(n).fill(0),
    plate: Array<number>(n).fill(0),
    fins: Array<number>(machine.sharedFins ? 1 : n).fill(0),
    case: 0,
  };
}

/**
 * One explicit Euler step of the network: chip, paste, plate, pipes, fins, case. `powerW` per chip, `dtS` up to 0.1 s.
 */
export function stepNetwork(
  machine: RigMachine,
  links: RigLinks,
  state: RigState,
  { powerW, fanShare }: { powerW: readonly number[]; fanShare: number },
  dtS: number,
): void {
  const finKW = links.finKW(fanShare);
  const inlet = machine.recirculation * state.case;
  const into: number[] = state.fins.map(() => 0);
  machine.chips.forEach((chip, i) => {
    const f = machine.sharedFins ? 0 : i;
    const toPlate = ((state.die[i] ?? 0) - (state.plate[i] ?? 0)) / (links.contactKW[i] ?? 1);
    const toFins = ((state.plate[i] ?? 0) - (state.fins[f] ?? 0)) / (links.pipeKW[i] ?? 1);
    state.die[i] = (state.die[i] ?? 0) + (((powerW[i] ?? 0) - toPlate) / chip.dieJK) * dtS;
    state.plate[i] = (state.plate[i] ?? 0) + ((toPlate - toFins) / chip.plateJK) * dtS;
    into[f] = (into[f] ?? 0) + toFins;
  });
  let toCase = 0;
  state.fins.forEach((t, f) => {
    const out = (t - inlet) / finKW;
    state.fins[f] = t + (((into[f] ?? 0) - out) / machine.finJK) * dtS;
    // a fifth of what leaves the fins warms the case on its way out
    toCase += 0.2 * out;
  });
  state.case += ((toCase - state.case / machine.caseKW) / machine.caseJK) * dtS;
}

/** Steady rise of each chip over the room at fixed power and fan speed, split by path, in K. */
export function steadyRise(
  machine: RigMachine,
  faults: RigFaults,
  powerW: readonly number[],
  fanShare: number,
): { contactK: number; airflowK: number }[] {
  const links = linksOf(machine, faults);
  const finKW = links.finKW(fanShare);
  const total = powerW.reduce((a, b) => a + b, 0);
  const inlet = machine.recirculation * 0.2 * total * machine.caseKW;
  return machine.chips.map((_, i) => {
    const p = powerW[i] ?? 0;
    const through = machine.sharedFins ? total : p;
    return { contactK: p * (links.contactKW[i] ?? 0), airflowK: p * (links.pipeKW[i] ?? 0) + through * finKW + inlet };
  });
}
