import type { Workshop } from "../core/job";
import { bad, ok, type Result } from "../core/result";
import { setWorkshop } from "../data/workshop";
import { check } from "../input/check";
import { WorkshopInput } from "../input/workshop";
import { serverProblem } from "./problems";
import { writing } from "./write";

/** Sets what the workshop says of itself. */
export async function changeWorkshop(body: unknown): Promise<Result<Workshop>> {
  const checked = check(WorkshopInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { name, currency, people } = checked.value;
  const workshop: Workshop = { name, currency, people: [...new Set(people)] };
  return writing(async (tx) => {
    await setWorkshop(tx, workshop);
    return ok(workshop);
  });
}
