/** What counts as holding still: within a share of its mean, or within the least in its own unit. */
export interface Stillness {
  share: number;
  least: number;
  /** Looked at from here on, s. */
  fromS: number;
}

/** Readings are evened out over so long before they are held against each other, s. */
const EVEN_S = 10;

/**
 * For how long, up to the newest reading, a quantity has held still, s: its means over ten seconds stay within the
 * share, or the least, of the newest one.
 */
export function steadyForS(timeS: Float64Array, values: Float32Array, { share, least, fromS }: Stillness): number {
  const endS = timeS[timeS.length - 1] ?? 0;
  const means = new Map<number, { sum: number; n: number }>();
  for (let i = values.length - 1; i >= 0; i--) {
    const t = timeS[i] ?? 0;
    if (t < fromS) break;
    const v = values[i] ?? NaN;
    if (!Number.isFinite(v)) continue;
    const k = Math.floor((endS - t) / EVEN_S);
    const m = means.get(k) ?? { sum: 0, n: 0 };
    means.set(k, { sum: m.sum + v, n: m.n + 1 });
  }
  const newest = means.get(0);
  if (!newest) return 0;
  const now = newest.sum / newest.n;
  const within = Math.max(least, share * Math.abs(now));
  const bins = Math.ceil((endS - fromS) / EVEN_S);
  for (let k = 1; k < bins; k++) {
    const m = means.get(k);
    // a stretch without a reading tells nothing of it
    if (m && Math.abs(m.sum / m.n - now) > within) return k * EVEN_S;
  }
  return Math.max(0, endS - fromS);
}

export const isSteady = (forS: number, neededS: number): boolean => forS >= neededS;
