import type { ChipId } from "../thermal";
import type { Matched } from "../pair/conditions";
import type { Figure } from "../judge/estimate";
import type { Reason, RunFacts, SentencePart } from "../judge/verdict";

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

/** A test that would narrow the answer: what it tells, half-width now and then, minutes. */
export interface SurerTest {
  code: string;
  title: string;
  tells: string;
  nowK: number;
  thenK: number;
  minutes: number;
}

export interface Triage {
  word: TriageWord;
  headline: SentencePart[];
  summary: SentencePart[];
  matched: Matched;
  chips: TriageChip[];
  lead: ChipId | null;
  /** Where the good figures come from. */
  source: string;
  notes: Reason[];
  expect: SentencePart[][];
  surer: SurerTest[];
  facts: RunFacts | null;
  limitC: number | null;
}
