import type { FinStack, Side } from "../../drawing/parts";
import type { ServiceContext } from "./step";
import { stepKey } from "./stepKey";

/** Grades of dust, each with its word and how much of an inlet it closes. */
export const GRADES = [
  ["0", "Clean", "under 5 % closed"],
  ["1", "Threads", "5 to 15 %"],
  ["2", "Furred", "15 to 35 %"],
  ["3", "Felted", "35 to 65 %"],
  ["4", "Matted", "over 65 %"],
] as const;
const BOUNDS = [0, 0.05, 0.15, 0.35, 0.65, 1] as const;

/** An inlet is looked at in six bays, left to right as seen from the blower. */
export const BAYS = 6;
export type Bay = "o" | "h" | "c";
const NEXT: Record<Bay, Bay> = { o: "h", h: "c", c: "o" };
const CLOSED: Record<Bay, number> = { o: 0, h: 0.5, c: 1 };
/** Half of what one step of one bay is worth: nobody sees finer. */
const BAY_DOUBT = 0.5 / (2 * BAYS);

export const isBays = (v: string): boolean => new RegExp(`^[ohc]{${BAYS}}$`).test(v);
/** The bays with one of them a step on: open, half, closed, open. */
export const turnBay = (bays: string, i: number): string =>
  [...bays].map((b, k) => (k === i ? NEXT[b as Bay] : b)).join("");
/** Share of the inlet that is closed, 0 to 1. */
export const shareClosed = (bays: string): number => [...bays].reduce((s, b) => s + CLOSED[b as Bay], 0) / bays.length;

/** The grade a closed share belongs to. */
export const gradeOfShare = (share: number): number =>
  Math.max(
    0,
    BOUNDS.findIndex((_, g) => share < (BOUNDS[g + 1] ?? Infinity) || g === 4),
  );

/** Shares a grade stands for. */
export const sharesOfGrade = (grade: number): readonly [low: number, high: number] => [
  BOUNDS[grade] ?? 0,
  BOUNDS[grade + 1] ?? 1,
];

/** Whether a grade and the bays can both be right, with the bays read to half a step. */
export function gradeFits(grade: number, bays: string): boolean {
  const [low, high] = sharesOfGrade(grade);
  const share = shareClosed(bays);
  return share + BAY_DOUBT >= low && share - BAY_DOUBT <= high;
}

/** Bays to start from: as many closed, from the middle, as the grade says. */
export function baysOfGrade(grade: number): string {
  const [low, high] = sharesOfGrade(grade);
  let halves = Math.round(((low + high) / 2) * 2 * BAYS);
  const out: Bay[] = Array.from({ length: BAYS }, () => "o");
  for (const i of [2, 3, 1, 4, 0, 5]) {
    const own = Math.min(2, halves);
    out[i] = own === 2 ? "c" : own === 1 ? "h" : "o";
    halves -= own;
  }
  return out.join("");
}

/** The edge air comes in at: across from where it leaves. */
export const inletOf = (f: Pick<FinStack, "outlet">): Side =>
  (({ top: "bottom", bottom: "top", left: "right", right: "left" }) as const)[f.outlet];

/** So a stack is turned from one whose air comes in from below, degrees. */
export const INLET_TURN: Readonly<Record<Side, number>> = { bottom: 0, left: 90, top: 180, right: 270 };

/**
 * What was seen of a stack's inlet: its grade, its bays where they were told, and the closed share from the least to
 * the most.
 */
export interface InletSeen {
  grade: number;
  bays: string | null;
  closed: readonly [low: number, high: number];
}

/** What the journal says of a stack's inlet; null while it is not graded. */
export function inletSeen(ctx: ServiceContext, id: string): InletSeen | null {
  if (!ctx.journal.isDone(stepKey("dust", id))) return null;
  const grade = Number(ctx.journal.of(stepKey("dust", id)).value);
  const told = ctx.journal.isDone(stepKey("bays", id)) ? ctx.journal.of(stepKey("bays", id)).value : "";
  if (!isBays(told) || !gradeFits(grade, told)) return { grade, bays: null, closed: sharesOfGrade(grade) };
  const share = shareClosed(told);
  return { grade, bays: told, closed: [Math.max(0, share - BAY_DOUBT), Math.min(1, share + BAY_DOUBT)] };
}
