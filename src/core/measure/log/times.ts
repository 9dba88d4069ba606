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

/**
 * Seconds of a clock or an ISO time in bytes [from, to): for "clock" seconds of the day, for "iso" seconds
 * since 1970 (zone marks are ignored: a run does not change zone). NaN when it is no time.
 */
export function timeFromBytes(buf: Uint8Array, from: number, to: number, iso: boolean): number {
  const groups = [0, 0, 0, 0, 0, 0, 0];
  let fraction = 0;
  let g = -1;
  let inGroup = false;
  let first = -1;
  let pm = 0;
  let minutes = false;
  for (let i = from; i < to; i++) {
    const b = buf[i] ?? 0;
    if (b >= 48 && b <= 57) {
      if (!inGroup) {
        g++;
        if (g > 6) return NaN;
        inGroup = true;
        groups[g] = 0;
        const prev = buf[i - 1] ?? 0;
        // "12:05.5": minutes, seconds and their fraction
        if (first >= 0 && g - first === 2 && prev === 46) minutes = true;
        if (first >= 0 && (g - first === 3 || minutes) && (prev === 46 || prev === 44 || prev === 58)) {
          let scale = 0.1;
          for (; i < to && (buf[i] ?? 0) >= 48 && (buf[i] ?? 0) <= 57; i++, scale /= 10)
            fraction += ((buf[i] ?? 0) - 48) * scale;
          i--;
          continue;
        }
      }
      groups[g] = (groups[g] ?? 0) * 10 + b - 48;
    } else {
      inGroup = false;
      if (b === 58 && first < 0) first = g;
      else if (first >= 0 && (b === 80 || b === 112)) pm = 1;
      else if (first >= 0 && (b === 65 || b === 97) && pm === 0) pm = -1;
      else if (first >= 0 && (b === 90 || b === 43 || (b === 45 && g > first))) break;
    }
  }
  if (first < 0 || g < first + 1) return NaN;
  if (minutes) return (groups[first] ?? 0) * 60 + (groups[first + 1] ?? 0) + fraction;
  let hour = groups[first] ?? 0;
  if (pm === 1 && hour < 12) hour += 12;
  if (pm === -1 && hour === 12) hour = 0;
  const minute = groups[first + 1] ?? 0;
  const second = g >= first + 2 ? (groups[first + 2] ?? 0) : 0;
  if (minute > 59 || second > 60) return NaN;
  const clock = hour * 3600 + minute * 60 + second + fraction;
  if (!iso) return clock;
  if (first !== 3) return NaN;
  return daysFromCivil(groups[0] ?? 0, groups[1] ?? 1, groups[2] ?? 1) * 86400 + clock;
}
