import { benchItem, benchOrder, type BenchItem, type DueDate } from "../../core/job";
import { database } from "../../data/connection";
import { listJobs } from "../../data/jobs";
import { listMachines } from "../../data/machines";
import { layoutOfMachine } from "./layout";
import { jobView } from "./job";

/** The drawing of a machine that lies open on the bench. */
export interface BenchDrawing {
  revisionId: number;
  version: number;
  widthMm: number;
  depthMm: number;
}

export interface BenchView {
  items: (BenchItem & { drawing: BenchDrawing | null })[];
  due: DueDate[];
  needHands: number;
  haveVerdict: number;
}

/** What lies on the bench, what each machine waits for, and the dates that come. */
export async function benchView(): Promise<BenchView> {
  const db = await database();
  const items: BenchView["items"] = [];
  for (const job of (await listJobs(db, { open: true })).reverse()) {
    const view = await jobView(job.id);
    if (!view) continue;
    // before its first run a machine lies closed
    const revision = view.at === "before" ? null : await layoutOfMachine(view.machine, [job.id]);
    const drawing = revision && {
      revisionId: revision.id,
      version: revision.version,
      widthMm: revision.document.base.widthMm,
      depthMm: revision.document.base.depthMm,
    };
    items.push({
      ...benchItem(
        view.machine,
        view.job,
        view.at,
        view.stages.find((s) => s.name === "before")?.fact ?? "",
        view.verdict?.result ?? null,
      ),
      drawing,
    });
  }
  items.sort(benchOrder);
  const due = (await listMachines(db))
    .flatMap((machine) => (machine.dueOn ? [{ machine, dueOn: machine.dueOn, why: machine.dueWhy }] : []))
    .sort((a, b) => a.dueOn.localeCompare(b.dueOn));
  const haveVerdict = items.filter((i) => i.at === "verdict").length;
  return { items, due, needHands: items.length - haveVerdict, haveVerdict };
}
