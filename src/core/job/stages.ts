import { chipName, type Verdict } from "../judge";

export type StageName = "before" | "map" | "after" | "verdict";
export const STAGES: readonly StageName[] = ["before", "map", "after", "verdict"];

const TITLES: Record<StageName, string> = { before: "Run before", map: "Map", after: "Run after", verdict: "Verdict" };

export interface StageView {
  name: StageName;
  title: string;
  /** One short fact the rail keeps. */
  fact: string;
  /** "open" can be gone into at any time and holds nothing yet. */
  state: "done" | "here" | "open" | "to come";
}

/** The stage a job waits at, from what it holds. The map is never waited for: it can be drawn at any time. */
export const stageAt = (has: { before: boolean; after: boolean }): StageName => (!has.before ? "before" : !has.after ? "after" : "verdict");

/** The stages of a job with their states, derived from the stage it waits at and whether its map is drawn. */
export function stagesOf(at: StageName, closed: boolean, facts: Record<StageName, string>, mapped: boolean): StageView[] {
  return STAGES.map((name) => {
    if (name === "map") return { name, title: TITLES[name], fact: facts[name], state: mapped ? "done" : "open" };
    const behind = STAGES.indexOf(name) - STAGES.indexOf(at);
    return { name, title: TITLES[name], fact: facts[name], state: behind < 0 || (behind === 0 && closed) ? "done" : behind === 0 ? "here" : "to come" };
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
  if (v.verdict === "unchanged") return "No real change";
  const lead = v.chips.find((c) => c.chip === v.lead);
  if (!lead) return "";
  const K = Math.abs(Math.round(lead.change?.K ?? 0));
  return `${K}\u00a0K ${v.verdict === "improved" ? "cooler" : "hotter"}${v.chips.length > 1 ? `, ${chipName(lead.chip)}` : ""}`;
}
