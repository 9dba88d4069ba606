import type { Triage, Verdict } from "../../measure/says";
import type { LogSeen } from "../suspects";
import { minutesOf, onOffer, whyNot, type ActId, type BenchState } from "./acts";
import type { PracticeCase } from "./case";
import type { Followed, PracticeStep } from "./follow";
import { rigOf } from "./kinds";
import type { RunKind } from "./runs";
import { canRun } from "./ways";

/** Something that can be ordered now, or could be but for a reason. */
export interface Offer {
  id: ActId;
  name: string;
  kind: "run" | "look" | "cure" | "move";
  minutes: number;
  uses: readonly string[];
  why: string | null;
}

/** A run as its card shows it. */
export interface ShownRun {
  kind: RunKind;
  triage: Triage;
  /** Sensors in its log besides those the heights are made of. */
  more: string[];
  read: boolean;
}

/** A try as its page shows it: plain figures, without the samples of its logs. */
export interface Shown {
  state: BenchState;
  steps: PracticeStep[];
  runs: ShownRun[];
  offers: Offer[];
  verdict: Verdict | null;
  limitC: number;
}

/** What the page of a try shows. */
export function shownOf(c: PracticeCase, { state, steps, runs, verdict }: Followed): Shown {
  return {
    state,
    steps,
    verdict,
    limitC: rigOf(c.kind).limitC,
    runs: runs.map(({ kind, triage, seen }, i) => ({
      kind,
      triage,
      more: moreOf(seen.log),
      read: state.read.includes(i + 1),
    })),
    offers: onOffer(state)
      .filter((a) => canRun(c, a.id))
      .map((a) => ({
        id: a.id,
        name: a.name,
        kind: a.kind,
        minutes: minutesOf(state, a),
        uses: a.uses,
        why: whyNot(state, a),
      })),
  };
}

const moreOf = ({ coresK, fan, idlePct, memoryK }: LogSeen): string[] => [
  ...(coresK === null ? [] : ["every core"]),
  ...(fan === null ? [] : ["fan speed"]),
  ...(idlePct === null ? [] : ["load in idle"]),
  ...(memoryK === null ? [] : ["memory"]),
];
