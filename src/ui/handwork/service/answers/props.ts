import type { Step } from "@/core/handwork/service";

/** What every kind of answer gets of its step. */
export interface AnswerProps {
  step: Step;
  was: string;
  onDone: (value?: string) => void;
  /** Settles another step beside this one, such as a grade that the bays correct. */
  onAlso: (step: string, value: string) => void;
  onNote: (text: string) => void;
}
