import { benchItem, type BenchItem, type DrawingRef, type DueDate, type Machine } from "../../../core/workshop/job";
import { dayAfter } from "../../../core/base/days";
import { database } from "../../../data/base/connection";
import { drawingsOfMachines } from "../../../data/drawing/drawings";
import { checksDue } from "../../../data/workshop/jobs";
import { dueMachines, hasMachines } from "../../../data/workshop/machines";
import { openCounts, openJobs, withMachines, type OpenCounts } from "../../../data/workshop/jobSummaries";
import { backupNotice } from "../../base/background/backups";
import { listsAsked, summariesOfJobs } from "../../job/jobSummaries";
import { todayNow } from "../../base/today";

export interface BenchView {
  /** Something newer is still being counted in. */
  behind: boolean;
  /** The day it is in the workshop. */
  today: string;
  /** What lies on the mat, hands first; more than so many stand on the rack. */
  items: (BenchItem & { drawing: DrawingRef | null })[];
  counts: OpenCounts;
  /** Nothing was ever taken in. */
  empty: boolean;
  /** Dates that hang from the edge: the latest of all first, then those to come. */
  due: DueDate[];
  /** Late ones that do not hang there. */
  moreLate: number;
  /** What is wrong with back-ups; null while they are as wished. */
  backup: string | null;
  /** Dates beyond the edge, and the first of them. */
  later: { count: number; first: DueDate | null };
}

/** So many machines lie on the mat; more stand on the rack. */
const ON_MAT = 12;
/** The bench edge shows so far ahead, days, so many dates late and so many to come. */
const EDGE_DAYS = 420;
const MOST_LATE = 8;
const MOST_TO_COME = 46;
const MOST_CHECKS = 6;

/** What lies on the bench, what each machine waits for, and the dates that come. */
export async function benchView(): Promise<BenchView> {
  const db = await database();
  const listsBehind = await listsAsked();
  const open = await openJobs(db, ON_MAT);
  const summaries = await summariesOfJobs(open.map((o) => o.job));
  const drawings = await drawingsOfMachines(
    db,
    open.map((o) => o.machine.id),
  );
  const items = open.flatMap(({ job, machine }) => {
    const own = summaries.get(job.id);
    if (!own) return [];
    // before its first run a machine lies closed
    const drawing = own.at === "before" ? null : (drawings.get(machine.id) ?? null);
    return [{ ...benchItem(machine, job, own), drawing }];
  });
  const counts = await openCounts(db);
  const backup = await backupNotice();
  const today = await todayNow();
  const empty = items.length === 0 && !(await hasMachines(db));
  const behind = listsBehind || items.some((i) => i.behind);
  return { behind, today, items, counts, backup, empty, ...(await edgeOf(today)) };
}

/** The dates on the bench edge, a bounded number whatever is stored. */
async function edgeOf(today: string): Promise<Pick<BenchView, "due" | "moreLate" | "later">> {
  const db = await database();
  const end = dayAfter(today, EDGE_DAYS);
  const late = await dueMachines(db, { from: null, before: today }, MOST_LATE);
  const toCome = await dueMachines(db, { from: today, before: end }, MOST_TO_COME);
  const beyond = await dueMachines(db, { from: end, before: null }, 1);
  const more = toCome.count - toCome.machines.length;
  const first = beyond.machines.map(dateOf)[0] ?? null;
  const checks = await withMachines(db, await checksDue(db, end, MOST_CHECKS));
  const due = [
    ...[...late.machines, ...toCome.machines].map(dateOf),
    ...checks.map(({ job, machine }) => ({
      machine,
      dueOn: job.checkOn ?? "",
      why: "Check run: has the paste settled?",
    })),
  ];
  return {
    due: due.sort((a, b) => a.dueOn.localeCompare(b.dueOn)),
    moreLate: late.count - late.machines.length,
    later: { count: more + beyond.count, first },
  };
}

const dateOf = (machine: Machine): DueDate => ({ machine, dueOn: machine.dueOn ?? "", why: machine.dueWhy });
