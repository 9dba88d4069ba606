import { judgedInWords, triageInWords } from "../../../testing/inWords";
import { LONG } from "../../../testing/long";
import { expect, it } from "vitest";
import { calderNook13, tessalyK15, wrenfell14 } from "../../../samples/rigs";
import { golden, summed, eachSummed } from "../../../testing/golden";
import { toldOf } from "../../../testing/told";
import { eachReading, rigRun, withoutColumns, withoutRows, type RigRun } from "../../../testing/rigRuns";
import type { Run } from "../log";
import type { RigLog } from "../../simulate";
import { explainPair, figuresFromRuns, figuresOfClass, goodRunsOf } from "./index";
import { afterAlone, plainText, verdictJson } from "../says";

const dusty: RigRun = { faults: { clog: 2.4 } };
const two = { machine: tessalyK15 };

/** A sensor that climbs from the room by `riseK` over the run. */
const sensor = (key: string, riseK: number) => (own: Run) => [
  {
    key,
    unit: "°C",
    heading: key,
    values: Float32Array.from(own.timeS, (t) => 22 + riseK * Math.min(1, Math.max(0, t - 120) / 500)),
  },
];
const asPercent = (log: RigLog) => {
  eachReading(log, /^fan/, (v) => v / 50);
  for (const h of log.headings) if (h.key.startsWith("fan")) h.heading = "Fan [%]";
};

const pairs: Record<string, [RigRun, RigRun]> = {
  "dust cleared": [dusty, {}],
  "new paste on one of two chips": [{ ...two, faults: { contact: { gpu: 2.2 } } }, two],
  "dust cleared, contact lost on both": [
    { ...two, faults: { clog: 3 } },
    { ...two, faults: { contact: { cpu: 1.8, gpu: 1.6 } } },
  ],
  "paths opposed": [{ faults: { clog: 2.2 } }, { faults: { contact: { cpu: 2.6 } } }],
  "slowed down before": [
    { faults: { clog: 3.6, contact: { cpu: 1.8 } }, recipe: { roomC: 30 }, conditions: { roomStartC: 30 } },
    { recipe: { roomC: 28 } },
  ],
  "no room read": [{ ...dusty, room: null }, { room: null }],
  "room read at one end": [{ ...dusty, room: { startC: 22, endC: null } }, { room: { startC: null, endC: 23 } }],
  "no power logged": [
    { ...dusty, omit: ["cpu.power"] },
    { omit: ["cpu.power"], recipe: { roomC: 26 } },
  ],
  "power on another scale": [dusty, { edit: (log) => eachReading(log, /power$/, (v) => v * 0.78) }],
  "board power": [
    { ...dusty, edit: (log) => eachReading(log, /power$/, (v) => v + 16) },
    { edit: (log) => eachReading(log, /power$/, (v) => v + 16) },
  ],
  "fan held at one speed after": [dusty, { recipe: { fan: { fixed: 0.8 } } }],
  "percent, then turns": [{ ...dusty, edit: asPercent }, {}],
  "fan not logged after": [dusty, { edit: (log) => withoutColumns(log, /^fan/) }],
  "a fan that stands": [{ faults: { fanStopped: true } }, {}],
  "a weak fan": [{ faults: { fanReach: 0.6 } }, {}],
  "too short": [{ ...dusty, recipe: { loadS: 150 } }, { recipe: { loadS: 140 } }],
  slept: [dusty, { edit: (log) => withoutRows(log, 380, 520) }],
  "warm start": [dusty, { recipe: { warmStartK: 14, idleS: 20 } }],
  "no fan at all": [{ machine: calderNook13, faults: { contact: { cpu: 2 } } }, { machine: calderNook13 }],
  "surroundings unlike": [
    { ...dusty, conditions: { surface: "Soft mat", charging: "charging", adapterW: 45, powerMode: "silent" } },
    { conditions: { lid: "closed", supply: "battery" } },
  ],
  "other sensors": [
    { ...dusty, more: (run) => [...sensor("drive.temperature", 52)(run), ...sensor("memory.temperature", 40)(run)] },
    { more: (run) => [...sensor("drive.temperature", 40)(run), ...sensor("base.temperature", 21)(run)] },
  ],
  "another machine": [{ ...dusty, machine: wrenfell14 }, { machine: { ...tessalyK15, cores: 4 } }],
  "nothing changed": [{}, { recipe: { roomC: 18 } }],
};

/** Each fits the pair once more: some are enough. */
const EXPLAINED = new Set(Object.keys(pairs).filter((_, i) => i < 4 || i % 5 === 0));

/** What a technician is told of each pair, whole; a change of the judge is to be read here before it is committed. */
/** Every other one is told anew with every change, all of them in the long proofs. */
const now = Object.keys(pairs).filter((_, i) => LONG || i % 2 === 0);
it.each(now)("the verdict, its witnesses and its explanation stand as kept: %s", async (name) => {
  const [before, after] = pairs[name] ?? [{}, {}];
  const limitC = before.machine?.limitC ?? wrenfell14.limitC;
  // a reading every two seconds is read in half the time
  const sparse = (told: RigRun): RigRun => ({ ...told, sensors: { stepS: 2, ...told.sensors } });
  const runs = [rigRun(sparse(before), 0.11), rigRun(sparse(after), 0.77)] as const;
  const verdict = judgedInWords(...runs, { limitC });
  const text = golden({
    ...toldOf(verdict),
    json: summed(verdictJson(verdict)),
    behind: eachSummed(verdict),
    ...(EXPLAINED.has(name) ? { why: summed(explainPair(...runs)) } : {}),
  });
  await expect(text).toMatchFileSnapshot(`golden/${name.replace(/[ ,]+/g, "-")}.txt`);
});

const alone: Record<string, RigRun> = {
  sound: {},
  lint: { faults: { clog: 2.3 } },
  "old paste": { faults: { contact: { cpu: 2.2 } } },
  both: { faults: { clog: 2, contact: { cpu: 2.4 } } },
  "a standing fan": { faults: { fanStopped: true } },
  "no power": { omit: ["cpu.power"], faults: { clog: 1.8 } },
  "no room": { room: null, faults: { clog: 1.8 } },
  short: { recipe: { loadS: 200 }, faults: { clog: 2.3 } },
  slowed: { faults: { clog: 3.6, contact: { cpu: 1.8 } }, recipe: { roomC: 30 } },
  "another core count": { machine: { ...wrenfell14, cores: 4 }, faults: { leanKW: 0.4 } },
};

let judged: ReturnType<typeof judgedInWords> | null = null;
/** A pair of another machine of the model, which bears witness of good figures. */
const earlier = () =>
  (judged ??= judgedInWords(rigRun({ faults: { clog: 2 } }, 0.11), rigRun({}, 0.77), { limitC: wrenfell14.limitC }));

it.each(Object.keys(alone))("one run alone is told as kept: %s", async (name) => {
  const model = figuresFromRuns([], goodRunsOf("LR-90", earlier()), "Wrenfell 14");
  const run = rigRun(alone[name] ?? {}, 0.3);
  const told = [model, figuresOfClass(["cpu"], 28, false)].map((good) => {
    const triage = good && triageInWords(run, good, wrenfell14.limitC);
    if (!triage) return null;
    return {
      says: [triage.word, plainText(triage.headline), plainText(triage.summary), triage.source],
      notes: triage.notes.map((n) => `${n.code}: ${n.message}`),
      expect: triage.expect.map(plainText),
      surer: triage.surer.map((s) => `${s.title}: ${s.tells}`),
      behind: eachSummed(triage),
      after: summed(afterAlone(triage)),
    };
  });
  await expect(golden({ model, told })).toMatchFileSnapshot(`golden/alone-${name.replace(/ /g, "-")}.txt`);
});

it("figures of a class go by its chips, its power and whether it has a fan", async () => {
  const classes = [12, 35, 36, 70, 71, 140].flatMap((totalW) => [
    figuresOfClass(["cpu"], totalW, false),
    figuresOfClass(["cpu", "gpu"], totalW, totalW < 20),
  ]);
  await expect(golden(classes.map(summed))).toMatchFileSnapshot("golden/classes.txt");
});
