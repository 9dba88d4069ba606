import { parseArgs } from "node:util";
import { findPhases } from "../core/log";
import { judgePair, plainText, verdictJson, type Verdict } from "../core/judge";
import { toldColumns } from "./columns";
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
      column: { type: "string", multiple: true },
      json: { type: "boolean" },
    },
  });
  if (!values.before || !values.after)
    throw new Unusable(
      "usage: ovrant judge --before B.csv --after A.csv [--room-before C] [--room-after C] [--limit C] " +
        "[--column H=Q:U]… [--json]; a room may be START,END",
    );
  const roomBefore = room("--room-before", values["room-before"]);
  const roomAfter = room("--room-after", values["room-after"]);
  const told = toldColumns(values.column);
  const limitC = degrees("--limit", values.limit, 40, 130);
  const before = await runFromFile(values.before, told);
  const after = await runFromFile(values.after, told);
  const verdict = judgePair(
    { run: before, phases: findPhases(before), room: roomBefore },
    { run: after, phases: findPhases(after), room: roomAfter },
    { limitC },
  );
  process.stdout.write(values.json ? `${JSON.stringify(verdictJson(verdict))}\n` : asText(verdict));
}

/** A room that stayed, or "start,end"; a comma before one digit is a decimal mark. */
function room(name: string, text: string | undefined): { startC: number | null; endC: number | null } {
  const [start, end, ...more] = text === undefined ? [] : /^-?\d+,\d$/.test(text) ? [text] : text.split(/[,;]/);
  if (more.length) throw new Unusable(`${name}: "${text ?? ""}" is more than a start and an end.`);
  const startC = degrees(name, start, -20, 60);
  return { startC, endC: end === undefined ? startC : degrees(name, end, -20, 60) };
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
  const read = (run: "before" | "after") => v.quality?.[run].warnings.map((w) => `! ${run}: ${w}`) ?? [];
  lines.push(
    "",
    ...read("before"),
    ...read("after"),
    ...v.reasons.map((r) => `- ${r.message}`),
    "",
    ...v.next.map((n) => `> ${n.message}`),
  );
  return `${lines.join("\n")}\n`;
}
