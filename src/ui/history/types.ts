import type { Course, Forecast, HotMark, Visit } from "@/core/history";
import type { SentencePart } from "@/core/judge";

/** One chip over the years, as the page gets it. */
export interface ChipCourse {
  course: Course;
  forecast: Forecast | null;
  hot: HotMark[];
  headline: string;
  summary: SentencePart[];
  narrows: { on: string; nowDays: number; thenDays: number } | null;
  others: { tags: string[]; contact: [number, number]; airflow: [number, number] } | null;
}

export type { Visit };
