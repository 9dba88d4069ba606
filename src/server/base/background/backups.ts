import { execFile } from "node:child_process";
import { existsSync } from "node:fs";
import { readdir, rm, stat } from "node:fs/promises";
import { dirname, isAbsolute, join } from "node:path";
import { promisify } from "node:util";
import {
  backupDue,
  backupName,
  backupWords,
  outlived,
  type BackupPlan,
  type BackupState,
} from "../../../core/workshop/keeping";
import { bad, ok, type Problem, type Result } from "../../../core/base/result";
import { begunAt, findPlan, findState, setPlan, setState } from "../../../data/base/backupPlan";
import { database, databasePath } from "../../../data/base/connection";
import { check } from "../../../input/check";
import { BackupPlanInput } from "../../../input/backup";
import { regularly } from "./task";
import { serverProblem } from "../http/problems";
import { writing } from "../http/write";
import { processWide } from "../../../core/base/processWide";

const run = promisify(execFile);

/** Where back-ups are put. */
export const backupFolder = (plan: BackupPlan): string => plan.folder || join(dirname(databasePath()), "backups");

const MOST_MS = 30 * 60_000;

/** A back-up on its way. */
interface UnderWay {
  /** The copy as it grows, and how large it is to be, bytes. */
  half: string;
  ofBytes: number;
  stop: AbortController;
}
const backup = processWide<Promise<Result<BackupState>>>("back-up");
const copyUnderWay = processWide<UnderWay>("back-up, its copy");

/** Makes a back-up now, in a process of its own; who asks meanwhile waits for the same. */
export function backUpNow(): Promise<Result<BackupState>> {
  return backup.orMake(() => made().finally(() => backup.clear()));
}

/** How far the back-up on its way is, 0 to 1; null while it is read back, and none where nothing is on its way. */
export async function backupUnderWay(): Promise<{ share: number | null } | null> {
  const copy = copyUnderWay.get();
  if (!copy) return null;
  const { size } = await stat(copy.half).catch(() => ({ size: 0 }));
  return { share: size < copy.ofBytes ? size / copy.ofBytes : null };
}

/** Stops the back-up on its way; what was copied is taken away, and the last good one stays. */
export async function stopBackup(): Promise<Result<null>> {
  copyUnderWay.get()?.stop.abort();
  await backup.get();
  return ok(null);
}

async function made(): Promise<Result<BackupState>> {
  const db = await database();
  const [plan, was] = [await findPlan(db), await findState(db)];
  const at = new Date().toISOString();
  const folder = backupFolder(plan);
  const file = join(folder, backupName(at));
  const stop = new AbortController();
  const { size: ofBytes } = await stat(databasePath());
  copyUnderWay.set({ half: `${file}.half`, ofBytes, stop });
  const said = await copied(file, stop.signal).finally(() => copyUnderWay.clear());
  if (stop.signal.aborted) {
    for (const end of ["", "-journal"]) await rm(`${file}.half${end}`, { force: true });
    return bad(stopped);
  }
  if (!said.ok) {
    const state: BackupState = { ...was, trouble: { at, says: said.problem.message } };
    await kept(state);
    return said;
  }
  const { size } = await stat(file);
  const state: BackupState = { good: { at, file, bytes: size, says: said.value }, trouble: null };
  await kept(state);
  const there = await readdir(/* turbopackIgnore: true */ folder);
  for (const name of outlived(there, plan)) await rm(join(folder, name), { force: true });
  return ok(state);
}

const kept = (state: BackupState) =>
  writing(async (tx) => {
    await setState(tx, state);
    return ok(null);
  });

/** The command makes the copy and reads it back: neither holds the thread that answers. */
async function copied(file: string, signal: AbortSignal): Promise<Result<string>> {
  const command = join(process.cwd(), "bin/ovrant.mjs");
  if (!existsSync(command)) return bad(failed(file, "the ovrant command is not where the server was started"));
  try {
    const { stdout } = await run(process.execPath, [command, "backup", file], { timeout: MOST_MS, signal });
    return ok(stdout.trim().replace(`${file}: `, ""));
  } catch (e) {
    const text = typeof e === "object" && e !== null && "stderr" in e ? String(e.stderr).trim() : "";
    return bad(failed(file, text.split("\n").at(-1) ?? "it failed"));
  }
}

const stopped: Problem = {
  code: "cancelled",
  message: "The back-up was stopped.",
  action: "The last good one stands as it was.",
};

const failed = (file: string, why: string): Problem => ({
  code: "backup-failed",
  message: `No back-up could be made in ${dirname(file)}: ${why}`,
  action: "Look at the folder and the room on its disk, or choose another folder.",
});

/** What the settings show of back-ups. */
export interface BackupView {
  plan: BackupPlan;
  state: BackupState;
  folder: string;
}

export async function backupView(): Promise<BackupView> {
  const db = await database();
  const plan = await findPlan(db);
  return { plan, state: await findState(db), folder: backupFolder(plan) };
}

/** What the bench says of back-ups; null while they are as wished. */
export async function backupNotice(): Promise<string | null> {
  const db = await database();
  return backupWords(await findPlan(db), await findState(db), await begunAt(db), Date.now());
}

/** Sets where back-ups are put, how often, and how many are kept. */
export async function changePlan(body: unknown): Promise<Result<BackupView>> {
  const checked = check(BackupPlanInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const plan: BackupPlan = { ...checked.value };
  if (plan.folder !== "" && !isAbsolute(plan.folder))
    return bad(serverProblem.badFields({ folder: "Give the whole path of the folder, from the root on." }));
  await writing(async (tx) => {
    await setPlan(tx, plan);
    return ok(null);
  });
  return ok(await backupView());
}

const LOOK_MS = 10 * 60_000;

/** Makes back-ups by their plan, from when the server starts until it ends. */
export function beginBackups(): void {
  regularly("back-ups", LOOK_MS, async () => {
    const db = await database();
    if (!backupDue(await findPlan(db), await findState(db), Date.now())) return;
    // a server that has just started has better to do, and one that is only tried needs none
    if (process.uptime() * 1000 < LOOK_MS) return;
    await backUpNow();
  });
}
