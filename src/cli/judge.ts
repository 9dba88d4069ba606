import { parseArgs } from "node:util";
import { channelOf, findPhases, type Run } from "../core/measure/log";
import { judgePair } from "../core/measure/judge";
import { plainText, wordedVerdict, verdictJson, type Verdict } from "../core/measure/says";
import { declaredColumns } from "./columns";
import { refuseDecisiveGuess, withGuesses } from "./doubts";
import { readFromFile } from "./files";
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
  const told = declaredColumns(values.column);
  const limitC = degrees("--limit", values.limit, 40, 130);
  const before = await readFromFile(values.before, { choices: told });
  const after = await readFromFile(values.after, { choices: told });
  const judged = (b: Run, a: Run): Verdict =>
    wordedVerdict(
      judgePair(
        { run: b, phases: findPhases(b), room: roomBefore },
        { run: a, phases: findPhases(a), room: roomAfter },
        { limitC },
      ),
    );
  refuseDecisiveGuess(before, lacksRoom(before.run, roomBefore), (run) => decided(judged(run, after.run)));
  refuseDecisiveGuess(after, lacksRoom(after.run, roomAfter), (run) => decided(judged(before.run, run)));
  const verdict = judged(withGuesses(before), withGuesses(after));
  process.stdout.write(values.json ? `${JSON.stringify(verdictJson(verdict))}\n` : asText(verdict));
}

/** What a verdict decides: its word and the finding of every path; null where a room was read that cannot be. */
const decided = (v: Verdict): string | null =>
  v.reasons.some((r) => r.level === "blocks" && r.code.startsWith("room-"))
    ? null
    : [v.verdict, ...v.chips.flatMap((c) => [c.chip, ...c.paths.map((p) => p.finding)])].join(" ");

const lacksRoom = (run: Run, room: { startC: number | null }): boolean =>
  room.startC === null && channelOf(run, "room.temperature") === undefined;

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
