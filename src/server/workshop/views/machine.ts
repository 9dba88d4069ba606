import type { KnownSummary, Machine } from "../../../core/workshop/job";
import { database } from "../../../data/base/connection";
import { drawingsOfMachines } from "../../../data/drawing/drawings";
import { jobsOfMachine, jobCounts, type Job } from "../../../data/workshop/jobs";
import { findRevision, type RevisionRecord } from "../../../data/drawing/layouts";
import { findMachine, modelsSeen } from "../../../data/workshop/machines";
import { summariesOfJobs } from "../../job/jobSummaries";

export interface MachineView {
  machine: Machine;
  /** A page of its jobs, newest first. */
  jobs: { job: Job; summary: KnownSummary }[];
  counts: { all: number; open: number };
  /** The drawing that stands for the machine; null while its model is not drawn. */
  drawing: RevisionRecord | null;
}

/** Jobs of a page of a machine. */
export const JOBS_ON_PAGE = 25;

/** A machine with its jobs and verdicts, newest first; null when there is none. */
export async function machineView(id: number, page = 1): Promise<MachineView | null> {
  const db = await database();
  const machine = await findMachine(db, id);
  if (!machine) return null;
  const jobs = await jobsOfMachine(db, id, JOBS_ON_PAGE, (page - 1) * JOBS_ON_PAGE);
  const summaries = await summariesOfJobs(jobs);
  const drawing = (await drawingsOfMachines(db, [id])).get(id);
  return {
    machine,
    jobs: jobs.flatMap((job) => {
      const own = summaries.get(job.id);
      return own ? [{ job, summary: own }] : [];
    }),
    counts: await jobCounts(db, id),
    drawing: drawing ? await findRevision(db, drawing.revisionId) : null,
  };
}

/** So many models are offered at intake. */
const MODELS = 60;

/** Models seen so far, for the intake form. */
export const knownModels = async (): Promise<string[]> => (await modelsSeen(await database(), MODELS)).sort();
