import { readFile, stat } from "node:fs/promises";
import { parseArgs } from "node:util";
import { geometricFractions, tightenFile, tightenPlan } from "../core/fasten";
import { Unusable } from "./unusable";

/** ovrant tighten FILE [--json]: the best order to tighten a plate in rounds, and how it leans. */
export async function tightenCommand(args: string[]): Promise<void> {
  const { values, positionals } = parseArgs({ args, allowPositionals: true, options: { json: { type: "boolean" } } });
  const path = positionals[0];
  if (!path || positionals.length > 1) throw new Unusable("usage: ovrant tighten FILE [--json]");
  const info = await stat(path).catch(() => null);
  if (!info?.isFile()) throw new Unusable(`${path}: There is no such file. Check the path.`);
  const read = tightenFile(await readFile(path, "utf8"));
  if (!read.ok) throw Unusable.of(path, read.problem);
  const { screws, chips, fractions } = read.value;
  const plan = tightenPlan(screws, chips, fractions ?? geometricFractions(3));
  if (values.json) return void process.stdout.write(`${JSON.stringify(plan)}\n`);
  const share = (v: number) => `${Math.round(v * 100)} %`;
  const lines = [`Order: ${plan.order.join(" ")}`, `Rounds to ${plan.fractions.map(share).join(", ")} of preload`, `Worst lean ${plan.worstLean.toFixed(3)}, total ${plan.totalLean.toFixed(3)} from round two on`];
  if (plan.stamped) lines.push(`Stamped order ${plan.stamped.order.join(" ")}: worst ${plan.stamped.worstLean.toFixed(3)}, total ${plan.stamped.totalLean.toFixed(3)}`);
  lines.push("", ...plan.steps.map((s) => `round ${s.round}  ${s.screw.padEnd(8)} lean ${s.lean.toFixed(3)}`));
  process.stdout.write(`${lines.join("\n")}\n`);
}
