/** Share of a standard normal below x; Abramowitz & Stegun 7.1.26, to 1.5e-7. */
export function normalBelow(x: number): number {
  const t = 1 / (1 + (0.3275911 * Math.abs(x)) / Math.SQRT2);
  const tail =
    ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) *
    t *
    Math.exp((-x * x) / 2);
  return x < 0 ? tail / 2 : 1 - tail / 2;
}

/** The value a standard normal stays below with a chance p, by halving; to 1e-6 for p of 0.0001 to 0.9999. */
export function normalQuantile(p: number): number {
  let [low, high] = [-8, 8];
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2;
    if (normalBelow(middle) < p) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Irrational steps that fill three sides evenly: powers of the inverse of the root of x⁴ = x + 1 (Roberts 2018). */
const ROOT = 1.2207440846057596;

/** The i-th point of an even, repeatable filling of the cube, one side of it: between 0 and 1. */
export const quasi = (i: number, side: 0 | 1 | 2): number => (0.5 + (i + 1) / ROOT ** (side + 1)) % 1;
