import { aspectOf, homography, isConvex, mapped, type Corners, type Homography, type Point } from "./homography";

/** How a photo is squared up: where the four case corners lie in it, and one length that is known. */
export interface Squaring {
  corners: Corners;
  /** Ends of the known length in the photo, px, and what it measures, mm. The case width serves when it is null. */
  known: { from: Point; to: Point; mm: number } | null;
  /** 0 to 1: how strongly the photo shows under the drawing. */
  opacity: number;
}

export type Squared =
  { ok: true; toSheet: Homography; widthMm: number; depthMm: number; misfitMm: number } | { ok: false; why: string };

/**
 * The map from the photo to the sheet. With a case size that is taken as true, the corners go to its corners and the
 * known length tells how well that fits (misfit). `trust: "length"` takes the length as true instead: the ratio of
 * the case comes from the perspective, its size from the length, and the case size is what is checked.
 */
export function square(
  s: Squaring,
  photo: { widthPx: number; heightPx: number },
  base: { widthMm: number; depthMm: number },
  trust: "case" | "length" = "case",
): Squared {
  if (!isConvex(s.corners))
    return { ok: false, why: "The four rings do not go round the case: drag each to its own corner." };
  const rect = (w: number, d: number): Corners => [
    [0, 0],
    [w, 0],
    [w, d],
    [0, d],
  ];
  const h = homography(s.corners, rect(base.widthMm, base.depthMm));
  if (!h) return { ok: false, why: "Three rings lie on one line: drag each to its own corner." };
  const lengthBy = (m: Homography) =>
    s.known ? Math.hypot(...difference(mapped(m, s.known.from), mapped(m, s.known.to))) : null;
  if (trust === "case" || !s.known) {
    const got = lengthBy(h);
    return {
      ok: true,
      toSheet: h,
      widthMm: base.widthMm,
      depthMm: base.depthMm,
      misfitMm: got === null || !s.known ? 0 : Math.abs(got - s.known.mm),
    };
  }
  const aspect = aspectOf(s.corners, photo.widthPx, photo.heightPx);
  const plain = homography(s.corners, rect(aspect * 100, 100));
  const raw = plain && lengthBy(plain);
  if (!plain || !raw || raw < 1e-6)
    return { ok: false, why: "The known length has no length: put its two ends apart." };
  const scale = s.known.mm / raw;
  const [widthMm, depthMm] = [aspect * 100 * scale, 100 * scale];
  const toSheet = homography(s.corners, rect(widthMm, depthMm));
  if (!toSheet) return { ok: false, why: "Three rings lie on one line: drag each to its own corner." };
  return { ok: true, toSheet, widthMm, depthMm, misfitMm: Math.abs(widthMm - base.widthMm) };
}

const difference = (a: Point, b: Point): [number, number] => [a[0] - b[0], a[1] - b[1]];

/** A picture as pixels: four bytes each, red, green, blue, alpha. */
export interface Pixels {
  width: number;
  height: number;
  data: Uint8ClampedArray;
}

/**
 * The photo squared up onto the sheet, grey, `pxPerMm` pixels to the mm, with `edgeMm` of what lies round the case.
 * Each pixel is fetched back through the inverse map with bilinear weights. `onRow` is told the share done.
 */
export function warp(
  photo: Pixels,
  toPhoto: Homography,
  size: { widthMm: number; depthMm: number; edgeMm: number; pxPerMm: number },
  onRow?: (share: number) => boolean,
): Pixels | null {
  const width = Math.round((size.widthMm + 2 * size.edgeMm) * size.pxPerMm);
  const height = Math.round((size.depthMm + 2 * size.edgeMm) * size.pxPerMm);
  const data = new Uint8ClampedArray(width * height * 4);
  const src = photo.data;
  const h = toPhoto;
  for (let r = 0; r < height; r++) {
    if (onRow && r % 64 === 0 && !onRow(r / height)) return null;
    const y = (r + 0.5) / size.pxPerMm - size.edgeMm;
    for (let c = 0; c < width; c++) {
      const x = (c + 0.5) / size.pxPerMm - size.edgeMm;
      const w = (h[6] ?? 0) * x + (h[7] ?? 0) * y + (h[8] ?? 1);
      const u = ((h[0] ?? 0) * x + (h[1] ?? 0) * y + (h[2] ?? 0)) / w - 0.5;
      const v = ((h[3] ?? 0) * x + (h[4] ?? 0) * y + (h[5] ?? 0)) / w - 0.5;
      const i = Math.floor(u);
      const j = Math.floor(v);
      if (!(w > 0) || i < 0 || j < 0 || i + 1 >= photo.width || j + 1 >= photo.height) continue;
      const [fu, fv] = [u - i, v - j];
      const at = (j * photo.width + i) * 4;
      const below = at + photo.width * 4;
      const grey = (k: number) => 0.299 * (src[k] ?? 0) + 0.587 * (src[k + 1] ?? 0) + 0.114 * (src[k + 2] ?? 0);
      const g =
        (grey(at) * (1 - fu) + grey(at + 4) * fu) * (1 - fv) + (grey(below) * (1 - fu) + grey(below + 4) * fu) * fv;
      const out = (r * width + c) * 4;
      data[out] = data[out + 1] = data[out + 2] = g;
      data[out + 3] = 255;
    }
  }
  return { width, height, data };
}
