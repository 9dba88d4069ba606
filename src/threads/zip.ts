import { strFromU8, unzipSync, zipSync, type Zippable } from "fflate";
import { bad, ok, type Problem, type Result } from "../core/base/result";

/** One file of a bundle. */
export interface ZipFile {
  name: string;
  bytes: Uint8Array;
}

/** A bundle may hold so many files, and so many bytes unpacked, one file and all. */
const MOST_FILES = 1_500;
const MOST_BYTES = 600e6;
const MOST_OF_ALL = 1_200e6;

/** Over this size a file that unpacks to so many times its own is none of ours. */
const SMALL_BYTES = 8e6;
const MOST_TIMES = 150;

const refused = (message: string): Problem => ({
  code: "bad-bundle",
  message,
  action: "Nothing was stored. Export the job once more where it comes from.",
});

/** Packs files; pictures and packed data are stored as they are. The same files give the same bytes. */
export function zipped(files: readonly ZipFile[]): Uint8Array {
  const all: Zippable = {};
  for (const f of files)
    all[f.name] = [f.bytes, { level: /\.(jpg|png|pdf)$/.test(f.name) ? 0 : 6, mtime: "2020-01-01T00:00:00Z" }];
  return zipSync(all);
}

/** Unpacks a bundle: no more files and bytes than one holds, and no name that leads anywhere else. */
export function unzipped(bytes: Uint8Array): Result<ZipFile[]> {
  let total = 0;
  let count = 0;
  let problem: Problem | null = null;
  const refuse = (message: string) => {
    problem ??= refused(message);
    return false;
  };
  let out: Record<string, Uint8Array>;
  try {
    out = unzipSync(bytes, {
      filter: ({ name, size, originalSize }) => {
        if (problem) return false;
        if (++count > MOST_FILES) return refuse(`This holds more than ${MOST_FILES} files.`);
        if (name.endsWith("/")) return false;
        if (!/^[\w-][\w.-]*(\/[\w-][\w.-]*){0,2}$/.test(name))
          return refuse(`“${name.slice(0, 60)}” is no name of a bundle.`);
        if (originalSize > SMALL_BYTES && originalSize > MOST_TIMES * size)
          return refuse(`“${name}” unpacks to more than ${MOST_TIMES} times its size: no log or picture does.`);
        total += originalSize;
        if (originalSize > MOST_BYTES || total > MOST_OF_ALL)
          return refuse(`This unpacks to more than ${Math.round(MOST_OF_ALL / 1e6)} MB.`);
        return true;
      },
    });
  } catch {
    return bad(refused("This is not a whole zip file."));
  }
  if (problem) return bad(problem);
  return ok(Object.entries(out).map(([name, b]) => ({ name, bytes: b })));
}

/** The text of a file of a bundle; null where it has none of that name. */
export function textIn(files: readonly ZipFile[], name: string): string | null {
  const file = files.find((f) => f.name === name);
  return file ? strFromU8(file.bytes) : null;
}
