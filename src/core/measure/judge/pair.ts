import type { Phases } from "../log";
import { guessedFan, prepareSeries } from "../thermal";
import { withoutBoard } from "../pair/boardPower";
import { withCurveOf } from "../pair/fanCurve";
import { addedBy, memoOf } from "../ladder";
import { enoughSeconds, loadSeconds } from "./comparable";
import { windowed, type JudgeRun, type Windowed } from "../pair/conditions";
import { pairOf, type Pair } from "../pair/pair";
import type { Found, RunName } from "../pair/reason";
import type { ChipEstimate } from "./estimate";
import { spectraOf } from "./spectrum";
import { fanState, type FanState } from "../pair/fan";
import { estimatesOf, jointPair, NINETY, sensorsApartK, type JointPair } from "./joint";
import { doubtsRooms, examine, machineWitness, openRooms, type Examination, type Scene } from "../witness";
import { byWorkShare, witnessWork, type WorkWitness } from "../pair/work";

/** A run as it is judged: late window found, powers that are the whole board's set aside. */
export const prepared = (input: JudgeRun, phases: Phases): Windowed =>
  withoutBoard(windowed(prepareSeries(input.run, phases, input.room)));

/** Two runs heard, brought to one measure, and fitted. */
export interface PreparedPair {
  pair: Pair;
  /** The runs as logged, before power or fans were stood in for. */
  raw: { before: Windowed; after: Windowed };
  told: Examination;
  work: WorkWitness[];
  joint: JointPair;
  chips: ChipEstimate[];
}

/** What the witnesses said, with what the fit has to say of the rooms. */
function withRooms(told: Examination, { fit }: JointPair): Examination {
  const reason = openRooms(fit);
  const { code, data } = reason;
  const found = { code, data } as Found;
  const finding = reason.level === "blocks" ? ("cut" as const) : ("corrected" as const);
  return {
    ...told,
    reasons: [...told.reasons, reason],
    witnesses: told.witnesses.map((w) => (w.of === "room" ? { ...w, finding, found: [found] } : w)),
  };
}

/** What was heard, with whether both runs are of one machine: only the fit tells how each of them warms. */
function withMachine(told: Examination, scene: Scene, { fit }: JointPair, chips: readonly ChipEstimate[]): Examination {
  const { before, after, fan } = scene;
  const logged = [...before.chips, ...after.chips].every((c) => c.powerLogged);
  const rooms = before.room !== null && after.room !== null;
  const enough = enoughSeconds(chips, scene);
  const long = Math.min(loadSeconds(before), loadSeconds(after)) >= enough;
  const open = Object.keys(told.freedom.power).length > 0 || fan.kind === "stopped" || fan.unit === "mixed";
  const tells = logged && rooms && long && !open && told.silent.size === 0;
  const { witness, reasons = [] } = machineWitness(scene, tells ? memoOf(fit) : null);
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
  const raw = { before: prepared(before, beforePhases), after: prepared(after, afterPhases) };
  const fan = fanState(raw.before, raw.after);
  const scene = { ...raw, runs: { before, after }, fan };
  const told = examine(scene);
  const { runs, work } = likePower(...likeFans(raw.before, raw.after, fan));
  const pair = pairOf(runs.before, runs.after, fan);
  const spectra = spectraOf(pair);
  const first = jointPair(pair, told.freedom, spectra);
  const made = (joint: JointPair, heard: Examination): PreparedPair => {
    const chips = estimatesOf(joint, spectra);
    return { pair, raw, told: weighed(withMachine(heard, scene, joint, chips), joint), work, joint, chips };
  };
  // work that is not known speaks of rooms that are not
  const blind = told.reasons.some((r) => r.code === "loads-differ");
  const roomSd = blind ? null : doubtsRooms(first.fit);
  if (roomSd === null) return made(first, told);
  const joint = jointPair(pair, { ...told.freedom, roomSd }, spectra);
  return made(joint, withRooms(told, joint));
}

/** A chip whose power is missing in one log is judged by its share of the work in both. */
function likePower(before: Windowed, after: Windowed): { runs: Record<RunName, Windowed>; work: WorkWitness[] } {
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
  if (work.length === 0) return { runs: { before, after }, work };
  // other powers, other pulses and windows
  const runs = {
    before: windowed({ ...before, chips: chips.before }),
    after: windowed({ ...after, chips: chips.after }),
  };
  return { runs, work };
}

/**
 * Where a fan is in one log, the curve it follows there stands for it in the other; where it is in neither, or follows
 * nothing, a usual curve stands in for it in both, and the fit decides how much it counts.
 */
function likeFans(before: Windowed, after: Windowed, fan: FanState): [Windowed, Windowed] {
  if (fan.lacks === "before") return [withCurveOf(after, before), after];
  if (fan.lacks === "after") return [before, withCurveOf(before, after)];
  return before.fan && after.fan && !fan.stuck ? [before, after] : [withGuessedFan(before), withGuessedFan(after)];
}

const withGuessedFan = (s: Windowed): Windowed => ({
  ...s,
  fan: guessedFan(s.timeS, s.chips),
  fans: [],
  fanUnit: null,
  fanGuessed: true,
});

/** The series with a usual fan curve where it has no fan. */
export const guessFan = (s: Windowed): Windowed => (s.fan ? s : withGuessedFan(s));
