import { closeSteps } from "./closing";
import { cleanSteps } from "./cleanSteps";
import { pasteSteps } from "./pasting";
import type { ServiceStage } from "./journal";
import { SERVICE_STAGES } from "./journal";
import { intakeSteps, openSteps } from "./opening";
import type { ServiceContext, Step } from "./step";
import { stripSteps } from "./stripping";
import { stepKey, stepOf } from "./stepKey";

/** The steps of a stage for this machine, in their order. */
export function stepsOf(stage: ServiceStage, ctx: ServiceContext): Step[] {
  if (stage === "intake") return intakeSteps();
  if (stage === "open") return openSteps(ctx);
  if (stage === "strip") return stripSteps(ctx);
  if (stage === "clean") return cleanSteps(ctx);
  if (stage === "paste") return pasteSteps(ctx);
  return closeSteps(ctx);
}

export interface StageProgress {
  stage: ServiceStage;
  done: number;
  of: number;
  started: boolean;
  complete: boolean;
}

/** How far each stage has come. */
export function progressOf(ctx: ServiceContext): StageProgress[] {
  return SERVICE_STAGES.map((stage) => {
    const steps = stepsOf(stage, ctx);
    const done = steps.filter((s) => ctx.journal.isSettled(s.key)).length;
    return {
      stage,
      done,
      of: steps.length,
      started: ctx.journal.entries.some((e) => e.stage === stage),
      complete: steps.every((s) => s.optional || ctx.journal.isSettled(s.key)),
    };
  });
}

/** The step to show: the first that is not settled from a place on, else from the start; null when all are. */
export function nextStep(steps: readonly Step[], ctx: ServiceContext, after = -1): Step | null {
  const open = (s: Step) => !ctx.journal.isSettled(s.key);
  return steps.find((s, i) => i > after && open(s)) ?? steps.find(open) ?? null;
}

/** Seconds a step usually takes, by what it asks; for the first estimate of a model. */
const USUAL_S: Record<Step["ask"]["kind"], number> = {
  do: 22,
  choose: 18,
  grade: 25,
  bays: 20,
  print: 20,
  clean: 240,
  length: 22,
  thickness: 40,
  cut: 240,
  paste: 90,
  number: 15,
  date: 10,
  text: 25,
};
/** Steps that take longer, by what they are about, or by their whole key; s. */
const LONGER: Readonly<Record<string, number>> = {
  clean: 240,
  paste: 60,
  pad: 45,
  [stepKey("open", "pry")]: 120,
  [stepKey("strip", "look")]: 90,
  [stepKey("close", "cover")]: 90,
  [stepKey("close", "first")]: 120,
};

/**
 * Minutes each stage may take: the median of earlier jobs of the model where there are any, else from the drawing's
 * steps.
 */
export function estimateMinutes(
  ctx: ServiceContext,
  earlier: readonly ReadonlyMap<ServiceStage, number>[],
): { stage: ServiceStage; minutes: number; from: "history" | "drawing" }[] {
  return SERVICE_STAGES.map((stage) => {
    const known = earlier.flatMap((e) => (e.get(stage) ? [(e.get(stage) ?? 0) / 60] : [])).sort((a, b) => a - b);
    if (known.length)
      return {
        stage,
        minutes:
          ((known[Math.floor((known.length - 1) / 2)] ?? 0) + (known[Math.ceil((known.length - 1) / 2)] ?? 0)) / 2,
        from: "history",
      };
    const s = stepsOf(stage, ctx).reduce(
      (t, { key, ask }) => t + (LONGER[key] ?? LONGER[stepOf(key)?.about ?? ""] ?? USUAL_S[ask.kind]),
      0,
    );
    return { stage, minutes: s / 60, from: "drawing" };
  });
}
