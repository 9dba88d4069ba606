import { bad, ok, type Result } from "../../core/base/result";
import type { Squaring } from "../../core/drawing/photo";
import { database } from "../../data/base/connection";
import {
  addPhoto,
  changePhoto,
  findPhoto,
  photoFile,
  photosOf,
  type PhotoPhase,
  type PhotoRecord,
} from "../../data/drawing/photos";
import { check } from "../../input/check";
import { PHASES, PhotoChangeInput, type SquaringInput } from "../../input/photo";
import { pictureOf } from "../base/background/pictures";
import { serverProblem } from "../base/http/problems";
import { openJob, writing } from "../base/http/write";

export const PHOTO_LIMIT_MB = 30;

/** What a photo holds while it comes, twice for it is put together, bytes. */
export function heldByPhoto(request: { headers: Headers }): number {
  const length = request.headers.get("content-length");
  return 2 * Math.min(length === null ? Infinity : Number(length) || 0, PHOTO_LIMIT_MB * 1e6);
}

/** Takes a photo in, as it is stored. */
export async function storePhoto(
  jobId: number,
  phase: string,
  body: AsyncIterable<Uint8Array>,
): Promise<Result<{ photoId: number }>> {
  const job = await openJob(await database(), jobId);
  if (!job.ok) return job;
  if (!(PHASES as readonly string[]).includes(phase))
    return bad(serverProblem.badFields({ phase: "Say when it was taken: as found, cleaned, or after." }));
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  for await (const c of body) {
    bytes += c.length;
    if (bytes > PHOTO_LIMIT_MB * 1e6) return bad(serverProblem.photoTooLarge(PHOTO_LIMIT_MB));
    chunks.push(c);
  }
  const picture = await pictureOf(Buffer.concat(chunks));
  if (!picture.ok) return picture;
  return writing(async (tx) => {
    // it may have been closed while the picture came in
    const job = await openJob(tx, jobId);
    if (!job.ok) return job;
    const photo = { jobId, phase: phase as PhotoPhase, ...picture.value };
    return ok({ photoId: await addPhoto(tx, photo, new Date().toISOString()) });
  });
}

/** Changes when, where, what of a photo; taking it away can be taken back. */
export async function updatePhoto(id: number, body: unknown): Promise<Result<null>> {
  const checked = check(PhotoChangeInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { squaring, removed, ...rest } = checked.value;
  return writing(async (tx) => {
    const photo = await findPhoto(tx, id);
    if (!photo) return bad(serverProblem.noPhoto());
    const job = await openJob(tx, photo.jobId);
    if (!job.ok) return job;
    await changePhoto(tx, id, {
      ...rest,
      ...(squaring ? { squaring: squaringOf(squaring) } : {}),
      ...(removed === undefined ? {} : { removedAt: removed ? new Date().toISOString() : null }),
    });
    return ok(null);
  });
}

function squaringOf(s: SquaringInput): Squaring {
  const p = (q: { x: number; y: number }) => [q.x, q.y] as const;
  const [a, b, c, d] = s.corners.map(p);
  const zero = [0, 0] as const;
  return {
    corners: [a ?? zero, b ?? zero, c ?? zero, d ?? zero],
    known: s.knownFrom && s.knownTo && s.knownMm ? { from: p(s.knownFrom), to: p(s.knownTo), mm: s.knownMm } : null,
    opacity: s.opacity,
  };
}

export const jobPhotos = async (jobId: number): Promise<PhotoRecord[]> => photosOf(await database(), jobId);

export const photoBytes = async (id: number, thumbnail: boolean): Promise<Buffer | null> =>
  photoFile(await database(), id, thumbnail ? "thumbnail" : "image");
