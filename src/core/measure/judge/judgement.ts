import type { Matched } from "../pair/conditions";
import type { Heard, Reason } from "../pair/reason";
import type { WorkWitness } from "../pair/work";
import type { ChipId } from "../thermal";
import type { ChipEstimate, Figure } from "./estimate";
import type { Gain } from "./gain";

export type { Gain };

/** What is known of a change where no figure can be given, K: at most this (cooler by it or more), or at least. */
export interface Bound {
  K: number;
  side: "at-most" | "at-least";
  /** The run whose ladder is open: it is what keeps the change from being told. */
  open: "before" | "after";
  /** Rise over the room in both runs, K: of the open run the least (before) or the most (after) that it can be. */
  beforeK: number;
  afterK: number;
}

/** Late temperature of a further sensor in both runs, each brought to a room of 25 °C. */
export interface OtherSensor {
  key: "drive.temperature" | "memory.temperature" | "base.temperature" | "case.temperature";
  beforeC: number | null;
  afterC: number | null;
  limitC: number | null;
}

export const JUDGE_VERSION = "2.4";

export type VerdictWord = "improved" | "unchanged" | "worse" | "not-comparable";
export type PathFinding = "better" | "same" | "worse" | "unknown";

export interface PathVerdict {
  path: "contact" | "airflow";
  /** Heights at matched conditions in K; null where the run cannot tell. */
  before: Figure | null;
  after: Figure | null;
  beforeKW: number | null;
  afterKW: number | null;
  change: Figure | null;
  finding: PathFinding;
}

export interface ChipVerdict {
  chip: ChipId;
  change: Figure | null;
  /** Where no figure can be given: what the change is at most, or at least; absent in verdicts of an older judge. */
  bound?: Bound | null;
  before: Figure | null;
  after: Figure | null;
  paths: [PathVerdict, PathVerdict];
  throttled: { before: number; after: number };
  estimate: ChipEstimate | null;
}

/** Consequences of the change at the same work. */
export interface Outlook {
  /** Chip temperature in a room of 35 °C at the power the after run held; null when unknown. */
  hotDay: { chip: ChipId; C: number; headroomK: number | null; powerShare: number | null } | null;
  /** Mean late power over all chips, W. */
  sustainedW: { before: number; after: number } | null;
  /** Fan speed that now gives the before run's temperature, as share of the reference speed. */
  fanShare: number | null;
}

export interface RunFacts {
  peakC: Partial<Record<ChipId, number>>;
  lateC: Partial<Record<ChipId, number>>;
  latePowerW: Partial<Record<ChipId, number>>;
  fanRpm: number | null;
  roomC: number | null;
  loadS: number;
}

/** Cores against their mean over the last two minutes, K. */
export interface CoreSpread {
  cores: { key: string; beforeK: number | null; afterK: number | null }[];
}

/** What one log gave to the judgement. */
export interface LogQuality {
  /** Channels taken. */
  columns: string[];
  /** Readings used. */
  readings: number;
  stepS: number;
  gaps: number;
  /** What the reader warned of. */
  warnings: string[];
}

/** What to do next, by its code; a longer load with the seconds it must last. */
export type Next = { code: Exclude<NextCode, "run-longer"> } | { code: "run-longer"; neededS: number | null };

export type NextCode =
  | "plug-fan"
  | "reopen-contact"
  | "set-due"
  | "check-fan"
  | "check-lean"
  | "check-outlet"
  | "check-pipes"
  | "look-further"
  | "tell-paths"
  | "reopen"
  | "better-by-a-floor"
  | "read-room"
  | "check-rooms"
  | "check-files"
  | "load-chip"
  | "run-longer"
  | "same-load"
  | "check-columns"
  | "run-again"
  | "mark-load"
  | "read-temperatures";

/** What the judge finds of two runs, in codes and figures: what is said of it is made where somebody reads it. */
export interface Judgement {
  version: 1;
  judge: string;
  verdict: VerdictWord;
  /** The chip the sentence speaks of; null when none was judged. */
  lead: ChipId | null;
  matched: Matched;
  limitC: number | null;
  thresholdK: number;
  chips: ChipVerdict[];
  reasons: Reason[];
  next: Next[];
  outlook: Outlook;
  facts: { before: RunFacts; after: RunFacts };
  /** How long a load must be for the air path to be judged, s; null when no load was found. */
  enoughS: number | null;
  spread: CoreSpread | null;
  /** What was asked of both runs before anything was judged; absent in verdicts of an older judge. */
  witnesses?: Heard[];
  quality?: { before: LogQuality; after: LogQuality } | null;
  /** What it is worth in use, as logged; absent in verdicts of an older judge. */
  gain?: Gain | null;
  /** Drive, memory, base and case at a room of 25 °C. */
  others?: OtherSensor[];
  /** Work of chips whose power is not in both logs: a share, never watts. */
  work?: WorkWitness[];
}

/** A judgement whatever is said of its reasons: by codes alone. */
export type Judged = Omit<Judgement, "reasons" | "next" | "witnesses" | "others"> & {
  reasons: readonly { code: string; level: Reason["level"] }[];
};

/** Whether only one side of the change is known: "at least 6 K better". */
export const isOneSided = (v: Pick<Judgement, "verdict" | "chips">): boolean =>
  v.verdict !== "not-comparable" && v.chips.some((c) => c.bound);

/** Whether one path of a chip got better while the other got worse. */
export const isOpposed = (c: ChipVerdict): boolean =>
  c.paths.some((p) => p.finding === "better") && c.paths.some((p) => p.finding === "worse");

/** Why a job should not be closed on a verdict. */
export type HoldsOpen = "no-comparison" | "path-worse" | "one-side" | "path-unknown";
