import { plainText, type Verdict } from "../judge";
import type { Machine } from "./machine";
import { verdictFact, type StageName } from "./stages";

export interface BenchItem {
  machine: Machine;
  jobId: number;
  at: StageName;
  /** What it waits for, in the words of the next act. */
  waits: string;
  note: string;
  button: string;
}

export interface DueDate {
  machine: Machine;
  dueOn: string;
  why: string;
}

/** What a machine on the bench waits for. `beforeFact` is what its run before came down to. */
export function benchItem(machine: Machine, job: { id: number; complaint: string }, at: StageName, beforeFact: string, verdict: Verdict | null): BenchItem {
  const base = { machine, jobId: job.id, at };
  if (at === "before") return { ...base, waits: "Load run before opening", note: job.complaint, button: "Run before" };
  if (at === "after") return { ...base, waits: "Service, then run after", note: `Before: ${beforeFact}. ${job.complaint}`, button: "Run after" };
  if (!verdict) return { ...base, waits: "Both runs are in", note: "", button: "Verdict" };
  if (verdict.verdict === "not-comparable") return { ...base, waits: plainText(verdict.headline), note: verdict.reasons.filter((r) => r.level === "blocks").map((r) => r.message).join(" "), button: "Verdict" };
  const decided = verdict.verdict === "improved" || verdict.verdict === "worse";
  return { ...base, waits: plainText(verdict.headline), note: `${decided ? `${verdictFact(verdict)} at matched conditions. ` : ""}${verdict.next[0]?.message ?? ""}`, button: "Verdict" };
}

const RANK: Record<StageName, number> = { after: 0, map: 0, before: 1, verdict: 2 };

/** Those that need hands first. */
export const benchOrder = (a: BenchItem, b: BenchItem): number => RANK[a.at] - RANK[b.at];
