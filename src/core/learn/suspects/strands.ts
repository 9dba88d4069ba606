import { FAULTS, SUSPECTS, suspectOf, type FaultKind, type Suspect } from "./faults";
import type { Guess } from "./guesses";

/** How far the evidence speaks for each suspect; the sum is one. */
export type Strands = Record<Suspect, number>;

/** A suspect under this share is ruled out until something speaks for it again. */
export const RULED_OUT = 0.015;

/** Weights of guesses: their sum is one. */
export function sharesOf(guesses: readonly Guess[]): number[] {
  const top = guesses.reduce((m, g) => Math.max(m, g.log), -Infinity);
  const raw = guesses.map((g) => Math.exp(g.log - top));
  const total = raw.reduce((a, b) => a + b, 0);
  return raw.map((r) => r / total);
}

/** How far the evidence speaks for each fault: two faults of one guess halve its share. The sum is one. */
export function faultShares(guesses: readonly Guess[]): Record<FaultKind, number> {
  const out = Object.fromEntries(FAULTS.map((k) => [k, 0])) as Record<FaultKind, number>;
  const shares = sharesOf(guesses);
  guesses.forEach(({ faults }, i) => {
    const share = shares[i] ?? 0;
    if (faults.length === 0) out.nothing += share;
    for (const f of faults) out[f.kind] += share / faults.length;
  });
  return out;
}

/**
 * How far the evidence speaks for each suspect.
 *
 * @example
 * strandsOf(weighed(guesses, evidence, usual)).plate; // 0.82
 */
export function strandsOf(guesses: readonly Guess[]): Strands {
  const faults = faultShares(guesses);
  const out = Object.fromEntries(SUSPECTS.map((s) => [s, 0])) as Strands;
  for (const kind of FAULTS) out[suspectOf(kind)] += faults[kind];
  return out;
}

/** How sure it is that just these suspects are at work, no more and no fewer. */
export function shareOfSuspects(guesses: readonly Guess[], suspects: readonly Suspect[]): number {
  const wanted = [...new Set(suspects)].sort().join();
  const shares = sharesOf(guesses);
  return guesses.reduce((s, { faults }, i) => {
    const own = faults.length ? [...new Set(faults.map((f) => suspectOf(f.kind)))].sort().join() : "other";
    return own === wanted ? s + (shares[i] ?? 0) : s;
  }, 0);
}
