import { words } from "../../base/words";
import { judgedAlone, type AloneJudgement } from "../triage";
import { nextWords } from "./next";
import { WORTH_OPENING, type Triage } from "./triage";
import type { NextStep, SentencePart } from "./verdict";

/** The run after of a machine that could not run before: judged against good figures alone, in words. */
export interface AfterAlone {
  /** What was measured, and against what. */
  triage: Triage;
  /** Whether it stands within good figures; null where that cannot be told. */
  good: boolean | null;
  headline: SentencePart[];
  summary: SentencePart[];
  next: NextStep[];
  /** Why the job should not be closed on it; null where it may be. */
  holds: string | null;
}

const HOLDS: Record<NonNullable<AloneJudgement["holds"]>, string> = {
  unproved: "Nothing shows that it runs well",
  blower: "A blower stands",
  hotter: "It runs hotter than good machines",
};

/** Steps that are said otherwise where there is no run before. */
const OWN: Partial<Record<string, string>> = {
  "run-again": "Run after again: idle 3 min, load 15 min, logged every second with power, fan speed and the room.",
  "check-outlet":
    "Look for a cable or tape in the outlet, a blower not seated, a gasket left off; if the fins are clean, feel " +
    "for a pipe that stays cold at its end.",
};

/**
 * What one run after a service says where there is no run before, in words.
 *
 * @example
 * plainText(afterAlone(triage).headline); // "Within good figures"
 */
export function afterAlone(triage: Triage): AfterAlone {
  const { good, next, holds } = judgedAlone(triage);
  return {
    triage,
    good,
    headline: headlineOf(triage, good),
    summary: good ? goodSummary(triage) : triage.summary.filter((p) => p.text !== WORTH_OPENING),
    next: next.map((n) => ({ code: n.code, message: OWN[n.code] ?? nextWords(n).message })),
    holds: holds && HOLDS[holds],
  };
}

function headlineOf({ word }: Triage, good: boolean | null): SentencePart[] {
  if (good) return [{ text: "Within good figures" }];
  if (good === null) return [{ text: "Cannot tell from one run" }];
  if (word === "fan") return [{ text: "A blower stands" }];
  if (word === "both")
    return [
      { text: "Still high: " },
      { text: "airflow", path: "airflow" },
      { text: " and " },
      { text: "contact", path: "contact" },
    ];
  return word === "contact"
    ? [{ text: "Contact", path: "contact" }, { text: " still stands high" }]
    : [{ text: "Airflow", path: "airflow" }, { text: " still stands high" }];
}

function goodSummary({ chips, lead, source }: Triage): SentencePart[] {
  const chip = chips.find((c) => c.chip === lead);
  if (!chip) return [];
  return [
    { text: `Without a run before there is no change to tell. The ${words.chip(chip.chip)} stands ` },
    { text: words.kelvinSize(chip.excess.K), strong: true },
    { text: ` ${chip.excess.K >= 0 ? "above" : "below"} ${source}, which is within what they differ by.` },
  ];
}
