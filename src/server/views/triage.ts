import { triageRun, type Triage } from "../../core/judge";
import { database } from "../../data/connection";
import { loadSamples } from "../../data/runs";
import { goodFigures } from "./good";
import type { JobView } from "./job";

/** The run before of a job, judged alone against good figures; null while there is none or no load is marked. */
export async function triageOf(view: JobView): Promise<Triage | null> {
  const record = view.runs.before;
  if (!record) return null;
  const run = await loadSamples(await database(), record);
  const good = await goodFigures(view.machine, view.job, run);
  return triageRun(
    { run, phases: record.phases, room: { startC: record.conditions.roomStartC, endC: record.conditions.roomEndC } },
    good,
    view.machine.limitC,
  );
}
