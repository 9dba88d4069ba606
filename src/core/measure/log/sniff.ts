import { bad, ok, type Result } from "../../base/result";
import { parseCell, splitLine, unitInCell } from "./cells";
import { logProblem } from "./problems";
import type { ColumnGuess, ColumnHead } from "./guess";
import { recogniseColumns } from "./recognise";
import { looksLikeClock, looksLikeDate, looksLikeIso, numericTimeForm, type TimeForm } from "./times";
import { unitFromText } from "./words";

/** How the table in a log is laid out, found from the first lines of the file. */
export interface Layout {
  separator: string;
  decimalComma: boolean;
  /** 1-based line of the column names. */
  headerLine: number;
  headings: string[];
  /** 1-based line of the first readings. */
  firstDataLine: number;
  columns: ColumnGuess[];
  heads: ColumnHead[];
  /** The first reading of each column as written. */
  firstCells: string[];
}

const SEPARATORS = ["\t", ";", "|", ","] as const;

/** Finds separator, decimal mark, headings and what each column is. `text` is the head of the file. */
export function sniffLayout(text: string, complete: boolean): Result<Layout> {
  const lines = text.split(/\r\n|\n|\r/);
  if (!complete) lines.pop();
  while (lines.length && lines[lines.length - 1]?.trim() === "") lines.pop();
  if (lines.length === 0) return bad(logProblem.empty());
  const separator = findSeparator(lines);
  if (!separator) return bad(logProblem.noTable(1));
  const rows = lines.map((l) => splitLine(l, separator).map((c) => c.trim()));
  const width = modeWidth(rows);
  const first = rows.findIndex((r) => r.length >= Math.max(2, width - 1) && isReading(r));
  if (first < 0)
    return bad(
      rows.some((r) => r.length === width && r.every((c) => c !== ""))
        ? logProblem.tooFewRows(0)
        : logProblem.noTable(1),
    );
  const { headerIndex, unitsIndex } = findHeader(rows, first, width);
  if (headerIndex < 0) return bad(logProblem.noHeader(first + 1));
  const headings = distinct((rows[headerIndex] ?? []).map((c, i) => c.replace(/^\uFEFF/, "") || `column ${i + 1}`));
  const sample = rows.slice(first).filter((r) => r.length >= width - 1 && isReading(r));
  const decimalComma = hasDecimalCommas(sample, separator === ",");
  const heads = headings.map((heading, index) => headOf(heading, index, rows[unitsIndex] ?? [], sample, decimalComma));
  return ok({
    separator,
    decimalComma,
    headerLine: headerIndex + 1,
    headings,
    firstDataLine: first + 1,
    columns: recogniseColumns(heads),
    heads,
    firstCells: headings.map((_, i) => (rows[first]?.[i] ?? "").slice(0, 40)),
  });
}

/** Headings that stand twice get a number, so that each column can be spoken of. */
function distinct(headings: string[]): string[] {
  const seen = new Map<string, number>();
  return headings.map((h) => {
    const n = (seen.get(h) ?? 0) + 1;
    seen.set(h, n);
    return n === 1 ? h : `${h} #${n}`;
  });
}

/** How the chosen time column is written. */
export function timeFormOf(layout: Layout, index: number): TimeForm {
  const head = layout.heads[index];
  if (head?.timeLike === "iso") return { kind: "iso", scale: 1 };
  if (head?.timeLike === "clock") return { kind: "clock", scale: 1 };
  return numericTimeForm(`${head?.heading ?? ""} ${head?.unitText ?? ""}`, head?.samples ?? []);
}

function findSeparator(lines: string[]): string | null {
  const body = lines.slice(-Math.min(lines.length, 200));
  for (const separator of SEPARATORS) {
    const counts = new Map<number, number>();
    for (const line of body) {
      const n = splitLine(line, separator).length;
      counts.set(n, (counts.get(n) ?? 0) + 1);
    }
    let width = 1;
    let share = 0;
    for (const [n, count] of counts) if (n > 1 && count > share) [width, share] = [n, count];
    if (width >= 2 && share >= Math.max(1, 0.6 * body.filter((l) => l.trim() !== "").length)) return separator;
  }
  return null;
}

function modeWidth(rows: string[][]): number {
  const counts = new Map<number, number>();
  for (const r of rows) if (r.length > 1) counts.set(r.length, (counts.get(r.length) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 1;
}

function isReading(row: string[]): boolean {
  let filled = 0;
  let numeric = 0;
  for (const cell of row) {
    if (cell === "") continue;
    filled++;
    if (
      /^["\s]*[-+]?[\d.,]/.test(cell) &&
      (parseCell(cell, true) !== null || looksLikeIso(cell) || looksLikeClock(cell) || looksLikeDate(cell))
    )
      numeric++;
    else if (Number.isNaN(parseCell(cell, false) ?? 0)) numeric += 0.5;
  }
  return filled >= 2 && numeric >= Math.max(2, filled * 0.6);
}

function findHeader(rows: string[][], first: number, width: number): { headerIndex: number; unitsIndex: number } {
  let above = first - 1;
  while (above >= 0 && (rows[above]?.filter((c) => c !== "").length ?? 0) < 2) above--;
  if (above < 0) return { headerIndex: -1, unitsIndex: -1 };
  const isUnits = (r: string[]) => {
    const filled = r.filter((c) => c !== "");
    return (
      filled.length > 0 &&
      filled.every((c) => /^[[(]?.{1,8}[\])]?$/.test(c)) &&
      filled.filter(
        (c) =>
          !["", "other"].includes(unitFromText(c.replace(/[[\]()]/g, ""))) ||
          /^[[(]?(m?s|hh:mm:ss.*|date|time)[\])]?$/i.test(c),
      ).length >=
        filled.length * 0.7
    );
  };
  const row = rows[above] ?? [];
  if (isUnits(row) && above > 0 && (rows[above - 1]?.length ?? 0) >= width - 1)
    return { headerIndex: above - 1, unitsIndex: above };
  return { headerIndex: row.length >= width - 1 || row.length >= 2 ? above : -1, unitsIndex: -1 };
}

/** Whether numbers are written with a decimal comma; "2,117" alone may as well be two thousand. */
function hasDecimalCommas(rows: string[][], commaSeparated: boolean): boolean {
  let comma = 0;
  let either = 0;
  let point = 0;
  for (const r of rows)
    for (const c of r) {
      if (/^"?-?\d{1,3},\d{3}"?(\s*\D{0,4})?$/.test(c)) either++;
      else if (/^"?-?\d+,\d+"?(\s*\D{0,4})?$/.test(c)) comma++;
      else if (/^"?-?\d+\.\d+"?(\s*\D{0,4})?$/.test(c)) point++;
    }
  return comma > point || (comma === 0 && point === 0 && either > 0 && !commaSeparated);
}

function headOf(heading: string, index: number, units: string[], rows: string[][], decimalComma: boolean): ColumnHead {
  const cells = rows.map((r) => r[index] ?? "").filter((c) => c !== "");
  const texts = cells.slice(0, 400);
  const share = (test: (c: string) => boolean) => texts.length > 0 && texts.filter(test).length > texts.length * 0.7;
  const timeLike = share(looksLikeIso) ? "iso" : share(looksLikeClock) ? "clock" : share(looksLikeDate) ? "date" : null;
  const samples = timeLike ? [] : cells.map((c) => parseCell(c, decimalComma) ?? NaN);
  const unitText = (units[index] ?? "").replace(/[[\]()]/g, "") || texts.map(unitInCell).find((u) => u !== "") || "";
  return { index, heading, unitText, samples, timeLike };
}
