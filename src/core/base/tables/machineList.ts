import { bad, ok, type Problem, type Result } from "../result";

/** Columns of a list of machines, by what they may be called. */
const COLUMNS = {
  tag: ["tag", "mark", "asset", "asset tag", "inventory", "inventory number"],
  model: ["model", "type", "machine"],
  variant: ["variant", "configuration"],
  place: ["place", "use", "location", "place or use", "room"],
  environment: ["environment", "where it lives", "lives in", "air"],
  form: ["form", "size", "base"],
  limitC: ["limit", "limitc", "throttle limit", "limit c", "limit, °c", "limit °c"],
  used: ["used", "how used"],
  bought: ["bought", "bought in", "purchased"],
  complaint: ["complaint", "fault"],
} as const;
export type MachineColumn = keyof typeof COLUMNS;

/** One line of the list, with the line it stands on in the file. */
export interface MachineLine {
  line: number;
  fields: Partial<Record<MachineColumn, string>>;
}

/** A list that was read: its lines, and headings that mean nothing here. */
export interface MachineList {
  lines: MachineLine[];
  unknown: string[];
}

export const MOST_MACHINES = 5_000;

const problem = (code: string, message: string, action: string): Result<never> =>
  bad({ code, message, action } satisfies Problem);

/**
 * A list of machines from the rows of a CSV, headings first.
 *
 * @param rows each with the line of the file it begins on
 */
export function machineList(rows: readonly { line: number; cells: readonly string[] }[]): Result<MachineList> {
  const [head, ...rest] = rows.filter((r) => r.cells.some((c) => c.trim() !== ""));
  if (!head)
    return problem(
      "empty-list",
      "The list is empty.",
      "Choose a CSV file with a line of headings and a machine a line.",
    );
  const columns = head.cells.map((h) => columnOf(h));
  if (!columns.includes("tag") || !columns.includes("model"))
    return problem(
      "no-tag-column",
      `Line ${head.line} has no column “tag” and “model”.`,
      "Name the columns in the first line: tag, model, and what else is " +
        "known of variant, place, environment, form, limit, used, bought.",
    );
  const twice = columns.findIndex((c, i) => c !== null && columns.indexOf(c) < i);
  if (twice >= 0)
    return problem("column-twice", `Two columns mean “${String(columns[twice])}”.`, "Leave one of them out.");
  if (rest.length > MOST_MACHINES)
    return problem("list-too-long", `The list has ${rest.length} machines.`, `Bring at most ${MOST_MACHINES} at once.`);
  return ok({
    lines: rest.map(({ line, cells }) => ({
      line,
      fields: Object.fromEntries(
        columns.flatMap((c, i) => (c === null ? [] : [[c, undefused(cells[i] ?? "").trim()] as const])),
      ),
    })),
    unknown: head.cells.filter((h, i) => columns[i] === null && h.trim() !== ""),
  });
}

const columnOf = (heading: string): MachineColumn | null => {
  const name = heading
    .trim()
    .toLowerCase()
    .replace(/^\ufeff/, "")
    .replace(/[_\s]+/g, " ");
  return (
    (Object.keys(COLUMNS) as MachineColumn[]).find((c) => (COLUMNS[c] as readonly string[]).includes(name)) ?? null
  );
};

/** What our own tables put before a formula is no part of the text. */
const undefused = (text: string): string => (/^'[=+\-@]/.test(text) ? text.slice(1) : text);
