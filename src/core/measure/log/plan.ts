import { headerKey, type ColumnChoices } from "./choices";
import type { ColumnGuess, Role } from "./guess";
import { isNewestFirst } from "./order";
import type { LogTable } from "./table";
import type { TimeForm } from "./times";
import type { Unit } from "./words";

/** One column that is taken, or that something was said of. */
export interface PlannedColumn {
  heading: string;
  role: Role;
  /** What its numbers are written in: "mW", "°F", "share"; "" where there is no unit. */
  written: string;
  /** What the technician said or what was remembered; null where it was found. */
  told: { role: Role; unit?: Unit } | null;
}

/** How the file is laid out as text, and how it writes time. */
export interface PlannedLayout {
  encoding: string;
  separator: string;
  decimalComma: boolean;
  /** 1-based line of the column names. */
  headerLine: number;
  /** Key of the header line, by which columns are remembered; "" for runs stored before plans were. */
  header: string;
  /** How time is written; null for runs stored before plans were. */
  time: { kind: TimeForm["kind"]; scale: number; newestFirst: boolean } | null;
}

/**
 * How a log is read: made once, shown by the page, sent with the file, stored with the run. What was told in it is
 * trusted; all else follows from the file, so that the same plan gives the same run everywhere.
 */
export interface ReadingPlan extends PlannedLayout {
  version: 1;
  columns: PlannedColumn[];
}

/**
 * The plan a table was read by.
 *
 * @example
 * const table = readTable("Time [s],CPU [°C],Pkg [mW]\n0,41,8000\n1,42,8100\n…");
 * if (table.ok) planOf(table.value).columns[2];
 * // { heading: "Pkg [mW]", role: "cpu.power", written: "mW", told: null }
 */
export const planOf = (table: LogTable): ReadingPlan => planFrom(table.columns, layoutOf(table));

/** How the file of a table is laid out. */
export const layoutOf = ({ decoding, layout, timeForm, time }: LogTable): PlannedLayout => ({
  encoding: decoding.encoding,
  separator: layout.separator,
  decimalComma: layout.decimalComma,
  headerLine: layout.headerLine,
  header: headerKey(layout.headings),
  time: { kind: timeForm.kind, scale: timeForm.scale, newestFirst: isNewestFirst(time) },
});

/** The plan that columns and layout stand for: of a table just read, or of what is stored of a run. */
export function planFrom(columns: readonly ColumnGuess[], layout: PlannedLayout): ReadingPlan {
  return {
    version: 1,
    ...layout,
    columns: columns
      .filter((c) => c.role !== "none" || c.told)
      .map((c) => ({ heading: c.heading, role: c.role, written: writtenIn(c), told: c.told ?? null })),
  };
}

/** What a plan says was told: all that is needed beside the file to read it the same way again. */
export const declaredIn = (plan: Pick<ReadingPlan, "columns">): ColumnChoices =>
  Object.fromEntries(plan.columns.flatMap((c) => (c.told ? [[c.heading, c.told]] : [])));

/**
 * How two readings of one file differ, in words; null where they are the same.
 * @param here what was found on this side
 */
export function planDifference(sent: ReadingPlan, here: ReadingPlan): string | null {
  if (sent.header !== here.header) return "it has other headings";
  for (const key of ["encoding", "separator", "decimalComma", "headerLine"] as const)
    if (sent[key] !== here[key]) return `${LAYOUT_WORDS[key]} was read otherwise`;
  const [a, b] = [sent.time, here.time];
  if (a?.kind !== b?.kind || a?.newestFirst !== b?.newestFirst || Math.abs((a?.scale ?? 0) - (b?.scale ?? 0)) > 1e-12)
    return "its times were read otherwise";
  const heard = new Map(here.columns.map((c) => [c.heading, c]));
  for (const c of sent.columns) {
    const own = heard.get(c.heading);
    heard.delete(c.heading);
    if (own?.role !== c.role || own.written !== c.written)
      return `the column ${c.heading} was read as ${shown(c)} there and as ${shown(own)} here`;
  }
  const extra = [...heard.values()][0];
  return extra ? `the column ${extra.heading} was left out there and read as ${shown(extra)} here` : null;
}

const LAYOUT_WORDS = {
  encoding: "its encoding",
  separator: "its separator",
  decimalComma: "its decimal mark",
  headerLine: "its heading line",
} as const;

const shown = (c: PlannedColumn | undefined): string =>
  !c || c.role === "none" ? "nothing" : `${c.role}${c.written ? ` in ${c.written}` : ""}`;

/** What the numbers of a column are written in, from how they are brought to its unit. */
export function writtenIn({ unit, factor, offset }: Pick<ColumnGuess, "unit" | "factor" | "offset">): string {
  if (unit === "°C" && offset !== 0) return "°F";
  if (factor === 1) return unit;
  return WRITTEN[`${unit} ${factor}`] ?? `${unit} × ${factor}`;
}

const WRITTEN: Readonly<Record<string, string>> = {
  "°C 0.001": "m°C",
  "W 0.001": "mW",
  "rpm 1000": "krpm",
  "MHz 1000": "GHz",
  "MHz 0.001": "kHz",
  "MHz 0.000001": "Hz",
  "% 100": "share",
};
