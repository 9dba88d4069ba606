import type { Next } from "../judge";
import type { RunJudgement } from "./result";

/** What one run after a service says of a machine that could not run before. */
export interface AloneJudgement {
  /** Whether it stands within good figures; null where that cannot be told. */
  good: boolean | null;
  next: Next[];
  /** Why the job should not be closed on it; null where it may be. */
  holds: "unproved" | "blower" | "hotter" | null;
}

/**
 * What one run after a service says where there is no run before: no change, but whether the machine is good.
 *
 * @example
 * const t = triageRun(after, figuresOfClass(["cpu"], 26, false), 95);
 * t && judgedAlone(t).good; // true
 */
export function judgedAlone({ word }: Pick<RunJudgement, "word">): AloneJudgement {
  switch (word) {
    case "not-the-cooling":
      return { good: true, next: [{ code: "set-due" }], holds: null };
    case "cannot-tell":
      return { good: null, next: [{ code: "run-again" }], holds: "unproved" };
    case "fan":
      return { good: false, next: [{ code: "plug-fan" }], holds: "blower" };
    case "contact":
      return { good: false, next: [{ code: "reopen-contact" }], holds: "hotter" };
    case "airflow":
      return { good: false, next: [{ code: "check-outlet" }], holds: "hotter" };
    case "both":
      return { good: false, next: [{ code: "reopen-contact" }, { code: "check-outlet" }], holds: "hotter" };
  }
}
