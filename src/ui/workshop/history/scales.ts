import { scaleLinear, scaleUtc, type ScaleLinear, type ScaleTime } from "d3-scale";
import { extent } from "d3-array";
import type { ChipCourse } from "@/core/workshop/history";

/** The plot is drawn at its own width, so that its words keep their size; narrower than this it shrinks, px. */
export const LEAST_W = 560;
/** Left edge of what is drawn, px. */
export const LEFT = 54;
/** What stands free at the sides, px. */
const MARGIN = 16;
/** Names of the strips stand before the first service, px. */
const NAMES_W = 172;
/** Where each strip begins and how tall it is. */
export const STRIPS = {
  airflow: { top: 42, height: 150 },
  contact: { top: 194, height: 124 },
  hot: { top: 322, height: 182 },
} as const;
/** Foot of the plot, px. */
export const FOOT = 518;
/** Height of the rule of years, px. */
export const RULE = 42;
export const HEIGHT = FOOT + RULE + 4;

export const dayMs = (day: string): number => Date.parse(`${day}T00:00:00Z`);

export type Time = ScaleTime<number, number>;
export type Level = ScaleLinear<number, number>;

/** The axis of all strips: from a little before the first run to a year and a half from the last. */
export function timeOf(chip: ChipCourse, today: string, width: number): Time {
  const days = [...chip.course.airflow.marks, ...chip.course.contact.marks].map((m) => dayMs(m.day));
  const first = Math.min(...days, dayMs(today));
  const to = Math.max(...days, dayMs(today)) + 500 * 86_400_000;
  // room for the names of the strips before the first service
  const right = Math.max(LEAST_W, width) - MARGIN;
  const share = NAMES_W / (right - LEFT);
  return scaleUtc([first - ((to - first) * share) / (1 - share), to], [LEFT, right]);
}

/** Where the strips end, and how wide the plot is, px. */
export const rightOf = (x: Time): number => x.range()[1] ?? LEAST_W;
export const widthOf = (x: Time): number => rightOf(x) + MARGIN;

/** K/W or °C of a strip. */
export function levelOf(values: readonly number[], { top, height }: { top: number; height: number }): Level {
  const [low = 0, high = 1] = extent(values);
  const span = Math.max(0.05, high - low);
  // below the marks stands the pace of each interval
  return scaleLinear([Math.max(0, low - 0.3 * span), high + 0.08 * span], [top + height - 6, top + 28]);
}

/** Ticks of a strip that stand clear of one another. */
export const ticksOf = (y: Level): number[] => y.ticks(3);
