/**
 * Least squares with x ≥ 0 from the normal equations (Lawson & Hanson 1974, in the form of Bro & de Jong 1997).
 * @param gram AᵀA, n × n, row by row; the caller adds its priors to the diagonal
 * @param moment Aᵀb, n
 * @param free entries that may take either sign
 * @param start entries that may be above zero to begin with (a warm start), changed in place to the final set
 */
export function nnls(gram: Float64Array, moment: Float64Array, free: Uint8Array, start: Uint8Array): Float64Array {
  const n = moment.length;
  const passive = start;
  for (let i = 0; i < n; i++) if (free[i]) passive[i] = 1;
  let x = new Float64Array(n);
  let largest = 1e-12;
  for (let i = 0; i < n; i++) largest = Math.max(largest, Math.abs(moment[i] as number));
  const tolerance = 1e-9 * largest;
  let first = passive.some((p) => p === 1);
  for (let outer = 0; outer < 3 * n + 5; outer++) {
    if (!first) {
      // the entry whose growth lowers the misfit most joins the set
      let best = -1;
      let gain = tolerance;
      for (let i = 0; i < n; i++) {
        if (passive[i]) continue;
        let w = moment[i] ?? 0;
        for (let j = 0; j < n; j++) w -= (gram[i * n + j] as number) * (x[j] as number);
        if (w > gain) [gain, best] = [w, i];
      }
      if (best < 0) break;
      passive[best] = 1;
    }
    first = false;
    for (let inner = 0; inner < n + 1; inner++) {
      const z = solvePassive(gram, moment, passive);
      let alpha = 1;
      for (let i = 0; i < n; i++) {
        if (passive[i] && !free[i] && (z[i] ?? 0) <= 0) {
          const xi = x[i] ?? 0;
          alpha = Math.min(alpha, xi <= 0 ? 0 : xi / (xi - (z[i] ?? 0)));
        }
      }
      if (alpha >= 1) {
        x = z;
        break;
      }
      for (let i = 0; i < n; i++) {
        if (!passive[i]) continue;
        x[i] = (x[i] ?? 0) + alpha * ((z[i] ?? 0) - (x[i] ?? 0));
        if (!free[i] && (x[i] ?? 0) <= 1e-14) {
          passive[i] = 0;
          x[i] = 0;
        }
      }
    }
  }
  return x;
}

/** Solves the equations of the passive entries by Cholesky; the rest are zero. */
function solvePassive(gram: Float64Array, moment: Float64Array, passive: Uint8Array): Float64Array<ArrayBuffer> {
  const n = moment.length;
  const index: number[] = [];
  for (let i = 0; i < n; i++) if (passive[i]) index.push(i);
  const k = index.length;
  const l = new Float64Array(k * k);
  const y = new Float64Array(k);
  for (let i = 0; i < k; i++) {
    const gi = (index[i] ?? 0) * n;
    for (let j = 0; j <= i; j++) {
      let s = gram[gi + (index[j] ?? 0)] ?? 0;
      for (let p = 0; p < j; p++) s -= (l[i * k + p] as number) * (l[j * k + p] as number);
      if (i === j) l[i * k + i] = Math.sqrt(Math.max(s, 1e-10 * (gram[gi + (index[i] ?? 0)] ?? 1) + 1e-300));
      else l[i * k + j] = s / (l[j * k + j] ?? 1);
    }
    let s = moment[index[i] ?? 0] ?? 0;
    for (let p = 0; p < i; p++) s -= (l[i * k + p] ?? 0) * (y[p] ?? 0);
    y[i] = s / (l[i * k + i] ?? 1);
  }
  const x = new Float64Array(n);
  const z = new Float64Array(k);
  for (let i = k - 1; i >= 0; i--) {
    let s = y[i] ?? 0;
    for (let p = i + 1; p < k; p++) s -= (l[p * k + i] ?? 0) * (z[p] ?? 0);
    z[i] = s / (l[i * k + i] ?? 1);
    x[index[i] ?? 0] = z[i] ?? 0;
  }
  return x;
}
