import type { Said } from "./form";
import type { Texts } from "./texts";

/** What a report speaks with: its sentences, and how figures and days are said. */
export interface Speech {
  t: Texts;
  said: Said;
}

/** A stretch of a line; `strong` is set heavier, `path` in the colour of that path. */
export interface Span {
  text: string;
  strong?: boolean;
  path?: "contact" | "airflow";
}
