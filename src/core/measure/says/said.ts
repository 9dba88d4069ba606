import type { FoundCode, FoundData, RunName } from "../pair/reason";

/** A finding in words: its sentence, the short figure beside it, and the word drawn where it was seen. */
export interface Said {
  message: string;
  figure?: string;
  word?: (run: RunName) => string;
}

/** One sentence for each finding there is. */
export type Sentences = { [C in FoundCode]: (data: FoundData[C]) => Said };
