/** How back-ups are made by themselves. */
export interface BackupPlan {
  /** Folder they are put in; "" for the one beside the database. */
  folder: string;
  /** Days from one to the next; 0: none by itself. */
  everyDays: number;
  /** So many of the newest are kept, and the newest of each of so many months before. */
  keep: number;
  keepMonths: number;
}

export const usualPlan: BackupPlan = { folder: "", everyDays: 1, keep: 14, keepMonths: 12 };

/** How the last back-ups went. */
export interface BackupState {
  /** The last one that was read back whole; null while there is none. */
  good: { at: string; file: string; bytes: number; says: string } | null;
  /** What went wrong since; null while nothing did. */
  trouble: { at: string; says: string } | null;
}

const NAME = /^ovrant-(\d{4})-(\d{2})-(\d{2})-\d{2}-\d{2}-\d{2}\.db$/;

/** The name of a back-up made at a time. */
export const backupName = (at: string): string => `ovrant-${at.slice(0, 19).replace(/[T:]/g, "-")}.db`;

/** Back-ups among the files of a folder, newest first; files of any other name are nobody's business. */
export const backupsAmong = (names: readonly string[]): string[] =>
  names
    .filter((n) => NAME.test(n))
    .sort()
    .reverse();

/** Back-ups of a folder that are no longer to be kept; files of any other name are nobody's business. */
export function outlived(names: readonly string[], { keep, keepMonths }: BackupPlan): string[] {
  const own = backupsAmong(names);
  const months = new Map<string, string>();
  for (const n of own) {
    const month = NAME.exec(n)?.slice(1, 3).join("-") ?? "";
    if (!months.has(month)) months.set(month, n);
  }
  const kept = new Set([...own.slice(0, Math.max(1, keep)), ...[...months.values()].slice(0, keepMonths)]);
  return own.filter((n) => !kept.has(n));
}

/** Whether the next back-up is due. */
export function backupDue(plan: BackupPlan, state: BackupState, nowMs: number): boolean {
  if (plan.everyDays <= 0) return false;
  const last = Math.max(
    Date.parse(state.good?.at ?? "") || 0,
    Date.parse(state.trouble?.at ?? "") + RETRY_MS - plan.everyDays * DAY_MS || 0,
  );
  return nowMs - last >= plan.everyDays * DAY_MS;
}

/**
 * What the bench says of back-ups; null while they are as wished. `since` is when there was first something to
 * keep.
 */
export function backupWords(plan: BackupPlan, state: BackupState, since: string | null, nowMs: number): string | null {
  if (plan.everyDays <= 0 || since === null) return null;
  const from = state.good?.at ?? since;
  const days = Math.floor((nowMs - Date.parse(from)) / DAY_MS);
  if (days < 2 * plan.everyDays) return null;
  const why = state.trouble ? ` ${state.trouble.says}` : "";
  return state.good ? `The last good back-up is ${days} days old.${why}` : `There is no back-up yet.${why}`;
}

const DAY_MS = 86_400_000;
/** One that failed is tried again after an hour. */
const RETRY_MS = 3_600_000;

/** How the last slow reading of all pieces went. */
export interface PiecesState {
  at: string;
  pieces: number;
  bytes: number;
  broken: number;
  /** Taken back, "log 12 from ovrant-2031-03-01….db". */
  mended: string[];
}

/** Between one slow reading and the next, days. */
const READ_EVERY_DAYS = 1;

/** Whether all pieces are to be read again. */
export const piecesDue = (last: PiecesState | null, nowMs: number): boolean =>
  last === null || nowMs - Date.parse(last.at) >= READ_EVERY_DAYS * DAY_MS;

/** What is said of the last slow reading. */
export function piecesWords({ pieces, bytes, broken, mended }: PiecesState): string {
  const all = `${pieces.toLocaleString("en-GB")} logs, readings, photos and documents, ${(bytes / 1e6).toFixed(0)} MB`;
  const found = broken === 0 ? "each as it was" : `${broken} not what ${broken === 1 ? "it was" : "they were"}`;
  return [`${all}: ${found}.`, ...(mended.length ? [`Taken back from back-ups: ${mended.join("; ")}.`] : [])].join(" ");
}
