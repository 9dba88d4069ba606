import type { ChipVerdict, PathVerdict } from "./judgement";

/** A chip's change and its two paths as they are shown: whole steps that sum. */
export interface ShownChange {
  whole: number;
  contact: number;
  airflow: number;
}

/**
 * Change of a chip and of its paths in whole steps, the same on screen and on paper: airflow is what contact leaves of
 * the whole, so that the three sum as they stand. Null where a path is not told.
 *
 * @param step size of a kelvin in the unit that is shown: 1, in °F 1.8
 */
export function shownChange(chip: Pick<ChipVerdict, "change" | "paths">, step = 1): ShownChange | null {
  const [contact, airflow] = chip.paths;
  if (!chip.change || !contact.change || !airflow.change) return null;
  const whole = rounded(step * chip.change.K);
  const own = rounded(step * contact.change.K);
  return { whole, contact: own, airflow: whole - own };
}

/** Change of one path as it is shown: beside the whole what sums with it, where only one side is known its own. */
export function shownPath(chip: Pick<ChipVerdict, "change" | "paths">, path: PathVerdict["path"], step = 1): number {
  const own = chip.paths.find((p) => p.path === path)?.change?.K ?? 0;
  return shownChange(chip, step)?.[path] ?? rounded(step * own);
}

/** Halves go away from nothing, as figures are written: −10.5 → −11. */
const rounded = (v: number): number => Math.sign(v) * Math.round(Math.abs(v));
