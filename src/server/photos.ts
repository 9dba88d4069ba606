import sharp from "sharp";
import { bad, ok, type Result } from "../core/result";
import { pictureKind, type Squaring } from "../core/photo";
import { database } from "../data/connection";
import {
  addPhoto,
  changePhoto,
  findPhoto,
  photoFile,
  photosOf,
  type PhotoPhase,
  type PhotoRecord,
} from "../data/photos";
import { check } from "../input/check";
import { PHASES, PhotoChangeInput, type SquaringInput } from "../input/photo";
import { MOST_PIXELS, MOST_S, smallOf } from "./quiet/pictures";
import { serverProblem } from "./requests/problems";
import { openJob, writing } from "./requests/write";

export const PHOTO_LIMIT_MB = 30;
const LONG_EDGE_PX = 3200;

/**
 * Takes a photo in: turned as the camera was held, made smaller, stored anew as JPEG, so that place, time and
 * camera written into the file do not come along.
 */
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
  const bytesIn = Buffer.concat(chunks);
  const kind = pictureKind(bytesIn);
  if (kind === "heic") return bad(serverProblem.heicPhoto());
  if (kind === null) return bad(serverProblem.notPhoto());
  let picture: { width: number; height: number; image: Buffer; thumbnail: Buffer };
  try {
    const upright = sharp(bytesIn, { limitInputPixels: MOST_PIXELS, failOn: "error" })
      .timeout({ seconds: MOST_S })
      .rotate();
    const { data: image, info } = await upright
      .clone()
      .resize({ width: LONG_EDGE_PX, height: LONG_EDGE_PX, fit: "inside", withoutEnlargement: true })
      .flatten({ background: "#FFFFFF" })
      .jpeg({ quality: 86, mozjpeg: true })
      .toBuffer({ resolveWithObject: true });
    picture = { width: info.width, height: info.height, image, thumbnail: await smallOf(image) };
  } catch {
    return bad(serverProblem.notPhoto());
  }
  return writing(async (tx) => {
    // it may have been closed while the picture came in
    const job = await openJob(tx, jobId);
    if (!job.ok) return job;
    const photo = { jobId, phase: phase as PhotoPhase, ...picture };
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
