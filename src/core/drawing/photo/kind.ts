export type PictureKind = "jpeg" | "png" | "webp" | "avif" | "heic";

const text = (bytes: Uint8Array, from: number, to: number): string => String.fromCharCode(...bytes.subarray(from, to));

/** Brands of a file in boxes (ISO 14496-12) that say it holds a picture of this kind. */
const BRANDS: Record<string, PictureKind> = {
  avif: "avif",
  avis: "avif",
  heic: "heic",
  heix: "heic",
  hevc: "heic",
  heim: "heic",
  heis: "heic",
  mif1: "heic",
  msf1: "heic",
};

/** What picture the first bytes of a file begin, whatever its name says; null for anything else, SVG included. */
export function pictureKind(bytes: Uint8Array): PictureKind | null {
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return "jpeg";
  if (bytes[0] === 0x89 && text(bytes, 1, 8) === "PNG\r\n\x1a\n") return "png";
  if (text(bytes, 0, 4) === "RIFF" && text(bytes, 8, 12) === "WEBP") return "webp";
  if (text(bytes, 4, 8) !== "ftyp") return null;
  const size = ((bytes[0] ?? 0) << 24) | ((bytes[1] ?? 0) << 16) | ((bytes[2] ?? 0) << 8) | (bytes[3] ?? 0);
  const brands = [text(bytes, 8, 12)];
  // brands it is compatible with: a general one comes first in many files
  for (let at = 16; at + 4 <= Math.min(size, bytes.length, 256); at += 4) brands.push(text(bytes, at, at + 4));
  const kinds = brands.flatMap((b) => (Object.hasOwn(BRANDS, b) ? [BRANDS[b]] : []));
  return kinds.find((k) => k === "avif") ?? kinds[0] ?? null;
}
