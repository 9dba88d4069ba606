import sharp from "sharp";
import { pictureKind } from "../../../core/drawing/photo";
import { bad, ok, type Problem, type Result } from "../../../core/base/result";
import { serverProblem } from "../http/problems";
import { NotTaken } from "../http/body";
import { withPicture } from "../http/budget";

// a picture is unfolded once: what the library would remember of it is only held
sharp.cache(false);

/** A picture of more pixels than any phone takes is a trap, and so is one that takes this long. */
const MOST_PIXELS = 100e6;
const MOST_S = 30;
/** A reader holds some rows at a time: they may not be of any length. */
const MOST_SIDE_PX = 20_000;
/** A picture that is only there once all of it was read (interlaced, progressive, AVIF) is held whole, bytes. */
const MOST_WHOLE = 120e6;
const THUMB_PX = 320;
const LONG_EDGE_PX = 3200;

/** The small one of a photo as it is stored: the same photo has the same, wherever it came from. Throws at a trap. */
export async function smallOf(image: Uint8Array): Promise<Buffer> {
  const held = await unfoldsTo(image);
  if (typeof held !== "number") throw new Error(held.message);
  return withPicture(held, () => madeSmall(image));
}

const madeSmall = (image: Uint8Array): Promise<Buffer> =>
  sharp(image, { limitInputPixels: MOST_PIXELS })
    .timeout({ seconds: MOST_S })
    .resize({ width: THUMB_PX, height: THUMB_PX, fit: "inside" })
    .jpeg({ quality: 78 })
    .toBuffer();

/** A photo as it is stored, px. */
export interface Picture {
  width: number;
  height: number;
  image: Buffer;
  thumbnail: Buffer;
}

/**
 * A photo as it is stored: turned as the camera was held, made smaller, written anew as JPEG, so that place, time and
 * camera written into the file do not come along. Refused is what is no picture, is broken, or unfolds to more than
 * any phone takes.
 */
export async function pictureOf(bytes: Uint8Array): Promise<Result<Picture>> {
  const kind = pictureKind(bytes);
  if (kind === "heic") return bad(serverProblem.heicPhoto());
  if (kind === null) return bad(serverProblem.notPhoto());
  try {
    const held = await unfoldsTo(bytes);
    if (typeof held !== "number") return bad(held);
    return ok(await withPicture(held, () => madePicture(bytes)));
  } catch (e) {
    // too many at once is no fault of the picture
    if (e instanceof NotTaken) throw e;
    return bad(serverProblem.notPhoto());
  }
}

async function madePicture(bytes: Uint8Array): Promise<Picture> {
  const { data: image, info } = await sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: "error" })
    .timeout({ seconds: MOST_S })
    .rotate()
    .resize({ width: LONG_EDGE_PX, height: LONG_EDGE_PX, fit: "inside", withoutEnlargement: true })
    .flatten({ background: "#FFFFFF" })
    .jpeg({ quality: 86 })
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, image, thumbnail: await madeSmall(image) };
}

/** A picture that is read by rows holds so many of them, and its smaller self, bytes. */
const BY_ROWS = 60e6;

/** What a picture holds while it is unfolded, by what its head says, bytes; or what is wrong with it. */
async function unfoldsTo(bytes: Uint8Array): Promise<number | Problem> {
  const { width, height, channels, depth, isProgressive, format } = await sharp(bytes, {
    limitInputPixels: false,
  }).metadata();
  const whole = isProgressive || format === "heif";
  const held = whole ? width * height * channels * (depth === "uchar" ? 1 : 2) : 0;
  const fits = width * height <= MOST_PIXELS && Math.max(width, height) <= MOST_SIDE_PX && held <= MOST_WHOLE;
  return fits ? Math.max(held, Math.min(BY_ROWS, width * height * channels)) : serverProblem.hugePhoto(width, height);
}
