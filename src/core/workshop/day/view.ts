import type { DrawingRef, Machine } from "../job";
import type { DayFacts, DayForm, SavedDay } from "./today";

/** A stretch of the day that is over, minutes from midnight. */
export interface PastStretch {
  jobId: number;
  tag: string;
  stage: string;
  fromMin: number;
  toMin: number;
}

export interface DayJobView {
  facts: DayFacts;
  machine: Pick<Machine, "id" | "tag" | "model" | "place" | "form">;
  drawing: DrawingRef | null;
}

export interface DayView {
  date: string;
  /** When the workshop's day began, ms since 1970. */
  midnightMs: number;
  /** Now, minutes from midnight in the workshop. */
  nowMin: number;
  form: DayForm;
  kept: SavedDay;
  jobs: DayJobView[];
  past: PastStretch[];
  /** Jobs on hold, which no day is planned with. */
  held: number;
}
