import { bad, ok, type Result } from "../../../core/base/result";
import { checkedRecipe, loadKeyOf, RECIPES, stopLimits, type Recipe } from "../../../core/measure/protocol";
import { batterySwollen, Journal } from "../../../core/handwork/service";
import { UNSAID, type RunConditions } from "../../../core/measure/pair";
import { database } from "../../../data/base/connection";
import { entriesOf } from "../../../data/handwork/journal";
import { addLiveRun, findLiveRun, lastLiveRun } from "../../../data/measure/liveRuns";
import { findMachine } from "../../../data/workshop/machines";
import { runsOfJob } from "../../../data/measure/runs";
import { check } from "../../../input/check";
import { LiveRunInput } from "../../../input/live";
import { serverProblem } from "../../base/http/problems";
import { openJob, writing } from "../../base/http/write";
import { liveProblem } from "./problems";
import { hashOf, newToken } from "./token";

/** Begins a live run of a job: its number and its token, which is shown this once. */
export async function beginLiveRun(jobId: number, body: unknown): Promise<Result<{ runId: number; token: string }>> {
  const checked = check(LiveRunInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const asked = checked.value;
  const { kind, standIn } = asked;
  if (asked.recipe === "own" && !asked.own)
    return bad(serverProblem.badFields({ own: "Give the lengths and levels of an own recipe." }));
  const token = newToken();
  const now = new Date().toISOString();
  return writing(async (tx) => {
    const job = await openJob(tx, jobId);
    if (!job.ok) return job;
    // a swollen battery is never put under load
    if (batterySwollen(new Journal(await entriesOf(tx, jobId)))) return bad(serverProblem.swollen());
    const last = await lastLiveRun(tx, jobId, kind);
    if (last?.closedAt === null) return bad(liveProblem.going());
    const machine = await findMachine(tx, job.value.machineId);
    const before = kind === "after" ? await beforeOf(tx, jobId) : null;
    // the run after does what the run before did, where nothing else is asked for
    const recipe = checkedRecipe(recipeOf(asked) ?? before?.recipe ?? RECIPES.standard);
    if (!recipe.ok) return recipe;
    const conditions = { ...(asked.conditions ?? before?.conditions ?? UNSAID) };
    const runId = await addLiveRun(
      tx,
      {
        jobId,
        kind,
        tokenHash: hashOf(token),
        loadKey: loadKeyOf(token),
        recipe: asked.untilEnough === undefined ? recipe.value : { ...recipe.value, untilEnough: asked.untilEnough },
        limits: stopLimits(machine?.limitC ?? null),
        conditions,
        standIn: standIn ? { ...standIn } : null,
      },
      now,
    );
    return ok({ runId, token });
  });
}

function recipeOf({ recipe, own }: LiveRunInput): Recipe | null {
  if (recipe === "own") return own ? { ...own, name: "own" } : null;
  return recipe ? RECIPES[recipe] : null;
}

/** The recipe and the settings of the run before; its room is its own. */
async function beforeOf(
  db: Parameters<typeof runsOfJob>[0],
  jobId: number,
): Promise<{ recipe: Recipe | null; conditions: RunConditions } | null> {
  const { before } = await runsOfJob(db, jobId);
  if (!before) return null;
  const live = await findLiveRun(db, before.id);
  return {
    recipe: live?.recipe ?? null,
    conditions: { ...before.conditions, roomStartC: null, roomEndC: null, exhaust: "" },
  };
}

/** The recipe the run before went by, where it was a live one. */
export async function recipeBefore(jobId: number): Promise<Recipe | null> {
  return (await beforeOf(await database(), jobId))?.recipe ?? null;
}
