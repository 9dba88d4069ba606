import sharp from "sharp";

/** A picture of more pixels than any phone takes is a trap, and so is one that takes this long. */
export const MOST_PIXELS = 100e6;
export const MOST_S = 30;
const THUMB_PX = 320;

/** The small one of a photo as it is stored: the same photo has the same, wherever it came from. */
export const smallOf = (image: Uint8Array): Promise<Buffer> =>
  sharp(image, { limitInputPixels: MOST_PIXELS })
    .timeout({ seconds: MOST_S })
    .resize({ width: THUMB_PX, height: THUMB_PX, fit: "inside" })
    .jpeg({ quality: 78 })
    .toBuffer();
