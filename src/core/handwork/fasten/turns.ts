import { usualFigures, type Figures, type Screw } from "../../drawing/parts";
import { words } from "../../base/words";

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

/** Way over which a sprung screw usually builds its force up, from where its spring touches, mm. */
export const SPRING_MM = usualFigures.springMm;
/** Way over which a screw without a spring does, as plate and thread give, mm. */
export const FIXED_MM = 0.12;

/** Way over which one that bottoms does, as plate and arms give until its shoulder meets the post, mm. */
export const BOTTOM_MM = 0.5;

/**
 * How a screw presses as it is turned: through a spring all its way, straight, or until it bottoms: then its force is
 * what it is, and turning on only strains the thread.
 */
export type ForceLaw = "sprung" | "fixed" | "bottoming";

/** What of a drawn screw says how it presses. */
export type Pressed = Pick<Screw, "sprung" | "bottoms">;

/** The law of a screw; one with a spring whose shoulder bottoms goes through the spring's way. */
export const lawOf = ({ sprung, bottoms }: Pressed): ForceLaw => (sprung ? "sprung" : bottoms ? "bottoming" : "fixed");

/** Way of one turn, mm, by the thread written on the drawing; that of M2 where it says none. */
export const pitchOf = (thread: string): number =>
  PITCH_MM[/M\d(\.\d)?/.exec(thread.toUpperCase().replace(",", "."))?.[0] ?? ""] ?? USUAL_PITCH_MM;

/** Force a screw gives the plate at home, N, by the figures of its machine. */
export const screwN = (s: Pressed, figures: Figures = usualFigures): number =>
  ({ sprung: figures.sprungN, fixed: figures.fixedN, bottoming: figures.bottomN })[lawOf(s)];

/** Way over which a screw builds its force up, mm. */
export const wayMm = (law: ForceLaw, springMm = SPRING_MM): number =>
  ({ sprung: springMm, fixed: FIXED_MM, bottoming: BOTTOM_MM })[law];

/** Turns from where a screw begins to press to where it is home. */
export const turnsHome = (law: ForceLaw, thread: string, springMm = SPRING_MM): number =>
  wayMm(law, springMm) / pitchOf(thread);

/**
 * Turns from where a screw begins to press to a fraction of its force: a spring's force goes with its way, and so does
 * the give of plate and thread.
 * @param fraction of the force at home, 0 to 1
 *
 * @example
 * turnsTo(0.2, "sprung", "M2"); // 1.5
 */
export const turnsTo = (fraction: number, law: ForceLaw, thread: string, springMm = SPRING_MM): number =>
  Math.max(0, Math.min(1, fraction)) * turnsHome(law, thread, springMm);

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
  { law, thread, springMm }: { law: ForceLaw; thread: string; springMm?: number },
  fractions: readonly number[],
  round: number,
): string {
  const at = (r: number) => (r === 0 ? 0 : turnsTo(fractions[r - 1] ?? 1, law, thread, springMm));
  const more = turnsWords(at(round) - at(round - 1));
  const last = round === fractions.length;
  const begins = law === "sprung" ? "its spring touches" : "its head touches";
  if (last) {
    const stop = {
      sprung: "to the stop, snug",
      fixed: "until it is snug",
      bottoming: "until its shoulder meets the post, and no further",
    }[law];
    return fractions.length === 1 ? `about ${more} from where ${begins}, ${stop}` : `about ${more} more, ${stop}`;
  }
  return round === 1 ? `${more} from where ${begins}` : `${more} more`;
}
