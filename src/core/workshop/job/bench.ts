import { SERVICE_STAGES, type ServiceStage } from "../../handwork/service";
import { briefHeadline } from "./brief";
import type { Machine } from "./machine";
import { STAGE_TITLES, type StageName } from "./stages";
import type { JobSummary, JobWaits } from "./jobSummary";

export interface BenchItem {
  machine: Machine;
  jobId: number;
  at: StageName;
  /** What it waits for, in the words of the next act. */
  waits: string;
  note: string;
  /** The next act: where the main button leads. */
  button: string;
  /** It waits for a part or a word, not for hands. */
  held: JobWaits | null;
  /** Something newer of it is being worked out. */
  behind: boolean;
}

export interface DueDate {
  machine: Machine;
  dueOn: string;
  why: string;
}

const WORK_WORDS: Record<ServiceStage, string> = {
  intake: "Being taken in",
  open: "Waits to be opened",
  strip: "Waits to be looked at",
  clean: "Waits to be cleaned",
  paste: "Waits for paste and pads",
  close: "Waits to be closed up",
};
const isService = (at: StageName): at is ServiceStage => (SERVICE_STAGES as readonly string[]).includes(at);

/** What a machine on the bench waits for, and the act that comes next. */
export function benchItem(
  machine: Machine,
  job: { id: number; complaint: string; waits: JobWaits | null },
  { at, beforeFact, verdict, behind = false }: JobSummary & { behind?: boolean },
): BenchItem {
  const base = { machine, jobId: job.id, at, held: job.waits, button: STAGE_TITLES[at], behind };
  const before = beforeFact ? `Before: ${beforeFact}. ` : "";
  if (at === "before") return { ...base, waits: "Load run before opening", note: job.complaint };
  if (isService(at)) return { ...base, waits: WORK_WORDS[at], note: `${before}${job.complaint}` };
  if (at === "after") return { ...base, waits: "Waits for its run after", note: `${before}${job.complaint}` };
  if (!verdict && !beforeFact) return { ...base, waits: "Run after is in, none before", note: job.complaint };
  if (!verdict) return { ...base, waits: "Both runs are in", note: "" };
  return { ...base, waits: briefHeadline(verdict), note: verdict.note };
}

const RANK = (i: Pick<BenchItem, "at" | "held">): number =>
  i.held ? 3 : i.at === "verdict" ? 2 : i.at === "before" ? 1 : 0;

/** Those that need hands first, then those that can be closed, last those that wait for others. */
export const benchOrder = (a: BenchItem, b: BenchItem): number => RANK(a) - RANK(b);
