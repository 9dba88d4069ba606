import type { ChipId } from "../thermal";
import type { Stretch, Track } from "./track";

/** One unknown of the ladder: its typical value and one sigma; of the logarithm where `log`. */
export interface Unknown {
  name: string;
  mean: number;
  sd: number;
  log: boolean;
  /** Which run it acts on. */
  on: "both" | "before" | "after";
}

/** The ladder of one run with numbers in it. Capacities J/K, resistances K/W, conductances W/K. */
export interface Ladder {
  dieJK: number[];
  plateJK: number[];
  pasteKW: number[];
  pipeKW: number[];
  /** What answers within a sample: spreading in the die, near its sensor. */
  instantKW: number[];
  lagS: number[];
  /** True power over logged power. */
  powerScale: number[];
  finsJK: number;
  /** Loss of the fins at the reference fan speed, W/K. */
  finsWK: number;
  fanExponent: number;
  /** Loss of a standing fan, share of `finsWK`. */
  still: number;
  caseKW: number;
  caseS: number;
  linkWK: number;
  roomOffsetK: number;
  /** Drift of a room that was read at one end, K in half an hour. */
  driftK: number;
  /** Factor on the fan's share, where the two logs do not speak of the same unit. */
  fanScale: number;
  starts: Start[];
}

export interface Start {
  finsK: number;
  caseK: number;
  platesK: number[];
}

/** What the fit is told besides the two tracks. */
export interface LadderGiven {
  chips: readonly ChipId[];
  /** Late power per chip, W, by which typical losses are set. */
  lateW: readonly number[];
  roomKnown: { before: boolean; after: boolean };
  /** One sigma of a room that was read, K. */
  roomSd?: number;
  /** True over logged power of the run after, per chip: what it is taken for, and one sigma of its logarithm. */
  power: readonly { mean: number; sd: number }[];
  /** Mean and one sigma of the fan exponent. */
  exponent: { mean: number; sd: number };
  /** One sigma of what the case changes between the runs, in the logarithm; the ladder's own where not said. */
  caseSd?: number;
  /** One sigma of the fans' scale between the runs, in the logarithm. */
  fanSd: number;
  /** Heights another method found, K at `lateW`, per chip: where the fit starts from. */
  guess?: readonly Record<"before" | "after", { contactK: number; airflowK: number }>[];
}

/** Typical figures of a laptop, and their spread in the logarithm. */
const TYPICAL = {
  die: { cpu: 2, gpu: 4.5, sd: 0.9 },
  plate: { at: 36, sd: 0.8 },
  paste: { cpu: 0.32, gpu: 0.15, sd: 0.9 },
  pipe: { cpu: 0.12, gpu: 0.1, sd: 0.9 },
  instant: { cpu: 0.05, gpu: 0.025, sd: 0.8 },
  fins: { at: 90, sd: 0.8 },
  /** Rise of the fins over the room at full load, K. */
  finsRiseK: 22,
  finsSd: 0.9,
  link: { at: 0.6, sd: 1 },
  case: { riseK: 3.5, sd: 0.8, tauS: 280, tauSd: 0.6 },
  still: { at: 0.06, sd: 0.8 },
  lag: { at: 0.35, sd: 0.7 },
} as const;

/** How much a service may change, one sigma of the logarithm (of the figure itself for the exponent). */
const CHANGE = { paste: 1.2, pipe: 0.8, fins: 0.8, case: 0.25, instant: 0.3, exponent: 0.05 } as const;

/** What no service changes: heat capacities of one run over those of the other, one sigma of the logarithm. */
const KEPT_SD = 0.06;

const ROOM_SD_K = 0.7;
/** What a workshop does in half an hour that nobody watched, one sigma, K. */
const DRIFT_SD_K = 1.5;
/** An unknown workshop lies within some kelvins of a usual one. */
const ROOM_UNKNOWN_K = 5;

/** Unknowns of a ladder fitted to both runs: what belongs to the machine once, what a service may change as a ratio. */
export function unknownsOf(given: LadderGiven, tracks: { before: Track; after: Track }): Unknown[] {
  const out: Unknown[] = [];
  const log = (name: string, mean: number, sd: number, on: Unknown["on"] = "both") =>
    out.push({ name, mean, sd, log: true, on });
  const plain = (name: string, mean: number, sd: number, on: Unknown["on"] = "both") =>
    out.push({ name, mean, sd, log: false, on });
  given.chips.forEach((chip, i) => {
    log(`die ${i}`, TYPICAL.die[chip], TYPICAL.die.sd);
    log(`plate ${i}`, TYPICAL.plate.at, TYPICAL.plate.sd);
    log(`paste ${i}`, TYPICAL.paste[chip], TYPICAL.paste.sd);
    log(`paste change ${i}`, 1, CHANGE.paste, "after");
    log(`pipe ${i}`, TYPICAL.pipe[chip], TYPICAL.pipe.sd);
    log(`pipe change ${i}`, 1, CHANGE.pipe, "after");
    log(`instant ${i}`, TYPICAL.instant[chip], TYPICAL.instant.sd);
    log(`instant change ${i}`, 1, CHANGE.instant, "after");
    log(`lag ${i}`, TYPICAL.lag.at, TYPICAL.lag.sd);
    log(`die kept ${i}`, 1, KEPT_SD, "after");
    log(`plate kept ${i}`, 1, KEPT_SD, "after");
    log(`power ${i}`, given.power[i]?.mean ?? 1, given.power[i]?.sd ?? 0.012, "after");
  });
  const total = given.lateW.reduce((a, b) => a + b, 0) || 1;
  log("fins", TYPICAL.fins.at, TYPICAL.fins.sd);
  log("fins kept", 1, KEPT_SD, "after");
  log("loss", total / TYPICAL.finsRiseK, TYPICAL.finsSd);
  log("loss change", 1, CHANGE.fins, "after");
  plain("exponent", given.exponent.mean, given.exponent.sd);
  plain("exponent change", 0, CHANGE.exponent, "after");
  log("still", TYPICAL.still.at, TYPICAL.still.sd);
  log("case", TYPICAL.case.riseK / total, TYPICAL.case.sd);
  log("case change", 1, given.caseSd ?? CHANGE.case, "after");
  log("case time", TYPICAL.case.tauS, TYPICAL.case.tauSd);
  if (given.chips.length > 1) log("link", TYPICAL.link.at, TYPICAL.link.sd);
  if (given.fanSd > 0) log("fan scale", 1, given.fanSd, "after");
  for (const run of ["before", "after"] as const) {
    plain(`room ${run}`, 0, given.roomKnown[run] ? (given.roomSd ?? ROOM_SD_K) : ROOM_UNKNOWN_K, run);
    if (tracks[run].away) plain(`drift ${run}`, 0, DRIFT_SD_K, run);
    tracks[run].stretches.forEach((s, j) => {
      plain(`start fins ${run} ${j}`, 0, s.settled ? 3 : 15, run);
      plain(`start case ${run} ${j}`, s.settled ? 0 : 2, s.settled ? 4 : 6, run);
      if (!s.settled) given.chips.forEach((_, i) => plain(`start plate ${i} ${run} ${j}`, 0, 10, run));
    });
  }
  return out;
}

/** Places of the unknowns by name, looked up once. */
export class Places {
  private readonly at: Map<string, number>;

  constructor(readonly unknowns: readonly Unknown[]) {
    this.at = new Map(unknowns.map((u, i) => [u.name, i]));
  }

  /** Value of an unknown at the normalised point u; `otherwise` where the ladder has none of that name. */
  value(u: Float64Array, name: string, otherwise = 1): number {
    const i = this.at.get(name);
    const unknown = i === undefined ? undefined : this.unknowns[i];
    if (i === undefined || !unknown) return otherwise;
    const step = unknown.sd * (u[i] as number);
    return unknown.log ? unknown.mean * Math.exp(step) : unknown.mean + step;
  }

  /** Moves the point to a value of a logarithmic unknown, at most `within` sigma from its typical one. */
  place(u: Float64Array, name: string, value: number, within: number): void {
    const i = this.at.get(name);
    const unknown = i === undefined ? undefined : this.unknowns[i];
    if (i === undefined || !unknown?.log || !(value > 0)) return;
    u[i] = Math.max(-within, Math.min(within, Math.log(value / unknown.mean) / unknown.sd));
  }
}

/** The ladder of one run at the normalised point u. */
export function ladderAt(
  places: Places,
  u: Float64Array,
  run: "before" | "after",
  chips: number,
  stretches: readonly Stretch[],
): Ladder {
  const v = (name: string, otherwise?: number) => places.value(u, name, otherwise);
  const after = run === "after";
  const changed = (name: string, i = "") => v(`${name}${i}`) * (after ? v(`${name} change${i}`) : 1);
  const kept = (name: string, i = "") => v(`${name}${i}`) * (after ? v(`${name} kept${i}`) : 1);
  const each = (of: (i: number) => number) => Array.from({ length: chips }, (_, i) => of(i));
  return {
    dieJK: each((i) => kept("die", ` ${i}`)),
    plateJK: each((i) => kept("plate", ` ${i}`)),
    pasteKW: each((i) => changed("paste", ` ${i}`)),
    pipeKW: each((i) => changed("pipe", ` ${i}`)),
    instantKW: each((i) => changed("instant", ` ${i}`)),
    lagS: each((i) => v(`lag ${i}`)),
    powerScale: each((i) => (after ? v(`power ${i}`) : 1)),
    finsJK: kept("fins"),
    finsWK: changed("loss"),
    fanExponent: Math.max(0, v("exponent") + (after ? v("exponent change", 0) : 0)),
    still: v("still"),
    caseKW: changed("case"),
    caseS: v("case time"),
    linkWK: v("link", 0),
    roomOffsetK: v(`room ${run}`, 0),
    driftK: v(`drift ${run}`, 0),
    fanScale: after ? v("fan scale") : 1,
    starts: stretches.map((s, j) => ({
      finsK: v(`start fins ${run} ${j}`, 0),
      caseK: v(`start case ${run} ${j}`, 0),
      platesK: each((i) => v(`start plate ${i} ${run} ${j}`, 0)),
    })),
  };
}

/** Share of contact that is paste, and of airflow that is the fins, in a typical machine. */
const PASTE_SHARE = 0.85;
const FINS_SHARE = 0.75;
/** The start stays within this many sigma of the typical machine. */
const START_WITHIN = 2.5;

/** Where the fit starts: at the typical machine, with paste and fins as another method found them. */
export function startOf(places: Places, given: LadderGiven): Float64Array<ArrayBuffer> {
  const u = new Float64Array(places.unknowns.length);
  const total = given.lateW.reduce((a, b) => a + b, 0);
  given.guess?.forEach((g, i) => {
    const w = given.lateW[i] ?? 0;
    if (!(w > 0)) return;
    const paste = (run: "before" | "after") => (PASTE_SHARE * Math.max(0.5, g[run].contactK)) / w;
    places.place(u, `paste ${i}`, paste("before"), START_WITHIN);
    places.place(u, `paste change ${i}`, paste("after") / paste("before"), START_WITHIN);
  });
  const air = (run: "before" | "after") =>
    Math.max(1, ...(given.guess?.map((g) => FINS_SHARE * g[run].airflowK) ?? []));
  if (given.guess) {
    places.place(u, "loss", total / air("before"), START_WITHIN);
    places.place(u, "loss change", air("before") / air("after"), START_WITHIN);
  }
  return u;
}
