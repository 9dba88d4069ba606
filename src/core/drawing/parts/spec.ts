/** One property of a kind of part: what it may hold, what it starts with, how it is named on screen. */
export type FieldSpec =
  | { key: string; label: string; type: "number"; unit: string; min: number; max: number; start: number }
  | {
      key: string;
      label: string;
      type: "choice";
      options: readonly (readonly [value: string, label: string])[];
      start: string;
    }
  | { key: string; label: string; type: "text"; max: number; start: string }
  | { key: string; label: string; type: "flag"; start: boolean };

export interface KindSpec {
  name: string;
  /** Letter of its tag; "" for parts that carry none. */
  letter: string;
  /** Boxes are placed with a centre, paths are drawn point by point. */
  shape: "box" | "path";
  /** Width and height a new one starts with, mm. */
  size: readonly [number, number];
  /** Order of drawing, low first. */
  level: number;
  /** Which layer of the drawing it belongs to. */
  layer: Layer;
  fields: readonly FieldSpec[];
}

export type Layer = "case" | "board" | "cooling" | "fixings" | "cables" | "notes";
export const LAYERS: readonly (readonly [Layer, string])[] = [
  ["case", "Case, battery, feet"],
  ["board", "Board and chips"],
  ["cooling", "Cooling assembly"],
  ["fixings", "Screws, plugs, clips"],
  ["cables", "Cables and tapes"],
  ["notes", "Notes and sketches"],
];

export const mm = (key: string, label: string, start: number, min = 0, max = 500): FieldSpec => ({
  key,
  label,
  type: "number",
  unit: "mm",
  min,
  max,
  start,
});
export const count = (key: string, label: string, start: number, max = 200): FieldSpec => ({
  key,
  label,
  type: "number",
  unit: "",
  min: 0,
  max,
  start,
});
export const text = (key: string, label: string, max = 60, start = ""): FieldSpec => ({
  key,
  label,
  type: "text",
  max,
  start,
});
export const flag = (key: string, label: string): FieldSpec => ({ key, label, type: "flag", start: false });
export const choice = (
  key: string,
  label: string,
  options: readonly (readonly [string, string])[],
  start = options[0]?.[0] ?? "",
): FieldSpec => ({ key, label, type: "choice", options, start });
