import type { ChipVerdict, VerdictWord } from "../../measure/judge";
import { plainText, type SentencePart, type Verdict } from "../../measure/says";
import { verdictFact } from "./stages";

/** Rise of one chip over the room at matched conditions, K, for a small ladder; null where it is not known. */
export interface BriefLadder {
  chip: string;
  roomC: number;
  limitC: number | null;
  before: BriefRise | null;
  after: BriefRise | null;
}

export interface BriefRise {
  totalK: number;
  airflowK: number;
}

/** What lists show of a verdict; the whole of it stays with its job. */
export interface VerdictBrief {
  id: number;
  judge: string;
  verdict: VerdictWord;
  headline: SentencePart[];
  summary: SentencePart[];
  /** "28 K cooler" */
  fact: string;
  /** One line for the bench: why it is not comparable, or what changed and what to do next. */
  note: string;
  ladder: BriefLadder | null;
}

/** The short form of a verdict. */
export function briefOf(id: number, v: Verdict): VerdictBrief {
  const lead = v.chips.find((c) => c.chip === v.lead) ?? v.chips[0];
  return {
    id,
    judge: v.judge,
    verdict: v.verdict,
    headline: v.headline,
    summary: v.summary,
    fact: verdictFact(v),
    note: noteOf(v),
    ladder: lead ? ladderOf(lead, v) : null,
  };
}

function ladderOf(c: ChipVerdict, v: Verdict): BriefLadder {
  const rise = (which: "before" | "after"): BriefRise | null => {
    const [total, airflow] = [c[which]?.K, c.paths[1][which]?.K];
    return total === undefined || airflow === undefined ? null : { totalK: total, airflowK: airflow };
  };
  return { chip: c.chip, roomC: v.matched.roomC, limitC: v.limitC, before: rise("before"), after: rise("after") };
}

function noteOf(v: Verdict): string {
  if (v.verdict === "not-comparable")
    return v.reasons
      .filter((r) => r.level === "blocks")
      .map((r) => r.message)
      .join(" ");
  const decided = v.verdict === "improved" || v.verdict === "worse";
  return `${decided ? `${verdictFact(v)} at matched conditions. ` : ""}${v.next[0]?.message ?? ""}`;
}

/** The headline of a brief without its colours. */
export const briefHeadline = (b: VerdictBrief): string => plainText(b.headline);
