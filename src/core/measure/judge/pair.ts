import type { Phases } from "../log";
import { guessedFan, prepareSeries, type Series } from "../thermal";
import { withoutBoard } from "../pair/boardPower";
import { withCurveOf } from "../pair/fanCurve";
import { addedBy, keptOf } from "../ladder";
import { enoughSeconds, loadSeconds } from "./comparable";
import { matchedConditions, type JudgeRun, type Matched } from "../pair/conditions";
import type { ChipEstimate } from "./estimate";
import { spectraOf } from "./spectrum";
import { fanState, type FanState } from "../pair/fan";
import { estimatesOf, jointPair, NINETY, sensorsApartK, type JointPair } from "./joint";
import { examine, type Examination } from "../witness/examine";
import { machineWitness } from "../witness/machine";
import type { Scene } from "../witness/witness";
import { doubtsRooms, openRooms } from "../witness/room";
import { byWorkShare, witnessWork, type WorkWitness } from "../pair/work";

/** Two runs heard, brought to one measure, and fitted. */
export interface PreparedPair {
  series: { before: Series; after: Series };
  /** The series as logged, before power or fans were stood in for. */
  raw: { before: Series; after: Series };
  fan: FanState;
  told: Examination;
  matched: Matched;
  work: WorkWitness[];
  joint: JointPair;
  chips: ChipEstimate[];
}

/** What the witnesses said, with what the fit has to say of the rooms. */
function withRooms(told: Examination, { fit }: JointPair): Examination {
  const { reasons, says } = openRooms(fit);
  const finding = reasons.some((r) => r.level === "blocks") ? ("cut" as const) : ("corrected" as const);
  return {
    ...told,
    reasons: [...told.reasons, ...reasons],
    witnesses: told.witnesses.map((w) => (w.of === "room" ? { ...w, finding, says } : w)),
  };
}

/** What was heard, with whether both runs are of one machine: only the fit tells how each of them warms. */
function withMachine(told: Examination, scene: Scene, { fit }: JointPair, chips: readonly ChipEstimate[]): Examination {
  const { before, after, fan } = scene;
  const logged = [...before.chips, ...after.chips].every((c) => c.powerLogged);
  const rooms = before.room !== null && after.room !== null;
  const enough = enoughSeconds(chips, before, after, fan);
  const long = Math.min(loadSeconds(before), loadSeconds(after)) >= enough;
  const open = Object.keys(told.freedom.power).length > 0 || fan.kind === "stopped" || fan.unit === "mixed";
  const tells = logged && rooms && long && !open && told.silent.size === 0;
  const { witness, reasons = [] } = machineWitness(scene, tells ? keptOf(fit) : null);
  return { ...told, witnesses: [witness, ...told.witnesses], reasons: [...reasons, ...told.reasons] };
}

/** Each witness with what its doubt adds to the 90 % interval of the chip that changed most. */
function weighed(told: Examination, { fit, at, chips }: JointPair): Examination {
  const most = chips.reduce((m, c, i) => (Math.abs(c.change.K) > Math.abs(chips[m]?.change.K ?? 0) ? i : m), 0);
  const place = (name: string) => {
    const chip = fit.given.chips.findIndex((c) => name === `power ${c}`);
    return chip < 0 ? name : `power ${chip}`;
  };
  const adds = (names: readonly string[]) => NINETY * addedBy(fit, at, most, names.map(place));
  return {
    ...told,
    witnesses: told.witnesses.map((w) => ({
      ...w,
      addsK:
        w.of === "sensor" && chips[most]?.chip === w.chip
          ? sensorAdds(chips[most], at.powerW[most] ?? 0)
          : w.finding === "cut" || w.unknowns.length === 0 || chips.length === 0
            ? null
            : adds(w.unknowns),
    })),
  };
}

/** What two sensors add to the half-width of a chip's change, K. */
function sensorAdds({ change }: JointPair["chips"][number], powerW: number): number {
  const half = (change.high - change.low) / 2;
  return half - Math.sqrt(Math.max(0, half * half - (NINETY * sensorsApartK(powerW)) ** 2));
}

/** Everything a verdict and its explanation are made of. */
export function preparePair(
  before: JudgeRun,
  beforePhases: Phases,
  after: JudgeRun,
  afterPhases: Phases,
): PreparedPair {
  const raw = {
    before: withoutBoard(prepareSeries(before.run, beforePhases, before.room)),
    after: withoutBoard(prepareSeries(after.run, afterPhases, after.room)),
  };
  const fan = fanState(raw.before, raw.after);
  const scene = { ...raw, runs: { before, after }, fan };
  const told = examine(scene);
  const { series, work } = likePower(...likeFans(raw.before, raw.after, fan));
  const matched = matchedConditions(series.before);
  const spectra = spectraOf(series.before, series.after, matched, fan);
  const first = jointPair(series, matched, fan, told.freedom, spectra);
  const made = (joint: JointPair, heard: Examination): PreparedPair => {
    const chips = estimatesOf(joint, spectra);
    return {
      series,
      raw,
      fan,
      told: weighed(withMachine(heard, scene, joint, chips), joint),
      matched,
      work,
      joint,
      chips,
    };
  };
  // work that is not known speaks of rooms that are not
  const blind = told.reasons.some((r) => r.code === "loads-differ");
  const roomSd = blind ? null : doubtsRooms(first.fit);
  if (roomSd === null) return made(first, told);
  const joint = jointPair(series, matched, fan, { ...told.freedom, roomSd }, spectra);
  return made(joint, withRooms(told, joint));
}

/** A chip whose power is missing in one log is judged by its share of the work in both. */
function likePower(before: Series, after: Series): { series: { before: Series; after: Series }; work: WorkWitness[] } {
  const work: WorkWitness[] = [];
  const chips = { before: [...before.chips], after: [...after.chips] };
  for (const b of before.chips) {
    const a = after.chips.find((c) => c.chip === b.chip);
    if (!a || (a.powerLogged && b.powerLogged)) continue;
    const witness = witnessWork(before, after, b.chip);
    work.push(witness);
    chips.before = chips.before.map((c) => (c.chip === b.chip ? byWorkShare(before, c, 1) : c));
    chips.after = chips.after.map((c) => (c.chip === b.chip ? byWorkShare(after, c, witness.ratio) : c));
  }
  return { series: { before: { ...before, chips: chips.before }, after: { ...after, chips: chips.after } }, work };
}

/**
 * Where a fan is in one log, the curve it follows there stands for it in the other; where it is in neither, or follows
 * nothing, a usual curve stands in for it in both, and the fit decides how much it counts.
 */
function likeFans(before: Series, after: Series, fan: FanState): [Series, Series] {
  if (fan.lacks === "before") return [withCurveOf(after, before), after];
  if (fan.lacks === "after") return [before, withCurveOf(before, after)];
  return before.fan && after.fan && !fan.stuck ? [before, after] : [withGuessedFan(before), withGuessedFan(after)];
}

const withGuessedFan = (s: Series): Series => ({
  ...s,
  fan: guessedFan(s.timeS, s.chips),
  fans: [],
  fanUnit: null,
  fanGuessed: true,
});

/** The series with a usual fan curve where it has no fan. */
export const guessFan = (s: Series): Series => (s.fan ? s : withGuessedFan(s));
