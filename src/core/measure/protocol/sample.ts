import { isRole } from "../log";
import { bad, ok, type Result } from "../../base/result";
import { protocolProblem } from "./problems";

/** One reading of everything a source sees: its own number, its own clock in s, and channels by the reader's names. */
export interface Sample {
  seq: number;
  t: number;
  values: Record<string, number>;
}

/** So many channels a sample may have; a line of them stays under 4 kB. */
const MOST_CHANNELS = 120;
const MOST_LINE = 4_096;
/** The highest number a sample may bear: years of ten a second. */
const HIGHEST_SEQ = 10_000_000;
/** Longest clock of a source: forty days, s. */
const LONGEST_S = 3_456_000;
/** The largest figure of a channel, in its unit. */
const LARGEST = 1e12;

/**
 * Samples as they are posted: a JSON object a line, blank lines between them do no harm. One bad line refuses all, with
 * its number, so that nothing is stored by halves; a channel without a reading is null or left out.
 *
 * @example
 * readSamples('{"seq":1,"t":0.5,"cpu.temperature":71.5}'); // [{ seq: 1, t: 0.5, values: { "cpu.temperature": 71.5 } }]
 */
export function readSamples(text: string): Result<Sample[]> {
  const out: Sample[] = [];
  const lines = text.split(/\r?\n/);
  for (const [i, line] of lines.entries()) {
    if (line.trim() === "") continue;
    const read = line.length > MOST_LINE ? `it is longer than ${MOST_LINE} characters` : sampleIn(line);
    if (typeof read === "string") return bad(protocolProblem.notASample(i + 1, read));
    out.push(read);
  }
  return ok(out);
}

/** A sample, or why the line is none. */
function sampleIn(line: string): Sample | string {
  let given: unknown;
  try {
    given = JSON.parse(line);
  } catch {
    return "it is not JSON";
  }
  if (typeof given !== "object" || given === null || Array.isArray(given)) return "it is not an object";
  const { seq, t, ...rest } = given as Record<string, unknown>;
  if (!isWhole(seq)) return `"seq" is to be a whole number from 0 to ${HIGHEST_SEQ}`;
  if (typeof t !== "number" || !(t >= 0 && t <= LONGEST_S)) return '"t" is to be seconds from 0';
  const keys = Object.keys(rest);
  if (keys.length > MOST_CHANNELS) return `it has more than ${MOST_CHANNELS} channels`;
  const values: Record<string, number> = {};
  for (const key of keys) {
    if (!isChannel(key)) return `${JSON.stringify(key.slice(0, 60))} is no channel`;
    const value = rest[key];
    if (value === null) continue;
    if (typeof value !== "number" || Math.abs(value) > LARGEST) return `"${key}" is to be a number or null`;
    values[key] = value;
  }
  return { seq, t, values };
}

const isWhole = (v: unknown): v is number => typeof v === "number" && Number.isInteger(v) && v >= 0 && v <= HIGHEST_SEQ;

const isChannel = (key: string): boolean => isRole(key) && key !== "none" && key !== "time" && key !== "date";

/**
 * Numbers missing between the lowest and the highest, as ranges; a source begins at 0 or 1.
 *
 * @param most ranges at most, the earliest first
 * @example
 * holesIn([1, 2, 5, 6, 9]); // [[3, 4], [7, 8]]
 */
export function holesIn(sorted: readonly number[], most = 50): [from: number, to: number][] {
  const out: [number, number][] = [];
  let last = Math.min(sorted[0] ?? 0, 1) - 1;
  for (const seq of sorted) {
    if (seq > last + 1 && out.push([last + 1, seq - 1]) >= most) break;
    last = Math.max(last, seq);
  }
  return out;
}
