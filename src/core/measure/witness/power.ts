import { words } from "../../base/words";
import { median, type ChipId, type ChipSeries, type Series } from "../thermal";
import { lateRows, meanOver } from "../pair/conditions";
import type { Reason } from "../judge/verdict";
import { witnessWork, type WorkWitness } from "../pair/work";
import type { Scene, Testimony, Witness } from "./witness";

/** Work that differs by more than this, in the logarithm, tells nothing of the power's scale. */
const LIKE_WORK = 0.5;
/**
 * Power that differs by more than this from what the work says is read on another scale, in the logarithm; the more the
 * work itself differs the more may be the clock's exponent, which is known to half of one.
 */
const SAME_POWER = 0.055;
/** How far the clock's exponent may be off, no unit. */
const EXPONENT_SLACK = 0.5;
/** One sigma of a power scale that is free, in the logarithm. */
const FREE_SD = 0.11;
/** How far a power that is read on another scale is taken towards what the work says, share of the logarithm. */
const BY_WORK = 0.75;
/** Below this share of the matched power a chip never came near it: nothing is said of it. */
const REACHED = 2 / 3;
/** A chip at no more than this times its idle power is not loaded. */
const IDLE_FACTOR = 1.4;
/** Without power the work of two runs may differ by this share and still be judged. */
const WORK_MAY_DIFFER = 0.45;

/** Whether both runs measured the same work with the same measure, chip by chip. */
export function powerWitness(scene: Scene, chip: ChipId): Testimony {
  const before = scene.before.chips.find((c) => c.chip === chip);
  const after = scene.after.chips.find((c) => c.chip === chip);
  if (!before || !after) return { witness: told(chip, "fine", "", "", "") };
  const work = witnessWork(scene.before, scene.after, chip);
  if (!before.powerLogged || !after.powerLogged) return withoutPower(chip, work, before, after);
  const was = meanOver(before.power, lateRows(scene.before));
  const is = meanOver(after.power, lateRows(scene.after));
  const shown = [words.watts(was), words.watts(is)] as const;
  const idle = notLoaded(scene, before, after, is / was);
  if (idle) return silent(chip, idle, shown);
  const known = work.by === "load and clock";
  const [workApart, off] = [Math.abs(Math.log(work.ratio)), is / was / work.ratio];
  const slack = SAME_POWER + EXPONENT_SLACK * workApart;
  if (known && workApart < LIKE_WORK && Math.abs(Math.log(off)) > slack) return anotherScale(chip, off, shown);
  return {
    witness: told(
      chip,
      "fine",
      ...shown,
      known
        ? "Power goes with load and clock alike in both logs."
        : "Power is logged in both runs; nothing else tells whether its scale is the same.",
    ),
  };
}

const told = (chip: ChipId, finding: Witness["finding"], before: string, after: string, says: string): Witness => ({
  of: "power",
  chip,
  finding,
  before,
  after,
  says,
  unknowns: [],
  addsK: null,
});

/** The run in which a chip was not loaded; null when it was in both. */
function notLoaded(scene: Scene, before: ChipSeries, after: ChipSeries, ratio: number): "before" | "after" | null {
  if (idles(scene.before, before)) return idles(scene.after, after) ? null : "before";
  if (ratio >= REACHED) return null;
  // a chip that is throttled holds little power because it is hot: that is what is to be judged
  const hot = meanOver(after.tempC, lateRows(scene.after)) > meanOver(before.tempC, lateRows(scene.before)) - 3;
  return hot ? null : "after";
}

function idles(series: Series, chip: ChipSeries): boolean {
  if (series.on < 5) return false;
  return meanOver(chip.power, lateRows(series)) < IDLE_FACTOR * median(chip.power.slice(0, series.on));
}

function silent(chip: ChipId, run: "before" | "after", shown: readonly [string, string]): Testimony {
  const says =
    `The ${words.chip(chip)} was ${run === "before" ? "not loaded" : "hardly loaded"} in the run ${run}: ` +
    "nothing is said of it.";
  return {
    witness: told(chip, "cut", ...shown, says),
    silent: [chip],
    reasons: [{ code: "chip-not-loaded", level: "caution", message: says, figure: shown.join(" → ") }],
  };
}

function anotherScale(chip: ChipId, off: number, shown: readonly [string, string]): Testimony {
  const by = words.share(Math.abs(off - 1));
  const says =
    `Power of the ${words.chip(chip)} reads ${by} ${off < 1 ? "lower" : "higher"} in the run after at the same load ` +
    "and clock: a matter of the sensor, not of the cooling. Its scale is left open.";
  return {
    witness: { ...told(chip, "corrected", ...shown, says), unknowns: [`power ${chip}`] },
    // the truth lies nearer the work than the reading; the plate and the die, which are the same, decide
    freedom: { power: { [chip]: { mean: off ** -BY_WORK, sd: FREE_SD } } },
    reasons: [{ code: "power-scale", level: "caution", message: says, figure: `${off < 1 ? "−" : "+"}${by}` }],
  };
}

function withoutPower(chip: ChipId, work: WorkWitness, before: ChipSeries, after: ChipSeries): Testimony {
  const shown = [measureOf(before), measureOf(after)] as const;
  const missing = missingWords(chip, before, after);
  const percent = Math.round(Math.abs(work.ratio - 1) * 100);
  if (work.ratio > 1 + WORK_MAY_DIFFER || work.ratio < 1 / (1 + WORK_MAY_DIFFER)) {
    const message =
      `${missing}, and by ${work.by} the ${words.chip(chip)} did ${percent} % ` +
      `${work.ratio > 1 ? "more" : "less"} work in the run after.`;
    const reason: Reason = {
      code: "loads-differ",
      level: "blocks",
      message,
      figure: `${work.ratio > 1 ? "+" : "−"}${percent} %`,
    };
    return { witness: told(chip, "cut", ...shown, message), reasons: [reason], silent: [chip] };
  }
  const says =
    work.by === "nothing"
      ? `${missing}, and nothing tells the work of the ${words.chip(chip)}: the same was assumed.`
      : `${missing}: by ${work.by} the work ` +
        (percent < 4 ? "was the same." : `differed by ${percent} %, and that was taken out.`);
  const blind = { nothing: 0.12, clock: 0.07, load: 0.07, "load and clock": 0.03, "work a second": 0.03 }[work.by];
  return {
    witness: { ...told(chip, "corrected", ...shown, says), unknowns: [`power ${chip}`] },
    freedom: { power: { [chip]: { mean: 1, sd: Math.hypot(blind, 0.35 * Math.log(work.ratio)) } } },
    reasons: [{ code: before.board || after.board ? "board-power" : "no-power", level: "caution", message: says }],
  };
}

const measureOf = (c: ChipSeries): string => (c.board ? "whole board" : c.powerLogged ? "logged" : "no power");

/** What the power of a chip lacks to be compared. */
function missingWords(chip: ChipId, before: ChipSeries, after: ChipSeries): string {
  if (before.board || after.board) {
    const run = before.board && after.board ? "both runs" : `the run ${before.board ? "before" : "after"}`;
    return `Power of the ${words.chip(chip)} reads as that of the whole board in ${run}: too high in idle for its rise`;
  }
  if (!before.powerLogged && !after.powerLogged) return `No power of the ${words.chip(chip)} is logged`;
  return `No power of the ${words.chip(chip)} in the run ${before.powerLogged ? "after" : "before"}`;
}
