import { bad, ok, type Result } from "../../core/base/result";
import { SCHOOLS, usualProcedure, type Entry, batterySwollen, Journal } from "../../core/handwork/service";
import { findJob } from "../../data/workshop/jobs";
import { addEntries, asideOf, entriesOf, knownEntries } from "../../data/handwork/journal";
import { giveRevision, lastSaved, revisionOfJob } from "../../data/drawing/layouts";
import { findMachine } from "../../data/workshop/machines";
import {
  fixProcedure,
  ownPractices,
  setJobProcedure,
  setOwnPractices,
  setPadCurves,
  setWorkshopProcedure,
  workshopProcedure,
} from "../../data/handwork/procedures";
import { check } from "../../input/check";
import { PadCurvesInput } from "../../input/materials";
import { EntryInput, JournalInput, WayInput, ProcedureInput } from "../../input/service";
import { giveBackUndone } from "./giveBack";
import { stopForSwollen } from "../measure/liveRuns";
import { serverProblem } from "../base/http/problems";
import { openJob, writing } from "../base/http/write";
import { dayIn } from "../../core/base/days";
import { zoneOf } from "../../data/base/zone";

/** What became of the entries a device sent. */
export interface SavedEntries {
  /** The whole journal, so that a device sees what others did. */
  entries: Entry[];
  /** Those that cannot be kept, and why: they bar no other. */
  refused: { id: string; why: string }[];
  /** How many came after the job was closed and are set aside until it is opened again. */
  aside: number;
}

/** Takes entries in, each once and in their order; what was undone gives back what it had booked or cut. */
export async function saveEntries(jobId: number, body: unknown): Promise<Result<SavedEntries>> {
  const checked = check(JournalInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { good, refused } = sorted(checked.value.entries);
  const kept = await writing<SavedEntries>(async (tx) => {
    const job = await findJob(tx, jobId);
    if (!job) return bad(serverProblem.noJob());
    const known = await knownEntries(
      tx,
      good.map((e) => e.id),
    );
    const fresh = good.filter((e) => !known.has(e.id));
    const late = job.closedAt !== null;
    if (fresh.length && !late) {
      await fixProcedure(tx, jobId);
      // the steps name parts of this drawing: from now on it is the job's
      const machine = await findMachine(tx, job.machineId);
      const last =
        machine && !(await revisionOfJob(tx, jobId)) ? await lastSaved(tx, machine.model, machine.variant) : null;
      if (last) await giveRevision(tx, jobId, last.id);
    }
    const now = new Date().toISOString();
    // by arrival, never by the device's clock: what comes after closing is set aside, whenever it was done
    await addEntries(tx, jobId, fresh, now, late);
    if (!late) await giveBackUndone(tx, jobId, fresh, now);
    return ok({ entries: await entriesOf(tx, jobId), refused, aside: await asideOf(tx, jobId) });
  });
  if (kept.ok && batterySwollen(new Journal(kept.value.entries))) await stopForSwollen(jobId);
  return kept;
}

/** Entries that can be kept, and those that cannot with why. */
function sorted(entries: readonly unknown[]): { good: Entry[]; refused: SavedEntries["refused"] } {
  const good: Entry[] = [];
  const refused: SavedEntries["refused"] = [];
  for (const plain of entries) {
    const entry = check(EntryInput, plain);
    if (entry.ok) good.push({ ...entry.value });
    else refused.push({ id: idIn(plain), why: Object.values(entry.fields)[0] ?? "It is no entry." });
  }
  return { good, refused };
}

const idIn = (plain: unknown): string =>
  typeof plain === "object" && plain !== null && "id" in plain && typeof plain.id === "string"
    ? plain.id.slice(0, 40)
    : "";

/**
 * Sets one way of the workshop from now on, in the name of who is signed in; jobs already begun keep theirs. One of its
 * own needs a written reason; left out it is ours again.
 */
export async function changeWorkshopProcedure(body: unknown, person: string | null = null): Promise<Result<null>> {
  const checked = check(WayInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { key, value = usualProcedure[key], why } = checked.value;
  const who = person ?? checked.value.who;
  const isOurs = value === usualProcedure[key];
  if (!(SCHOOLS[key].options as readonly (readonly [unknown, string])[]).some(([v]) => v === value))
    return bad(serverProblem.badFields({ value: "Choose one of the schools." }));
  if (!isOurs && why === "") return bad(serverProblem.badFields({ why: "Write why this is your way." }));
  return writing(async (tx) => {
    await setWorkshopProcedure(tx, { ...(await workshopProcedure(tx)), [key]: value });
    const { [key]: _, ...others } = await ownPractices(tx);
    const since = dayIn(await zoneOf(tx), new Date());
    await setOwnPractices(tx, isOurs ? others : { ...others, [key]: { why, who, since } });
    return ok(null);
  });
}

/** Sets how one job is worked. */
export async function changeJobProcedure(jobId: number, body: unknown): Promise<Result<null>> {
  const checked = check(ProcedureInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  return writing(async (tx) => {
    const job = await openJob(tx, jobId);
    if (!job.ok) return job;
    await setJobProcedure(tx, jobId, { ...checked.value });
    return ok(null);
  });
}

/** Sets how the workshop's pads press back; every pad is reckoned by it from now on. */
export async function changePadCurves(body: unknown): Promise<Result<null>> {
  const checked = check(PadCurvesInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { soft, medium, firm } = checked.value;
  for (const [name, c] of Object.entries({ soft, medium, firm }))
    if (!(c.least < c.target && c.target < c.most && c.most < c.limit))
      return bad(serverProblem.badFields({ [`${name}.target`]: "Least, target, most and limit must rise." }));
  return writing(async (tx) => {
    await setPadCurves(tx, { soft: { ...soft }, medium: { ...medium }, firm: { ...firm } });
    return ok(null);
  });
}
