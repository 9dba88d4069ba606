/**
 * Works that come one after another to one who does them, the one with least left always first: no order of them, in
 * pieces of any size, has the k-th done earlier (Smith 1978). Kept to be filled again and again.
 */
export class Works {
  /** How many there are. */
  count = 0;
  /** When the k-th is done, once they are done; rising. */
  readonly ends: Float64Array;
  private readonly from: Float64Array;
  private readonly left: Float64Array;
  private readonly open: Float64Array;

  constructor(most: number) {
    this.ends = new Float64Array(most);
    this.from = new Float64Array(most);
    this.left = new Float64Array(most);
    this.open = new Float64Array(most);
  }

  /** One more, in the order in which they come. */
  add(from: number, left: number): void {
    let i = this.count++;
    for (; i > 0 && (this.from[i - 1] ?? 0) > from; i--) {
      this.from[i] = this.from[i - 1] ?? 0;
      this.left[i] = this.left[i - 1] ?? 0;
    }
    this.from[i] = from;
    this.left[i] = left;
  }

  /** Does them; `ends` is what comes of it. */
  run(): void {
    const { from, left, open, ends, count } = this;
    let [at, next, first, last, done] = [0, 0, 0, 0, 0];
    while (done < count) {
      if (first === last) {
        [first, last] = [0, 0];
        if (at < (from[next] ?? 0)) at = from[next] ?? 0;
      }
      // what has come stands by what is left of it
      for (; next < count && (from[next] ?? 0) <= at; next++) {
        const work = left[next] ?? 0;
        let i = last++;
        for (; i > first && (open[i - 1] ?? 0) > work; i--) open[i] = open[i - 1] ?? 0;
        open[i] = work;
      }
      const until = next < count ? (from[next] ?? 0) : Infinity;
      const least = open[first] ?? 0;
      if (at + least <= until) {
        at += least;
        first++;
        ends[done++] = at;
      } else {
        open[first] = least - (until - at);
        at = until;
      }
    }
  }
}
