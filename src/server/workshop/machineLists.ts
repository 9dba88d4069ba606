import Papa from "papaparse";
import { machineList, type MachineLine } from "../../core/base/tables";
import { ok, type Result } from "../../core/base/result";
import { addJob } from "../../data/workshop/jobs";
import { addMachine, tagsAmong } from "../../data/workshop/machines";
import { check } from "../../input/check";
import { MachineInput } from "../../input/machine";
import { database } from "../../data/base/connection";
import { writing } from "../base/http/write";

/** A line that cannot be taken in, and why. */
export interface BadLine {
  line: number;
  tag: string;
  why: string[];
}

/** What a list would do, or did. */
export interface ListTaken {
  /** Machines that are new, the first of them to be looked at, and those that are here already. */
  fresh: number;
  known: number;
  sample: { line: number; tag: string; model: string; place: string }[];
  bad: BadLine[];
  unknownColumns: string[];
  stored: boolean;
}

/** Lines of a list that are shown before it is taken. */
const SAMPLE = 8;
const MOST_BAD = 200;

/**
 * Looks a list of machines through, and takes in what is good of it where that is wished: all good lines or none. A tag
 * that is here already is left as it is.
 */
export async function takeList(text: string, store: boolean): Promise<Result<ListTaken>> {
  const list = machineList(rowsOf(text));
  if (!list.ok) return list;
  const { good, wrong } = looked(list.value.lines);
  const now = new Date().toISOString();
  const work = async (tx: Parameters<typeof tagsAmong>[0]) => {
    const known = await tagsAmong(
      tx,
      good.map((g) => g.machine.tag),
    );
    const fresh = good.filter((g) => !known.has(g.machine.tag.toLowerCase()));
    if (store)
      for (const { machine, complaint } of fresh) {
        const id = await addMachine(tx, { ...machine }, now);
        if (complaint) await addJob(tx, id, complaint, now);
      }
    return ok({
      fresh: fresh.length,
      known: good.length - fresh.length,
      sample: fresh.slice(0, SAMPLE).map(({ line, machine: { tag, model, place } }) => ({ line, tag, model, place })),
      bad: wrong.slice(0, MOST_BAD),
      unknownColumns: list.value.unknown,
      stored: store,
    });
  };
  return store ? writing(work) : work(await database());
}

/** The rows of a CSV with the line each begins on; commas, semicolons or tabs, quoted cells over several lines. */
function rowsOf(text: string): { line: number; cells: string[] }[] {
  const rows: { line: number; cells: string[] }[] = [];
  let line = 1;
  let at = 0;
  Papa.parse<string[]>(text.replace(/^\ufeff/, ""), {
    step: ({ data, meta }) => {
      rows.push({ line, cells: data });
      line += linesIn(text, at, meta.cursor);
      at = meta.cursor;
    },
  });
  return rows;
}

function linesIn(text: string, from: number, to: number): number {
  let n = 0;
  for (let i = from; i < to && i < text.length; i++)
    if (text[i] === "\n" || (text[i] === "\r" && text[i + 1] !== "\n")) n++;
  return n;
}

interface GoodLine {
  line: number;
  machine: MachineInput;
  complaint: string;
}

/** Lines that can be taken in, and what is wrong with the others; a tag that stands twice is wrong the second time. */
function looked(lines: readonly MachineLine[]): { good: GoodLine[]; wrong: BadLine[] } {
  const good: GoodLine[] = [];
  const wrong: BadLine[] = [];
  const first = new Map<string, number>();
  for (const { line, fields } of lines) {
    const { complaint = "", ...own } = fields;
    const told = Object.fromEntries(Object.entries(own).filter(([, v]) => v !== ""));
    const checked = check(MachineInput, { ...told, limitC: own.limitC || null });
    const tag = fields.tag ?? "";
    if (!checked.ok) {
      wrong.push({ line, tag, why: Object.values(checked.fields) });
      continue;
    }
    const twice = first.get(tag.toLowerCase());
    if (twice !== undefined) wrong.push({ line, tag, why: [`Tag ${tag} stands in line ${twice} already.`] });
    else if (complaint.length > 500) wrong.push({ line, tag, why: ["Keep the complaint under 500 characters."] });
    else {
      first.set(tag.toLowerCase(), line);
      good.push({ line, machine: checked.value, complaint });
    }
  }
  return { good, wrong };
}
