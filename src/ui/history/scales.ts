import { scaleLinear, scaleUtc, type ScaleLinear, type ScaleTime } from "d3-scale";
import { extent } from "d3-array";
import type { ChipCourse } from "./types";

/** Size of the plot, px. */
export const W = 960;
export const LEFT = 54;
export const RIGHT = W - 16;
/** Where each strip begins and how tall it is. */
export const STRIPS = {
  airflow: { top: 42, height: 150 },
  contact: { top: 194, height: 124 },
  hot: { top: 322, height: 182 },
} as const;
export const FOOT = 518;
export const RULE = 42;
export const HEIGHT = FOOT + RULE + 4;

export const dayMs = (day: string): number => Date.parse(`${day}T00:00:00Z`);

export type Time = ScaleTime<number, number>;
export type Level = ScaleLinear<number, number>;

/** The axis of all strips: from a little before the first run to a year and a half from the last. */
export function timeOf(chip: ChipCourse, today: string): Time {
  const days = [...chip.course.airflow.marks, ...chip.course.contact.marks].map((m) => dayMs(m.day));
  const first = Math.min(...days, dayMs(today));
  const to = Math.max(...days, dayMs(today)) + 500 * 86_400_000;
  // room for the names of the strips before the first service
  return scaleUtc([first - Math.max(60 * 86_400_000, (to - first) * 0.19), to], [LEFT, RIGHT]);
}

/** K/W or °C of a strip. */
export function levelOf(values: readonly number[], { top, height }: { top: number; height: number }): Level {
  const [low = 0, high = 1] = extent(values);
  const span = Math.max(0.05, high - low);
  // below the marks stands the pace of each interval
  return scaleLinear([Math.max(0, low - 0.3 * span), high + 0.08 * span], [top + height - 6, top + 28]);
}

/** Ticks of a strip that stand clear of one another. */
export const ticksOf = (y: Level): number[] => y.ticks(3);
