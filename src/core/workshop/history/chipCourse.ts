import type { SentencePart } from "../../measure/says";
import type { Course } from "./course";
import type { Forecast, HotMark } from "./hotDay";

/** One chip over the years, with what is to come. */
export interface ChipCourse {
  course: Course;
  forecast: Forecast | null;
  hot: HotMark[];
  headline: string;
  summary: SentencePart[];
  /** What a check run on a day would narrow the forecast to, days. */
  narrows: { on: string; nowDays: number; thenDays: number } | null;
  /** Airflow and contact after service of others of its model, K/W. */
  others: { tags: string[]; contact: [number, number]; airflow: [number, number] } | null;
}
