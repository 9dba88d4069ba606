import type { RigFaults, RigFormat, RigMachine, RigRecipe, RigSensors } from "../core/simulate";
import type { NewMachine } from "../data/workshop/machines";
import type { RunConditions } from "../core/measure/pair";
import type { AsideKind } from "../core/handwork/service";

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

export interface DemoLog {
  machine: RigMachine;
  faults: RigFaults;
  recipe: RigRecipe;
  sensors: RigSensors;
  format: RigFormat;
}
