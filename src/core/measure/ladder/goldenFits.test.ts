import { expect, it } from "vitest";
import { tessalyK15, wrenfell14 } from "../../../samples/rigs";
import { golden, summed, eachSummed } from "../../../testing/golden";
import { rigRun, type RigRun } from "../../../testing/rigRuns";
import { prepareSeries, type Series } from "../thermal";
import { addedBy, fitLadder, heightsOf, memoOf, noTrack, readingsOf, trackOf, type JointFit } from ".";
import { steadyHeights } from "./heights";
import { lastingNoise } from "./lasting";
import { ladderAt, startOf, type LadderGiven } from "./parameters";
import { platesOverFins } from "./plates";
import { stateAt } from "./start";
import { gapRows, type Track } from "./track";

const short = { idleS: 60, loadS: 420, coolS: 90 };

function seriesOf(told: RigRun, seed: number, edit: (s: Series) => Series = (s) => s): Series {
  const { run, phases, room } = rigRun({ ...told, recipe: { ...short, ...told.recipe } }, seed);
  if (!phases) throw new Error("no load");
  return edit(prepareSeries(run, phases, room));
}

/** A stretch in which nothing was logged, and what that leaves. */
const holed = (s: Series): Series => {
  const keep = Array.from(s.timeS, (_, i) => i).filter((i) => i < 150 || i > 260);
  const of = (v: Float64Array) => Float64Array.from(keep, (i) => v[i] ?? NaN);
  const before = keep.filter((i) => i < s.on).length;
  return {
    ...s,
    timeS: of(s.timeS),
    chips: s.chips.map((c) => ({ ...c, tempC: of(c.tempC), power: of(c.power), load: null, clock: null })),
    fan: s.fan && of(s.fan),
    fans: s.fans.map(of),
    room: s.room && of(s.room),
    on: before,
    off: keep.filter((i) => i < s.off).length,
  };
};
const roomAtStart = (s: Series): Series => ({ ...s, roomRead: "start" });
const noIdle = (s: Series): Series => ({
  ...s,
  timeS: s.timeS.slice(s.on),
  chips: s.chips.map((c) => ({ ...c, tempC: c.tempC.slice(s.on), power: c.power.slice(s.on) })),
  fan: s.fan && s.fan.slice(s.on),
  fans: s.fans.map((f) => f.slice(s.on)),
  room: s.room && s.room.slice(s.on),
  on: 0,
  off: s.off - s.on,
});

type Case = [RigRun, (s: Series) => Series, Partial<LadderGiven>];
const one: Record<string, Case> = {
  plain: [{}, (s) => s, {}],
  dusty: [{ faults: { clog: 2.4 } }, (s) => s, {}],
  "dry paste, room read at the start": [{ faults: { contact: { cpu: 2 } } }, roomAtStart, {}],
  "a hole in the log": [{ faults: { clog: 1.6 } }, holed, { caseSd: 0.6 }],
  "no idle stretch": [{ faults: { contact: { cpu: 1.4 } } }, noIdle, {}],
  "every five seconds, power free": [
    { sensors: { stepS: 5, lagS: 2 } },
    (s) => s,
    { power: [{ mean: 1.1, sd: 0.13 }] },
  ],
  "fans in doubt, rooms open": [{ faults: { pipe: 1.8 } }, (s) => s, { fanSd: 0.2, roomSd: 4 }],
};

const top = (machine: typeof wrenfell14) => ({ top: Array.from({ length: machine.fan.count }, () => 5000) });

function fitOf(
  machine: typeof wrenfell14,
  [told, edit, given]: Case,
): { fit: JointFit; before: Track; series: Series } {
  const chips = machine.chips.map((c) => c.id);
  const series = seriesOf({ machine, ...told }, 0.3, edit);
  const before = trackOf(series, chips, top(machine));
  const after = trackOf(seriesOf({ machine }, 0.8), chips, top(machine));
  const fit = fitLadder(
    { before, after },
    {
      chips,
      lateW: machine.chips.map((c) => c.loadW),
      roomKnown: { before: true, after: true },
      power: chips.map(() => ({ mean: 1, sd: 0.012 })),
      exponent: { mean: 0.6, sd: 0.15 },
      fanSd: 0,
      ...given,
    },
  );
  return { fit, before, series };
}

function told({ fit, before, series }: ReturnType<typeof fitOf>) {
  const chips = fit.given.chips.length;
  const powerW = fit.given.lateW;
  const at = { powerW, fans: { before: powerW.map(() => 0.8), after: powerW.map(() => 0.85) } };
  const names = fit.places.unknowns.map((u) => u.name);
  const ladders = (["before", "after"] as const).map((run) =>
    ladderAt(fit.places, fit.u, run, chips, fit.tracks[run].stretches),
  );
  const n = names.length;
  return {
    u: Object.fromEntries(names.map((name, i) => [name, [fit.u[i], fit.covariance[i * n + i]]])),
    chi2: [fit.chi2, fit.freeBlocks, fit.residualK],
    heights: summed(heightsOf(fit, at)),
    added: Object.fromEntries(
      [["exponent"], ["room before", "room after"], ["case", "case change"], ["nothing"]].map((of) => [
        of.join(),
        addedBy(fit, at, 0, of),
      ]),
    ),
    kept: memoOf(fit),
    ladders: summed(ladders),
    plates: summed(
      ladders.map((l) => [platesOverFins(l, powerW), steadyHeights(l, powerW, [0]), steadyHeights(l, powerW, [1])]),
    ),
    states: summed(before.stretches.map((s, j) => ladders[0] && stateAt(before, s, ladders[0], j, 1.3))),
    readings: summed(readingsOf(fit, "before")),
    noise: summed(lastingNoise(before, readingsOf(fit, "before")[0] ?? new Float64Array())),
    track: eachSummed(before),
    start: summed(startOf(fit.places, fit.given)),
    gaps: summed(gapRows(series)),
  };
}

it("ladders of one chip fit as kept", async () => {
  const out = Object.entries(one).map(([name, c]) => [name, told(fitOf(wrenfell14, c))]);
  await expect(golden(Object.fromEntries(out))).toMatchFileSnapshot("golden/one-chip.txt");
});

it("ladders of two chips fit as kept", async () => {
  const both = { power: [1, 1].map(() => ({ mean: 1, sd: 0.012 })) };
  const out = (["plain", "dusty", "a hole in the log"] as const).map((name) => {
    const [run, edit, given] = one[name] as Case;
    return [name, told(fitOf(tessalyK15, [run, edit, { ...given, ...both }]))];
  });
  await expect(golden(Object.fromEntries(out))).toMatchFileSnapshot("golden/two-chips.txt");
});

it("one run alone fits as kept", async () => {
  const series = seriesOf({ faults: { clog: 2 } }, 0.3);
  const fit = fitLadder(
    { before: trackOf(series, ["cpu"], top(wrenfell14)), after: noTrack(1) },
    {
      chips: ["cpu"],
      lateW: [26],
      roomKnown: { before: true, after: true },
      power: [{ mean: 1, sd: 0.012 }],
      exponent: { mean: 0.6, sd: 0.15 },
      fanSd: 0,
    },
  );
  const at = { powerW: [26], fans: { before: [0.8], after: [0.8] } };
  await expect(golden([fit.u, fit.chi2, heightsOf(fit, at), memoOf(fit)])).toMatchFileSnapshot("golden/alone.txt");
});
