/** The print the paste left on the plate, over the chip: columns and rows of cells, each wetted or bare. */
export const PRINT = { columns: 6, rows: 4 } as const;
const CELLS = PRINT.columns * PRINT.rows;

export const isPrint = (v: string): boolean => new RegExp(`^[wb]{${CELLS}}$`).test(v);
export const turnCell = (print: string, i: number): string =>
  [...print].map((c, k) => (k === i ? (c === "w" ? "b" : "w") : c)).join("");
/** Share of the chip the paste wetted, 0 to 1. */
export const wettedShare = (print: string): number =>
  [...print].filter((c) => c === "w").length / Math.max(1, print.length);

const isEdge = (i: number) =>
  i < PRINT.columns || i >= CELLS - PRINT.columns || i % PRINT.columns === 0 || i % PRINT.columns === PRINT.columns - 1;

/** "full", "edge only", "middle only", "patchy" or "none". */
export function printWord(print: string): string {
  const share = wettedShare(print);
  if (share >= 0.9) return "full";
  if (share === 0) return "none";
  const of = (edge: boolean) => {
    const own = [...print].filter((_, i) => isEdge(i) === edge);
    return own.filter((c) => c === "w").length / own.length;
  };
  if (of(true) > 0.7 && of(false) < 0.35) return "edge only";
  if (of(false) > 0.7 && of(true) < 0.35) return "middle only";
  return "patchy";
}

/** The print a state of paste usually leaves, to start from. */
export function usualPrint(state: string): string {
  const wet: Record<string, (i: number) => boolean> = {
    even: () => true,
    over: () => true,
    pumped: isEdge,
    little: (i) => !isEdge(i),
    dry: (i) => (i * 7) % 5 !== 1,
  };
  return Array.from({ length: CELLS }, (_, i) => ((wet[state] ?? (() => true))(i) ? "w" : "b")).join("");
}
