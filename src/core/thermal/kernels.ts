/** Time constants of the contact path: chip, paste, cold plate. s; 0 answers at once. */
export const CONTACT_TAUS_S = [0, 0.8, 1.8, 3.6, 7] as const;
/** Time constants of the pipes and plates, which do not hang on the fan. s */
export const PIPE_TAUS_S = [14, 30] as const;
/** Time constants of the fins and the warmed case at the reference fan speed. s */
export const AIR_TAUS_S = [18, 40, 85, 180, 380] as const;

/**
 * Response of one exponential of unit area to a power series: (k ∗ P)(t), sampled at `timeS`.
 * A power reading stands for the time since the reading before it. Starts from the steady state at `startW`.
 * @param slow relative resistance per sample (1 = reference): the fin resistance falls as the fan speeds up,
 *   and its time constant with it (y' = (P − y/slow)/τ, a Foster element with varying loss)
 */
export function response(timeS: Float64Array, powerW: Float64Array, tauS: number, startW: number, slow?: Float64Array): Float64Array {
  const n = timeS.length;
  const out = new Float64Array(n);
  let y = startW * (slow?.[0] ?? 1);
  for (let k = 0; k < n; k++) {
    const dt = k === 0 ? 0 : (timeS[k] ?? 0) - (timeS[k - 1] ?? 0);
    const g = slow?.[k] ?? 1;
    const a = tauS * g > 0 ? Math.exp(-dt / (tauS * g)) : dt > 0 ? 0 : 1;
    y = y * a + (powerW[k] ?? 0) * g * (1 - a);
    out[k] = y;
  }
  return out;
}

/** Time constant of the warmed case, whose air comes back at the inlet whatever the fan does. s */
export const CASE_TAU_S = 420;

/** Relative fin resistance (n / n_ref)^−m per sample; a fan that hardly turns is held at the floor of 8 %. */
export function fanSlowness(fan: Float64Array, reference: number, exponent: number): Float64Array {
  return Float64Array.from(fan, (n) => Math.max(0.08, n / reference) ** -exponent);
}
