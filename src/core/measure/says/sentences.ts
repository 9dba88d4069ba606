import type { Found, FoundCode, FoundData, RunName } from "../pair/reason";
import { benchSentences } from "./sentencesOfBench";
import { runSentences } from "./sentencesOfRuns";

/** A finding in words: its sentence, the short figure beside it, and the word drawn where it was seen. */
export interface Said {
  message: string;
  figure?: string;
  word?: (run: RunName) => string;
}

/** One sentence for each finding there is. */
export type Sentences = { [C in FoundCode]: (data: FoundData[C]) => Said };

const english: Sentences = { ...benchSentences, ...runSentences };

/**
 * A finding in words.
 *
 * @example
 * saidOf({ code: "rooms-apart", data: { K: 5 } }).message; // "The rooms were 5 K apart: that alone changes …"
 */
export const saidOf = <C extends FoundCode>({ code, data }: Extract<Found, { code: C }>): Said =>
  (english[code] as (data: FoundData[C]) => Said)(data as FoundData[C]);
