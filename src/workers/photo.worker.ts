import { expose } from "comlink";
import { homography, square, warp, type Corners, type Squaring } from "../core/drawing/photo";

interface Sheet {
  base: { widthMm: number; depthMm: number };
  trust: "case" | "length";
  edgeMm: number;
  pxPerMm: number;
}

let cancelled = false;

/** Squares a photo up to the millimetre sheet, off the page's own thread. */
const api = {
  cancel(): void {
    cancelled = true;
  },
  /** The squared photo as a picture, or why it cannot be squared. Null when it was cancelled. */
  async squareUp(
    photo: Blob,
    squaring: Squaring,
    sheet: Sheet,
    onShare: (share: number) => void,
  ): Promise<{ picture: Blob; misfitMm: number; widthMm: number; depthMm: number } | { why: string } | null> {
    cancelled = false;
    const bitmap = await createImageBitmap(photo);
    const squared = square(squaring, { widthPx: bitmap.width, heightPx: bitmap.height }, sheet.base, sheet.trust);
    if (!squared.ok) return { why: squared.why };
    const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
    const context = canvas.getContext("2d", { willReadFrequently: true });
    if (!context) return { why: "This browser cannot read pictures in the background. Use a current one." };
    context.drawImage(bitmap, 0, 0);
    const pixels = context.getImageData(0, 0, bitmap.width, bitmap.height);
    const rect: Corners = [
      [0, 0],
      [squared.widthMm, 0],
      [squared.widthMm, squared.depthMm],
      [0, squared.depthMm],
    ];
    const back = homography(rect, squaring.corners);
    if (!back) return { why: "Three rings lie on one line: drag each to its own corner." };
    const out = warp(
      pixels,
      back,
      { widthMm: squared.widthMm, depthMm: squared.depthMm, edgeMm: sheet.edgeMm, pxPerMm: sheet.pxPerMm },
      (share) => {
        onShare(share);
        return !cancelled;
      },
    );
    if (!out) return null;
    const paper = new OffscreenCanvas(out.width, out.height);
    paper
      .getContext("2d")
      ?.putImageData(new ImageData(out.data as Uint8ClampedArray<ArrayBuffer>, out.width, out.height), 0, 0);
    return {
      picture: await paper.convertToBlob({ type: "image/png" }),
      misfitMm: squared.misfitMm,
      widthMm: squared.widthMm,
      depthMm: squared.depthMm,
    };
  },
};

export type PhotoWorker = typeof api;

expose(api);
