import { airflowBy, fanSpeedsOf, type Figure } from "../../measure/judge";
import type { ChipId } from "../../measure/thermal";
import type { Verdict } from "../../measure/says";

/** A resistance with its 90 % interval, K/W. */
export interface Resistance {
  KW: number;
  low: number;
  high: number;
}

/** What one run of a job says of one chip. */
export interface Levels {
  contact: Resistance | null;
  airflow: Resistance | null;
}

/** What a job measured of one chip: the run before and the run after, at the work and fan speed they share. */
export interface MeasuredChip {
  chip: ChipId;
  /** Power of the chip and of all chips together that it was matched at, W. */
  ownW: number;
  totalW: number;
  before: Levels;
  after: Levels;
}

/** What a job measured, as its machine's history keeps it. */
export interface Measured {
  /** Fan speed the figures are matched at, rpm; null where no run told it. */
  fanRpm: number | null;
  /** That of the run after, where a fan was weak or stood in one of them: each is told at its own. */
  fanRpmAfter?: number | null;
  chips: MeasuredChip[];
}

const NONE: Levels = { contact: null, airflow: null };

/**
 * The resistances a verdict gives, per watt of what flows through each path: the chip's own power through its contact,
 * that of all chips through the air they share. Null where the power of every chip is not known in watts.
 */
export function measuredIn(v: Verdict): Measured | null {
  if (v.work?.length || v.reasons.some((r) => r.code === "board-power")) return null;
  const totalW = Object.values(v.matched.powerW).reduce((a, b) => a + b, 0);
  const chips = v.chips.flatMap((c): MeasuredChip[] => {
    const ownW = v.matched.powerW[c.chip] ?? 0;
    if (ownW <= 0) return [];
    const [contact, airflow] = c.paths;
    const levels = (run: "before" | "after"): Levels => ({
      contact: per(contact[run], ownW),
      airflow: per(airflow[run], totalW),
    });
    return [{ chip: c.chip, ownW, totalW, before: levels("before"), after: levels("after") }];
  });
  const told = chips.filter((c) => [c.before, c.after].some((l) => l.contact ?? l.airflow));
  if (told.length === 0) return null;
  const { before, after, differ } = fanSpeedsOf(v);
  return { fanRpm: before, ...(differ ? { fanRpmAfter: after } : {}), chips: told };
}

const per = (height: Figure | null, W: number): Resistance | null =>
  height && height.K > 0 ? { KW: height.K / W, low: Math.max(0, height.low) / W, high: height.high / W } : null;

/**
 * The fan speed a job's airflow is brought to another from, rpm: that of the sound fan. A fan that was weak or stood is
 * no slower curve but a fault of the air's way, and stays in its figure as it was found.
 */
export const soundSpeedOf = ({ fanRpm, fanRpmAfter }: Measured): number | null =>
  fanRpm === null ? null : Math.max(fanRpm, fanRpmAfter ?? 0);

/** Airflow brought from one fan speed to another; left as it is where a speed is not known. */
export function atFanSpeed(level: Levels, fromRpm: number | null, toRpm: number | null): Levels {
  if (!level.airflow) return level;
  const by = airflowBy(fromRpm, toRpm);
  const { KW, low, high } = level.airflow;
  return { ...level, airflow: { KW: KW * by, low: low * by, high: high * by } };
}

/** What one run alone says of a chip, where it stands on its own: heights over the room per watt. */
export const levelsOfHeights = (
  heights: { contact: Figure; airflow: Figure } | null,
  ownW: number,
  totalW: number,
): Levels =>
  heights && ownW > 0 && totalW > 0
    ? { contact: per(heights.contact, ownW), airflow: per(heights.airflow, totalW) }
    : NONE;
