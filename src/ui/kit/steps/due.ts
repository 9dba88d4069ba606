import type { StageView } from "@/core/workshop/job";
import { dayInWords } from "@/core/base/days";

/** A stage as the rail shows it: those of the job, and behind them the next date of the machine. */
export type RailStage = Omit<StageView, "name"> & { name: StageView["name"] | "due" };

/** The stages of a job with the machine's next date behind them: it can be gone into at any time. */
export const withDue = (stages: readonly StageView[], dueOn: string | null): RailStage[] => [
  ...stages,
  {
    name: "due",
    title: "Next due",
    fact: dueOn === null ? "" : dayInWords(dueOn),
    // a date may stand since an earlier job: it is this one's once its verdict is given
    state: dueOn !== null && stages.at(-1)?.state === "done" ? "done" : "open",
  },
];
