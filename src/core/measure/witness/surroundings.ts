import type { Shown } from "../pair/facts";
import type { Found } from "../pair/reason";
import type { RunConditions } from "../pair/settings";
import { heard, type Scene, type Testimony } from "./witness";

/** One sigma of what another surface or lid does to the air about the case, in the logarithm: up to a factor of two. */
const AIR_SD = 0.8;
/** The same of a battery that charges: some watts in the case. */
const CHARGING_SD = 0.5;

const FIELDS = [
  { name: "surface", sd: AIR_SD },
  { name: "lid", sd: AIR_SD },
  { name: "battery", sd: CHARGING_SD },
] as const;

/** Whether both runs stood in the same surroundings, as was entered; silent where nobody said. */
export function surroundingsWitness({ runs }: Scene): Testimony[] {
  const [b, a] = [runs.before.conditions, runs.after.conditions];
  if (!b || !a) return [];
  const of = (c: RunConditions) => ({ surface: c.surface.trim(), lid: c.lid ?? "", battery: c.charging ?? "" });
  const [was, is] = [of(b), of(a)];
  const told = FIELDS.filter(({ name }) => was[name] !== "" && is[name] !== "");
  if (told.length === 0) return [];
  const differ = told.filter(({ name }) => was[name].toLowerCase() !== is[name].toLowerCase());
  const names = (differ.length ? differ : told.slice(0, 1)).map((f) => f.name);
  const shownOf = (c: ReturnType<typeof of>): Shown => ({
    as: "surroundings",
    told: names.map((name) => ({ name, value: c[name] })),
  });
  const shown = { before: shownOf(was), after: shownOf(is) };
  if (differ.length === 0)
    return [{ witness: heard("surroundings", "fine", [{ code: "surroundings-alike", data: {} }], shown) }];
  const found: Found = { code: "surroundings-differ", data: { names } };
  return [
    {
      witness: heard("surroundings", "corrected", [found], shown, { unknowns: ["case change"] }),
      reasons: [{ ...found, level: "caution" }],
      freedom: { caseSd: Math.max(...differ.map((f) => f.sd)) },
    },
  ];
}
