/** Most that is taken of a log written as JSON, one object a line, bytes: it is held whole. */
const MOST_BYTES = 128 * 1024 * 1024;
/** Keys past these are left out, and a table of more cells is not made: odd lines must not blow it up. */
const MOST_KEYS = 256;
const MOST_CELLS = 20_000_000;
/** Objects and lists within each other, at most. */
const DEEPEST = 5;

/** Whether text begins like an object a line. */
export const beginsAsJson = (chunk: Uint8Array): boolean => {
  for (const b of chunk.subarray(0, 64)) {
    if (b === 0xef || b === 0xbb || b === 0xbf || b <= 32) continue;
    return b === 0x7b;
  }
  return false;
};

/** A log of one JSON object a line, gathered and turned into the table it stands for. */
export class JsonLines {
  private readonly chunks: Uint8Array[] = [];
  private bytes = 0;

  /** False when it grows too large. */
  push(chunk: Uint8Array): boolean {
    this.bytes += chunk.length;
    this.chunks.push(chunk);
    return this.bytes <= MOST_BYTES;
  }

  /** Headings of all keys as they first stand, inner objects by their path; a line that is no object is left out. Null
   * when the table would be too large. */
  asTable(): Uint8Array<ArrayBuffer> | null {
    const decoder = new TextDecoder();
    const text = this.chunks.map((c) => decoder.decode(c, { stream: true })).join("") + decoder.decode();
    const keys = new Map<string, number>();
    const rows: (string | undefined)[][] = [];
    for (const line of text.split("\n")) {
      const row = cellsOf(line, keys);
      if (row) rows.push(row);
    }
    if (rows.length * keys.size > MOST_CELLS) return null;
    const headings = [...keys.keys()].map(quoted).join(",");
    const lines = rows.map((row) => Array.from({ length: keys.size }, (_, i) => row[i] ?? "").join(","));
    return new TextEncoder().encode([headings, ...lines, ""].join("\n"));
  }
}

function cellsOf(line: string, keys: Map<string, number>): string[] | null {
  const row: string[] = [];
  const put = (path: string, value: unknown, depth: number): void => {
    if (typeof value === "object" && value !== null) {
      if (depth >= DEEPEST) return;
      for (const [k, v] of Object.entries(value)) put(path ? `${path} ${k}` : k, v, depth + 1);
      return;
    }
    if (typeof value !== "number" && typeof value !== "string" && value !== null) return;
    const at = keys.get(path) ?? keys.size;
    if (at >= MOST_KEYS) return;
    keys.set(path, at);
    row[at] = typeof value === "string" ? quoted(value) : value === null ? "" : String(value);
  };
  try {
    const value: unknown = JSON.parse(line);
    if (typeof value !== "object" || value === null || Array.isArray(value)) return null;
    put("", value, 0);
    return row.length ? row : null;
  } catch {
    return null;
  }
}

const quoted = (text: string): string => `"${text.replaceAll('"', '""').replaceAll("\n", " ")}"`;
