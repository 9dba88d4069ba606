/** A sheet or off-cut to cut from, and a piece wanted; mm. */
export interface Sheet {
  id: string;
  widthMm: number;
  heightMm: number;
  thicknessMm: number;
  offcut?: boolean;
  /** Sides that are still as the factory left them; all of a whole sheet, none of an off-cut, where not said. */
  factory?: readonly SheetSide[];
}
export type SheetSide = "left" | "top" | "right" | "bottom";
export interface Piece {
  id: string;
  widthMm: number;
  heightMm: number;
  thicknessMm: number;
}
/** From the sheet's top left corner. `turned` when width and height are changed over. */
export interface Placement {
  piece: string;
  sheet: string;
  xMm: number;
  yMm: number;
  turned: boolean;
}
/** A straight knife line from edge to edge of the piece in hand, in cutting order from 1. */
export interface KnifeLine {
  n: number;
  sheet: string;
  x1: number;
  y1: number;
  x2: number;
  y2: number;
}
/** What is left whole of a sheet. */
export interface Rest {
  sheet: string;
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
  thicknessMm: number;
  /** Sides that are still as the factory left them. */
  factory: SheetSide[];
}

/** Lengths nearer than this are one, mm: what rounding leaves. */
export const EPS = 1e-9;
/** What a knife and a careful hand leave between pads, mm. */
export const KERF_MM = 1;
/** What is trimmed off the factory edges of a sheet, mm: they are seldom straight, and the film lifts there. */
export const MARGIN_MM = 1;

export const areaOf = (p: { widthMm: number; heightMm: number } | undefined): number =>
  p ? p.widthMm * p.heightMm : 0;
