import type { ChipId } from "../thermal";
import type { Matched } from "../pair/conditions";
import type { ChipEstimate, Figure } from "./estimate";
import type { Gain } from "./gain";
import type { WorkWitness } from "../pair/work";

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
  name: string;
  beforeC: number | null;
  afterC: number | null;
  limitC: number | null;
}

export const JUDGE_VERSION = "2.3";

export type VerdictWord = "improved" | "unchanged" | "worse" | "not-comparable";
export type PathFinding = "better" | "same" | "worse" | "unknown";

/** A part of a sentence; `path` gives it the colour of that path, `strong` sets a figure. */
export interface SentencePart {
  text: string;
  path?: "contact" | "airflow";
  strong?: boolean;
}

/** Something the judge saw: why the verdict is what it is, or what to be careful about. */
export interface Reason {
  code: string;
  message: string;
  /** "blocks": no comparison; "caution": less sure or to be mended; "note": for the record. */
  level: "blocks" | "caution" | "note";
  /** The run it is about, where it is about one. */
  run?: "before" | "after";
  /** How long the load must be, s, where it was too short. */
  neededS?: number;
  /** Short figure at the right of the line, such as "3:05 of 7:10". */
  figure?: string;
  /** Where in the log it was seen, s since load on, and the word drawn there. */
  seen?: { run: "before" | "after"; chip: ChipId | null; fromS: number; toS: number; word: string };
}

export interface NextStep {
  code: string;
  message: string;
}

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

export interface Verdict {
  version: 1;
  judge: string;
  verdict: VerdictWord;
  headline: SentencePart[];
  summary: SentencePart[];
  /** The chip the sentence speaks of; null when none was judged. */
  lead: ChipId | null;
  matched: Matched;
  limitC: number | null;
  thresholdK: number;
  chips: ChipVerdict[];
  reasons: Reason[];
  next: NextStep[];
  outlook: Outlook;
  facts: { before: RunFacts; after: RunFacts };
  /** How long a load must be for the air path to be judged, s; null when no load was found. */
  enoughS: number | null;
  spread: CoreSpread | null;
  /** What was asked of both runs before anything was judged; absent in verdicts of an older judge. */
  witnesses?: Witness[];
  quality?: { before: LogQuality; after: LogQuality } | null;
  /** What it is worth in use, as logged; absent in verdicts of an older judge. */
  gain?: Gain | null;
  /** Drive, memory, base and case at a room of 25 °C. */
  others?: OtherSensor[];
  /** Work of chips whose power is not in both logs: a share, never watts. */
  work?: WorkWitness[];
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

export type WitnessName = "fan" | "power" | "room" | "time" | "machine" | "start" | "surroundings" | "sensor";

/** What one witness says of the pair before anything is judged. */
export interface Witness {
  of: WitnessName;
  chip: ChipId | null;
  /** Fine; differs and is corrected; or cannot be compared. */
  finding: "fine" | "corrected" | "cut";
  /** What each run shows, in a few words. */
  before: string;
  after: string;
  says: string;
  /** Unknowns of the ladder that stand for what is corrected. */
  unknowns: readonly string[];
  /** What the correction adds to the interval of the lead chip's change, K; null where nothing is judged. */
  addsK: number | null;
}

/** Whether only one side of the change is known: "at least 6 K better". */
export const isOneSided = (v: Pick<Verdict, "verdict" | "chips">): boolean =>
  v.verdict !== "not-comparable" && v.chips.some((c) => c.bound);

export const plainText = (parts: readonly SentencePart[]): string => parts.map((p) => p.text).join("");
