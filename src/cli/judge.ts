import { parseArgs } from "node:util";
import { findPhases } from "../core/log";
import { judgePair, plainText, verdictJson, type Verdict } from "../core/judge";
import { runFromFile } from "./files";
import { Unusable } from "./unusable";

/** ovrant judge: two logs in, one verdict out. */
export async function judgeCommand(args: string[]): Promise<void> {
  const { values } = parseArgs({
    args,
    options: {
      before: { type: "string" },
      after: { type: "string" },
      "room-before": { type: "string" },
      "room-after": { type: "string" },
      limit: { type: "string" },
      json: { type: "boolean" },
    },
  });
  if (!values.before || !values.after)
    throw new Unusable(
      "usage: ovrant judge --before B.csv --after A.csv [--room-before C] [--room-after C] [--limit C] [--json]",
    );
  const roomBefore = degrees("--room-before", values["room-before"], -20, 60);
  const roomAfter = degrees("--room-after", values["room-after"], -20, 60);
  const limitC = degrees("--limit", values.limit, 40, 130);
  const before = await runFromFile(values.before);
  const after = await runFromFile(values.after);
  const verdict = judgePair(
    { run: before, phases: findPhases(before), room: { startC: roomBefore, endC: roomBefore } },
    { run: after, phases: findPhases(after), room: { startC: roomAfter, endC: roomAfter } },
    { limitC },
  );
  process.stdout.write(values.json ? `${JSON.stringify(verdictJson(verdict))}\n` : asText(verdict));
}

function degrees(name: string, text: string | undefined, low: number, high: number): number | null {
  if (text === undefined) return null;
  const value = Number(text.replace(",", "."));
  if (!Number.isFinite(value) || value < low || value > high)
    throw new Unusable(`${name}: "${text}" is no temperature between ${low} and ${high} °C.`);
  return value;
}

function asText(v: Verdict): string {
  const lines = [plainText(v.headline), plainText(v.summary), ""];
  for (const c of v.chips) {
    lines.push(
      `${c.chip}: ${
        c.change
          ? `${c.change.K.toFixed(1)} K (${c.change.low.toFixed(1)} to ` + `${c.change.high.toFixed(1)})`
          : "no difference given"
      }`,
    );
    for (const p of c.paths)
      lines.push(
        `  ${p.path.padEnd(8)} ${p.finding.padEnd(8)} ${
          p.change ? `${p.change.K.toFixed(1)} K ` + `(${p.change.low.toFixed(1)} to ${p.change.high.toFixed(1)})` : ""
        }`,
      );
  }
  lines.push("", ...v.reasons.map((r) => `- ${r.message}`), "", ...v.next.map((n) => `> ${n.message}`));
  return `${lines.join("\n")}\n`;
}
