export type Encoding = "utf-8" | "utf-16le" | "utf-16be" | "windows-1252";

/** How the bytes of a file are to be read as text, told from its first bytes. */
export interface Decoding {
  encoding: Encoding;
  /** Bytes of the byte-order mark to leave out. */
  markBytes: number;
}

/**
 * Encoding of a log, from its first bytes: by byte-order mark; without one, UTF-16 shows as a zero in
 * every second byte; bytes that are no valid UTF-8 are read as Windows-1252 (the usual source of a lone "°").
 */
export function detectEncoding(head: Uint8Array): Decoding {
  if (head[0] === 0xef && head[1] === 0xbb && head[2] === 0xbf) return { encoding: "utf-8", markBytes: 3 };
  if (head[0] === 0xff && head[1] === 0xfe) return { encoding: "utf-16le", markBytes: 2 };
  if (head[0] === 0xfe && head[1] === 0xff) return { encoding: "utf-16be", markBytes: 2 };
  const n = Math.min(head.length, 400);
  let evenZeros = 0;
  let oddZeros = 0;
  for (let i = 0; i < n; i++) {
    if (head[i] !== 0) continue;
    if (i % 2 === 0) evenZeros++;
    else oddZeros++;
  }
  if (oddZeros > n * 0.3 && evenZeros < n * 0.05) return { encoding: "utf-16le", markBytes: 0 };
  if (evenZeros > n * 0.3 && oddZeros < n * 0.05) return { encoding: "utf-16be", markBytes: 0 };
  return { encoding: isUtf8(head) ? "utf-8" : "windows-1252", markBytes: 0 };
}

function isUtf8(bytes: Uint8Array): boolean {
  try {
    // stream: a character cut by the end of the head is no fault
    new TextDecoder("utf-8", { fatal: true }).decode(bytes, { stream: true });
    return true;
  } catch {
    return false;
  }
}

const MAGIC: readonly [readonly number[], string][] = [
  [[0x50, 0x4b, 0x03, 0x04], "a zip archive or a spreadsheet file"],
  [[0xd0, 0xcf, 0x11, 0xe0], "an old spreadsheet file"],
  [[0x25, 0x50, 0x44, 0x46], "a PDF"],
  [[0x89, 0x50, 0x4e, 0x47], "a picture"],
  [[0xff, 0xd8, 0xff], "a photo"],
  [[0x1f, 0x8b], "a compressed file"],
  [[0x7f, 0x45, 0x4c, 0x46], "a program"],
  [[0x4d, 0x5a], "a program"],
  [[0x53, 0x51, 0x4c, 0x69], "a database"],
];

/** What a file is when it is no text, or null when it may well be text. */
export function notText(head: Uint8Array, encoding: Encoding): string | null {
  for (const [magic, what] of MAGIC) if (magic.every((b, i) => head[i] === b)) return what;
  if (encoding === "utf-16le" || encoding === "utf-16be") return null;
  let control = 0;
  const n = Math.min(head.length, 4096);
  for (let i = 0; i < n; i++) {
    const b = head[i] ?? 0;
    if (b < 9 || (b > 13 && b < 32 && b !== 27)) control++;
  }
  return control > n * 0.01 ? "a binary file" : null;
}
