import { mkdir, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { bad, ok, type Result } from "../../core/base/result";
import { processWide } from "../../core/base/processWide";
import { erasedBefore, usualRetention, type Retention } from "../../core/workshop/erasure";
import { findPlan } from "../../data/base/backupPlan";
import { database } from "../../data/base/connection";
import { ERASED_FILE } from "../../data/base/erasedList";
import { readSetting, writeSetting } from "../../data/base/settingsStore";
import { dropOldPhotos } from "../../data/drawing/photos";
import {
  closedBefore,
  erasedMachines,
  eraseMachine,
  overwritten,
  tombstones,
  type Outdated,
  type Tombstone,
} from "../../data/workshop/erasure";
import { hasLiveRun } from "../../data/measure/liveRuns";
import { findMachine } from "../../data/workshop/machines";
import { addAudit } from "../../data/workshop/trust";
import { check } from "../../input/check";
import { EraseInput, RetentionInput } from "../../input/erasure";
import { backupFolder } from "../base/background/backups";
import { regularly } from "../base/background/task";
import { serverProblem } from "../base/http/problems";
import { writing } from "../base/http/write";
import { actor } from "./trust/actor";

/** Erases a machine with all that hangs on it; its tag, typed anew, says that it is meant. */
export async function erase(machineId: number, body: unknown): Promise<Result<null>> {
  const checked = check(EraseInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const by = await actor();
  const done = await writing(async (tx) => {
    const machine = await findMachine(tx, machineId);
    if (!machine) return bad(serverProblem.noMachine());
    if (checked.value.tag.trim() !== machine.tag)
      return bad(serverProblem.badFields({ tag: `Type ${machine.tag}, the tag of this machine.` }));
    if (await hasLiveRun(tx, machineId)) return bad(serverProblem.runGoes(machine.tag));
    await eraseMachine(tx, machineId, new Date().toISOString());
    await addAudit(tx, { ...by, what: "a machine was erased" });
    return ok(null);
  });
  if (done.ok) await final();
  return done;
}

/** Something erased still stands in the write-ahead file: somebody read when it was to be emptied. */
const unfinished = processWide<boolean>("erasing, unfinished");

/** What was erased is overwritten, and told to whoever restores a back-up made before. */
async function final(): Promise<void> {
  const db = await database();
  if (await overwritten(db)) unfinished.clear();
  else unfinished.set(true);
  const folder = backupFolder(await findPlan(db));
  try {
    await mkdir(folder, { recursive: true });
    await writeFile(join(folder, ERASED_FILE), `${JSON.stringify(await erasedMachines(db), null, 1)}\n`);
  } catch (e) {
    // the database itself holds the list; the one beside the back-ups is for when that is lost
    console.error(`What was erased could not be told beside the back-ups: ${e instanceof Error ? e.message : ""}`);
  }
}

/** When machines are erased by themselves. */
const KEY = "retention";
const findRetention = async (): Promise<Retention> =>
  (await readSetting<Retention>(await database(), "settings", KEY)) ?? usualRetention;

/** Of machines that would go, so many are shown. */
const SHOWN = 20;
/** Signed documents of erased jobs that are shown. */
const STONES = 50;

/** What the settings show: the rule, which machines it would take now, and what is left of what was erased. */
export interface ErasureView {
  retention: Retention;
  due: { count: number; machines: Outdated[] };
  stones: Tombstone[];
}

export async function erasureView(): Promise<ErasureView> {
  const retention = await findRetention();
  return { retention, due: await wouldErase(retention), stones: await tombstones(await database(), STONES) };
}

async function wouldErase(retention: Retention): Promise<ErasureView["due"]> {
  const before = erasedBefore(retention, Date.now());
  return before === null ? { count: 0, machines: [] } : closedBefore(await database(), before, SHOWN);
}

/** Which machines a rule would take now: nothing is done. */
export async function previewRetention(body: unknown): Promise<Result<ErasureView["due"]>> {
  const checked = check(RetentionInput, body);
  return checked.ok ? ok(await wouldErase(checked.value)) : bad(serverProblem.badFields(checked.fields));
}

/** Sets after how many years machines are erased by themselves. */
export async function changeRetention(body: unknown): Promise<Result<null>> {
  const checked = check(RetentionInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const by = await actor();
  const { years } = checked.value;
  return writing(async (tx) => {
    await writeSetting(tx, "settings", KEY, { years });
    await addAudit(tx, {
      ...by,
      what: years === null ? "machines are kept for good" : `machines go after ${years} years`,
    });
    return ok(null);
  });
}

/** A photo that was taken away can be brought back for so long, ms. */
export const UNDO_MS = 10 * 60_000;
const LOOK_MS = 60_000;
/** Machines erased in one turn. */
const AT_ONCE = 10;

/** Erases what is due: photos whose undo ended, machines by the workshop's rule. How much went. */
export async function eraseDue(nowMs = Date.now()): Promise<number> {
  const gone = await writing(async (tx) => ok(await dropOldPhotos(tx, new Date(nowMs - UNDO_MS).toISOString())));
  let count = gone.ok ? gone.value : 0;
  const before = erasedBefore(await findRetention(), nowMs);
  if (before !== null) {
    const { machines } = await closedBefore(await database(), before, AT_ONCE);
    for (const { id } of machines) {
      await writing(async (tx) => {
        await eraseMachine(tx, id, new Date(nowMs).toISOString());
        await addAudit(tx, { who: "", bench: "", what: "a machine was erased by the workshop's rule" });
        return ok(null);
      });
      count++;
    }
  }
  if (count > 0 || unfinished.get()) await final();
  return count;
}

export const beginErasing = (): void => regularly("erasing", LOOK_MS, async () => void (await eraseDue()));
