import { words } from "../../base/words";
import type { Scene, Testimony, Witness } from "./witness";

/** One sigma of what another surface or lid does to the air about the case, in the logarithm: up to a factor of two. */
const AIR_SD = 0.8;
/** The same of a battery that charges: some watts in the case. */
const CHARGING_SD = 0.5;

/** Whether both runs stood in the same surroundings, as was entered; silent where nobody said. */
export function surroundingsWitness({ runs }: Scene): Testimony[] {
  const [b, a] = [runs.before.conditions, runs.after.conditions];
  if (!b || !a) return [];
  const fields = [
    { name: "surface", before: b.surface.trim(), after: a.surface.trim(), sd: AIR_SD },
    { name: "lid", before: b.lid ? `lid ${b.lid}` : "", after: a.lid ? `lid ${a.lid}` : "", sd: AIR_SD },
    { name: "battery", before: b.charging ?? "", after: a.charging ?? "", sd: CHARGING_SD },
  ].filter((f) => f.before !== "" && f.after !== "");
  if (fields.length === 0) return [];
  const differ = fields.filter((f) => f.before.toLowerCase() !== f.after.toLowerCase());
  const shown = differ.length ? differ : fields.slice(0, 1);
  const witness = {
    of: "surroundings" as const,
    chip: null,
    before: shown.map((f) => f.before).join(", "),
    after: shown.map((f) => f.after).join(", "),
    addsK: null,
  };
  if (differ.length === 0)
    return [{ witness: { ...witness, finding: "fine", says: "Stood and ran as before.", unknowns: [] } }];
  const says =
    `${words.capital(words.listed(differ.map((f) => f.name)))} ${differ.length > 1 ? "differ" : "differs"}: that ` +
    "acts on the air about the case. It cannot be taken out, so the air of the case is left open.";
  const corrected: Witness = { ...witness, finding: "corrected", says, unknowns: ["case change"] };
  return [
    {
      witness: corrected,
      reasons: [{ code: "surroundings-differ", level: "caution", message: says }],
      freedom: { caseSd: Math.max(...differ.map((f) => f.sd)) },
    },
  ];
}
