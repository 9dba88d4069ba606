import { gunzipSync } from "node:zlib";
import type { Knex } from "knex";
import { processWide } from "../../core/base/processWide";
import type { BrokenKind, BrokenOfJob } from "../../core/workshop/job";
import { PLACES } from "./pieces";
import { sha256 } from "./pieceSum";

/** A piece that was asked for and is not what it was. */
export class PieceBroken extends Error {
  constructor(
    readonly kind: BrokenKind,
    readonly id: number,
  ) {
    super(`${kind} ${id} is not what it was`);
  }
}

const suspected = processWide<boolean>("a piece is broken");

/** Somebody met a broken piece: all are looked at as soon as there is time. */
export const suspectPieces = (): void => suspected.set(true);

/** Whether somebody met one since this was last asked. */
export function takeSuspicion(): boolean {
  const was = suspected.get() === true;
  suspected.clear();
  return was;
}

/** A piece as it was, against the hash beside it where it has one. Throws PieceBroken. */
export function whole(piece: Buffer, sum: string | null, kind: BrokenKind, id: number): Buffer {
  if (sum === null || sha256(piece) === sum) return piece;
  suspectPieces();
  throw new PieceBroken(kind, id);
}

/** A packed piece unpacked, against the hash beside it and what it was made of. Throws PieceBroken. */
export function wholeUnpacked(
  piece: Buffer,
  { sum, own }: { sum: string | null; own: string | null },
  kind: BrokenKind,
  id: number,
): Buffer {
  let text: Buffer;
  try {
    text = gunzipSync(whole(piece, sum, kind, id));
  } catch {
    suspectPieces();
    throw new PieceBroken(kind, id);
  }
  return own === null ? text : whole(text, own, kind, id);
}

interface Row {
  table_name: string;
  column_name: string;
  found_at: string;
  job: number | null;
  of: string | null;
}

/** Of which job a piece is, and what tells it from others there; rows of other tables are null. */
const BELONGS = {
  run_files: { job: "r.job_id", of: "r.kind", join: "JOIN runs r ON r.id = b.row" },
  run_channels: {
    job: "r.job_id",
    of: "r.kind",
    join: "JOIN run_channels c ON c.rowid = b.row JOIN runs r ON r.id = c.run_id",
  },
  photo_files: { job: "p.job_id", of: "p.note", join: "JOIN photos p ON p.id = b.row" },
  signoffs: { job: "s.job_id", of: "s.revision", join: "JOIN signoffs s ON s.id = b.row" },
} as const;

/** What is broken of a job and could not be taken back; hardly ever anything. */
export async function brokenOfJob(db: Knex, jobId: number): Promise<BrokenOfJob[]> {
  const any = await db("broken_pieces").whereNull("mended_at").first<{ row: number } | undefined>("row");
  if (!any) return [];
  const found: BrokenOfJob[] = [];
  for (const [table, { job, of, join }] of Object.entries(BELONGS)) {
    const rows = (await db.raw(
      `SELECT b.table_name, b.column_name, b.found_at, ${job} AS job, ${of} AS of FROM broken_pieces b ${join} ` +
        `WHERE b.table_name = ? AND b.mended_at IS NULL AND ${job} = ? ORDER BY b.row`,
      [table, jobId],
    )) as unknown as Row[];
    for (const r of rows) {
      const kind = PLACES.find((p) => p.table === r.table_name && p.column === r.column_name)?.name;
      const one = kind && { kind, of: r.of === null ? "" : String(r.of), foundAt: r.found_at };
      if (one && !found.some((f) => f.kind === one.kind && f.of === one.of)) found.push(one);
    }
  }
  return found;
}
