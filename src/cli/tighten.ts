import { words } from "../core/base/words";
import { geometricFractions, tightenFile, tightenPlan } from "../core/handwork/fasten";
import { readInput } from "./files";

/** ovrant tighten FILE [--json]: the best order to tighten a plate in rounds, and how it leans. */
export async function tightenCommand(args: string[]): Promise<void> {
  const { value, json } = await readInput(args, "tighten", tightenFile);
  const { screws, chips, fractions, joined } = value;
  const plan = tightenPlan(screws, chips, fractions ?? geometricFractions(3), joined);
  if (json) return void process.stdout.write(`${JSON.stringify(plan)}\n`);
  const share = (v: number) => words.share(v);
  const lines = [
    `Order: ${plan.order.join(" ")}`,
    `Rounds to ${plan.fractions.map(share).join(", ")} of preload`,
    `Worst lean ${plan.worstLean.toFixed(3)}, total ${plan.totalLean.toFixed(3)}${
      plan.fractions.length > 1 ? " from round two on" : ""
    }; ${plan.homeLean.toFixed(3)} with all home`,
  ];
  if (plan.homeLean >= 1)
    lines.push("These screws all pull on one side: an edge of the chip stays bare however they are tightened.");
  if (plan.stamped)
    lines.push(
      `Stamped order ${plan.stamped.order.join(" ")}: worst ${plan.stamped.worstLean.toFixed(3)}, total ` +
        `${plan.stamped.totalLean.toFixed(3)}`,
    );
  for (const p of plan.plates ?? [])
    lines.push(
      `Plate ${p.id}: worst ${p.worstLean.toFixed(3)}, total ${p.totalLean.toFixed(3)}; ` +
        `${p.homeLean.toFixed(3)} with all home`,
    );
  lines.push("", ...plan.steps.map((s) => `round ${s.round}  ${s.screw.padEnd(8)} lean ${s.lean.toFixed(3)}`));
  process.stdout.write(`${lines.join("\n")}\n`);
}
