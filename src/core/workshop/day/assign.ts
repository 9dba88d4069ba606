/**
 * The least sum of one entry from every row, each from a column of its own (Kuhn 1955, with potentials: O(n³)).
 *
 * @param cost rows of equal length, as many as columns
 */
export function leastAssignment(cost: readonly (readonly number[])[]): number {
  const n = cost.length;
  const rowPrice = new Float64Array(n + 1);
  const columnPrice = new Float64Array(n + 1);
  /** The row a column is given to; 0 for none. */
  const given = new Int32Array(n + 1);
  for (let row = 1; row <= n; row++) augment(cost, row, { rowPrice, columnPrice, given });
  let sum = 0;
  for (let c = 1; c <= n; c++) sum += cost[(given[c] ?? 1) - 1]?.[c - 1] ?? 0;
  return sum;
}

interface Prices {
  rowPrice: Float64Array;
  columnPrice: Float64Array;
  given: Int32Array;
}

/** Finds a column for one more row along the cheapest way through those given already. */
function augment(cost: readonly (readonly number[])[], row: number, p: Prices): void {
  const n = cost.length;
  const least = new Float64Array(n + 1).fill(Infinity);
  const from = new Int32Array(n + 1);
  const seen = new Uint8Array(n + 1);
  p.given[0] = row;
  let at = 0;
  do {
    seen[at] = 1;
    const own = p.given[at] ?? 0;
    let step = Infinity;
    let next = 0;
    for (let c = 1; c <= n; c++) {
      if (seen[c]) continue;
      const over = (cost[own - 1]?.[c - 1] ?? 0) - (p.rowPrice[own] ?? 0) - (p.columnPrice[c] ?? 0);
      if (over < (least[c] ?? Infinity)) {
        least[c] = over;
        from[c] = at;
      }
      if ((least[c] ?? Infinity) < step) {
        step = least[c] ?? Infinity;
        next = c;
      }
    }
    for (let c = 0; c <= n; c++)
      if (seen[c]) {
        const r = p.given[c] ?? 0;
        p.rowPrice[r] = (p.rowPrice[r] ?? 0) + step;
        p.columnPrice[c] = (p.columnPrice[c] ?? 0) - step;
      } else least[c] = (least[c] ?? Infinity) - step;
    at = next;
  } while ((p.given[at] ?? 0) !== 0);
  while (at !== 0) {
    const back = from[at] ?? 0;
    p.given[at] = p.given[back] ?? 0;
    at = back;
  }
}
