import { words } from "../words";

/** Coarse pitches of small metric threads, mm (ISO 261). */
const PITCH_MM: Readonly<Record<string, number>> = {
  "M1.2": 0.25,
  "M1.4": 0.3,
  "M1.6": 0.35,
  M2: 0.4,
  "M2.5": 0.45,
  M3: 0.5,
};
const USUAL_PITCH_MM = 0.4;

/** Way over which a sprung screw builds its force up, from where its spring touches, mm. */
export const SPRING_MM = 3;
/** Way over which a screw without a spring does, as plate and thread give, mm. */
export const FIXED_MM = 0.12;

/** How a screw presses as it is turned: through a spring all its way, or straight. */
export type ForceLaw = "sprung" | "fixed";

/** Way of one turn, mm, by the thread written on the drawing; that of M2 where it says none. */
export const pitchOf = (thread: string): number =>
  PITCH_MM[/M\d(\.\d)?/.exec(thread.toUpperCase().replace(",", "."))?.[0] ?? ""] ?? USUAL_PITCH_MM;

/** Force a screw gives the plate, N: sprung ones by their spring, others by a careful hand. */
export const screwN = (sprung: boolean): number => (sprung ? 9 : 20);

/** Turns from where a screw begins to press to where it is home. */
export const turnsHome = (law: ForceLaw, thread: string): number =>
  (law === "fixed" ? FIXED_MM : SPRING_MM) / pitchOf(thread);

/**
 * Turns from where a screw begins to press to a fraction of its force: a spring's force goes with its way, and so does
 * the give of plate and thread.
 * @param fraction of the force at home, 0 to 1
 *
 * @example
 * turnsTo(0.2, "sprung", "M2"); // 1.5
 */
export const turnsTo = (fraction: number, law: ForceLaw, thread: string): number =>
  Math.max(0, Math.min(1, fraction)) * turnsHome(law, thread);

const PARTS = ["", "a quarter", "a half", "three quarters"] as const;
const NUMBERS = ["", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"] as const;

/**
 * Turns as a hand makes them, to the nearest quarter.
 *
 * @example
 * turnsWords(1.27); // "one turn and a quarter"
 */
export function turnsWords(turns: number): string {
  const quarters = Math.round(4 * turns);
  if (quarters <= 0) return "an eighth of a turn";
  const [whole, part] = [Math.floor(quarters / 4), quarters % 4];
  if (whole === 0) return part === 2 ? "half a turn" : `${PARTS[part] ?? ""} of a turn`;
  const full = `${NUMBERS[whole] ?? String(whole)} ${words.agreeing(whole, "turn", "turns")}`;
  return part === 0 ? full : `${full} and ${PARTS[part] ?? ""}`;
}

/**
 * What a round asks of a screw, true to the fractions of the plan: from where it begins to press, then so many turns
 * more, at last to its stop.
 *
 * @example
 * roundTurns({ law: "sprung", thread: "M2" }, [0.2, 0.45, 1], 2); // "two turns more"
 */
export function roundTurns(
  { law, thread }: { law: ForceLaw; thread: string },
  fractions: readonly number[],
  round: number,
): string {
  const at = (r: number) => (r === 0 ? 0 : turnsTo(fractions[r - 1] ?? 1, law, thread));
  const more = turnsWords(at(round) - at(round - 1));
  const last = round === fractions.length;
  const begins = law === "fixed" ? "its head touches" : "its spring touches";
  if (last) {
    const stop = law === "fixed" ? "until it is snug" : "to the stop, snug";
    return fractions.length === 1 ? `about ${more} from where ${begins}, ${stop}` : `about ${more} more, ${stop}`;
  }
  return round === 1 ? `${more} from where ${begins}` : `${more} more`;
}
