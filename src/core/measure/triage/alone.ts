import { words } from "../../base/words";
import { STEPS } from "../judge/next";
import { WORTH_OPENING } from "../says/triage";
import type { Triage } from "./result";
import type { NextStep, SentencePart } from "../judge/verdict";

/** The run after of a machine that could not run before: judged against good figures alone. */
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

const AGAIN = "Run after again: idle 3 min, load 15 min, logged every second with power, fan speed and the room.";

/**
 * What one run after a service says where there is no run before: no change, but whether the machine is good.
 *
 * @example
 * const t = triageRun(after, figuresOfClass(["cpu"], 26, false), 95);
 * t && plainText(afterAlone(t).headline); // "Within good figures"
 */
export function afterAlone(triage: Triage): AfterAlone {
  const { word } = triage;
  const alone = (of: Omit<AfterAlone, "triage">): AfterAlone => ({ triage, ...of });
  if (word === "not-the-cooling")
    return alone({
      good: true,
      headline: [{ text: "Within good figures" }],
      summary: goodSummary(triage),
      next: [STEPS.setDue],
      holds: null,
    });
  if (word === "cannot-tell")
    return alone({
      good: null,
      headline: [{ text: "Cannot tell from one run" }],
      summary: triage.summary,
      next: [{ code: "run-again", message: AGAIN }],
      holds: "Nothing shows that it runs well",
    });
  return alone({
    good: false,
    headline: highHeadline(triage),
    // the advice is for a machine not opened yet
    summary: triage.summary.filter((p) => p.text !== WORTH_OPENING),
    next: stepsFor(triage),
    holds: word === "fan" ? "A blower stands" : "It runs hotter than good machines",
  });
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

function highHeadline({ word }: Triage): SentencePart[] {
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

function stepsFor({ word }: Triage): NextStep[] {
  const airflow: NextStep = {
    code: "check-outlet",
    message:
      "Look for a cable or tape in the outlet, a blower not seated, a gasket left off; if the fins are clean, feel " +
      "for a pipe that stays cold at its end.",
  };
  if (word === "fan") return [STEPS.plugFan];
  if (word === "contact") return [STEPS.reopenContact];
  return word === "airflow" ? [airflow] : [STEPS.reopenContact, airflow];
}
