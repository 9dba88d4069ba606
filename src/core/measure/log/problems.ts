import { words } from "../../base/words";
import type { Problem } from "../../base/result";

/** A heading longer than this is told by its beginning. */
const MOST_LETTERS = 60;

/** Every way reading a log can fail, in one place. */
export const logProblem = {
  jsonTooLarge: (): Problem => ({
    code: "log-json-too-large",
    message: "A log of JSON lines of over 128 MB or 20 million values is not read.",
    action: "Save it as a table (CSV), or cut it to the load run.",
  }),
  empty: (): Problem => ({
    code: "log-empty",
    message: "The file is empty.",
    action: "Export the log again and drop the new file.",
  }),
  longLine: (line: number, most: number): Problem => ({
    code: "log-line-too-long",
    message: `A line is longer than ${Math.round(most / 1024)} kB: a sensor log has one line per reading.`,
    action: "Check that this is the log, and that it was exported as text with line ends.",
    line,
  }),
  notText: (what: string): Problem => ({
    code: "log-not-text",
    message: `This is ${what}, not a text table.`,
    action: "Export the log as CSV or tab-separated text.",
  }),
  noTable: (line: number): Problem => ({
    code: "log-no-table",
    message: "No table of numbers was found: no separator gives the same number of columns from line to line.",
    action: "Check that the file is a sensor log with one row per reading, separated by comma, semicolon or tab.",
    line,
  }),
  noHeader: (line: number): Problem => ({
    code: "log-no-header",
    message: "The table has no line with column names.",
    action: "Export with headings, or add a first line that names each column and its unit.",
    line,
  }),
  noTime: (line: number): Problem => ({
    code: "log-no-time",
    message: "No column was recognised as the time.",
    action: "Log with a time stamp, or say which column holds the time.",
    line,
  }),
  noTemperature: (line: number, headings: readonly string[]): Problem => ({
    code: "log-no-temperature",
    message: `No column was recognised as a chip temperature (columns: ${headings
      .slice(0, 8)
      .map((h) => (h.length > MOST_LETTERS ? `${h.slice(0, MOST_LETTERS)}…` : h))
      .join(", ")}${headings.length > 8 ? ", …" : ""}).`,
    action: "Log the processor temperature, or say which column holds it.",
    line,
  }),
  tooFewRows: (rows: number): Problem => ({
    code: "log-too-few-rows",
    message: `Only ${words.counted(rows, "usable row")} of readings.`,
    action: "Log the whole run: some minutes idle, ten minutes or more under load, then the cool-down.",
  }),
  noTimePasses: (): Problem => ({
    code: "log-no-time-passes",
    message: "The time column never moves on.",
    action: "Choose the column that counts the time, or log again.",
  }),
  tooLarge: (limitMb: number): Problem => ({
    code: "log-too-large",
    message: `The file is larger than ${limitMb} MB.`,
    action: "Log at 1 s instead of faster, or cut the file to the run.",
  }),
};

export interface LogWarning {
  /** 1-based line in the file where it was first seen. */
  line: number;
  message: string;
}

/** Collects warnings, one per kind, with a count and the first line. */
export class WarningTally {
  private kinds = new Map<string, { line: number; count: number; say: (count: number) => string }>();

  add(kind: string, line: number, say: (count: number) => string): void {
    const known = this.kinds.get(kind);
    if (known) known.count++;
    else this.kinds.set(kind, { line, count: 1, say });
  }

  list(): LogWarning[] {
    return [...this.kinds.values()]
      .map((k) => ({ line: k.line, message: k.say(k.count) }))
      .sort((a, b) => a.line - b.line);
  }
}
