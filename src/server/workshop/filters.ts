import { bad, ok, type Result } from "../../core/base/result";
import { findFilters, setFilters, type SavedFilter } from "../../data/workshop/filters";
import { database } from "../../data/base/connection";
import { check } from "../../input/check";
import { FiltersInput } from "../../input/filters";
import { serverProblem } from "../base/http/problems";
import { writing } from "../base/http/write";

/** Ways of seeing the rack that were kept. */
export const filtersView = async (): Promise<SavedFilter[]> => findFilters(await database());

/** Keeps ways of seeing the rack in the place of those before; the same one stands once. */
export async function changeFilters(body: unknown): Promise<Result<SavedFilter[]>> {
  const checked = check(FiltersInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const seen = new Set<string>();
  const filters = checked.value.filters
    .map(({ word, way }) => ({ word, way }))
    .filter((f) => {
      const key = `${f.way} ${f.word.toLowerCase()}`;
      return !seen.has(key) && seen.add(key);
    });
  return writing(async (tx) => {
    await setFilters(tx, filters);
    return ok(filters);
  });
}
