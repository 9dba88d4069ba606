import { PIPE, TOP, type Clock, type Hill, type Thread } from "./scene";

/** Where a thread stands: how high it goes over the pipe, px, and whether there is room for its words. */
export interface ThreadPlace extends Thread {
  x0: number;
  x1: number;
  high: number;
  worded: boolean;
}

/** From a thread's highest point to the line its words stand on, px. */
const OVER = 6;
const FEET = PIPE.y - 4;
const MOST = PIPE.y - TOP - 10;
const LETTER_W = 6.8;
/** Height of a row, px. */
const STEP = 20;

interface Box {
  x0: number;
  x1: number;
  y0: number;
  y1: number;
}

const meet = (a: Box, b: Box): boolean => a.x0 < b.x1 && b.x0 < a.x1 && a.y0 < b.y1 && b.y0 < a.y1;

/** Raises threads whose words would stand on others' or on the names of hills, as far as there is room. */
export function threadPlaces(threads: readonly Thread[], hills: readonly Hill[], x: Clock): ThreadPlace[] {
  const taken = hills.map(nameBox(x));
  return threads.map((t) => {
    const [x0, x1] = [x(t.from), x(t.to)];
    const usual = Math.min(MOST, 26 + (x1 - x0) * 0.16);
    const wide = t.says.length * LETTER_W;
    const place = (high: number) => ({ ...t, x0, x1, high });
    if (x1 - x0 <= wide) return { ...place(usual), worded: false };
    const steps = Array.from({ length: Math.floor((MOST - usual) / STEP) + 1 }, (_, i) => usual + i * STEP);
    const free = steps.find((high) => !taken.some((b) => meet(b, wordsBox(x0, x1, wide, high))));
    if (free === undefined) return { ...place(usual), worded: false };
    taken.push(wordsBox(x0, x1, wide, free));
    return { ...place(free), worded: true };
  });
}

function wordsBox(x0: number, x1: number, wide: number, high: number): Box {
  const middle = (x0 + x1) / 2;
  const y = FEET - high - OVER;
  return { x0: middle - wide / 2 - 4, x1: middle + wide / 2 + 4, y0: y - 14, y1: y + 5 };
}

const nameBox =
  (x: Clock) =>
  (h: Hill): Box => {
    const middle = (x(h.from) + x(h.to)) / 2;
    return { x0: middle - 26, x1: middle + 26, y0: PIPE.y - h.height - 38, y1: PIPE.y - h.height - 3 };
  };

/** A thread's line, from foot to foot. */
export function threadPath({ x0, x1, high }: Pick<ThreadPlace, "x0" | "x1" | "high">): string {
  const top = FEET - high * 1.33;
  return `M${x0} ${FEET}C${x0 + (x1 - x0) * 0.25} ${top} ${x1 - (x1 - x0) * 0.25} ${top} ${x1} ${FEET}`;
}

/** The line its words stand on. */
export const wordsY = ({ high }: Pick<ThreadPlace, "high">): number => FEET - high - OVER;
