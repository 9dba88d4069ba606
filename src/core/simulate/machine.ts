/** One chip of a simulated laptop. Heat capacities in J/K, resistances in K/W, power in W. */
export interface RigChip {
  id: "cpu" | "gpu";
  dieJK: number;
  plateJK: number;
  /** Paste and contact between die and cold plate. */
  contactKW: number;
  /** Cold plate and heat pipes to the fin stack. */
  pipeKW: number;
  idleW: number;
  /** Power held under the load recipe once boost is over. */
  loadW: number;
  boostW: number;
  boostS: number;
  maxMHz: number;
}

/** How a machine is built: one lump a part, or a net of nodes of one of seven kinds. */
export type RigFamily = "lumped" | "distributed" | "fast-fins" | "chamber" | "leaky" | "heavy" | "apart" | "soaked";

/** A simulated laptop as it leaves the factory. */
export interface RigMachine {
  /** Lumped where not said. */
  family?: RigFamily;
  chips: RigChip[];
  /** Both chips on one fin stack through shared pipes; false: a fin stack each. */
  sharedFins: boolean;
  finJK: number;
  /** Fin stack to air at full fan speed. */
  finKW: number;
  /** Exponent of the fan speed in the fin resistance. */
  fanExponent: number;
  /** Conductance left when the fan stands still, W/K. */
  stillAirWK: number;
  caseJK: number;
  caseKW: number;
  /** Share of the case's rise that the inlet air takes on. */
  recirculation: number;
  fan: RigFan;
  /** Throttle limit in °C. */
  limitC: number;
  cores: number;
  /** Memory under a pad of its own, where it has a sensor: rise over the room per W of all chips, K/W, and its lag. */
  memory?: { riseKW: number; lagS: number };
}

export interface RigFan {
  count: number;
  idleRpm: number;
  maxRpm: number;
  fromC: number;
  toC: number;
  /** Speed step of the control in rpm; 0 = smooth. */
  stepRpm: number;
  /** How far the chip must cool before the fan slows, K. */
  hysteresisK: number;
  lagS: number;
}

/** What is wrong with it. Factors multiply; 1 and 0 mean nothing is. */
export interface RigFaults {
  contact: Partial<Record<"cpu" | "gpu", number>>;
  /** Factor on the fin resistance: lint at the inlet. */
  clog: number;
  /** Share of the commanded fan speed that is reached. */
  fanReach: number;
  fanStopped: boolean;
  /** Factor on the pipe resistance: a pipe that lost its fill. */
  pipe: number;
  /** K by which one core runs hotter per W: a plate that leans. */
  leanKW: number;
  backgroundW: number;
  /** How busy that makes the processor look in idle, %; not said, and it looks idle. */
  idlePct?: number;
  /** Factor on the rise of the memory: a pad that is not there. */
  memory?: number;
}

export const soundMachine: RigFaults = {
  contact: {},
  clog: 1,
  fanReach: 1,
  fanStopped: false,
  pipe: 1,
  leanKW: 0,
  backgroundW: 0,
};

export const withFaults = (faults: Partial<RigFaults>): RigFaults => ({ ...soundMachine, ...faults });

/** Room, load recipe and lengths of one run on the rig. */
export interface RigRecipe {
  roomC: number;
  /** Drift of the room over the whole run, K. */
  roomDriftK: number;
  /** An air conditioner that comes and goes: half the swing, K, and its period, s; null for none. */
  roomSwing: readonly [halfK: number, periodS: number] | null;
  idleS: number;
  loadS: number;
  coolS: number;
  /** Share of the load recipe that is run, 0 to 1. */
  effort: Partial<Record<"cpu" | "gpu", number>>;
  /** K by which the whole machine starts above its idle state. */
  warmStartK: number;
  /** Slow wobble of the load, share of the power. */
  wobble: number;
  /** Seconds of work and of pause, over and over; null for one steady load. */
  pulse: readonly [workS: number, pauseS: number] | null;
  /** How the fan is led: by the temperature, at a fixed share, or standing until the chip is so warm. */
  fan: "auto" | { fixed: number } | { standsBelowC: number };
}

export const standardRecipe: RigRecipe = {
  roomC: 22,
  roomDriftK: 0,
  roomSwing: null,
  idleS: 120,
  loadS: 900,
  coolS: 180,
  effort: {},
  warmStartK: 0,
  wobble: 0.02,
  pulse: null,
  fan: "auto",
};

/** How the logger sees it. */
export interface RigSensors {
  stepS: number;
  jitterS: number;
  /** Share of rows lost. */
  lossShare: number;
  temperatureStepC: number;
  /** First-order lag of the temperature reading, s. */
  lagS: number;
  /** Chance per row that the sensor repeats its last reading. */
  stick: number;
  powerStepW: number;
  powerNoise: number;
  /** Gain error of the power reading. */
  powerGain: number;
  offsetC: number;
}

export const plainSensors: RigSensors = {
  stepS: 1,
  jitterS: 0,
  lossShare: 0,
  temperatureStepC: 1,
  lagS: 0,
  stick: 0,
  powerStepW: 0.01,
  powerNoise: 0.01,
  powerGain: 1,
  offsetC: 0,
};
