import { Matrix, inverse } from "ml-matrix";
import type { JointFit } from "./fit";

/** Heat capacities no service changes, as two runs show them. */
export interface Kept {
  /** Die, plate and fins of the run before, and of the run after, J/K in all. */
  beforeJK: number;
  afterJK: number;
  /** Of the run after, as its readings alone would have it, J/K. */
  aloneJK: number;
  /**
   * How far the two runs disagree: χ² of the ratios of capacities against one, as the readings alone would have them,
   * with its degrees of freedom.
   */
  chi2: number;
  freedom: number;
}

/**
 * Whether both runs speak of the same heat capacities. The fit holds them nearly equal; what the readings alone say is
 * found from the posterior by taking the prior out again: precision C⁻¹ − 1, mean (C⁻¹ − 1)⁻¹ C⁻¹ u, in unknowns of
 * unit prior. Linear theory about the fitted point.
 */
export function memoOf(fit: JointFit): Kept | null {
  const names = fit.places.unknowns.map((u) => u.name);
  const at = names.flatMap((name, i) => (name.includes(" kept") ? [i] : []));
  if (at.length === 0) return null;
  const n = fit.u.length;
  const C = new Matrix(at.map((i) => at.map((j) => fit.covariance[i * n + j] as number)));
  const u = Matrix.columnVector(at.map((i) => fit.u[i] as number));
  const whole = inverse(C);
  const data = Matrix.sub(whole, Matrix.eye(at.length));
  // what the readings say nothing of is left to a weak prior
  for (let i = 0; i < at.length; i++) data.set(i, i, data.get(i, i) + 1e-3);
  const pull = whole.mmul(u);
  const chi2 = pull.transpose().mmul(inverse(data)).mmul(pull).get(0, 0);
  const alone = Float64Array.from(fit.u);
  const mean = inverse(data).mmul(pull);
  at.forEach((i, k) => {
    const most = MOST / (fit.places.unknowns[i]?.sd ?? 1);
    alone[i] = Math.max(-most, Math.min(most, mean.get(k, 0)));
  });
  return {
    beforeJK: jouleOf(fit, fit.u, false),
    afterJK: jouleOf(fit, fit.u, true),
    aloneJK: jouleOf(fit, alone, true),
    chi2: Math.max(0, chi2),
    freedom: at.length,
  };
}

/** Readings that hardly tell a capacity may say anything: a ratio beyond e is cut. */
const MOST = 1;

function jouleOf({ places, given }: JointFit, u: Float64Array, after: boolean): number {
  const of = (name: string, i = "") =>
    places.value(u, `${name}${i}`) * (after ? places.value(u, `${name} kept${i}`) : 1);
  return given.chips.reduce((sum, _, i) => sum + of("die", ` ${i}`) + of("plate", ` ${i}`), of("fins"));
}
