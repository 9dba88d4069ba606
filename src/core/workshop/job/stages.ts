import { words } from "../../base/words";
import { atLeastK, isOpposed } from "../../measure/judge";
import type { Verdict } from "../../measure/says";
import type { ServiceStage, StageProgress } from "../../handwork/service";

export type StageName = ServiceStage | "before" | "map" | "after" | "verdict";
export const STAGES: readonly StageName[] = [
  "intake",
  "before",
  "open",
  "map",
  "strip",
  "clean",
  "paste",
  "close",
  "after",
  "verdict",
];

export const STAGE_TITLES: Record<StageName, string> = {
  intake: "Intake",
  before: "Run before",
  open: "Open",
  map: "Map",
  strip: "Strip",
  clean: "Clean",
  paste: "Paste and pads",
  close: "Close up",
  after: "Run after",
  verdict: "Verdict",
};

export interface StageView {
  name: StageName;
  title: string;
  /** One short fact the rail keeps. */
  fact: string;
  /** "open" can be gone into at any time and holds nothing yet. */
  state: "done" | "here" | "open" | "to come";
}

/** What a job holds, as far as its stages hang on it. */
export interface JobHolds {
  before: boolean;
  after: boolean;
  /** A machine that could not run before: the run after is judged alone. */
  skipsBefore?: boolean;
  service: readonly StageProgress[];
}

/**
 * What comes next in a job: one answer for bench, rail, lists and main buttons. First the run before, or why there is
 * none; then the handwork in its order, each stage until it is complete; then the run after, and the verdict. A run
 * after that is in ends the handwork, whatever of it was left. Intake and map can be filled in at any time.
 */
export function stageAt(has: JobHolds): StageName {
  const compares = has.before || has.skipsBefore === true;
  if (has.after && compares) return "verdict";
  const work = has.service.filter((s) => s.stage !== "intake");
  if (!compares && !work.some((s) => s.started)) return "before";
  const next = work.find((s) => s.of > 0 && !s.complete);
  if (next) return next.stage;
  return compares ? "after" : "before";
}

/** The stages of a job with their states, derived from what it holds. */
export function stagesOf(
  has: JobHolds,
  closed: boolean,
  facts: Partial<Record<StageName, string>>,
  mapped: boolean,
): StageView[] {
  const at = stageAt(has);
  return STAGES.map((name) => {
    const view = (state: StageView["state"], fact = facts[name] ?? ""): StageView => ({
      name,
      title: STAGE_TITLES[name],
      fact,
      state,
    });
    if (name === "map") return view(mapped ? "done" : "open");
    if (name === "verdict") return view(at === "verdict" ? (closed ? "done" : "here") : "to come");
    if (name === "before" || name === "after")
      return view(
        has[name]
          ? "done"
          : at === name
            ? "here"
            : name === "before" || has.before || has.skipsBefore
              ? "open"
              : "to come",
      );
    const s = has.service.find((x) => x.stage === name);
    if (!s || s.of === 0) return view("open");
    return view(
      s.complete && s.started ? "done" : at === name ? "here" : "open",
      facts[name] ?? (s.started && !s.complete ? `${s.done} of ${s.of}` : ""),
    );
  });
}

/** What a run comes down to on the rail: its peak, and whether it was at the limit. */
export function runFact(peakC: number | null, limitC: number | null): string {
  if (peakC === null) return "";
  return `${Math.round(peakC)} °C${limitC !== null && peakC >= limitC - 1 ? ", at the limit" : ""}`;
}

/** The verdict in a few words: "28 K cooler". */
export function verdictFact(v: Verdict): string {
  if (v.verdict === "not-comparable") return "Not comparable";
  const lead = v.chips.find((c) => c.chip === v.lead);
  if (v.verdict === "unchanged") return lead && isOpposed(lead) ? "As hot, by other ways" : "No real change";
  if (!lead) return "";
  if (lead.bound)
    return `At least ${words.kelvinSize(atLeastK(lead.bound))} ${v.verdict === "improved" ? "cooler" : "hotter"}`;
  const K = Math.abs(Math.round(lead.change?.K ?? 0));
  return `${K}\u00a0K ${v.verdict === "improved" ? "cooler" : "hotter"}${
    v.chips.length > 1 ? ", " + words.chip(lead.chip) : ""
  }`;
}

/** Where a job without a verdict stands: "Waits for its run before", "On the bench: strip". */
export function statusWords(at: StageName): string {
  if (at === "before") return "Waits for its run before";
  return at === "after" ? "Waits for its run after" : `On the bench: ${STAGE_TITLES[at].toLowerCase()}`;
}
