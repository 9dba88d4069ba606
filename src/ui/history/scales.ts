import { scaleLinear, scaleUtc, type ScaleLinear, type ScaleTime } from "d3-scale";
import { extent } from "d3-array";
import type { ChipCourse } from "./types";

/** Size of the plot, px. */
export const W = 840;
export const LEFT = 54;
export const RIGHT = W - 16;
/** Where each strip begins and how tall it is. */
export const STRIPS = {
  airflow: { top: 44, height: 172 },
  contact: { top: 226, height: 128 },
  hot: { top: 364, height: 196 },
} as const;
export const FOOT = 572;
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
  return scaleUtc([first - Math.max(60 * 86_400_000, (to - first) * 0.05), to], [LEFT, RIGHT]);
}

/** K/W or °C of a strip. */
export function levelOf(values: readonly number[], { top, height }: { top: number; height: number }): Level {
  const [low = 0, high = 1] = extent(values);
  const margin = Math.max(0.02, (high - low) * 0.16);
  return scaleLinear([Math.max(0, low - margin), high + margin], [top + height - 8, top + 30]).nice(4);
}

/** Ticks of a strip that stand clear of one another. */
export const ticksOf = (y: Level): number[] => y.ticks(4);
