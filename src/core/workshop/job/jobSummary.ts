import type { BrokenOfJob } from "./broken";
import type { Measured } from "../history";
import type { ForecastFacts, ServiceStage } from "../../handwork/service";
import type { VerdictBrief } from "./brief";
import type { StageName } from "./stages";

/**
 * How a job stands, as lists show it; derived from its runs, journal, drawing and verdict whenever one of them
 * changed.
 */
export interface JobSummary {
  /** The stage it waits at. */
  at: StageName;
  /** What its run before came down to: "97 °C, at the limit"; empty without one. */
  beforeFact: string;
  /** The verdict that stands; null while there is none. */
  verdict: VerdictBrief | null;
  /** Seconds at work by stage. */
  timesS: Partial<Record<ServiceStage, number>>;
  /** What was found inside, in a few words. */
  found: string;
  /** Worst grade of dust that was found; null while none was graded. */
  grade: number | null;
  /** What of the cooling was done, in a few words. */
  did: string[];
  /** What its runs measured, and the days they were taken. */
  measured: Measured | null;
  days: { before: string | null; after: string | null };
  /** What was forecast of its work and what that won, with the day of it; null while nothing can be forecast. */
  forecast: { on: string; facts: ForecastFacts } | null;
}

/** How a job stands that was just taken in: nothing is known of it yet. */
export const TAKEN_IN: JobSummary = {
  at: "before",
  beforeFact: "",
  verdict: null,
  timesS: {},
  found: "",
  grade: null,
  did: [],
  measured: null,
  days: { before: null, after: null },
  forecast: null,
};

/** How a job stands as it is known now. */
export type KnownSummary = JobSummary & {
  /** Something of the job is newer than this, and is being worked out. */
  behind: boolean;
};

/** What a job waits for, where hands cannot go on: a part, or the owner's word. */
export interface JobWaits {
  for: "part" | "word";
  /** The part, or the question. */
  what: string;
  /** The day it is expected; null where none was said. */
  until: string | null;
  /** Up to what price the owner agreed or is asked, in the workshop's money; null where none was said. */
  limit: number | null;
  since: string;
}

/** What a job came back from: what was said and done then. */
export interface CameBack {
  jobId: number;
  /** The day it was closed. */
  on: string;
  headline: string;
  found: string;
  note: string;
}

/** What every page of a job says of it, whatever stage is shown. */
export interface JobHead {
  closed: boolean;
  waits: JobWaits | null;
  cameBack: CameBack | null;
  /** Of what is kept of it: pieces that are not what they were. */
  broken: readonly BrokenOfJob[];
}

/** "Waits for a part: blower B1, by 4 Dec" */
export function waitsWords(w: JobWaits, day: (iso: string) => string, money: (amount: number) => string): string {
  const what = w.for === "part" ? `Waits for a part: ${w.what}` : `Waits for the owner's word: ${w.what}`;
  return [what, w.limit === null ? "" : `up to ${money(w.limit)}`, w.until === null ? "" : `by ${day(w.until)}`]
    .filter(Boolean)
    .join(", ");
}
