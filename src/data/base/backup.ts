import {
  closeSync,
  copyFileSync,
  existsSync,
  fsyncSync,
  linkSync,
  mkdirSync,
  openSync,
  renameSync,
  rmSync,
  statSync,
} from "node:fs";
import { dirname, resolve } from "node:path";
import Database from "better-sqlite3";
import { bad, ok, type Problem, type Result } from "../../core/base/result";
import { openToRead } from "./openToRead";
import { erasedSince, holdsMachine, type ErasedMachine } from "./erasedList";
import { joinAnew, type TakenBack } from "./joinAnew";
import { migrationSource } from "./migrations";
import { brokenIn, writeSums, type Broken } from "./sums";

/** What a database holds, as far as one is told from another. */
export interface Holds {
  /** Rows by table. */
  rows: Record<string, number>;
  /** When something was last written in it, ISO; null where nothing says. */
  newest: string | null;
  /** Names of the changes of its form that it has seen, in their order. */
  migrations: string[];
  bytes: number;
  /** Logs, pictures and documents that are not what they were. */
  broken: Broken[];
}

export const backupProblem = {
  missing: (path: string): Problem => ({
    code: "backup-missing",
    message: `${path}: There is no such file.`,
    action: "Check the path.",
  }),
  damaged: (path: string): Problem => ({
    code: "backup-damaged",
    message: `${path} is damaged, or is no database of Ovrant.`,
    action: "Nothing was changed. Take an earlier copy.",
  }),
  ofNewer: (path: string): Problem => ({
    code: "backup-newer-form",
    message: `${path} was written by a newer Ovrant than this one.`,
    action: "Nothing was changed. Update Ovrant first.",
  }),
  overNewer: (path: string, ours: string, theirs: string): Problem => ({
    code: "restore-over-newer",
    message: `The database ${path} was last written ${ours}, the copy ${theirs}: what came since would be gone.`,
    action: "Nothing was changed. Say --replace to put the copy in its place; the database is put aside beside it.",
  }),
  broken: (path: string, what: readonly string[]): Problem => ({
    code: "backup-broken",
    message:
      `${path}: ${what.length} of what it holds is not what it was: ` +
      `${what.slice(0, 5).join("; ")}${what.length > 5 ? " …" : ""}.`,
    action: "Nothing was changed. Take an earlier copy, or say --broken to take this one with what still stands.",
  }),
  inUse: (path: string): Problem => ({
    code: "restore-in-use",
    message: `Another program has the database ${path} open.`,
    action: "Nothing was changed. Stop Ovrant first, then restore.",
  }),
  notWritten: (path: string, why: string): Problem => ({
    code: "backup-not-written",
    message: `${path} could not be written: ${why}.`,
    action: "Look at the folder and the room on its disk. What was there before is still there.",
  }),
};

/** Reads a database file through and says what it holds; a damaged one, or one of another program, is refused. */
export function holdsOf(path: string): Result<Holds> {
  if (!existsSync(path)) return bad(backupProblem.missing(path));
  try {
    const db = openToRead(path);
    try {
      const check = db.pragma("integrity_check(1)", { simple: true });
      const tables = db
        .prepare<[], { name: string }>("SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY name")
        .all()
        .map((t) => t.name)
        .filter((name) => !name.startsWith("sqlite_"));
      if (check !== "ok" || !tables.includes("machines") || !tables.includes("knex_migrations"))
        return bad(backupProblem.damaged(path));
      const own = tables.filter((name) => !/^(knex|backup)_/.test(name));
      return ok({
        rows: Object.fromEntries(own.map((name) => [name, countIn(db, name)])),
        newest: own.map((name) => newestIn(db, name)).reduce<string | null>(later, null),
        migrations: db
          .prepare<[], { name: string }>("SELECT name FROM knex_migrations ORDER BY id")
          .all()
          .map((m) => m.name),
        bytes: statSync(path).size,
        broken: brokenIn(db),
      });
    } finally {
      db.close();
    }
  } catch {
    return bad(backupProblem.damaged(path));
  }
}

/** Pages copied at once: others come to the disk between. */
const PAGES_AT_ONCE = 1_000;

/** Takes a half-written file away, and what stands beside it. */
function gone(path: string): void {
  for (const end of ["", "-wal", "-shm", "-journal"]) {
    try {
      rmSync(path + end, { force: true });
    } catch {
      // a folder that is none holds nothing to take away
    }
  }
}

const countIn = (db: Database.Database, table: string): number =>
  db.prepare<[], { n: number }>(`SELECT count(*) AS n FROM "${table}"`).get()?.n ?? 0;

/** The latest time in any column of a table that holds times of writing. */
function newestIn(db: Database.Database, table: string): string | null {
  const columns = (db.pragma(`table_info("${table}")`) as { name: string }[])
    .map((c) => c.name)
    .filter((name) => name === "at" || name.endsWith("_at"));
  return columns
    .map((c) => db.prepare<[], { t: unknown }>(`SELECT max("${c}") AS t FROM "${table}"`).get()?.t)
    .map((t) => (typeof t === "string" && /^\d{4}-\d\d-\d\dT/.test(t) ? t : null))
    .reduce(later, null);
}

const later = (a: string | null, b: string | null): string | null => (a !== null && (b === null || a > b) ? a : b);

/**
 * Copies the database whole while it is in use, reads the copy through, and only then gives it its name: a copy that
 * stands there is one that can be restored.
 *
 * @example
 * await backUp("var/ovrant.db", "/mnt/stick/monday.db"); // { ok: true, value: { rows: { machines: 12, … } } }
 */
export async function backUp(from: string, to: string): Promise<Result<Holds>> {
  if (!existsSync(from)) return bad(backupProblem.missing(from));
  const path = resolve(to);
  const half = `${path}.half`;
  try {
    mkdirSync(dirname(path), { recursive: true });
    gone(half);
    const db = openToRead(from);
    try {
      // held while it is copied: what others write meanwhile would begin the copy anew, and under work it never ended
      db.exec("BEGIN");
      db.prepare("SELECT count(*) FROM sqlite_master").get();
      await db.backup(half, { progress: () => PAGES_AT_ONCE });
      db.exec("ROLLBACK");
    } finally {
      db.close();
    }
    // one file, with no journal beside it: it is carried about by itself
    const copy = new Database(half);
    copy.pragma("journal_mode = DELETE");
    writeSums(copy);
    copy.close();
    const read = holdsOf(half);
    if (!read.ok) {
      gone(half);
      return bad(backupProblem.damaged(from));
    }
    onDisk(half);
    renameSync(half, path);
    onDisk(dirname(path));
    return read;
  } catch (e) {
    gone(half);
    return bad(backupProblem.notWritten(path, whyOf(e)));
  }
}

const WHYS: Record<string, string> = {
  ENOSPC: "the disk is full",
  EACCES: "it may not be written to",
  EROFS: "it is read-only",
  ENOTDIR: "its folder is none",
};

const whyOf = (e: unknown): string => WHYS[e instanceof Error && "code" in e ? String(e.code) : ""] ?? "it failed";

/** Waits until a file, or the names in a folder, are on disk. */
function onDisk(path: string): void {
  const fd = openSync(path, "r");
  try {
    fsyncSync(fd);
  } finally {
    closeSync(fd);
  }
}

/** How a restore is to go. */
export interface RestoreHow {
  /** Only says what it would do. */
  dryRun: boolean;
  /** Allows it over a newer one. */
  replace: boolean;
  /** Takes a copy of which not all is what it was. */
  broken: boolean;
  /** Told in the name of what is put aside. */
  stamp: string;
  /** Erases in a copy what was erased since it was made. */
  erase: (path: string, list: readonly ErasedMachine[]) => Promise<void>;
}

/** What a restore did or would do. */
export interface Restored {
  /** What the copy holds, and what stood in its place; null where nothing did, or it was damaged. */
  copy: Holds;
  was: Holds | null;
  /** Where what stood there was put aside; null where nothing did. */
  aside: string | null;
  /** Who has to join anew; null where nothing was restored. */
  joins: TakenBack | null;
  /** Machines that were erased since the copy was made, and are erased in it again. */
  erased: number;
}

/**
 * Puts a copy in the place of the database. What stood there is put aside, never deleted; over one that was written to
 * later than the copy only where that is said. Makes the database where there is none. Benches and people join anew:
 * credentials of then are not those of now. What was erased since is erased in it again.
 */
export async function restore(from: string, path: string, how: RestoreHow): Promise<Result<Restored>> {
  const copy = holdsOf(from);
  if (!copy.ok) return copy;
  const known = (await migrationSource.getMigrations([])).map((m) => migrationSource.getMigrationName(m));
  if (copy.value.migrations.some((name) => !known.includes(name))) return bad(backupProblem.ofNewer(from));
  if (copy.value.broken.length && !how.broken && !how.dryRun) return bad(backupProblem.broken(from, copy.value.broken));
  const there = existsSync(path);
  const own = there ? holdsOf(path) : null;
  const was = own?.ok ? own.value : null;
  const aside = there ? `${path}.aside-${how.stamp}` : null;
  const erased = erasedSince(from, there ? path : null);
  const again = erased.filter((e) => holdsMachine(from, e)).length;
  if (how.dryRun) return ok({ copy: copy.value, was, aside, joins: null, erased: again });
  if (was?.newest && was.newest > (copy.value.newest ?? "") && !how.replace)
    return bad(backupProblem.overNewer(path, was.newest, copy.value.newest ?? "never"));
  if (was && isInUse(path)) return bad(backupProblem.inUse(path));
  const half = `${path}.half`;
  try {
    mkdirSync(dirname(resolve(path)), { recursive: true });
    copyFileSync(from, half);
    if (erased.length) await how.erase(half, erased);
    const joins = joinAnew(half);
    onDisk(half);
    if (aside) putAside(path, aside);
    renameSync(half, path);
    onDisk(dirname(resolve(path)));
    return ok({ copy: copy.value, was, aside, joins, erased: again });
  } catch (e) {
    gone(half);
    return bad(backupProblem.notWritten(path, whyOf(e)));
  }
}

/**
 * Gives a database a second name: the copy takes the first one at once, so that a whole one stands under it at every
 * moment. One that was not closed well, whose journal belongs to it alone, is moved away with that.
 */
function putAside(path: string, aside: string): void {
  const journals = ["-wal", "-shm"].filter((end) => existsSync(path + end));
  if (journals.length === 0 && linked(path, aside)) return;
  for (const end of [...journals, ""]) renameSync(path + end, aside + end);
}

function linked(path: string, aside: string): boolean {
  try {
    linkSync(path, aside);
    return true;
  } catch {
    // a disk that knows no second names
    return false;
  }
}

/** Whether another program has a database open: then it cannot be had for oneself. */
function isInUse(path: string): boolean {
  try {
    const db = new Database(path, { fileMustExist: true, timeout: 200 });
    try {
      db.pragma("locking_mode = EXCLUSIVE");
      db.exec("BEGIN EXCLUSIVE");
      db.exec("COMMIT");
      return false;
    } finally {
      db.close();
    }
  } catch {
    return true;
  }
}
