import { LONG } from "../../../testing/long";
import { expect, it } from "vitest";
import { chipC, chipF, clock, log, N, OTHER_FORMS, TIME_FORMS, timed, two, watts } from "../../../testing/logForms";
import { golden, summed, eachSummed } from "../../../testing/golden";
import { planDifference } from "./plan";
import {
  curvesOf,
  findPhases,
  LogReader,
  planOf,
  readTable,
  shapeIn,
  shapeOfRows,
  summarise,
  temperatureEvidence,
  toRun,
  unitEvidence,
  type ReadOptions,
} from "./index";

const plain = (row: (i: number) => readonly (string | number)[] = (i) => [i, chipC(i), watts(i)]) =>
  log("Time [s],CPU [°C],CPU power [W]", row);
const rows = (text: string) => text.split("\n");
const withRow = (text: string, at: number, ...more: string[]) =>
  [...rows(text).slice(0, at), ...more, ...rows(text).slice(at)].join("\n");
const bytes = (text: string, of: (c: number) => number[], ...mark: number[]) =>
  new Uint8Array([...mark, ...[...text].flatMap((c) => of(c.charCodeAt(0)))]);

const months = (i: number) => `${4 + Math.floor(i / 400)}.3.2031`;
const odd: Record<string, string | Uint8Array> = {
  ...TIME_FORMS,
  ...OTHER_FORMS,
  "clock set back": timed("Time", (i) => clock(36_000 + i - (i > 200 ? 3600 : 0))),
  "clock set on by seconds": timed("Time", (i) => clock(36_000 + i + (i > 200 ? 20 : 0))),
  "date in a column of its own": log("Date,Time,CPU [°C],CPU power [W]", (i) => [
    months(i),
    clock((86_000 + i) % 86_400),
    chipC(i),
    watts(i),
  ]),
  "am and pm": timed("Time", (i) => `${i < 100 ? 11 : 12}:${two(i < 100 ? 58 : (i - 100) / 60)}:${two(i % 60)} PM`),
  "a row twice, one missing, three late": withRow(
    rows(plain())
      .filter((_, i) => i !== 300 && (i < 210 || i > 212))
      .join("\n"),
    220,
    ...rows(plain()).slice(210, 213),
    rows(plain())[100] ?? "",
  ),
  "asleep for five minutes": plain((i) => [i + (i > 250 ? 300 : 0), chipC(i), watts(i)]),
  "words above, units below, a foot": [
    "Bench log, machine 4",
    "",
    "Time,CPU,CPU power,Fan",
    "s,°C,mW,krpm",
    ...rows(plain((i) => [i, chipC(i), 1000 * watts(i), 2.5])).slice(1),
    "",
    "Average,60.2,12000,2.5",
    "end of log",
  ].join("\n"),
  "cells with units and holes": plain((i) => [
    i,
    i % 50 === 7 ? "N/A" : `${chipC(i)} °C`,
    i % 90 === 8 ? "" : `${watts(i)} W`,
  ]),
  "dropouts to 255 and to nothing": plain((i) => [
    i,
    i % 60 === 9 ? 255 : i > 410 && i < 420 ? -1 : chipC(i),
    i === 77 ? "-" : watts(i),
  ]),
  "short and long rows": plain((i) =>
    i % 70 === 5 ? [i, chipC(i)] : i % 70 === 6 ? [i, chipC(i), watts(i), 9, 9] : [i, chipC(i), watts(i)],
  ),
  "in quotes": plain((i) => [`"${i}"`, `"${chipC(i)},5"`, `"${watts(i)}"`]),
  "thousands between commas": plain((i) => [`"${i}"`, chipC(i), `"1,${String(100 + watts(i)).padStart(3, "0")}"`]),
  "two bytes a letter": bytes(plain(), (c) => [c & 255, c >> 8], 0xff, 0xfe),
  "two bytes a letter, high first": bytes(plain(), (c) => [c >> 8, c & 255], 0xfe, 0xff),
  "one byte a letter": bytes(plain(), (c) => [c & 255]),
  "carriage returns alone": plain().replaceAll("\n", "\r"),
  "both line ends, a mark": `\uFEFF${plain().replaceAll("\n", "\r\n")}\r\n`,
  "many sensors": log(
    "Time [s],CPU package [°C],Core 0 [°C],Core 1 [°C],CPU [%],CPU clock [GHz],GPU [°C],GPU hot spot [°C]," +
      "GPU load,SSD [°C],Memory [°C],Case [°C],Room [°C],Left fan [rpm],Right fan [rpm],Fan [%],Skin [°C]",
    (i) => [
      ...[i, chipC(i), chipC(i) - 1, chipC(i) + 2, watts(i) * 2, watts(i) / 15, chipC(i) - 6, chipC(i) + 5],
      ...[watts(i) / 50, 40 + i / 60, 45, 38, 21.5, 2000 + i, 2100 + i, 40 + i / 20, 30 + i / 100],
    ],
  ),
  "cores of several kinds": log(
    "t,P-core 0,P-core 1,E-core 0,E-core 1,Core Max,Core average,Core 0 power [W],Total CPU power [W]",
    (i) => [i, chipC(i), chipC(i) + 1, chipC(i) - 9, chipC(i) - 8, chipC(i) + 1, chipC(i) - 4, 4, watts(i)],
  ),
  "hot and without a unit": log("Time [s],CPU,Probe,CPU power [W]", (i) => [i, chipF(i), 74, watts(i)]),
  "half seconds": plain((i) => [i / 2, chipC(i), watts(i)]),
  "every ten seconds": plain((i) => [10 * i, chipC(i), watts(i)]),
  "uneven steps": plain((i) => [i + (i % 3) * 0.3, chipC(i), watts(i)]),
  "no load": plain((i) => [i, 40 + (i % 3), 5]),
  "loads by pulses": plain((i) => [i, chipC(i), i % 60 < 40 ? watts(i) : 6]),
  "no power": log("Time [s],CPU [°C]", (i) => [i, chipC(i)]),
  "load without power": log("Time [s],CPU [°C],CPU load [%]", (i) => [i, chipC(i), watts(i) * 2]),
};

const read = (text: string | Uint8Array, options: ReadOptions = {}) => {
  const table = readTable(text, options);
  if (!table.ok) return { problem: table.problem };
  const { time, lines, values, ...rest } = table.value;
  const run = toRun(table.value);
  if (!run.ok) return { table: rest, problem: run.problem };
  const { columns, ...head } = rest;
  return {
    plan: planOf(table.value),
    columns: Object.fromEntries(columns.map((c) => [c.heading, `${c.role} ${c.unit}; ${c.why} ${c.note}`.trim()])),
    summary: summarise(run.value),
    phases: findPhases(run.value),
    head: summed(head),
    values: summed([columns, lines, time, values]),
    run: eachSummed(run.value),
    curves: summed(curvesOf(run.value)),
    shapes: summed(
      run.value.channels.map((c) => [
        c.key,
        shapeIn(run.value.timeS, c.values),
        shapeOfRows(c.values),
        temperatureEvidence(c.values, run.value.channels[0]?.values ?? null),
        unitEvidence(c, c.values),
      ]),
    ),
  };
};

/** A reading without its plan, which says the columns once more. */
const shown = (r: ReturnType<typeof read>) => ({ ...r, ...("plan" in r ? { plan: summed(r.plan) } : {}) });

/** What each form is read as, whole: a change of the reader is to be read here before it is committed. */
it.each(Object.keys(odd))("is read as kept: %s", async (name) => {
  const text = golden(shown(read(odd[name] ?? "")));
  await expect(text).toMatchFileSnapshot(`golden/${name.replace(/[^\p{L}\d]+/gu, "-")}.txt`);
});

const refused: Record<string, string | Uint8Array> = {
  "nothing at all": "",
  "blank lines": "\n\n \n",
  "no table": "A letter about a machine.\nIt is long.\n",
  "no headings": rows(plain()).slice(1).join("\n"),
  "headings alone": "Time [s],CPU [°C]\n",
  "four rows": rows(plain()).slice(0, 5).join("\n"),
  "no time": log("CPU [°C],CPU power [W]", (i) => [chipC(i), watts(i)]),
  "no temperature": log("Time [s],CPU power [W]", (i) => [i, watts(i)]),
  "a time that stands": plain((i) => [7, chipC(i), watts(i)]),
  "a picture": Uint8Array.from([137, 80, 78, 71, 13, 10, 26, 10, ...Array.from({ length: 300 }, (_, i) => i & 7)]),
  "a packed file": Uint8Array.from([80, 75, 3, 4, ...Array.from({ length: 300 }, (_, i) => i & 7)]),
  "a page of the web": "<!doctype html><html><body><table><tr><td>1</td></tr></table></body></html>",
  "one endless line": "1,".repeat(700_000),
};
it("what cannot be read says what, where and what to do", async () => {
  const said = Object.entries(refused).map(([name, text]) => [name, read(text)]);
  await expect(golden(Object.fromEntries(said))).toMatchFileSnapshot("golden/refused.txt");
});

const CHIPS = ["CPU", "GPU", "Prozessor", "Carte graphique", "Core 3", "Core #12", "Package", "dGPU", "CPU Socket"];
const PLACES = ["SSD", "NVMe 2", "Ambient", "Raum", "Mainboard", "DIMM 1", "Skin", "Akku", "Fan", "Lüfter 2", "Probe"];
const WHATS = ["", "temp", "Temperatur", "power", "Leistung", "load", "Auslastung", "clock", "Takt", "rpm", "limit"];
const UNITS = ["", " [°C]", " (°F)", ", W", " [mW]", " %", "/MHz", " [GHz]", " [U/min]", " (V)", "_C", " [krpm]"];

it.runIf(LONG)("headings stand for what they stood for", async () => {
  const said = [...CHIPS, ...PLACES].flatMap((device) =>
    WHATS.map((what, w) => {
      const each = UNITS.filter((_, u) => (u + w) % 3 === 0).map((unit) => {
        const heading = `${device} ${what}`.trim() + unit;
        const table = readTable(log(`Time [s];${heading};x`, (i) => [`${i};${40 + (i % 7)};1`]));
        if (!table.ok) return `${heading}: ${table.problem.code}`;
        const c = table.value.columns[1];
        return `${heading}: ${c?.role} ${c?.unit} x${c?.factor} ${c?.why} ${c?.sure ? "" : "asked "}${c?.note}`.trim();
      });
      return each.join(" | ");
    }),
  );
  await expect(`${said.join("\n")}\n`).toMatchFileSnapshot("golden/headings.txt");
});

it("what is told of columns is taken, and stands in the plan", async () => {
  const text = log("Time [s],A,B,C [mW],D [°F],E", (i) => [i, chipC(i), i / 500, 1000 * watts(i), chipF(i), 3000 + i]);
  const choices: ReadOptions["choices"][] = [
    { A: { role: "cpu.temperature" } },
    { A: { role: "gpu.temperature", unit: "°F" }, C: { role: "gpu.power" } },
    { A: { role: "cpu.core3.temperature" }, B: { role: "cpu.load" }, D: { role: "room.temperature" } },
    { A: { role: "cpu.temperature" }, E: { role: "fan1.speed", unit: "krpm" }, C: { role: "none" } },
    { E: { role: "cpu.clock" }, A: { role: "drive.temperature" }, D: { role: "cpu.temperature" } },
  ];
  const plans = choices.map((c) => read(text, c ? { choices: c } : {}));
  await expect(golden(plans.map(shown))).toMatchFileSnapshot("golden/told.txt");
  const of = plans.flatMap((p) => (p.plan ? [p.plan] : []));
  const differ = of.flatMap((a) => of.map((b) => planDifference(a, b)));
  await expect(golden(differ.map(summed))).toMatchFileSnapshot("golden/plans-differ.txt");
});

it.runIf(LONG)("pieces of any size are read as the whole", () => {
  for (const [name, text] of Object.entries(odd)) {
    const whole = typeof text === "string" ? new TextEncoder().encode(text) : text;
    for (const size of [997, 65_536]) {
      const reader = new LogReader();
      for (let at = 0; at < whole.length; at += size) reader.push(whole.subarray(at, at + size));
      const table = reader.finish();
      const once = readTable(whole);
      expect([name, table.ok && table.value.rows, reader.bytes]).toEqual([
        name,
        once.ok && once.value.rows,
        whole.length,
      ]);
      if (table.ok && once.ok) expect(table.value.columns).toEqual(once.value.columns);
    }
  }
  expect(N).toBe(500);
});
