import type { Figure } from "../../measure/judge";
import type { ChipId } from "../../measure/thermal";
import { effectsOf, leftOf, type Cure, type Effects } from "./effects";
import type { Fault } from "./faults";
import type { Guess } from "./guesses";
import { heightsOf, type Ran, type Usual } from "./predict";
import type { LogSeen, RunSeen } from "./reading";
import { chanceOf, signsOf, type Look } from "./signs";

/** Standard deviations in half of a 90 % interval. */
const NINETY = 1.645;
/** Share of measurements that are not to be trusted at all, and the range they may then lie in, K. */
const ASTRAY = 0.03;
const ANYWHERE_K = 60;

/** Logarithm of a likelihood: normal about what was foretold, and anywhere now and then. */
function likely(seen: number, foretold: number, sd: number, anywhere = ANYWHERE_K): number {
  const z = (seen - foretold) / sd;
  const normal = Math.exp(-0.5 * z * z) / (sd * Math.sqrt(2 * Math.PI));
  return Math.log((1 - ASTRAY) * normal + ASTRAY / anywhere);
}

const sdOf = (f: Figure): number => Math.max(0.2, (f.high - f.low) / 2 / NINETY);

/** What the three resistances of a guess leave open of a real machine: share of the height, and K. */
const MISFIT = { contact: [0.06, 0.7], airflow: [0.07, 1.2] } as const;
const misfit = (path: "contact" | "airflow", K: number): number => Math.hypot(MISFIT[path][0] * K, MISFIT[path][1]);

/** What an act showed, as the guesses are weighed by it; `done` is what was done to the machine by then. */
export type Evidence =
  /** Heights of a run as the judge has them. */
  | { of: "run"; seen: RunSeen; done: readonly Cure[] }
  /** What its log holds besides. */
  | { of: "log"; seen: RunSeen; done: readonly Cure[] }
  /** What changed since an earlier run, and what was done before that. */
  | { of: "change"; change: ChangeSeen; done: readonly Cure[]; was: readonly Cure[] }
  | { of: "look"; look: Look; saw: readonly string[]; done: readonly Cure[] };

/** What the judge says changed between two runs, at the powers and the fan speed of the first. */
export interface ChangeSeen {
  ran: Ran;
  chips: { chip: ChipId; contact: Figure | null; airflow: Figure | null }[];
}

/** No piece of evidence speaks more than so many times against one guess than another: judges err, and we do. */
const MOST_AGAINST = Math.log(400);

/**
 * Guesses with their weights after some evidence more.
 *
 * @example
 * const lamp: Evidence = { of: "look", look: "lamp", saw: ["lint"], done: [] };
 * strandsOf(weighed(guesses, lamp, usual)).air; // more than before
 */
export function weighed(guesses: readonly Guess[], evidence: Evidence, usual: Usual): Guess[] {
  const logs = likelihoods(guesses, evidence, usual);
  return guesses.map((g, i) => ({ ...g, log: g.log + (logs[i] ?? 0) }));
}

/** Logarithm of how likely each guess makes some evidence, none too far under the likeliest. */
export function likelihoods(guesses: readonly Guess[], evidence: Evidence, usual: Usual): number[] {
  const logs = guesses.map((g) => speaks(g, evidence, usual));
  const best = logs.reduce((m, l) => Math.max(m, l), -Infinity);
  return logs.map((l) => Math.max(l, best - MOST_AGAINST));
}

/** Logarithm of how likely a guess makes what was seen. */
function speaks(g: Guess, evidence: Evidence, usual: Usual): number {
  const left = leftOf(g.faults, evidence.done);
  switch (evidence.of) {
    case "look":
      return ofLook(left, evidence.look, evidence.saw);
    case "run":
      return ofHeights(g, effectsOf(left), evidence.seen, usual);
    case "log":
      return ofLog(effectsOf(left), evidence.seen, usual);
    case "change":
      return ofChange(g, [effectsOf(leftOf(g.faults, evidence.was)), effectsOf(left)], evidence.change, usual);
  }
}

function ofLook(left: readonly Fault[], look: Look, saw: readonly string[]): number {
  let log = 0;
  for (const sign of signsOf(look)) {
    const p = chanceOf(sign, left);
    log += Math.log(saw.includes(sign.id) ? p : 1 - p);
  }
  return log;
}

/** Whether a logged fan and the judge's word of standing air go with a guess, and its heights where air moves. */
function ofHeights(g: Guess, e: Effects, { chips, stands, log, led }: RunSeen, usual: Usual): number {
  const still = e.reach === 0;
  let sum = log.fan === null ? 0 : Math.log(stands === still ? 1 - ASTRAY : ASTRAY);
  if (stands) return sum;
  const ran: Ran = { powerW: Object.fromEntries(chips.map((c) => [c.chip, c.powerW])), fan: log.fan, led };
  for (const c of chips) {
    const [contact, air] = heightsOf(g, e, usual, ran, c.chip);
    if (!Number.isFinite(contact)) continue;
    sum += likely(c.contact.K, contact, Math.hypot(sdOf(c.contact), misfit("contact", contact)));
    sum += likely(c.airflow.K, air, Math.hypot(sdOf(c.airflow), misfit("airflow", air)));
  }
  return sum;
}

function ofChange(g: Guess, [was, is]: [Effects, Effects], { ran, chips }: ChangeSeen, usual: Usual): number {
  let sum = 0;
  for (const c of chips) {
    const before = heightsOf(g, was, usual, ran, c.chip);
    const after = heightsOf(g, is, usual, ran, c.chip);
    const one = (seen: Figure | null, at: 0 | 1, path: "contact" | "airflow") => {
      const K = after[at] - before[at];
      if (!seen || !Number.isFinite(K)) return;
      sum += likely(seen.K, K, Math.hypot(sdOf(seen), misfit(path, K)));
    };
    one(c.contact, 0, "contact");
    one(c.airflow, 1, "airflow");
  }
  return sum;
}

/** Cores of a sound chip differ so much, K. */
const CORES_SD_K = 1.2;

/** What stands in the log besides the heights. */
function ofLog(e: Effects, { log, chips, led }: RunSeen, usual: Usual): number {
  const powerW = chips.find((c) => c.chip === "cpu")?.powerW ?? 0;
  return (
    ofCores(e, log, usual, powerW) +
    (led === null ? ofFan(e, log, usual) : 0) +
    (log.idlePct === null ? 0 : likely(log.idlePct, 5 + e.idlePct, 4, 100)) +
    ofMemory(e, log, usual) +
    ofPower(e, log, usual, powerW)
  );
}

function ofCores(e: Effects, { coresK }: LogSeen, usual: Usual, powerW: number): number {
  if (coresK === null) return 0;
  return likely(coresK, (usual.coresK ?? 1.6) + e.leanKW * powerW, Math.hypot(CORES_SD_K, 0.25 * e.leanKW * powerW));
}

/** What a controller asks for differs from machine to machine, share of the highest speed. */
const ASKS_SD = 0.06;

/** A blower that follows the heat turns as fast as good ones at its temperature; one that is held does not. */
function ofFan(e: Effects, { fan, fanIdle, hotC, hotIdleC }: LogSeen, usual: Usual): number {
  if (fan === null || fan < 1) return 0;
  const { fanAt, fanMost } = usual;
  if (!fanAt || !fanMost) return ofRise(e, fan, fanIdle);
  const [idle, late] = fanAt;
  const slope = (late.fan - idle.fan) / Math.max(5, late.hotC - idle.hotC);
  const one = (seen: number | null, C: number | null): number => {
    if (seen === null || C === null) return 0;
    const asked = Math.min(1, Math.max(0.6 * idle.fan, late.fan + slope * (C - late.hotC)) / fanMost);
    // far from where good ones were seen the line is less sure
    const far = Math.max(0, C - late.hotC, idle.hotC - C) * (slope / fanMost) * 0.3;
    return likely(seen / fanMost, (e.fixed ?? asked) * e.reach, e.fixed === null ? Math.hypot(ASKS_SD, far) : 0.04, 1);
  };
  return one(fan, hotC) + one(fanIdle, hotIdleC);
}

/** Where nobody knows the kind: a blower rises from idle to load, and one that is held does not. */
const ofRise = (e: Effects, fan: number, idle: number | null): number =>
  idle === null || idle < 1
    ? 0
    : likely(Math.log(fan / idle), e.fixed === null ? 0.6 : 0, e.fixed === null ? 0.35 : 0.05, 3);

function ofMemory(e: Effects, { memoryK }: LogSeen, usual: Usual): number {
  if (memoryK === null || usual.memoryK === null) return 0;
  return likely(memoryK, usual.memoryK * e.memory, Math.hypot(2, 0.08 * usual.memoryK * e.memory));
}

/** Power that is held: heat takes some of it, and so does an adapter that is too small, without heat. */
function ofPower(e: Effects, { limited }: LogSeen, usual: Usual, powerW: number): number {
  const usualW = usual.powerW.cpu ?? 0;
  if (usualW <= 0 || powerW <= 0) return 0;
  const share = powerW / usualW;
  if (limited && share < e.held) return likely(share, 0.75 * e.held, 0.2, 1.2);
  return likely(share, e.held, 0.06, 1.2);
}
