import type { FaultKind } from "../suspects";
import type { Press } from "./acts";
import type { Level } from "./case";
import type { Outcome } from "./review";

/** A try as its page shows it. */
export interface TryView {
  id: number;
  number: number;
  learner: string;
  code: string;
  presses: Press[];
  named: FaultKind[] | null;
  model: string;
  /** Form of its closed case. */
  form: string;
  level: Level;
  opened: boolean;
  /** What the owner says, whole. */
  complaint: string;
  /** The teacher's name for it; "" for a machine that was drawn. */
  title: string;
}

/** A try in the record of a learner. */
export interface RecordLine {
  id: number;
  number: number;
  code: string;
  model: string;
  level: Level;
  startedAt: string;
  minutes: number;
  tests: number;
  /** Null while nothing was said. */
  outcome: Outcome | null;
}

export interface TaughtCaseView {
  code: string;
  title: string;
  model: string;
  level: Level;
  who: string;
}

/** Where a learner begins. */
export interface PracticeStart {
  learner: string;
  learners: { learner: string; tries: number }[];
  record: RecordLine[];
  cases: TaughtCaseView[];
}
