/**
 * How the time of a row is written. "number" covers elapsed time and epochs (scale = seconds per unit);
 * "clock" is hours:minutes:seconds, wherever it stands in the cell, where minutes stand for hours with a scale of 1/60;
 * "iso" is year-month-day and clock.
 */
export type TimeForm =
  { kind: "number"; scale: number; epoch: boolean } | { kind: "clock"; scale: number } | { kind: "iso"; scale: 1 };

const ISO = /^\d{4}[-/.]\d{1,2}[-/.]\d{1,2}[T ,]+\d{1,2}:\d{2}/;
const CLOCK =
  /(?:^|[T ,])\d{1,3}:\d{2}(?::\d{2}(?:[.,:]\d+)?|[.,]\d+)?\s*(?:[ap]\.?m\.?)?(?:\s*(?:Z|[+-]\d{2}:?\d{2}))?$/i;
const DATE_ONLY = /^(\d{4}[-/.]\d{1,2}[-/.]\d{1,2}|\d{1,2}[-/.]\d{1,2}[-/.](?:\d{4}|\d{2})\.?)$/;

export const looksLikeDate = (cell: string): boolean => DATE_ONLY.test(cell.trim());
export const looksLikeClock = (cell: string): boolean => CLOCK.test(cell.trim()) && !ISO.test(cell.trim());
export const looksLikeIso = (cell: string): boolean => ISO.test(cell.trim());

/** Form of a column of numbers that stand for time, from its heading and its first values. */
export function numericTimeForm(heading: string, values: readonly number[]): TimeForm {
  const known = values.filter((v) => Number.isFinite(v));
  const first = Math.abs(known[0] ?? 0);
  if (first >= 1e17) return { kind: "number", scale: 1e-9, epoch: true };
  if (first >= 1e14) return { kind: "number", scale: 1e-6, epoch: true };
  if (first >= 1e11) return { kind: "number", scale: 1e-3, epoch: true };
  if (first >= 1e8) return { kind: "number", scale: 1, epoch: true };
  const h = heading.toLowerCase();
  const unit =
    /[\[(,_ ](ms|msec|millis\w*|us|µs|s|sec|secs|seconds?|sekunden?|min|mins|minutes?|minuten|h|hours?|stunden)[\])]?\s*$/.exec(
      h,
    )?.[1] ?? "";
  if (/^(ms|msec|millis)/.test(unit) || /milli/.test(h)) return { kind: "number", scale: 1e-3, epoch: false };
  if (/^(us|µs)/.test(unit)) return { kind: "number", scale: 1e-6, epoch: false };
  if (/^min/.test(unit)) return { kind: "number", scale: 60, epoch: false };
  if (/^(h|hour|stunde)/.test(unit)) return { kind: "number", scale: 3600, epoch: false };
  if (/^s/.test(unit)) return { kind: "number", scale: 1, epoch: false };
  if (first > 20000 && first < 80000 && known.some((v) => v % 1 !== 0))
    return { kind: "number", scale: 86400, epoch: false };
  const steps = known
    .slice(1)
    .map((v, i) => v - (known[i] ?? 0))
    .sort((a, b) => a - b);
  const step = steps[steps.length >> 1] ?? 1;
  return { kind: "number", scale: step >= 90 ? 1e-3 : 1, epoch: false };
}

/** Days since 1970-01-01 of a date in the proleptic Gregorian calendar (Howard Hinnant's days_from_civil). */
export function daysFromCivil(year: number, month: number, day: number): number {
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const yoe = y - era * 400;
  const doy = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + day - 1;
  return era * 146097 + yoe * 365 + Math.floor(yoe / 4) - Math.floor(yoe / 100) + doy - 719468;
}

/** Bytes of what stands between numbers. */
const [DOT, COMMA, COLON, PLUS, MINUS, SMALL_A, SMALL_P, CAPITAL_Z] = [46, 44, 58, 43, 45, 97, 112, 90] as const;
/** Numbers a time may have: year, month, day, hour, minute, second, its fraction. */
const MOST_NUMBERS = 7;

/** What stands in a cell that may be a time, as it is read byte by byte. */
interface Scanned {
  numbers: number[];
  /** Place of the number read last, and of the hour: the one before the first colon; -1 while there is none. */
  last: number;
  hour: number;
  fraction: number;
  /** "12:05.5" is minutes, seconds and their fraction. */
  inMinutes: boolean;
  half: "am" | "pm" | null;
}

const isDigit = (b: number): boolean => b >= 48 && b <= 57;

/** Reads one number from its first digit; gives the place behind it, -1 where there are too many. */
function readNumber(buf: Uint8Array, at: number, to: number, s: Scanned): number {
  s.last++;
  if (s.last >= MOST_NUMBERS) return -1;
  const before = buf[at - 1] ?? 0;
  const behind = s.hour >= 0 ? s.last - s.hour : 0;
  if (behind === 2 && before === DOT) s.inMinutes = true;
  const ofSecond = behind > 0 && (behind === 3 || s.inMinutes);
  const isFraction = ofSecond && (before === DOT || before === COMMA || before === COLON);
  let [i, value, share] = [at, 0, 0.1];
  for (; i < to && isDigit(buf[i] ?? 0); i++, share /= 10) {
    const digit = (buf[i] ?? 0) - 48;
    if (isFraction) s.fraction += digit * share;
    else value = value * 10 + digit;
  }
  s.numbers[s.last] = value;
  return i;
}

/** Takes in what stands between numbers; false where a zone begins, which is no part of the time. */
function takeMark(b: number, s: Scanned): boolean {
  if (b === COLON && s.hour < 0) s.hour = s.last;
  if (s.hour < 0) return true;
  const small = b | 32;
  if (small === SMALL_P) s.half = "pm";
  else if (small === SMALL_A) s.half ??= "am";
  else if (b === CAPITAL_Z || b === PLUS || (b === MINUS && s.last > s.hour)) return false;
  return true;
}

function scan(buf: Uint8Array, from: number, to: number): Scanned | null {
  const s: Scanned = { numbers: [], last: -1, hour: -1, fraction: 0, inMinutes: false, half: null };
  for (let i = from; i < to;) {
    const b = buf[i] ?? 0;
    if (isDigit(b)) {
      i = readNumber(buf, i, to, s);
      if (i < 0) return null;
    } else if (takeMark(b, s)) i++;
    else break;
  }
  return s.hour >= 0 && s.last > s.hour ? s : null;
}

/** The hour of 24, from one of twelve where its half of the day stands beside it. */
function hourOf(hour: number, half: Scanned["half"]): number {
  if (half === "pm" && hour < 12) return hour + 12;
  return half === "am" && hour === 12 ? 0 : hour;
}

/**
 * Seconds of a clock or an ISO time in bytes [from, to): for "clock" seconds of the day, for "iso" seconds
 * since 1970 (zone marks are ignored: a run does not change zone). NaN when it is no time.
 *
 * @example
 * timeFromBytes(new TextEncoder().encode("12:34:56.25"), 0, 11, false); // 45296.25
 */
export function timeFromBytes(buf: Uint8Array, from: number, to: number, iso: boolean): number {
  const s = scan(buf, from, to);
  if (!s) return NaN;
  const { numbers, hour: at, fraction } = s;
  const of = (place: number) => (place <= s.last ? (numbers[place] ?? 0) : 0);
  if (s.inMinutes) return of(at) * 60 + of(at + 1) + fraction;
  const [minute, second] = [of(at + 1), of(at + 2)];
  if (minute > 59 || second > 60) return NaN;
  const clock = hourOf(of(at), s.half) * 3600 + minute * 60 + second + fraction;
  if (!iso) return clock;
  return at === 3 ? daysFromCivil(of(0), of(1), of(2)) * 86400 + clock : NaN;
}
