import { median, type ChipId, type ChipSeries } from "../thermal";
import { meanOver, type Windowed } from "../pair/conditions";
import { witnessWork, type WorkWitness } from "../pair/work";
import type { Shown } from "../pair/facts";
import type { Found, Heard, PowerLacks } from "../pair/reason";
import { heard, type Scene, type Testimony } from "./witness";

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
/** One sigma of the power's scale where only this tells the work, in the logarithm. */
const BLIND_SD: Record<WorkWitness["by"], number> = {
  nothing: 0.12,
  clock: 0.07,
  load: 0.07,
  "load and clock": 0.03,
  "work a second": 0.03,
};

/** Whether both runs measured the same work with the same measure, chip by chip. */
export function powerWitness(scene: Scene, chip: ChipId): Testimony {
  const before = scene.before.chips.find((c) => c.chip === chip);
  const after = scene.after.chips.find((c) => c.chip === chip);
  if (!before || !after) return { witness: told(chip, "fine", [], NOTHING) };
  const work = witnessWork(scene.before, scene.after, chip);
  if (!before.powerLogged || !after.powerLogged) return withoutPower(work, before, after);
  const was = meanOver(before.power, scene.before.late);
  const is = meanOver(after.power, scene.after.late);
  const watts = [was, is] as const;
  const idle = notLoaded(scene, before, after, is / was);
  if (idle) return silent({ code: "chip-not-loaded", data: { chip, run: idle, watts } }, chip, watts);
  const known = work.by === "load and clock";
  const [workApart, off] = [Math.abs(Math.log(work.ratio)), is / was / work.ratio];
  const slack = SAME_POWER + EXPONENT_SLACK * workApart;
  if (known && workApart < LIKE_WORK && Math.abs(Math.log(off)) > slack) return anotherScale(chip, off, watts);
  const found: Found = { code: known ? "power-alike" : "power-unwitnessed", data: {} };
  return { witness: told(chip, "fine", [found], shownWatts(watts)) };
}

const NOTHING: Heard["shown"] = { before: { as: "nothing" }, after: { as: "nothing" } };

const told = (chip: ChipId, finding: Heard["finding"], found: readonly Found[], shown: Heard["shown"]): Heard =>
  heard("power", finding, found, shown, { chip });

type Watts = readonly [number, number];

const shownWatts = ([before, after]: Watts): Heard["shown"] => ({
  before: { as: "watts", W: before },
  after: { as: "watts", W: after },
});

/** The run in which a chip was not loaded; null when it was in both. */
function notLoaded(scene: Scene, before: ChipSeries, after: ChipSeries, ratio: number): "before" | "after" | null {
  if (idles(scene.before, before)) return idles(scene.after, after) ? null : "before";
  if (ratio >= REACHED) return null;
  // a chip that is throttled holds little power because it is hot: that is what is to be judged
  const hot = meanOver(after.tempC, scene.after.late) > meanOver(before.tempC, scene.before.late) - 3;
  return hot ? null : "after";
}

function idles(series: Windowed, chip: ChipSeries): boolean {
  if (series.on < 5) return false;
  return meanOver(chip.power, series.late) < IDLE_FACTOR * median(chip.power.slice(0, series.on));
}

const silent = (found: Found, chip: ChipId, watts: Watts): Testimony => ({
  witness: told(chip, "cut", [found], shownWatts(watts)),
  silent: [chip],
  reasons: [{ ...found, level: "caution" }],
});

function anotherScale(chip: ChipId, off: number, watts: Watts): Testimony {
  const found: Found = { code: "power-scale", data: { chip, off } };
  return {
    witness: { ...told(chip, "corrected", [found], shownWatts(watts)), unknowns: [`power ${chip}`] },
    // the truth lies nearer the work than the reading; the plate and the die, which are the same, decide
    freedom: { power: { [chip]: { mean: off ** -BY_WORK, sd: FREE_SD } } },
    reasons: [{ ...found, level: "caution" }],
  };
}

function withoutPower({ chip, by, ratio }: WorkWitness, before: ChipSeries, after: ChipSeries): Testimony {
  const shown = { before: measureOf(before), after: measureOf(after) };
  const data = { chip, lacks: lacksOf(before, after), by, ratio };
  if (ratio > 1 + WORK_MAY_DIFFER || ratio < 1 / (1 + WORK_MAY_DIFFER)) {
    const differ: Found = { code: "loads-differ", data };
    return { witness: told(chip, "cut", [differ], shown), reasons: [{ ...differ, level: "blocks" }], silent: [chip] };
  }
  const found: Found = { code: before.board || after.board ? "board-power" : "no-power", data };
  const blind = BLIND_SD[by];
  return {
    witness: { ...told(chip, "corrected", [found], shown), unknowns: [`power ${chip}`] },
    freedom: { power: { [chip]: { mean: 1, sd: Math.hypot(blind, 0.35 * Math.log(ratio)) } } },
    reasons: [{ ...found, level: "caution" }],
  };
}

const measureOf = (c: ChipSeries): Shown => ({
  as: "power",
  kind: c.board ? "whole board" : c.powerLogged ? "logged" : "no power",
});

/** What the power of a chip lacks to be compared. */
function lacksOf(before: ChipSeries, after: ChipSeries): PowerLacks {
  if (before.board || after.board)
    return { kind: "board", run: before.board && after.board ? "both" : before.board ? "before" : "after" };
  if (!before.powerLogged && !after.powerLogged) return { kind: "none", run: "both" };
  return { kind: "none", run: before.powerLogged ? "after" : "before" };
}
