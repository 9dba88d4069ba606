"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { RunConditions } from "@/core/measure/pair";
import { RECIPES, recipeDifference, type Recipe, type RecipeName } from "@/core/measure/protocol";
import type { StandInState } from "@/core/simulate";
import type { Problem } from "@/core/base/result";
import { send } from "@/ui/kit/controls/send";
import { draftOf } from "@/ui/measure/run/Conditions";
import { stagePath } from "@/ui/kit/steps/paths";
import { askToNotify } from "./notice";
import { saveToken } from "./tokens";
import { useSubmit } from "@/ui/kit/controls/useSubmit";

/** What a live run is set up from. */
export interface SetUpGiven {
  jobId: number;
  kind: "before" | "after";
  /** Conditions to begin with: those of the run before for the run after. */
  start: RunConditions | null;
  before: { conditions: RunConditions; recipe: Recipe | null } | null;
}

/** How many times as fast a stand-in can run. */
export const SPEEDS = ["1", "10", "60", "120"] as const;

/** The recipe, the source and the conditions as chosen so far, and the beginning of the run. */
export function useSetUp({ jobId, kind, start, before }: SetUpGiven) {
  const router = useRouter();
  const first = before?.recipe ?? RECIPES.standard;
  const [name, setName] = useState<RecipeName>(first.name);
  const [own, setOwn] = useState<Recipe>({ ...first, name: "own" });
  const [untilEnough, setUntilEnough] = useState(first.untilEnough ?? false);
  const [simulated, setSimulated] = useState(false);
  const [state, setState] = useState<StandInState>("hidden");
  const [speed, setSpeed] = useState<(typeof SPEEDS)[number]>("60");
  const [draft, setDraft] = useState(() =>
    draftOf(start && { ...start, roomStartC: kind === "after" ? null : start.roomStartC, roomEndC: null, recipe: "" }),
  );
  const { act, busy, problem } = useSubmit();
  const recipe = name === "own" ? own : name === first.name ? first : RECIPES[name];
  const difference = before?.recipe ? recipeDifference(before.recipe, recipe) : null;
  const begin = async () => {
    askToNotify();
    const { name: _own, ...levels } = own;
    const sent = await act(() =>
      beginRun(jobId, {
        kind,
        recipe: name,
        untilEnough,
        ...(name === "own" ? { own: levels } : {}),
        conditions: draft,
        ...(simulated ? { standIn: { state, speed: Number(speed), seed: jobId } } : {}),
      }),
    );
    if (!sent) return;
    saveToken(sent.value.runId, sent.value.token);
    router.replace(stagePath(jobId, kind));
    router.refresh();
  };
  return {
    untilEnough,
    setUntilEnough,
    name,
    setName,
    own,
    setOwn,
    simulated,
    setSimulated,
    state,
    setState,
    speed,
    setSpeed,
    draft,
    setDraft,
    problem,
    begin,
    busy,
    recipe,
    difference,
  };
}

export type SetUpWork = ReturnType<typeof useSetUp>;

type Begun = { ok: true; value: { runId: number; token: string } } | { ok: false; problem: Problem };

/** The live channel answers plainly: a run and its token, or its problem. */
async function beginRun(jobId: number, body: unknown): Promise<Begun> {
  const answer = (await send("POST", `/api/v1/jobs/${jobId}/runs`, body)) as unknown as
    { runId: number; token: string } | { problem: Problem };
  return "problem" in answer ? { ok: false, problem: answer.problem } : { ok: true, value: answer };
}
