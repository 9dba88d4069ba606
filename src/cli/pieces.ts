import { readdirSync } from "node:fs";
import { setPriority } from "node:os";
import { dirname, join } from "node:path";
import { setTimeout as rest } from "node:timers/promises";
import { parseArgs } from "node:util";
import Database from "better-sqlite3";
import { backupsAmong, piecesWords, type PiecesState } from "../core/workshop/keeping";
import { databasePath } from "../data/base/connection";
import { mend, readThrough, type BrokenPiece } from "../data/base/pieces";
import { Unusable } from "./unusable";

/** Bytes are read at this pace where somebody works meanwhile, a second. */
const SLOW_BYTES_S = 25e6;
/** A writer waits so long for another, ms. */
const WAITS_MS = 10_000;
/** The lowest priority there is: whoever works at the bench comes first. */
const LOWEST = 19;

const named = ({ place, row }: BrokenPiece): string => `${place.name} ${row}`;

/**
 * ovrant pieces [--backups DIR] [--slowly] [--json]: reads every log, photo and document against its hash, and takes
 * what is broken back from the newest back-up that has it whole.
 */
export async function piecesCommand(args: string[]): Promise<void> {
  const { values } = parseArgs({
    args,
    options: {
      backups: { type: "string" },
      slowly: { type: "boolean", default: false },
      json: { type: "boolean", default: false },
    },
  });
  const path = databasePath();
  const folder = values.backups ?? join(dirname(path), "backups");
  if (values.slowly) setPriority(LOWEST);
  let db: Database.Database;
  try {
    db = new Database(path, { fileMustExist: true, timeout: WAITS_MS });
  } catch {
    throw new Unusable(`${path}: There is no such database. OVRANT_DB says where it is.`);
  }
  try {
    const slow = (bytes: number) => rest((1000 * bytes) / SLOW_BYTES_S);
    const { pieces, bytes, broken } = await readThrough(db, values.slowly ? slow : undefined);
    const done = mend(db, broken, copiesIn(folder));
    const state: PiecesState = {
      at: new Date().toISOString(),
      pieces,
      bytes,
      broken: done.left.length,
      mended: done.mended.map((m) => `${named(m.piece)} from ${m.from}`),
    };
    if (values.json) process.stdout.write(`${JSON.stringify(state)}\n`);
    else {
      const left = done.left.length ? [`Broken, and in no back-up: ${done.left.map(named).join("; ")}.`] : [];
      process.stdout.write(`${[piecesWords(state), ...left].join("\n")}\n`);
    }
  } finally {
    db.close();
  }
}

/** Back-ups of a folder, newest first; none where there is no such folder. */
function copiesIn(folder: string): { name: string; open: () => Database.Database }[] {
  let names: string[];
  try {
    names = readdirSync(folder);
  } catch {
    return [];
  }
  return backupsAmong(names).map((name) => ({
    name,
    open: () => new Database(join(folder, name), { readonly: true, fileMustExist: true }),
  }));
}
