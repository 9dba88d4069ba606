import { benchItem, benchOrder, type BenchItem, type DueDate } from "../../core/job";
import { database } from "../../data/connection";
import { listJobs } from "../../data/jobs";
import { listMachines } from "../../data/machines";
import { jobView } from "./job";

export interface BenchView {
  items: BenchItem[];
  due: DueDate[];
  needHands: number;
  haveVerdict: number;
}

/** What lies on the bench, what each machine waits for, and the dates that come. */
export async function benchView(): Promise<BenchView> {
  const db = await database();
  const items: BenchItem[] = [];
  for (const job of (await listJobs(db, { open: true })).reverse()) {
    const view = await jobView(job.id);
    if (view) items.push(benchItem(view.machine, view.job, view.at, view.stages[0]?.fact ?? "", view.verdict?.result ?? null));
  }
  items.sort(benchOrder);
  const due = (await listMachines(db)).flatMap((machine) => (machine.dueOn ? [{ machine, dueOn: machine.dueOn, why: machine.dueWhy }] : [])).sort((a, b) => a.dueOn.localeCompare(b.dueOn));
  const haveVerdict = items.filter((i) => i.at === "verdict").length;
  return { items, due, needHands: items.length - haveVerdict, haveVerdict };
}
