import { parseArgs } from "node:util";
import { findPhases, planOf, summarise } from "../core/measure/log";
import { declaredColumns } from "./columns";
import { withGuesses } from "./doubts";
import { readFromFile } from "./files";
import { Unusable } from "./unusable";

/** ovrant read FILE: what a log holds. */
export async function readCommand(args: string[]): Promise<void> {
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: { json: { type: "boolean" }, column: { type: "string", multiple: true } },
  });
  const path = positionals[0];
  if (!path || positionals.length > 1) throw new Unusable("usage: ovrant read FILE [--column H=Q:U]… [--json]");
  const file = await readFromFile(path, { choices: declaredColumns(values.column) });
  const run = withGuesses(file);
  const summary = summarise(run);
  if (values.json) {
    process.stdout.write(`${JSON.stringify({ ...summary, plan: planOf(file.table) })}\n`);
    return;
  }
  const phases = findPhases(run);
  const lines = [`${summary.rows} rows, ${summary.durationS} s, a reading every ${summary.stepS} s`];
  if (phases) lines.push(`load from ${phases.loadOnS} s (${phases.onBy}) to ${phases.loadOffS} s (${phases.offBy})`);
  for (const s of summary.series)
    lines.push(
      `${s.key.padEnd(24)} ${String(s.min).padStart(9)} ${String(s.mean).padStart(9)} ` +
        `${String(s.max).padStart(9)} ${s.unit.padEnd(4)} ${s.heading}`,
    );
  for (const w of summary.warnings) lines.push(`line ${w.line}: ${w.message}`);
  process.stdout.write(`${lines.join("\n")}\n`);
}
