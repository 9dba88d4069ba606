import { database } from "../../data/connection";
import { listJobs } from "../../data/jobs";
import type { Machine } from "../../core/job";
import { findMachine, listMachines } from "../../data/machines";
import type { Layout } from "../../core/drawing";
import { layoutOfMachine } from "./layout";
import { jobView, type JobView } from "./job";

export interface MachineView {
  machine: Machine;
  jobs: JobView[];
  /** The drawing that stands for the machine; null while its model is not drawn. */
  drawing: { number: number; document: Layout } | null;
}

/** A machine with its jobs and verdicts, newest first; null when there is none. */
export async function machineView(id: number): Promise<MachineView | null> {
  const db = await database();
  const machine = await findMachine(db, id);
  if (!machine) return null;
  const jobs: MachineView["jobs"] = [];
  for (const job of await listJobs(db, { machineId: id })) {
    const view = await jobView(job.id);
    if (view) jobs.push(view);
  }
  const revision = await layoutOfMachine(
    machine,
    jobs.map((j) => j.job.id),
  );
  return { machine, jobs, drawing: revision && { number: revision.number, document: revision.document } };
}

/** Models seen so far, for the intake form. */
export async function knownModels(): Promise<string[]> {
  return [...new Set((await listMachines(await database())).map((m) => m.model))].sort();
}

/** Every machine with how its last job stands. */
export async function allMachines(): Promise<{ machine: Machine; last: JobView | null }[]> {
  const db = await database();
  const out: { machine: Machine; last: JobView | null }[] = [];
  for (const machine of await listMachines(db)) {
    const [job] = await listJobs(db, { machineId: machine.id });
    out.push({ machine, last: job ? await jobView(job.id) : null });
  }
  return out;
}
