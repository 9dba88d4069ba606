import { randomLcg, randomNormal } from "d3-random";
import type { RigChip, RigFaults, RigFormat, RigLog, RigMachine, RigRecipe, RigSensors } from "../src/core/simulate";

export type Random = {
  u: (low: number, high: number) => number;
  log: (low: number, high: number) => number;
  pick: <T>(of: readonly T[]) => T;
  chance: (p: number) => boolean;
  gauss: () => number;
  seed: () => number;
};

export function randomOf(seed: number): Random {
  const source = randomLcg(seed);
  const gauss = randomNormal.source(source)(0, 1);
  const u = (low: number, high: number) => low + (high - low) * source();
  return {
    u,
    log: (low, high) => Math.exp(u(Math.log(low), Math.log(high))),
    pick: (of) => of[Math.floor(source() * of.length)] as (typeof of)[number],
    chance: (p) => source() < p,
    gauss,
    seed: () => source(),
  };
}

function chipOf(r: Random, id: "cpu" | "gpu"): RigChip {
  const cpu = id === "cpu";
  const loadW = cpu ? r.u(18, 50) : r.u(30, 80);
  return {
    id,
    dieJK: cpu ? r.u(1, 3.2) : r.u(2.5, 7),
    plateJK: r.u(18, 70),
    contactKW: cpu ? r.u(0.22, 0.5) : r.u(0.1, 0.22),
    pipeKW: r.u(0.05, 0.18),
    idleW: r.u(2.5, 7),
    loadW,
    boostW: loadW * r.u(1, 1.7),
    boostS: r.chance(0.3) ? 0 : r.u(10, 60),
    maxMHz: r.u(3000, 4900),
  };
}

/** A machine in good order whose rise at full load is plausible: 35 to 65 K. */
export function machineOf(r: Random, two: boolean): RigMachine {
  const chips = two ? [chipOf(r, "cpu"), chipOf(r, "gpu")] : [chipOf(r, "cpu")];
  const idleRpm = Math.round(r.u(1500, 2500) / 10) * 10;
  const m: RigMachine = {
    chips,
    sharedFins: !two || r.chance(0.6),
    finJK: r.u(50, 180),
    finKW: 1,
    fanExponent: r.u(0.5, 0.8),
    stillAirWK: r.u(0.06, 0.15),
    caseJK: r.u(400, 1400),
    caseKW: r.u(0.4, 0.9),
    recirculation: r.u(0.1, 0.4),
    fan: {
      count: r.pick([1, 1, 2]),
      idleRpm,
      maxRpm: Math.round(r.u(3800, 5800) / 10) * 10,
      fromC: r.u(42, 52),
      toC: r.u(80, 95),
      stepRpm: r.chance(0.3) ? r.u(150, 500) : 0,
      hysteresisK: r.u(0, 6),
      lagS: r.u(3, 10),
    },
    limitC: Math.round(r.u(90, 100)),
    cores: r.chance(0.4) ? r.pick([2, 4, 6, 8]) : 1,
  };
  const total = chips.reduce((s, c) => s + c.loadW, 0);
  const through = m.sharedFins ? total : Math.max(...chips.map((c) => c.loadW));
  m.finKW = r.u(14, 28) / through;
  // without its fan a laptop still gives off a quarter to two fifths of its heat
  m.stillAirWK = r.u(0.22, 0.4) / m.finKW;
  m.finKW = 1 / (1 / m.finKW - m.stillAirWK * 0.5);
  return m;
}

/** A case before it is run. */
export interface Made {
  machine: RigMachine;
  /** Where the run after is of another machine, or of the same one set otherwise. */
  machineAfter?: RigMachine;
  /** What becomes of a log before it is read. */
  edit?: (log: RigLog, run: "before" | "after", machine: RigMachine) => void;
  /** A chip nothing can be said of. */
  silent?: "cpu" | "gpu";
  before: Partial<RigFaults>;
  after: Partial<RigFaults>;
  recipe?: { before?: Partial<RigRecipe>; after?: Partial<RigRecipe> };
  sensors?: Partial<RigSensors>;
  format?: Partial<RigFormat>;
  room?: "none" | "one" | "start" | "swapped";
  verdict?: "not-comparable" | "worse";
  scorePaths?: false;
}
export const dirty = (r: Random) => r.log(1.6, 3.2);
export const dry = (r: Random) => r.u(1.6, 2.8);
export const oneOrTwo = (r: Random) => machineOf(r, r.chance(0.4));

export function mixed(r: Random): Partial<RigFaults> {
  const what = r.pick(["dust", "paste", "both"] as const);
  return {
    ...(what !== "paste" ? { clog: dirty(r) } : {}),
    ...(what !== "dust" ? { contact: { cpu: dry(r), gpu: dry(r) } } : {}),
  };
}
