import type { ChipId } from "../thermal";
import type { Matched } from "../pair/conditions";
import type { Figure, RunFacts } from "../judge";
import type { GoodSource } from "../pair/facts";
import type { Reason } from "../pair/reason";

export type TriageWord = "airflow" | "contact" | "both" | "fan" | "not-the-cooling" | "cannot-tell";

export interface TriagePath {
  path: "contact" | "airflow";
  /** Height at matched conditions, and how far it stands above good ones, K. */
  seen: Figure;
  good: Figure;
  excess: Figure;
  seenKW: number | null;
}

export interface TriageChip {
  chip: ChipId;
  total: Figure;
  excess: Figure;
  paths: [TriagePath, TriagePath];
}

/** A test that would narrow the answer: half-width now and then, minutes. */
export interface SurerTest {
  code: "good-run" | "longer" | "fixed-fan" | "lamp";
  nowK: number;
  thenK: number;
  minutes: number;
}

/** What keeps heights from being set against good figures. */
export type Lacking =
  | { kind: "board"; chip: ChipId }
  | { kind: "power"; chips: readonly ChipId[] | "all" }
  | { kind: "room" }
  | { kind: "chip" };

/** What is found of one run alone, in codes and figures. */
export interface RunJudgement {
  word: TriageWord;
  matched: Matched;
  chips: TriageChip[];
  lead: ChipId | null;
  /** Where the good figures come from. */
  source: GoodSource;
  notes: Reason[];
  lacks: Lacking | null;
  surer: SurerTest[];
  facts: RunFacts | null;
  limitC: number | null;
}
