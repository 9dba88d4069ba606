/** Time constants of the contact path: chip, paste, cold plate. s; 0 answers at once. */
export const CONTACT_TAUS_S = [0, 0.8, 1.8, 3.6, 7] as const;
/** Time constants of the pipes and plates, which do not hang on the fan. s */
export const PIPE_TAUS_S = [14, 30] as const;
/**
 * The cold plate answers in this span, whichever path it is counted to. It is part of the machine: what changes here is
 * contact. s
 */
export const PLATE_SPAN_S: readonly [number, number] = [10, 16];
/** Time constants of the fins and the warmed case at the reference fan speed. s */
export const AIR_TAUS_S = [18, 40, 85, 180, 380] as const;

/**
 * Response of one exponential of unit area to a power series: (k ∗ P)(t), sampled at `timeS`.
 * A power reading stands for the time since the reading before it. Starts from the steady state at `startW`.
 * @param slow relative resistance per sample (1 = reference): the fin resistance falls as the fan speeds up,
 *   and its time constant with it (y' = (P − y/slow)/τ, a Foster element with varying loss)
 */
export function response(
  timeS: Float64Array,
  powerW: Float64Array,
  tauS: number,
  startW: number,
  slow?: Float64Array,
): Float64Array {
  const n = timeS.length;
  const out = new Float64Array(n);
  let y = startW * (slow?.[0] ?? 1);
  out[0] = y;
  // logs step evenly and fans hold their speed: the decay is worked out again only when one of them changes
  let x = NaN;
  let a = 0;
  for (let k = 1; k < n; k++) {
    const dt = (timeS[k] as number) - (timeS[k - 1] as number);
    const g = slow ? (slow[k] as number) : 1;
    const next = tauS * g > 0 ? dt / (tauS * g) : Infinity;
    if (next !== x) {
      x = next;
      a = Math.exp(-x);
    }
    y = y * a + (powerW[k] as number) * g * (1 - a);
    out[k] = y;
  }
  return out;
}

/** Relative fin resistance (n / n_ref)^−m per sample; a fan that hardly turns is held at the floor of 8 %. */
export function fanSlowness(fan: Float64Array, reference: number, exponent: number): Float64Array {
  const out = new Float64Array(fan.length);
  let last = NaN;
  let slow = 1;
  for (let k = 0; k < out.length; k++) {
    const n = fan[k] as number;
    if (n !== last) {
      last = n;
      slow = Math.max(0.08, n / reference) ** -exponent;
    }
    out[k] = slow;
  }
  return out;
}
