import type { Workshop } from "../core/job";
import { bad, ok, type Result } from "../core/result";
import { setWorkshop } from "../data/workshop";
import { check } from "../input/check";
import { WorkshopInput } from "../input/workshop";
import { serverProblem } from "./requests/problems";
import { writing } from "./requests/write";

/** Sets what the workshop says of itself. */
export async function changeWorkshop(body: unknown): Promise<Result<Workshop>> {
  const checked = check(WorkshopInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { name, currency, people, language, unit } = checked.value;
  const thermometers = checked.value.thermometers.map(({ name: called, highK }) => ({ name: called, highK }));
  const names = thermometers.map((t) => t.name.toLowerCase());
  const twice = names.findIndex((n, i) => names.indexOf(n) < i);
  if (twice >= 0)
    return bad(
      serverProblem.badFields({
        [`thermometers.${twice}.name`]: "Two thermometers have this name: call one otherwise.",
      }),
    );
  const workshop: Workshop = { name, currency, people: [...new Set(people)], thermometers, language, unit };
  return writing(async (tx) => {
    await setWorkshop(tx, workshop);
    return ok(workshop);
  });
}
