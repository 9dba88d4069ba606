import type { OtherSensor as OtherRead, Judgement } from "../judge";
import type { Found, Heard, Level, Seen } from "../pair/reason";

/** A part of a sentence; `path` gives it the colour of that path, `strong` sets a figure. */
export interface SentencePart {
  text: string;
  path?: "contact" | "airflow";
  strong?: boolean;
}

/** A reason with its sentence. */
export interface WordedReason {
  code: string;
  level: Level;
  message: string;
  /** Short figure at the right of the line, such as "3:05 of 7:10". */
  figure?: string;
  /** Where in the log it was seen, s since load on, and the word drawn there. */
  seen?: Seen & { word: string };
  /** What the sentence is made of; absent in verdicts of an older judge. */
  data?: Found["data"];
}

export interface NextStep {
  code: string;
  message: string;
}

/** What one witness says of the pair, in words. */
export interface Witness extends Pick<Heard, "of" | "chip" | "finding" | "unknowns" | "addsK"> {
  /** What each run shows, in a few words. */
  before: string;
  after: string;
  says: string;
  /** What its sentences are made of; absent in verdicts of an older judge. */
  found?: readonly Found[];
}

export type OtherSensor = OtherRead & { name: string };

/** A judgement in the words of who reads it, as it is kept: its sentences stay as they were told. */
export interface Verdict extends Omit<Judgement, "reasons" | "next" | "witnesses" | "others"> {
  headline: SentencePart[];
  summary: SentencePart[];
  reasons: WordedReason[];
  next: NextStep[];
  /** What was asked of both runs before anything was judged; absent in verdicts of an older judge. */
  witnesses?: Witness[];
  /** Drive, memory, base and case at a room of 25 °C. */
  others?: OtherSensor[];
}

export const plainText = (parts: readonly SentencePart[]): string => parts.map((p) => p.text).join("");
