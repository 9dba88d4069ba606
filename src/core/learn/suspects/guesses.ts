import { randomLcg, randomNormal } from "d3-random";
import type { ChipId } from "../../measure/thermal";
import { atChip } from "./effects";
import { chanceOfComplaint, HAND_MADE, usualShare, type Complaint } from "./complaints";
import { DUST_PARTS, FAULTS, suspectOf, type Fault, type FaultKind } from "./faults";

/** A machine as it may be: its faults, how it differs from others of its kind, and how much speaks for it. */
export interface Guess {
  faults: Fault[];
  /** Factors on what good ones of its kind measure. */
  contact: Record<ChipId, number>;
  air: number;
  /** Shares of the air path's height that are between fins and air, and in the pipes. */
  finShare: number;
  pipeShare: number;
  /** Logarithm of its weight. */
  log: number;
}

/** What is known of a machine before anything is measured. */
export interface Known {
  chips: readonly ChipId[];
  blowers: number;
  complaint: Complaint | null;
  /** Whether somebody opened it before; null where nobody knows. */
  opened: boolean | null;
  /** How far good ones differ from one another, share, 90 %. */
  contactSpread: number;
  airSpread: number;
}

/** Guesses of one fault, and of a pair of faults. */
const EACH = 64;
/** Guesses of a pair of faults. */
const EACH_PAIR = 36;
/** Share of machines that have two faults. */
const TWO = 0.2;
/** A machine nobody opened has a fault of hands so much more seldom, and one that was opened so much more often. */
const NEVER_OPENED = 0.25;
/** How much oftener a machine that was opened has a fault of hands, times. */
const OPENED = 1.6;

/**
 * Every fault and every pair of faults of unlike suspects, each in many sizes and in machines that differ as good ones
 * do: what the evidence is held against. The same knowledge gives the same guesses.
 *
 * @example
 * guessesOf({ chips: ["cpu"], blowers: 1, complaint: null, opened: null, contactSpread: 0.1, airSpread: 0.1 }).length;
 */
export function guessesOf(known: Known): Guess[] {
  const { complaint } = known;
  const bare = bareGuesses({ ...known, complaint: null });
  if (complaint === null) return bare;
  return bare.map((g) => ({ ...g, log: g.log + Math.log(chanceOfComplaint(complaint, g.faults)) }));
}

const held = new Map<string, Guess[]>();
/** Kinds of machines whose guesses are held at a time. */
const MOST_HELD = 8;

/** Guesses before anybody complained; the same knowledge has the same ones. */
function bareGuesses(known: Known): Guess[] {
  const key = JSON.stringify(known);
  const before = held.get(key);
  if (before) return before;
  const made = madeGuesses(known);
  if (held.size >= MOST_HELD) held.clear();
  held.set(key, made);
  return made;
}

function madeGuesses(known: Known): Guess[] {
  const draw = new Draw(known);
  const possible = FAULTS.filter((k) => mayBe(k, known));
  const out: Guess[] = [];
  const add = (kinds: readonly FaultKind[], n: number, share: number) => {
    if (share <= 0) return;
    for (let i = 0; i < n; i++) {
      const faults = kinds.map((k, at) => draw.fault(k, (i + 0.5) / n, at));
      out.push({ faults, ...draw.machine(), log: Math.log(share / n) });
    }
  };
  for (const k of possible) add(k === "nothing" ? [] : [k], EACH, (1 - TWO) * share(k, known));
  const pairs = possible.flatMap((a, i) => possible.slice(i + 1).flatMap((b) => (mayMeet(a, b) ? [[a, b]] : [])));
  const both = ([a, b]: FaultKind[]) => (a && b ? share(a, known) * share(b, known) : 0);
  const total = pairs.reduce((s, p) => s + both(p), 0);
  for (const p of pairs) add(p, EACH_PAIR, (TWO * both(p)) / total);
  return out;
}

/** Whether a machine of a kind can have a fault at all. */
export const mayBe = (kind: FaultKind, { blowers, chips }: Pick<Known, "blowers" | "chips">): boolean =>
  !(blowers === 0 && (suspectOf(kind) === "fan" || suspectOf(kind) === "air")) &&
  !(kind === "pad-missing" && chips.length < 2);

/** Whether two faults may be in one machine: of unlike suspects, and both there. */
export const mayMeet = (a: FaultKind, b: FaultKind): boolean =>
  a !== "nothing" && b !== "nothing" && suspectOf(a) !== suspectOf(b);

function share(kind: FaultKind, { opened }: Known): number {
  if (!HAND_MADE.includes(kind) || opened === null) return usualShare(kind);
  return usualShare(kind) * (opened ? OPENED : NEVER_OPENED);
}

/** Chance for the guesses of one machine. */
class Draw {
  private readonly source = randomLcg(0.38);
  private readonly gauss = randomNormal.source(this.source)(0, 1);

  constructor(private readonly known: Known) {}

  fault(kind: FaultKind, even: number, at: number): Fault {
    const { chips } = this.known;
    const any = <T>(of: readonly T[]): T => of[Math.floor(this.source() * of.length)] as T;
    return {
      kind,
      // sizes of the second of two faults are shuffled against those of the first
      size: at === 0 ? even : this.source(),
      chip: atChip(kind) ? any(chips) : (chips[0] ?? "cpu"),
      part: any(DUST_PARTS),
    };
  }

  /** How a machine differs from others of its kind. */
  machine(): Pick<Guess, "contact" | "air" | "finShare" | "pipeShare"> {
    const { contactSpread, airSpread } = this.known;
    const about = (spread: number) => Math.exp((spread / NINETY) * this.gauss());
    return {
      contact: { cpu: about(contactSpread), gpu: about(contactSpread) },
      air: about(airSpread),
      finShare: 0.6 + 0.06 * this.gauss(),
      pipeShare: Math.max(0.03, 0.13 + 0.04 * this.gauss()),
    };
  }
}

/** Standard deviations in half of a 90 % interval. */
const NINETY = 1.645;
