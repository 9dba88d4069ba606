import { randomLcg } from "d3-random";
import {
  atChip,
  chanceOfComplaint,
  COMPLAINTS,
  DUST_PARTS,
  FAULTS,
  HAND_MADE,
  mayBe,
  mayMeet,
  usualShare,
  type Complaint,
  type Fault,
  type FaultKind,
} from "../suspects";
import { chipsOf, PRACTICE_KINDS, rigOf, type PracticeKind } from "./kinds";

export const LEVELS = ["easy", "fair", "hard", "mean"] as const;
export type Level = (typeof LEVELS)[number];

/** What the machine's sensors log: all, no fan speed, only the hottest core, or neither. */
export const LOGGED = ["all", "no-fan", "one-core", "bare"] as const;
export type Logged = (typeof LOGGED)[number];

/** A mystery machine: what is wrong with it is hidden from who practises. */
export interface PracticeCase {
  kind: PracticeKind;
  level: Level;
  /** None where nothing is wrong. */
  faults: Fault[];
  complaint: Complaint;
  /** Whether somebody opened it before. */
  opened: boolean;
  logged: Logged;
  /** Chance of the machine and its sensors, 0 to 63. */
  seed: number;
}

/** Steps sizes are kept in. */
export const SIZES = 7;

interface Draws {
  two: number;
  nothing: number;
  sizes: readonly [from: number, to: number];
  logged: readonly Logged[];
}

const DRAWS: Readonly<Record<Level, Draws>> = {
  easy: { two: 0, nothing: 0, sizes: [5, 7], logged: ["all"] },
  fair: { two: 0, nothing: 0.06, sizes: [3, 6], logged: ["all", "all", "one-core", "no-fan"] },
  hard: { two: 0.45, nothing: 0.06, sizes: [2, 6], logged: ["all", "one-core", "no-fan"] },
  mean: { two: 0.6, nothing: 0.12, sizes: [0, 4], logged: ["no-fan", "one-core", "bare"] },
};

const pick = <T>(of: readonly T[], u: number): T => of[Math.min(of.length - 1, Math.floor(u * of.length))] as T;

/**
 * A mystery machine of a level; the same chance gives the same one.
 *
 * @example
 * drawCase("easy", 0.31).faults.length; // 1
 */
export function drawCase(level: Level, chance: number): PracticeCase {
  const source = randomLcg(chance);
  // the first draws of neighbouring seeds are alike
  for (let i = 0; i < 5; i++) source();
  const draws = DRAWS[level];
  const kind = pick(PRACTICE_KINDS, source());
  const known = { chips: chipsOf(kind), blowers: rigOf(kind).fan.count };
  const size = () => draws.sizes[0] + Math.floor(source() * (draws.sizes[1] - draws.sizes[0] + 1));
  const fault = (k: FaultKind): Fault => ({
    kind: k,
    size: size() / SIZES,
    chip: atChip(k) ? pick(known.chips, source()) : "cpu",
    part: pick(DUST_PARTS, source()),
  });
  const possible = FAULTS.filter((k) => k !== "nothing" && mayBe(k, known));
  const first = source() < draws.nothing ? null : byShare(possible, source());
  const faults = first === null ? [] : [fault(first)];
  if (first !== null && source() < draws.two) {
    const others = possible.filter((k) => mayMeet(first, k));
    faults.push(fault(byShare(others, source())));
  }
  const says = COMPLAINTS.map((c) => chanceOfComplaint(c, faults));
  const complaint = byWeight(COMPLAINTS, says, source());
  return {
    kind,
    level,
    faults,
    complaint,
    opened: faults.some((f) => HAND_MADE.includes(f.kind)) || complaint === "since-opened" || source() < 0.35,
    logged: pick(draws.logged, source()),
    seed: Math.floor(source() * 64),
  };
}

/** Common faults come often, but none so often that the rest is never met. */
const byShare = (kinds: readonly FaultKind[], u: number): FaultKind =>
  byWeight(
    kinds,
    kinds.map((k) => Math.sqrt(usualShare(k))),
    u,
  );

function byWeight<T>(of: readonly T[], weights: readonly number[], u: number): T {
  let at = u * weights.reduce((a, b) => a + b, 0);
  const i = weights.findIndex((w) => (at -= w) < 0);
  return of[i < 0 ? of.length - 1 : i] as T;
}

/** Why a case cannot be had; null for one that can. */
export function caseProblem({ kind, faults }: Pick<PracticeCase, "kind" | "faults">): string | null {
  const known = { chips: chipsOf(kind), blowers: rigOf(kind).fan.count };
  if (faults.length > 2) return "Two faults at most.";
  const [a, b] = faults.map((f) => f.kind);
  if (faults.some((f) => f.kind === "nothing")) return "Leave the faults out where nothing is wrong.";
  const odd = faults.find((f) => !mayBe(f.kind, known) || !known.chips.includes(f.chip));
  if (odd) return "A machine of this kind cannot have that fault.";
  if (a !== undefined && b !== undefined && !mayMeet(a, b)) return "Choose two faults of different suspects.";
  return null;
}
