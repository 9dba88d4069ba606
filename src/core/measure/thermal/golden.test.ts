import { expect, it } from "vitest";
import { tessalyK15 } from "../../../samples/rigs";
import { golden, summed, eachSummed } from "../../../testing/golden";
import { rigRun, type RigRun } from "../../../testing/rigRuns";
import { designColumns } from "./design";
import { AIR_TAUS_S, CONTACT_TAUS_S, fanSlowness, PIPE_TAUS_S, PLATE_SPAN_S, response } from "./kernels";
import { blockEquations, guessedFan, hottestLagged, median, nnls, prepareSeries, riseAt, solveBlocks } from "./index";

const short = { idleS: 60, loadS: 420, coolS: 90 };
const cases: Record<string, RigRun> = {
  plain: {},
  "two chips": { machine: tessalyK15 },
  "without power": { omit: ["cpu.power"] },
  "without a fan, a room or power": { omit: ["cpu.power", "fan1.speed"], room: null },
  "poorly read": { sensors: { stepS: 3, lossShare: 0.1, stick: 0.2, temperatureStepC: 2, powerStepW: 1 } },
  "no idle, pulses": { recipe: { idleS: 0, pulse: [60, 20] } },
  "room at one end": { room: { startC: 21, endC: null } },
  "room at the other": { room: { startC: null, endC: 24 } },
};

const seriesOf = (told: RigRun) => {
  const { run, phases, room } = rigRun({ ...told, recipe: { ...short, ...told.recipe } }, 0.21);
  if (!phases) throw new Error("no load");
  return prepareSeries(run, phases, room);
};

it("series are made ready as kept", async () => {
  const out = Object.entries(cases).map(([name, told]) => {
    const s = seriesOf(told);
    return [name, eachSummed(s), summed([guessedFan(s.timeS, s.chips), hottestLagged(s.timeS, s.chips)])];
  });
  await expect(golden(Object.fromEntries(out.map((o, i) => [i, o])))).toMatchFileSnapshot("golden/series.txt");
});

it("spectra of single runs fit as kept", async () => {
  const out = Object.entries(cases).map(([name, told]) => {
    const s = seriesOf(told);
    const options = { fanReference: s.fan ? 4000 : null, fanExponent: 0.6, roomKnown: s.room !== null };
    return [
      name,
      s.chips.map((c) => {
        const eq = blockEquations(s, c.chip, options);
        const found = solveBlocks(eq, new Uint8Array(eq.columns.length));
        const columns = designColumns(s, c.chip, options);
        return eachSummed([
          found,
          eq.grams.length,
          [eq.square, eq.count],
          eq.ridge,
          riseAt(eq.columns, found.x, { cpu: 30, gpu: 20 }),
          columns.map((d) => [d.path, d.driver, d.tauS, d.free, d.priorSd, d.values]),
        ]);
      }),
    ];
  });
  await expect(golden(Object.fromEntries(out.map((o, i) => [i, o])))).toMatchFileSnapshot("golden/spectra.txt");
});

it("kernels, fans and non-negative squares stand as kept", async () => {
  const timeS = Float64Array.from({ length: 60 }, (_, i) => i + (i > 30 ? 0.5 : 0));
  const power = Float64Array.from({ length: 60 }, (_, i) => (i < 10 ? 5 : i % 7 === 0 ? 20 : 35));
  const fan = Float64Array.from({ length: 60 }, (_, i) => (i < 20 ? 0 : 2000 + 40 * i));
  const slow = fanSlowness(fan, 4000, 0.6);
  const taus = [...CONTACT_TAUS_S, ...PIPE_TAUS_S, ...AIR_TAUS_S];
  const n = 5;
  const gram = Float64Array.from({ length: n * n }, (_, k) => {
    const [i, j] = [Math.floor(k / n), k % n];
    return Math.exp(-Math.abs(i - j) / 2) + (i === j ? 0.2 : 0);
  });
  const moment = Float64Array.from([2, -1, 0.4, 3, -2]);
  const solved = [
    [0, 0, 0, 0, 0],
    [1, 0, 0, 1, 0],
    [0, 1, 0, 0, 1],
  ].flatMap((free) =>
    [0, 1].map((s) =>
      nnls(
        gram,
        moment,
        Uint8Array.from(free),
        Uint8Array.from({ length: n }, () => s),
      ),
    ),
  );
  const out = [
    PLATE_SPAN_S,
    taus,
    taus.map((tau) => [response(timeS, power, tau, 5), response(timeS, power, tau, 0, slow)]),
    slow,
    solved,
    [median([3, 1, 2]), median([4, 1, 2, 3]), median([])],
  ];
  await expect(golden(Object.fromEntries(out.map((o, i) => [i, o])))).toMatchFileSnapshot("golden/kernels.txt");
});
