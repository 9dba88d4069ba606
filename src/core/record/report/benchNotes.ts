import type { JobFile } from "../jobfile";
import type { Verdict } from "../../measure/says";
import type { Speech } from "./speech";
import type { Texts } from "./texts";

/** A sensor besides the chips is told from this change on, K, or where it reads near its limit. */
const LEAST_K = 3;
const NEAR_K = 5;

/** What the bench has to say besides: its closing note, what the job waits for, other sensors. */
export function benchNotesOf(file: JobFile, verdict: Verdict | null, { t, said }: Speech): string[] {
  const { waits } = file;
  return [
    ...(file.closingNote ? [ended(file.closingNote)] : []),
    ...(waits?.for === "part" ? [t.bench.part(waits.what, waits.until ? said.day(waits.until) : "")] : []),
    ...(waits?.for === "word" ? [t.bench.word(ended(waits.what))] : []),
    ...(verdict?.others ?? []).flatMap((o) => {
      const name = t.bench.sensors[sensorOf(o.key)];
      if (o.afterC === null) return [];
      const moved = o.beforeC !== null && Math.abs(o.afterC - o.beforeC) >= LEAST_K;
      const near = o.limitC !== null && o.afterC > o.limitC - NEAR_K;
      if (!moved && !near) return [];
      const was = o.beforeC === null ? "" : said.figures.degrees(o.beforeC);
      return [t.bench.hot(name, was, said.figures.degrees(o.afterC))];
    }),
  ];
}

/** What a sensor besides the chips is called by in texts. */
export const sensorOf = (key: string): keyof Texts["bench"]["sensors"] =>
  key.replace(".temperature", "") as keyof Texts["bench"]["sensors"];

/** What was typed, as a sentence. */
const ended = (text: string): string => (/[.!?…]$/.test(text.trim()) ? text.trim() : `${text.trim()}.`);
