import type { Ladder } from "./parameters";

/** Steady rise of each cold plate over the fins, K: its own pipe, and the link to the other plate. */
export function platesOverFins(l: Ladder, powerW: readonly number[]): number[] {
  const [p1 = 0, p2 = 0] = powerW;
  const g1 = 1 / (l.pipeKW[0] ?? 1);
  if (powerW.length < 2) return [p1 / g1];
  const g2 = 1 / (l.pipeKW[1] ?? 1);
  const a11 = g1 + l.linkWK;
  const a22 = g2 + l.linkWK;
  const det = a11 * a22 - l.linkWK ** 2;
  return [(a22 * p1 + l.linkWK * p2) / det, (a11 * p2 + l.linkWK * p1) / det];
}
