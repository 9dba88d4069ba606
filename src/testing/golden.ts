/** Numbers in a row beyond which only some of them, and their mean, are kept. */
const MANY = 16;

const rounded = (v: number): number => (Math.abs(v) < 1e-9 ? 0 : Number(v.toPrecision(4)));
const isList = (v: unknown): v is ArrayLike<unknown> => Array.isArray(v) || ArrayBuffer.isView(v);
const isNumbers = (v: readonly unknown[]): v is number[] => v.length > 0 && v.every((x) => typeof x === "number");

/** So many of a long row, evenly, the first and the last among them. */
function some<T>(row: readonly T[], many: number): T[] {
  return Array.from({ length: many }, (_, i) => row[Math.round((i * (row.length - 1)) / (many - 1))] as T);
}

/** Some of a long row, and what all of it comes to: a change of any one is a change of the mean. */
function thinned(row: readonly number[]): string {
  const told = row.filter((v) => Number.isFinite(v));
  const mean = told.reduce((sum, v) => sum + v, 0) / Math.max(1, told.length);
  return `${row.length} numbers, mean ${rounded(mean)}: ${some(row, MANY).map(rounded).join(" ")}`;
}

function plain(value: unknown): unknown {
  if (typeof value === "number") return Number.isFinite(value) ? rounded(value) : String(value);
  if (value instanceof Map) return plain(Object.fromEntries(value));
  if (value instanceof Set) return plain([...value]);
  if (isList(value)) {
    const row = Array.from(value);
    if (!isNumbers(row)) return row.length > MANY ? { of: row.length, some: some(row, 5).map(plain) } : row.map(plain);
    return row.length > MANY ? thinned(row) : row.map(rounded).join(" ");
  }
  if (value !== null && typeof value === "object")
    return Object.fromEntries(Object.entries(value).flatMap(([k, v]) => (v === undefined ? [] : [[k, plain(v)]])));
  return value === undefined ? null : value;
}

/** As JSON, with what fits into one line in one line. */
function lines(value: unknown, indent = ""): string {
  const short = JSON.stringify(value);
  if (value === null || typeof value !== "object" || indent.length + short.length <= 110) return short;
  const deeper = `${indent} `;
  const each = Array.isArray(value)
    ? value.map((v) => lines(v, deeper))
    : Object.entries(value).map(([k, v]) => `${JSON.stringify(k)}: ${lines(v, deeper)}`);
  const [open, close] = Array.isArray(value) ? "[]" : "{}";
  return `${open}\n${each.map((e) => deeper + e).join(",\n")}\n${indent}${close}`;
}

/**
 * Anything calculated, as text to be kept beside its test and compared: numbers to four figures, rows of them in one
 * line. What is meant to change is kept anew by `npm run golden`, and its difference read before it is committed.
 *
 * @example
 * await expect(golden(judgePair(before, after))).toMatchFileSnapshot("golden/dust.txt");
 */
export const golden = (value: unknown): string => `${lines(plain(value))}\n`;

/** A 32-bit sum of a text that any other letter changes (FNV-1a), as eight figures. */
function digest(text: string): string {
  let sum = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) sum = Math.imul(sum ^ text.charCodeAt(i), 0x01000193);
  return (sum >>> 0).toString(16).padStart(8, "0");
}

/**
 * What is behind something told, in one line that bites on any change of it but does not say it: how many numbers,
 * what they come to, and the sum of everything else.
 *
 * @example
 * summed(explainPair(before, after)); // "412 numbers, mean 31.42, rms 40.1; else 1f3a9c02"
 */
export function summed(value: unknown): string {
  const numbers: number[] = [];
  const held = JSON.stringify(everything(value), (_, v: unknown) => {
    if (typeof v !== "number") return v;
    numbers.push(v);
    return 0;
  });
  const { length } = numbers;
  if (!length) return `else ${digest(held)}`;
  const mean = rounded(numbers.reduce((s, v) => s + v, 0) / length);
  const rms = rounded(Math.sqrt(numbers.reduce((s, v) => s + v * v, 0) / length));
  return `${length} ${length === 1 ? "number" : "numbers"}, mean ${mean}, rms ${rms}; else ${digest(held)}`;
}

/** Plain, with every element of every list, numbers to four figures. */
function everything(value: unknown): unknown {
  if (typeof value === "number") return Number.isFinite(value) ? rounded(value) : String(value);
  if (value instanceof Map) return everything(Object.fromEntries(value));
  if (value instanceof Set) return everything([...value]);
  if (isList(value)) return Array.from(value, everything);
  if (value !== null && typeof value === "object")
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, everything(v)]));
  return value;
}

/** The same of each thing an object or a list holds. */
export const eachSummed = (of: object): Record<string, string> =>
  Object.fromEntries(Object.entries(of).map(([name, v]) => [name, summed(v)]));
