import type { Readable } from "node:stream";
import { crc32 } from "node:zlib";
import yauzl, { type Entry, type ZipFile } from "yauzl";
import { bad, ok, type Problem, type Result } from "../../core/base/result";

/** A bundle may hold so many files, and so many bytes unpacked, one file and all. */
const MOST_FILES = 1_500;
const MOST_BYTES = 600e6;
const MOST_OF_ALL = 1_200e6;

/** Over this size a file that unpacks to so many times its own is none of ours. */
const SMALL_BYTES = 8e6;
const MOST_TIMES = 150;

/** What is read whole at a time is no larger than a picture or a document, bytes. */
const MOST_WHOLE = 64e6;

const refused = (message: string): Problem => ({
  code: "bad-bundle",
  message,
  action: "Nothing was stored. Export the job once more where it comes from.",
});

/** A file of a bundle, not read yet. */
export interface ZipEntry {
  name: string;
  /** Unpacked, bytes, as the bundle says; no more than that is ever unpacked. */
  size: number;
  stream: () => Promise<Readable>;
  /** All of it. Throws where it is not what it says, or larger than anything that is read whole. */
  bytes: () => Promise<Buffer>;
}

/** A bundle that was opened: its files are read one by one, and never all held. */
export interface OpenZip {
  entries: readonly ZipEntry[];
  entry: (name: string) => ZipEntry | null;
  close: () => void;
}

/**
 * Opens a bundle: no more files and bytes than one holds, and no name that leads anywhere else. Only its list is read.
 *
 * @param source the path of a file, or its bytes
 */
export async function openZip(source: string | Uint8Array): Promise<Result<OpenZip>> {
  let zip: ZipFile;
  try {
    zip = await opened(source);
  } catch {
    return bad(refused("This is not a whole zip file."));
  }
  const entries: ZipEntry[] = [];
  try {
    const problem = await listed(zip, entries);
    if (problem) {
      zip.close();
      return bad(problem);
    }
  } catch {
    zip.close();
    return bad(refused("This is not a whole zip file."));
  }
  const byName = new Map(entries.map((e) => [e.name, e]));
  return ok({ entries, entry: (name) => byName.get(name) ?? null, close: () => zip.close() });
}

const OPTIONS = { lazyEntries: true, autoClose: false, decodeStrings: false, validateEntrySizes: true } as const;

const opened = (source: string | Uint8Array): Promise<ZipFile> =>
  new Promise((done, failed) => {
    const got = (e: Error | null, zip?: ZipFile) => (zip ? done(zip) : failed(e ?? new Error("no zip")));
    if (typeof source === "string") yauzl.open(source, OPTIONS, got);
    else yauzl.fromBuffer(Buffer.from(source.buffer, source.byteOffset, source.byteLength), OPTIONS, got);
  });

/** Reads the list of a bundle; what is wrong with it. */
function listed(zip: ZipFile, entries: ZipEntry[]): Promise<Problem | null> {
  let total = 0;
  let count = 0;
  const wrongWith = (e: Entry, name: string): Problem | null => {
    if (++count > MOST_FILES) return refused(`This holds more than ${MOST_FILES} files.`);
    if (name.endsWith("/")) return null;
    if (!/^[\w-][\w.-]*(\/[\w-][\w.-]*){0,2}$/.test(name))
      return refused(`“${name.slice(0, 60)}” is no name of a bundle.`);
    if (e.uncompressedSize > SMALL_BYTES && e.uncompressedSize > MOST_TIMES * e.compressedSize)
      return refused(`“${name}” unpacks to more than ${MOST_TIMES} times its size: no log or picture does.`);
    total += e.uncompressedSize;
    if (e.uncompressedSize > MOST_BYTES || total > MOST_OF_ALL)
      return refused(`This unpacks to more than ${Math.round(MOST_OF_ALL / 1e6)} MB.`);
    return null;
  };
  return new Promise((done, failed) => {
    zip.on("error", failed);
    zip.on("end", () => done(null));
    zip.on("entry", (e: Entry) => {
      // names are read as they stand: decoded by nobody
      const name = (e.fileName as unknown as Buffer).toString("utf8");
      const problem = wrongWith(e, name);
      if (problem) return done(problem);
      if (!name.endsWith("/")) entries.push(entryOf(zip, e, name));
      zip.readEntry();
    });
    zip.readEntry();
  });
}

function entryOf(zip: ZipFile, e: Entry, name: string): ZipEntry {
  const stream = () =>
    new Promise<Readable>((done, failed) => {
      zip.openReadStream(e, (err, s) => (s ? done(s) : failed(err ?? new Error("no stream"))));
    });
  return {
    name,
    size: e.uncompressedSize,
    stream,
    bytes: async () => {
      if (e.uncompressedSize > MOST_WHOLE) throw new Error(`${name} is too large to be read whole`);
      const chunks: Buffer[] = [];
      let sum = 0;
      for await (const c of (await stream()) as AsyncIterable<Buffer>) {
        chunks.push(c);
        sum = crc32(c, sum);
      }
      if (sum >>> 0 !== e.crc32 >>> 0) throw new Error(`${name} is not what its sum says`);
      return Buffer.concat(chunks);
    },
  };
}
