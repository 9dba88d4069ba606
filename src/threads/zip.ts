import { zipSync, type Zippable } from "fflate";

/** One file of a bundle. */
export interface ZipFile {
  name: string;
  bytes: Uint8Array;
}

/** Packs files; pictures and packed data are stored as they are. The same files give the same bytes. */
export function zipped(files: readonly ZipFile[]): Uint8Array {
  const all: Zippable = {};
  for (const f of files)
    all[f.name] = [f.bytes, { level: /\.(jpg|png|pdf)$/.test(f.name) ? 0 : 6, mtime: "2020-01-01T00:00:00Z" }];
  return zipSync(all);
}
