import { soundMachine, withFaults, type RigFaults, type RigMachine } from "./machine";

/** What a machine that stands in for a real one can have. */
export const STAND_IN_STATES = ["hidden", "sound", "dust", "paste", "both", "fan", "pipe", "lean"] as const;
export type StandInState = (typeof STAND_IN_STATES)[number];

export const STAND_IN_WORDS: Readonly<Record<StandInState, string>> = {
  hidden: "Hidden: find out",
  sound: "Nothing",
  dust: "Dust before the fins",
  paste: "Dry paste",
  both: "Dust and dry paste",
  fan: "A weak blower",
  pipe: "A pipe that lost its fill",
  lean: "A plate that leans",
};

const STATES: Readonly<Record<Exclude<StandInState, "hidden">, (by: number) => Partial<RigFaults>>> = {
  sound: () => ({}),
  dust: (by) => ({ clog: 2 + by }),
  paste: (by) => ({ contact: { cpu: 1.9 + 0.6 * by, gpu: 1.7 + 0.5 * by } }),
  both: (by) => ({ clog: 1.7 + 0.6 * by, contact: { cpu: 1.7 + 0.4 * by, gpu: 1.6 + 0.3 * by } }),
  fan: (by) => ({ fanReach: 0.5 + 0.15 * by }),
  pipe: (by) => ({ pipe: 3 + 1.5 * by }),
  lean: (by) => ({ contact: { cpu: 1.5 + 0.3 * by }, leanKW: 0.16 + 0.1 * by }),
};

/** Conditions a hidden one is drawn from: what a bench sees most is there most. */
const HIDDEN = ["dust", "dust", "paste", "paste", "both", "both", "fan", "pipe", "lean", "sound"] as const;

/**
 * The faults of a stand-in, from its condition and its chance.
 *
 * @example
 * standInFaults("dust", 7).clog; // between 2 and 3
 */
export function standInFaults(state: StandInState, seed: number): RigFaults {
  const own = state === "hidden" ? (HIDDEN[seed % HIDDEN.length] ?? "dust") : state;
  return withFaults(STATES[own](((seed * 7919) % 101) / 100));
}

/** What is known of a kind of machine, as far as it makes another stand-in. */
export interface StandInKind {
  gpu: boolean;
  /** Blowers; none for a machine that cools by its spreader. */
  blowers: number;
  limitC: number | null;
}

/** A sound machine of a kind: usual figures of a small one with one chip, or of one with two chips on shared pipes. */
export function standInMachine({ gpu, blowers, limitC }: StandInKind): RigMachine {
  const cpu = {
    id: "cpu" as const,
    dieJK: 2.4,
    plateJK: gpu ? 34 : 26,
    contactKW: gpu ? 0.3 : 0.4,
    pipeKW: gpu ? 0.1 : 0.15,
    idleW: gpu ? 5 : 3,
    loadW: gpu ? 46 : 27,
    boostW: gpu ? 68 : 41,
    boostS: 26,
    maxMHz: 4200,
  };
  const graphics = {
    ...cpu,
    id: "gpu" as const,
    dieJK: 6.5,
    plateJK: 46,
    contactKW: 0.14,
    pipeKW: 0.09,
    idleW: 6,
    loadW: 40,
    boostW: 40,
    boostS: 0,
    maxMHz: 1900,
  };
  const fanless = blowers === 0;
  return {
    family: "distributed",
    chips: gpu ? [cpu, graphics] : [fanless ? { ...cpu, loadW: 9, boostW: 16, idleW: 1.5, pipeKW: 0.5 } : cpu],
    sharedFins: true,
    finJK: gpu ? 120 : 75,
    finKW: fanless ? 1e6 : gpu ? 0.3 : 0.8,
    fanExponent: 0.6,
    stillAirWK: fanless ? 0.32 : gpu ? 0.5 : 0.2,
    caseJK: gpu ? 900 : 600,
    caseKW: gpu ? 0.6 : 0.9,
    recirculation: 0.3,
    fan: {
      count: blowers,
      idleRpm: fanless ? 0 : 2000,
      maxRpm: fanless ? 1 : 5000,
      fromC: 46,
      toC: 90,
      stepRpm: 0,
      hysteresisK: 3,
      lagS: 5,
    },
    limitC: limitC ?? 97,
    cores: gpu ? 6 : 4,
  };
}

/** What a service did, as far as a cooling assembly feels it. */
export interface ServiceDone {
  /** Fin stacks were cleaned. */
  finsCleaned: boolean;
  /** Fresh paste by chip: what was laid over what fills the bond line, 1 for enough. */
  pasted: Partial<Record<"cpu" | "gpu", number>>;
  /** The plate went home on one side first. */
  oneSide: boolean;
  /** Blowers that are not plugged in again. */
  unplugged: number;
  /** Pads that were taken off and not put back. */
  padsMissing: number;
}

/** Under this share of what the bond line holds, the film does not wet the face. */
const ENOUGH_SHARE = 0.95;

/**
 * The faults of a machine after a service: what was cleaned is clean, fresh paste is good where there was enough of it,
 * a plate that went home on one side leans; what was not touched stays as it was.
 *
 * @example
 * servedFaults(standInFaults("dust", 1), { …, finsCleaned: true }).clog; // 1.04
 */
export function servedFaults(was: RigFaults, done: ServiceDone): RigFaults {
  const faults: RigFaults = { ...was, contact: { ...was.contact } };
  if (done.finsCleaned) faults.clog = Math.min(was.clog, 1.04);
  for (const chip of ["cpu", "gpu"] as const) {
    const share = done.pasted[chip];
    if (share === undefined) continue;
    const short = Math.max(0, ENOUGH_SHARE - share);
    faults.contact[chip] = 1 + 2.4 * short + (done.oneSide ? 0.6 : 0);
    faults.leanKW = done.oneSide ? 0.2 : soundMachine.leanKW;
  }
  if (done.padsMissing > 0) faults.contact.gpu = (faults.contact.gpu ?? 1) + 0.1 * done.padsMissing;
  if (done.unplugged > 0) faults.fanStopped = true;
  return faults;
}
