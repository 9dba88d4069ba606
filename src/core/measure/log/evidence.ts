import type { ColumnGuess } from "./guess";
import { words } from "../../base/words";
import { levelsOf, someOf } from "./spread";
import { unitInHeading } from "./words";

/**
 * How a nameless temperature behaves, in words for the technician who is asked what it is.
 *
 * @example
 * temperatureEvidence([24, 24, 25], [41, 70, 92]); // how far it goes with the chip, in words
 */
export function temperatureEvidence(values: ArrayLike<number>, chip: ArrayLike<number> | null): string {
  const own = climb(values);
  if (!own) return "It holds no clear rise.";
  if (own.riseK < 1.5) return "It hardly changes over the run. A room sensor looks like that.";
  const rise = `It rises by ${Math.round(own.riseK)} K`;
  const other = chip ? climb(chip) : null;
  if (!other) return `${rise} over the run.`;
  if (own.half > 2.2 * other.half)
    return `${rise}, slower than the chip. A drive looks like that, and so does case air.`;
  return `${rise}, about as fast as the chip.`;
}

/** Rise from the lowest to the late readings, and how many rows after its start half of it was reached. */
function climb(values: ArrayLike<number>): { riseK: number; half: number } | null {
  const known = someOf(values);
  if (known.length < 10) return null;
  const sorted = [...known].sort((a, b) => a - b);
  const low = sorted[Math.floor(known.length * 0.05)] ?? 0;
  const high = sorted[Math.floor(known.length * 0.9)] ?? 0;
  const start = known.findIndex((v) => v > low + 0.1 * (high - low));
  const half = known.findIndex((v, i) => i >= start && v > low + 0.5 * (high - low));
  return { riseK: high - low, half: Math.max(1, half - start) };
}

/**
 * How warm a column without a unit would be by either scale, for the technician who is asked which it is.
 *
 * @example
 * unitEvidence(column, [72, 72, 73]); // "It reads 72 to 73 and says no unit: 22 to 23 °C if that is °F."
 */
export function unitEvidence(c: Pick<ColumnGuess, "heading">, values: ArrayLike<number>): string {
  const [low = NaN, high = NaN] = levelsOf(values, 0.03, 0.97);
  const celsius = (v: number) => ((v - 32) * 5) / 9;
  const span = (a: number, b: number) =>
    Math.round(a) === Math.round(b) ? words.number(a, 0) : `${words.number(a, 0)} to ${words.number(b, 0)}`;
  const written = unitInHeading(c.heading) === "°C" ? "is called °C" : "names no unit";
  return `It reads ${span(low, high)} and ${written}: ${span(celsius(low), celsius(high))} °C if that is °F.`;
}
