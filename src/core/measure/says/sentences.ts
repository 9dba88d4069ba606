import type { Found, FoundCode, FoundData } from "../pair/reason";
import type { Said, Sentences } from "./said";
import { benchSentences } from "./sentencesOfBench";
import { runSentences } from "./sentencesOfRuns";

const english: Sentences = { ...benchSentences, ...runSentences };

/**
 * A finding in words.
 *
 * @example
 * saidOf({ code: "rooms-apart", data: { K: 5 } }).message; // "The rooms were 5 K apart: that alone changes …"
 */
export const saidOf = <C extends FoundCode>({ code, data }: Extract<Found, { code: C }>): Said =>
  (english[code] as (data: FoundData[C]) => Said)(data as FoundData[C]);
