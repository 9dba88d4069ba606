import { processWide } from "../../core/base/processWide";

/** So many pages are made at once: more would only wait for each other, and small requests for all of them. */
const AT_ONCE = 2;
/** A page whose end was never told gives its turn up after so long, ms. */
const LONGEST_MS = 4_000;

/** Turns for work that is done so many at a time, first come first served. */
export class Turns {
  private free: number;
  private readonly waiting: (() => void)[] = [];

  constructor(
    atOnce: number,
    private readonly longestMs: number,
  ) {
    this.free = atOnce;
  }

  /** How many wait for theirs. */
  get queue(): number {
    return this.waiting.length;
  }

  /** Waits for a turn; gives back how to end it. One that is not ended ends by itself. */
  async take(): Promise<() => void> {
    if (this.free > 0) this.free--;
    else await new Promise<void>((go) => this.waiting.push(go));
    let ended = false;
    const end = () => {
      if (ended) return;
      ended = true;
      clearTimeout(late);
      const next = this.waiting.shift();
      if (next) next();
      else this.free++;
    };
    const late = setTimeout(end, this.longestMs);
    late.unref();
    return end;
  }
}

const turns = processWide<Turns>("turns");

/** How many pages wait to be made. */
export const pagesWaiting = (): number => turns.get()?.queue ?? 0;

/** A turn to make a page. */
export const pageTurn = (): Promise<() => void> => turns.orMake(() => new Turns(AT_ONCE, LONGEST_MS)).take();
