import {
  plainFormat,
  plainSensors,
  standardRecipe,
  withFaults,
  type RigFaults,
  type RigFormat,
  type RigMachine,
  type RigRecipe,
  type RigSensors,
} from "../core/simulate";
import type { NewMachine } from "../data/workshop/machines";
import type { RunConditions } from "../core/measure/judge";
import type { AsideKind } from "../core/handwork/service";
import { calderNook13, orrowby17, tessalyK15, wrenfell14 } from "../samples/rigs";

/** One run of the scenario: the machine's state, the room, and how the logger wrote it. */
export interface DemoRun {
  name: string;
  faults: Partial<RigFaults>;
  recipe: Partial<RigRecipe>;
  sensors?: Partial<RigSensors>;
  format?: Partial<RigFormat>;
  conditions?: Partial<RunConditions>;
  seed: number;
}

/** A job of the scenario. */
export interface DemoService {
  complaint: string;
  /** Days before today the job was opened. */
  openedDaysAgo: number;
  before: DemoRun | null;
  after: DemoRun | null;
  closed: { note: string } | null;
  /** How far the handwork of an open job has come; none of it where it is left out. */
  lived?: "whole" | "half-stripped";
  /** Parts come by on the way. */
  asides?: readonly DemoAside[];
}

export type DemoAside = readonly [kind: AsideKind, values: Readonly<Record<string, string>>, note?: string];

/** A machine with its newest job. */
export interface DemoJob extends DemoService {
  machine: NewMachine;
  rig: RigMachine;
  /** Its services of earlier years, oldest first. */
  past?: readonly DemoService[];
  /** Days from today of the next due date; null for none. */
  dueInDays: number | null;
  dueWhy: string;
  /** Its date is the one that is reckoned, and moves by itself. */
  dueByItself?: boolean;
  /** The after run ships as a file to try the import with, instead of being stored. */
  ship?: { before?: DemoRun; after?: DemoRun };
}

const machine = (
  tag: string,
  [model, variant]: readonly [model: string, variant: string],
  place: string,
  about: Pick<NewMachine, "environment" | "form" | "limitC">,
): NewMachine => ({ tag, model, variant, place, ...about });

/** A service of a machine that is looked after: run before, handwork, run after, all closed. */
function service(
  openedDaysAgo: number,
  complaint: string,
  [before, after]: readonly [Partial<RigFaults>, Partial<RigFaults>],
  [seedBefore, seedAfter]: readonly [number, number],
  [roomBefore, roomAfter]: readonly [number, number],
): DemoService {
  const name = `lr16-${openedDaysAgo}`;
  return {
    complaint,
    openedDaysAgo,
    before: { name: `${name}-before.csv`, faults: before, recipe: { roomC: roomBefore }, seed: seedBefore },
    after: { name: `${name}-after.csv`, faults: after, recipe: { roomC: roomAfter }, seed: seedAfter },
    closed: { note: "Fins brushed, paste renewed." },
  };
}

const batteryOf = (now: string, cycles: string): DemoAside => [
  "battery",
  { part: "WB-14-3C", new: "57.0", now, cycles },
];

/** The month so many days ago, yyyy-mm. */
const boughtMonth = (daysAgo: number): string => new Date(Date.now() - daysAgo * 86_400_000).toISOString().slice(0, 7);

const semicolons: Partial<RigFormat> = { separator: ";", decimalComma: true, time: "clock", byteOrderMark: true };

export const lanternRow: readonly DemoJob[] = [
  {
    machine: machine("LR-02", ["Tessaly K15", "with graphics chip"], "Sound playback", {
      environment: "lint",
      form: "fifteen",
      limitC: 97,
    }),
    rig: tessalyK15,
    complaint: "Shuts off hot in the second act, fans always loud.",
    openedDaysAgo: 13,
    before: {
      name: "lr02-before.csv",
      faults: { clog: 2.5, contact: { cpu: 1.95, gpu: 1.3 } },
      recipe: { roomC: 18.4 },
      seed: 0.11,
      conditions: { powerMode: "Performance" },
    },
    after: {
      name: "lr02-after.csv",
      faults: {},
      recipe: { roomC: 25.6 },
      seed: 0.12,
      conditions: { powerMode: "Performance" },
    },
    closed: { note: "Fin stack F1 was matted with costume lint, paste dry." },
    asides: [
      ["memory", { part: "MR-16-48", size: "16", slot: "upper" }],
      ["drive", { part: "KD-1024-A", size: "1024", on: "9840", worn: "11" }],
      ["coin", { part: "CC-20", volts: "2.6" }, "clock loses minutes"],
    ],
    dueInDays: 57,
    dueWhy: "Costume lint, after the run of the show",
  },
  {
    machine: machine("LR-03", ["Tessaly K15", "with graphics chip"], "Lighting desk", {
      environment: "haze",
      form: "fifteen",
      limitC: 97,
    }),
    rig: tessalyK15,
    complaint: "Lost frame rate after some minutes, fans at full speed.",
    openedDaysAgo: 1,
    before: {
      name: "lr03-before.csv",
      faults: { clog: 2.7, contact: { cpu: 1.15 } },
      recipe: { roomC: 21.2 },
      seed: 0.21,
      conditions: { powerMode: "Performance" },
    },
    after: {
      name: "lr03-after.csv",
      faults: { contact: { cpu: 1.75 }, leanKW: 0.17 },
      recipe: { roomC: 22.8 },
      format: semicolons,
      seed: 0.22,
      conditions: { powerMode: "Balanced" },
    },
    closed: null,
    lived: "whole",
    dueInDays: null,
    dueWhy: "",
  },
  {
    machine: machine("LR-04", ["Wrenfell 14", ""], "Box office", {
      environment: "office",
      form: "fourteen",
      limitC: 95,
    }),
    rig: wrenfell14,
    complaint: "Fan loud all evening.",
    openedDaysAgo: 30,
    before: {
      name: "lr04-before.csv",
      faults: { clog: 2.1 },
      recipe: { roomC: 21 },
      format: { fahrenheit: true },
      seed: 0.31,
    },
    after: { name: "lr04-after.csv", faults: {}, recipe: { roomC: 22.4 }, format: { fahrenheit: true }, seed: 0.32 },
    closed: { note: "Dust at the fin inlet, paste left as it was." },
    dueInDays: 99,
    dueWhy: "Office air, once a year",
  },
  {
    machine: machine("LR-05", ["Wrenfell 14", ""], "Stage management", {
      environment: "lint",
      form: "fourteen",
      limitC: 95,
    }),
    rig: wrenfell14,
    complaint: "Hot to touch near the hinge.",
    openedDaysAgo: 200,
    before: {
      name: "lr05-before.csv",
      faults: { contact: { cpu: 2.1 } },
      recipe: { roomC: 22.1 },
      sensors: { jitterS: 0.1, lossShare: 0.02 },
      seed: 0.41,
    },
    after: {
      name: "lr05-after.csv",
      faults: {},
      recipe: { roomC: 20.8 },
      sensors: { jitterS: 0.1, lossShare: 0.02 },
      seed: 0.42,
    },
    closed: { note: "Paste cracked; fins were clean." },
    dueInDays: -13,
    dueWhy: "Costume lint",
  },
  {
    machine: machine("LR-07", ["Orrowby 17", "vapour chamber"], "Projection", {
      environment: "haze",
      form: "seventeen",
      limitC: 95,
    }),
    rig: orrowby17,
    complaint: "Projection stutters after ten minutes.",
    openedDaysAgo: 4,
    before: {
      name: "lr07-before.csv",
      faults: { clog: 2.6, contact: { cpu: 1.9 } },
      recipe: { roomC: 29.5 },
      format: { milliwatts: true, time: "iso", separator: "\t" },
      seed: 0.51,
    },
    after: {
      name: "lr07-after.csv",
      faults: { clog: 1.5, contact: { cpu: 1.35 } },
      recipe: { roomC: 33 },
      format: { milliwatts: true, time: "iso", separator: "\t" },
      seed: 0.52,
    },
    closed: { note: "At the limit in both runs, but far more work done." },
    dueInDays: 27,
    dueWhy: "Before the haze show",
  },
  {
    machine: machine("LR-08", ["Orrowby 17", "vapour chamber"], "Scene shop drawing", {
      environment: "sawdust",
      form: "seventeen",
      limitC: 95,
    }),
    rig: orrowby17,
    complaint: "Slows down while rendering; sawdust all about.",
    openedDaysAgo: 2,
    before: {
      name: "lr08-before.csv",
      faults: { clog: 2.6, contact: { cpu: 1.2 } },
      recipe: { roomC: 19.5 },
      seed: 0.61,
    },
    after: null,
    closed: null,
    lived: "half-stripped",
    dueInDays: null,
    dueWhy: "",
    ship: {
      after: {
        name: "lr08-after.csv",
        faults: { contact: { cpu: 1.15 } },
        recipe: { roomC: 21.5 },
        sensors: { jitterS: 0.1, lossShare: 0.01 },
        seed: 0.62,
      },
    },
  },
  {
    machine: machine("LR-09", ["Tessaly K15", "with graphics chip"], "Video playback", {
      environment: "office",
      form: "fifteen",
      limitC: 97,
    }),
    rig: tessalyK15,
    complaint: "Owner asked for a check; runs warm.",
    openedDaysAgo: 45,
    before: { name: "lr09-before.csv", faults: { clog: 1.25 }, recipe: { roomC: 24.5 }, seed: 0.71 },
    after: { name: "lr09-after.csv", faults: { clog: 1.22 }, recipe: { roomC: 16.5 }, seed: 0.72 },
    closed: { note: "Swabbed in place; the cooler room made it look better." },
    dueInDays: 120,
    dueWhy: "Office air",
  },
  {
    machine: machine("LR-11", ["Calder Nook 13", ""], "Front of house", {
      environment: "office",
      form: "thirteen",
      limitC: 90,
    }),
    rig: calderNook13,
    complaint: "New paste put on elsewhere last week, hotter since.",
    openedDaysAgo: 60,
    before: { name: "lr11-before.csv", faults: {}, recipe: { roomC: 22.5, loadS: 1500 }, seed: 0.81 },
    after: {
      name: "lr11-after.csv",
      faults: { contact: { cpu: 2.6 } },
      recipe: { roomC: 21.8, loadS: 1500 },
      seed: 0.82,
    },
    closed: { note: "Spreader screws not home; went back to the owner for a second opening." },
    dueInDays: 73,
    dueWhy: "Look again at the contact",
  },
  {
    machine: machine("LR-13", ["Wrenfell 14", ""], "Prompt desk", {
      environment: "lint",
      form: "fourteen",
      limitC: 95,
    }),
    rig: wrenfell14,
    complaint: "Loud since the last fit-up.",
    openedDaysAgo: 3,
    before: {
      name: "lr13-before.csv",
      faults: { clog: 2.2, contact: { cpu: 1.5 } },
      recipe: { roomC: 22 },
      seed: 0.91,
    },
    after: {
      name: "lr13-after.csv",
      faults: {},
      recipe: { roomC: 23, loadS: 150, coolS: 60 },
      seed: 0.92,
      conditions: { roomStartC: null, roomEndC: null },
    },
    closed: null,
    lived: "whole",
    dueInDays: null,
    dueWhy: "",
  },
  {
    machine: machine("LR-14", ["Tessaly K15", "with graphics chip"], "Lighting spare", {
      environment: "haze",
      form: "fifteen",
      limitC: 97,
    }),
    rig: tessalyK15,
    complaint: "Back from a tour, never opened. Fan rattles when cold.",
    openedDaysAgo: 0,
    before: null,
    after: null,
    closed: null,
    dueInDays: null,
    dueWhy: "",
    ship: {
      before: {
        name: "lr14-before.csv",
        faults: { clog: 2.2, contact: { cpu: 1.4 } },
        recipe: { roomC: 20.5 },
        seed: 0.95,
      },
    },
  },
  {
    machine: {
      ...machine("LR-16", ["Wrenfell 14", ""], "Sound mobile", { environment: "lint", form: "fourteen", limitC: 95 }),
      used: "daily",
      bought: boughtMonth(1_000),
    },
    rig: wrenfell14,
    past: [
      {
        asides: [["memory", { part: "MR-08-32", size: "8", slot: "one" }], batteryOf("55.9", "31")],
        ...service(960, "First look, new machine.", [{ clog: 1.12 }, {}], [0.911, 0.912], [21, 21.6]),
      },
      {
        asides: [batteryOf("50.4", "212")],
        ...service(
          640,
          "Fan louder than last year.",
          [{ clog: 1.42, contact: { cpu: 1.06 } }, {}],
          [0.921, 0.922],
          [22, 23],
        ),
      },
      {
        asides: [batteryOf("44.8", "398"), ["drive", { part: "KD-0512-B", size: "512", on: "6120", worn: "24" }]],
        ...service(
          330,
          "Slow when the show runs long.",
          [{ clog: 1.62, contact: { cpu: 1.12 } }, { contact: { cpu: 1.05 } }],
          [0.931, 0.932],
          [20.4, 21.2],
        ),
      },
    ],
    ...service(
      40,
      "Loud, and warm at the hinge.",
      [{ clog: 1.85, contact: { cpu: 1.45 } }, {}],
      [0.941, 0.942],
      [21.5, 22.3],
    ),
    asides: [
      batteryOf("38.2", "571"),
      ["memory", { part: "MR-16-32", size: "16", slot: "one" }, "owner put in a larger one"],
      ["drive", { part: "KD-0512-B", size: "512", on: "8310", worn: "33" }],
    ],
    dueInDays: null,
    dueWhy: "",
    dueByItself: true,
  },
];

export interface DemoLog {
  machine: RigMachine;
  faults: RigFaults;
  recipe: RigRecipe;
  sensors: RigSensors;
  format: RigFormat;
}

/** Everything the rig needs for one run of the scenario. */
export function demoLog(rig: RigMachine, run: DemoRun): DemoLog {
  return {
    machine: rig,
    faults: withFaults(run.faults),
    recipe: { ...standardRecipe, ...run.recipe },
    sensors: { ...plainSensors, ...run.sensors },
    format: { ...plainFormat, ...run.format },
  };
}
