import { bad, type Result } from "../../core/base/result";
import { check } from "../../input/check";
import { StopInput } from "../../input/trust";
import { actOn } from "./liveRuns";
import { serverProblem } from "../base/http/problems";

/** Stops the load of a run from a bench at which nobody is signed in: nothing else is done there. */
export async function stopAtBench(body: unknown): Promise<Result<{ token?: string }>> {
  const checked = check(StopInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  return actOn(checked.value.runId, { act: "stop" });
}
