import type { Knex } from "knex";
import { storedJson } from "../base/storedJson";
import type { Squaring } from "../../core/drawing/photo";
import { whole } from "../base/brokenPieces";
import { withSum } from "../base/pieceSum";

export type PhotoPhase = "found" | "cleaned" | "after" | "tracing";

/** A photo of a job: when it was taken in the work, where it is pinned, how it is squared up for tracing. */
export interface PhotoRecord {
  id: number;
  jobId: number;
  phase: PhotoPhase;
  note: string;
  xMm: number | null;
  yMm: number | null;
  width: number;
  height: number;
  bytes: number;
  squaring: Squaring | null;
  createdAt: string;
}

interface PhotoRow {
  id: number;
  job_id: number;
  phase: PhotoPhase;
  note: string;
  x_mm: number | null;
  y_mm: number | null;
  width: number;
  height: number;
  bytes: number;
  squaring_json: string | null;
  created_at: string;
  removed_at: string | null;
}

const fromRow = (r: PhotoRow): PhotoRecord => ({
  id: r.id,
  jobId: r.job_id,
  phase: r.phase,
  note: r.note,
  xMm: r.x_mm,
  yMm: r.y_mm,
  width: r.width,
  height: r.height,
  bytes: r.bytes,
  squaring: storedJson<Squaring | null>(r.squaring_json, null, `how photo ${r.id} is straightened`),
  createdAt: r.created_at,
});

/** Photos of a job that were not taken away, oldest first. */
export async function photosOf(db: Knex, jobId: number): Promise<PhotoRecord[]> {
  return (await db<PhotoRow>("photos").where({ job_id: jobId }).whereNull("removed_at").orderBy("id")).map(fromRow);
}

export async function findPhoto(db: Knex, id: number): Promise<PhotoRecord | null> {
  const row = await db<PhotoRow>("photos").where({ id }).first();
  return row ? fromRow(row) : null;
}

/** Stores a photo with its thumbnail, whole or not at all. */
export async function addPhoto(
  db: Knex,
  p: { jobId: number; phase: PhotoPhase; width: number; height: number; image: Buffer; thumbnail: Buffer },
  now: string,
): Promise<number> {
  return db.transaction(async (tx) => {
    const [row] = await tx("photos")
      .insert({
        job_id: p.jobId,
        phase: p.phase,
        note: "",
        width: p.width,
        height: p.height,
        bytes: p.image.length,
        created_at: now,
      })
      .returning<{ id: number }[]>("id");
    const id = row?.id ?? 0;
    await tx("photo_files").insert({
      photo_id: id,
      ...withSum("image", p.image),
      ...withSum("thumbnail", p.thumbnail),
    });
    return id;
  });
}

export async function changePhoto(
  db: Knex,
  id: number,
  set: {
    phase?: PhotoPhase;
    note?: string;
    xMm?: number | null;
    yMm?: number | null;
    squaring?: Squaring | null;
    removedAt?: string | null;
  },
): Promise<void> {
  const row: Record<string, unknown> = {};
  if (set.phase !== undefined) row.phase = set.phase;
  if (set.note !== undefined) row.note = set.note;
  if (set.xMm !== undefined) row.x_mm = set.xMm;
  if (set.yMm !== undefined) row.y_mm = set.yMm;
  if (set.squaring !== undefined) row.squaring_json = set.squaring && JSON.stringify(set.squaring);
  if (set.removedAt !== undefined) row.removed_at = set.removedAt;
  if (Object.keys(row).length) await db("photos").where({ id }).update(row);
}

export async function photoFile(db: Knex, id: number, which: "image" | "thumbnail"): Promise<Buffer | null> {
  const row = await db("photo_files")
    .where({ photo_id: id })
    .first<{ bytes: Buffer; sum: string | null } | undefined>({ bytes: which, sum: `${which}_sha256` });
  return row ? whole(row.bytes, row.sum, which === "image" ? "photo" : "small photo", id) : null;
}

/** Photos that were taken away before a moment are gone for good; how many. */
export const dropOldPhotos = (db: Knex, before: string): Promise<number> =>
  db("photos").where("removed_at", "<", before).delete();
