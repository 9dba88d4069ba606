import { csvCell, layoutJson, layoutSvg, parseLayout, readSvg } from "../../src/core/drawing/codec";
import { dayFile } from "../../src/core/workshop/day";
import { tightenFile } from "../../src/core/handwork/fasten";
import { readLog } from "../../src/core/measure/log";
import { padsFile } from "../../src/core/handwork/pads";
import { caseOf, codeOf, drawCase } from "../../src/core/learn/practice";
import { readSamples } from "../../src/core/measure/protocol";
import { plainFormat, plainSensors, renderLog, simulate, standardRecipe, withFaults } from "../../src/core/simulate";
import { machineList } from "../../src/core/base/tables";
import { demoLayouts } from "../../src/samples/layouts";
import { wrenfell14 } from "../../src/samples/rigs";
import sharp from "sharp";
import { ok, type Result } from "../../src/core/base/result";
import { pictureOf } from "../../src/server/base/background/pictures";
import { calendarText } from "../../src/threads/calendar";
import { openZip } from "../../src/server/record/zipFile";
import { zipped } from "../../src/threads/zip";
import { formsTake } from "./forms";

/** A reader of something from outside, what it usually reads, and how it is asked. */
export interface Target {
  name: string;
  seeds: readonly Uint8Array[];
  read: (bytes: Uint8Array) => unknown;
}

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const textOf = (b: Uint8Array): string => new TextDecoder().decode(b);

const short = { ...standardRecipe, idleS: 20, loadS: 90, coolS: 20 };
/** A bundle opened, and every file of it that can be. */
async function readZip(b: Uint8Array): Promise<void> {
  const zip = await openZip(b);
  if (!zip.ok) return;
  for (const e of zip.value.entries) await e.bytes().catch(() => null);
  zip.value.close();
}

const logs = [plainFormat, { ...plainFormat, separator: ";" as const, decimalComma: true, time: "clock" as const }].map(
  (form) => bytes(renderLog(simulate(wrenfell14, withFaults({}), short, plainSensors, 0.3), form)),
);
const layouts = demoLayouts().slice(1, 3);
const samples = Array.from({ length: 20 }, (_, i) =>
  JSON.stringify({ seq: i + 1, t: i, "cpu.temperature": 40 + i, "cpu.power": 20, "fan1.speed": null }),
).join("\n");
const day = {
  rigs: 1,
  breaks: [{ fromMin: 60, toMin: 75 }],
  jobs: [{ id: "A", dueMin: 90, weight: 1, tasks: [{ id: "x", kind: "run", minutes: 20, handsMin: 4 }] }],
};
const tighten = {
  screws: [
    { id: "1", xMm: 0, yMm: 0 },
    { id: "2", xMm: 30, yMm: 0 },
    { id: "3", xMm: 15, yMm: 30 },
  ],
  chips: [{ id: "c", xMm: 15, yMm: 12, widthMm: 10, heightMm: 10 }],
};
const pads = {
  sheets: [{ id: "S1", widthMm: 100, heightMm: 50, thicknessMm: 1, factory: ["right"] }],
  pieces: [{ id: "P1", widthMm: 10, heightMm: 10, thicknessMm: 1 }],
  kerfMm: 1,
};
const bundle = zipped([
  { name: "job.json", bytes: bytes('{"version":1}') },
  { name: "runs/1.csv", bytes: logs[0] ?? bytes("") },
]);
const drawn = sharp({ create: { width: 90, height: 60, channels: 3, background: "#b4622f" } });
const pictures = await Promise.all([
  drawn
    .clone()
    .jpeg()
    .withExif({ IFD0: { Copyright: "made up" } })
    .toBuffer(),
  drawn.clone().png().toBuffer(),
  drawn.clone().webp().toBuffer(),
]);

/** A calendar of odd words: each line of it is one that calendars have, and no longer than they may be. */
function calendarOf(text: string): Result<string> {
  const date = { id: "d1", day: "2031-06-02", title: text, about: text, place: text, url: "http://127.0.0.1/x" };
  const made = calendarText({ name: text, dates: [date] });
  const lines = made.split("\r\n");
  const odd = lines.find((l) => !/^( |[A-Z-]+[:;])/.test(l) || Buffer.byteLength(l) > 75);
  if (odd !== undefined) throw new Error(`a line of the calendar is ${odd.slice(0, 80)}`);
  const events = lines.filter((l) => l === "BEGIN:VEVENT").length;
  if (events !== 1) throw new Error(`${events} dates stand in the calendar of one`);
  return ok(made);
}

/** A cell of a table that is given out: no program that opens it takes it for a formula. */
function cellOf(text: string): Result<string> {
  const made = csvCell(text);
  if (/^"?[=+\-@\t\r]/.test(made) && Number.isNaN(Number(text))) throw new Error(`a cell begins ${made.slice(0, 20)}`);
  return ok(made);
}

const rowsOf = (text: string) => text.split("\n").map((l, i) => ({ line: i + 1, cells: l.split(",") }));

/** Everything that is read from outside. */
export const TARGETS: readonly Target[] = [
  { name: "log", seeds: logs, read: (b) => readLog(textOf(b)) },
  { name: "drawing, JSON", seeds: layouts.map((l) => bytes(layoutJson(l))), read: (b) => parseLayout(textOf(b)) },
  { name: "drawing, SVG", seeds: layouts.map((l) => bytes(layoutSvg(l, {}))), read: (b) => readSvg(textOf(b)) },
  { name: "samples", seeds: [bytes(samples)], read: (b) => readSamples(textOf(b)) },
  { name: "bundle", seeds: [bundle], read: readZip },
  {
    name: "list of machines",
    seeds: [bytes("tag,model,place\nLR-90,Wrenfell 14,Stage\nLR-91,Tessaly K15,Box office\n")],
    read: (b) => machineList(rowsOf(textOf(b))),
  },
  { name: "day", seeds: [bytes(JSON.stringify(day))], read: (b) => dayFile(textOf(b)) },
  { name: "screws", seeds: [bytes(JSON.stringify(tighten))], read: (b) => tightenFile(textOf(b)) },
  { name: "pads", seeds: [bytes(JSON.stringify(pads))], read: (b) => padsFile(textOf(b)) },
  { name: "picture", seeds: pictures, read: (b) => pictureOf(b) },
  { name: "calendar", seeds: [bytes("Fans, fins; paste\nand pads")], read: (b) => calendarOf(textOf(b)) },
  { name: "table given out", seeds: [bytes("=1+1"), bytes("Box office, left")], read: (b) => cellOf(textOf(b)) },
  { name: "forms", seeds: [bytes("forms")], read: (b) => formsTake(b) },
  { name: "practice code", seeds: [bytes(codeOf(drawCase("hard", 0.4)))], read: (b) => caseOf(textOf(b)) },
];
