import { useEffect, useMemo, useState } from "react";
import { rememberedMap } from "@/core/drawing/parts";
import {
  contextOf,
  gateOf,
  nextStep,
  stepsOf,
  type Entry,
  type ServiceFacts,
  type ServiceStage,
  type Step,
} from "@/core/handwork/service";
import type { Shelf } from "@/core/workshop/stock";
import { useShelf } from "@/ui/handwork/paste/useShelf";
import { useJournal } from "./useJournal";
import { stepKey, isStep } from "@/core/handwork/service";

interface StageGiven {
  jobId: number;
  stage: ServiceStage;
  facts: ServiceFacts;
  shelf: Shelf;
}

/** A stage of a job at hand: its steps, the step that is next, and what can be done with it. */
export function useStage({ jobId, shelf: initialShelf, facts, stage }: StageGiven) {
  const { entries, add, waiting, problem, aside, flush } = useJournal(jobId, facts.entries, facts.aside);
  const stock = useShelf(jobId, initialShelf, flush);
  const map = useMemo(() => rememberedMap(facts.drawn, facts.layout), [facts.drawn, facts.layout]);
  const ctx = useMemo(() => contextOf(facts, map, entries), [facts, map, entries]);
  const steps = useMemo(() => stepsOf(stage, ctx), [stage, ctx]);
  const [picked, setPicked] = useState<string | null>(null);
  // what an undone step had booked or cut goes back when it arrives at the server
  const undone = entries.filter((e) => e.act === "undone").length;
  const arrived = waiting === 0;
  const { look } = stock;
  useEffect(() => {
    if (undone > 0 && arrived) void look();
  }, [undone, arrived, look]);
  const step = steps.find((s) => s.key === picked) ?? nextStep(steps, ctx);
  const place = step ? steps.indexOf(step) : steps.length;
  const gate = step ? gateOf(ctx, step) : null;
  const coverOn =
    (stage === "open" && !ctx.journal.isDone(stepKey("open", "lift"))) ||
    stage === "intake" ||
    (stage === "close" && ctx.journal.isDone(stepKey("close", "cover")));

  const settle = (s: Step, act: Entry["act"], value = "", reason = "") => {
    add({ stage, step: s.key, act, value, reason });
    setPicked(null);
  };
  const back = () => {
    const last = ctx.journal.lastSettled(stage);
    if (!last) return;
    add({ stage, step: last.step, act: "undone" });
    setPicked(isStep(last.step, "gate") ? null : last.step);
  };
  const allOfRun = (s: Step) => {
    for (const other of steps)
      if (
        other.run === s.run &&
        !ctx.journal.isSettled(other.key) &&
        (other.ask.kind === "do" || other.ask.kind === "length")
      )
        add({
          stage,
          step: other.key,
          act: "done",
          ...(other.ask.kind === "length" ? { value: String(other.ask.fitsMm) } : {}),
        });
    setPicked(null);
  };
  const startAgain = () => {
    for (const other of steps)
      if (isStep(other.key, "tighten") && ctx.journal.isSettled(other.key))
        add({ stage, step: other.key, act: "undone" });
    setPicked(null);
  };
  const done = steps.filter((s) => ctx.journal.isSettled(s.key)).length;
  return {
    jobId,
    stage,
    stock,
    ctx,
    map,
    steps,
    step,
    place,
    done,
    gate,
    coverOn,
    waiting,
    problem,
    aside,
    add,
    settle,
    back,
    allOfRun,
    startAgain,
    setPicked,
  };
}

export type StageWork = ReturnType<typeof useStage>;
