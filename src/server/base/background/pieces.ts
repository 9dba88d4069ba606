import { execFile } from "node:child_process";
import { join } from "node:path";
import { promisify } from "node:util";
import { ok } from "../../../core/base/result";
import { piecesDue, type PiecesState } from "../../../core/workshop/keeping";
import { findPlan } from "../../../data/base/backupPlan";
import { takeSuspicion } from "../../../data/base/brokenPieces";
import { database } from "../../../data/base/connection";
import { readSetting, writeSetting } from "../../../data/base/settingsStore";
import { writing } from "../http/write";
import { backupFolder } from "./backups";
import { regularly } from "./task";

const run = promisify(execFile);

/** Under what name the last reading is kept. */
const KEY = "pieces";
const MOST_MS = 6 * 3_600_000;

/** How the last slow reading of all pieces went; null while there was none. */
export const piecesState = async (): Promise<PiecesState | null> =>
  readSetting<PiecesState>(await database(), "keeping", KEY);

/** Reads every piece in a process of its own, at a slow pace, and takes back what is broken where a back-up has it. */
export async function readPieces(): Promise<PiecesState> {
  const folder = backupFolder(await findPlan(await database()));
  const command = join(process.cwd(), "bin/ovrant.mjs");
  const args = [command, "pieces", "--json", "--slowly", "--backups", folder];
  const { stdout } = await run(process.execPath, args, { timeout: MOST_MS });
  const state = JSON.parse(stdout) as PiecesState;
  await writing(async (tx) => {
    await writeSetting(tx, "keeping", KEY, state);
    return ok(null);
  });
  return state;
}

const LOOK_MS = 60_000;
/** A server that has just started has better to do. */
const SETTLED_S = 15 * 60;

/** Reads all pieces once a day in the quiet, and at once where somebody met a broken one. */
export function beginReadingPieces(): void {
  regularly("pieces", LOOK_MS, async () => {
    const met = takeSuspicion();
    if (!met && (process.uptime() < SETTLED_S || !piecesDue(await piecesState(), Date.now()))) return;
    await readPieces();
  });
}
