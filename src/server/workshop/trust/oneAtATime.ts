import { bad, type Result } from "../../../core/base/result";
import { trustProblem } from "./problems";

/** One slow hash at a time: guesses wait for one another, and no more than so many wait. */
export class OneAtATime {
  private last: Promise<unknown> = Promise.resolve();
  private waiting = 0;

  constructor(private readonly most: number) {}

  async take<T>(work: () => Promise<Result<T>>): Promise<Result<T>> {
    if (this.waiting >= this.most) return bad(trustProblem.crowded());
    this.waiting++;
    const next = this.last.then(work, work).finally(() => this.waiting--);
    this.last = next.catch(() => undefined);
    return next;
  }
}
