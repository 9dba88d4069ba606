import { plainText, type Verdict } from "../judge";
import type { Machine } from "./machine";
import { SERVICE_STAGES, type ServiceStage } from "../service";
import { STAGE_TITLES, verdictFact, type StageName } from "./stages";

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

const WORK_WORDS: Record<ServiceStage, string> = {
  intake: "Being taken in",
  open: "Lies open, half way",
  strip: "Stripped, being looked at",
  clean: "Being cleaned",
  paste: "Waits for paste and pads",
  close: "Being closed up",
};
const isService = (at: StageName): at is ServiceStage => (SERVICE_STAGES as readonly string[]).includes(at);

/** What a machine on the bench waits for. `beforeFact` is what its run before came down to. */
export function benchItem(
  machine: Machine,
  job: { id: number; complaint: string },
  at: StageName,
  beforeFact: string,
  verdict: Verdict | null,
): BenchItem {
  const base = { machine, jobId: job.id, at };
  if (at === "before") return { ...base, waits: "Load run before opening", note: job.complaint, button: "Run before" };
  if (isService(at)) return { ...base, waits: WORK_WORDS[at], note: job.complaint, button: STAGE_TITLES[at] };
  if (at === "after")
    return {
      ...base,
      waits: "Service, then run after",
      note: `Before: ${beforeFact}. ${job.complaint}`,
      button: "Run after",
    };
  if (!verdict && !beforeFact)
    return { ...base, waits: "Run after is in, none before", note: job.complaint, button: "Verdict" };
  if (!verdict) return { ...base, waits: "Both runs are in", note: "", button: "Verdict" };
  if (verdict.verdict === "not-comparable")
    return {
      ...base,
      waits: plainText(verdict.headline),
      note: verdict.reasons
        .filter((r) => r.level === "blocks")
        .map((r) => r.message)
        .join(" "),
      button: "Verdict",
    };
  const decided = verdict.verdict === "improved" || verdict.verdict === "worse";
  return {
    ...base,
    waits: plainText(verdict.headline),
    note: `${decided ? `${verdictFact(verdict)} at matched conditions. ` : ""}${verdict.next[0]?.message ?? ""}`,
    button: "Verdict",
  };
}

const RANK = (at: StageName): number => (at === "verdict" ? 2 : at === "before" ? 1 : 0);

/** Those that need hands first. */
export const benchOrder = (a: BenchItem, b: BenchItem): number => RANK(a.at) - RANK(b.at);
