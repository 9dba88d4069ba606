import sharp from "sharp";
import { pictureKind } from "../../core/photo";
import { bad, ok, type Result } from "../../core/result";
import { serverProblem } from "../requests/problems";

/** A picture of more pixels than any phone takes is a trap, and so is one that takes this long. */
const MOST_PIXELS = 100e6;
const MOST_S = 30;
const THUMB_PX = 320;
const LONG_EDGE_PX = 3200;

/** The small one of a photo as it is stored: the same photo has the same, wherever it came from. */
export const smallOf = (image: Uint8Array): Promise<Buffer> =>
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
    const { data: image, info } = await sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: "error" })
      .timeout({ seconds: MOST_S })
      .rotate()
      .resize({ width: LONG_EDGE_PX, height: LONG_EDGE_PX, fit: "inside", withoutEnlargement: true })
      .flatten({ background: "#FFFFFF" })
      .jpeg({ quality: 86, mozjpeg: true })
      .toBuffer({ resolveWithObject: true });
    return ok({ width: info.width, height: info.height, image, thumbnail: await smallOf(image) });
  } catch {
    return bad(serverProblem.notPhoto());
  }
}
