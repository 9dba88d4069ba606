import { LONG } from "../../../testing/long";
import { expect, it } from "vitest";
import { chipC, log, watts } from "../../../testing/logForms";
import { columnAs } from "./column";
import { orderRows } from "./order";
import { findPhases, readLog, readTable, shapeIn, decimate, type Role } from "./index";
import { timeFromBytes, type TimeForm } from "./times";
import { unitFromText, unitInHeading } from "./words";

const count = (n: number, f: (i: number) => number) => Array.from({ length: n }, (_, i) => f(i));
const number: TimeForm = { kind: "number", scale: 1, epoch: false };
const clock: TimeForm = { kind: "clock", scale: 1 };
const epoch: TimeForm = { kind: "number", scale: 1, epoch: true };
const at = (list: readonly number[], i: number, v: number) => list.map((x, k) => (k === i ? v : x));
const plain = count(40, (i) => 10 + i);

/** Times as they stand in a file, and how they are written. */
const times: Record<string, [number[], TimeForm?]> = {
  plain: [plain],
  "from zero": [count(20, (i) => i)],
  "scaled from ms": [count(20, (i) => 1000 * i), { ...number, scale: 1e-3 }],
  "one far on": [at(plain, 9, 400)],
  "one a little on": [at(plain, 9, 60)],
  "one far on at the end": [at(plain, 39, 900)],
  "one back to nothing": [at(plain, 20, 0)],
  "one back by 25": [at(plain, 36, 21)],
  "one back by 31 at its end": [at(plain, 39, 17)],
  "two of them": [at(at(plain, 9, 400), 25, 700)],
  "a late pair": [[...plain.slice(0, 20), 18.5, 19.5, ...plain.slice(20)]],
  "starts again": [[...count(30, (i) => 200 + i), ...count(45, (i) => i)]],
  "starts again, shorter": [[...count(45, (i) => 200 + i), ...count(30, (i) => i)]],
  "starts again by 59": [[...count(30, (i) => 100 + i), ...count(30, (i) => 70 + i)]],
  "three starts": [[...count(20, (i) => 500 + i), ...count(25, (i) => 200 + i), ...count(22, (i) => i)]],
  "a double": [[...plain.slice(0, 20), 29, ...plain.slice(20)]],
  "ten a second": [count(60, (i) => Math.floor(i / 10))],
  "ten a second, the last alone": [count(61, (i) => Math.floor(i / 10))],
  "thirty a minute": [count(90, (i) => 60 * Math.floor((i + 11) / 30)), clock],
  "thirty a minute to its end": [count(60, (i) => 60 * Math.floor(i / 30)), clock],
  "groups with a hole": [[...count(20, (i) => Math.floor(i / 5)), ...count(20, (i) => 90 + Math.floor(i / 5))]],
  "a quarter doubled": [count(40, (i) => i - Math.floor(i / 4))],
  "all at once": [count(10, () => 7)],
  gaps: [count(40, (i) => i + (i > 10 ? 3 : 0) + (i > 30 ? 200 : 0))],
  "steps of ten, gaps": [count(40, (i) => 10 * i + (i > 10 ? 21 : 0) + (i > 30 ? 24 : 0))],
  "past midnight": [count(40, (i) => (86_380 + i) % 86_400), clock],
  "past midnight and back": [[86_398, 86_399, 0, 1, 86_399, 2, 3, 4, 5, 6], clock],
  "an hour back": [count(40, (i) => 9000 + i - (i > 20 ? 3600 : 0)), clock],
  "nearly an hour back": [count(40, (i) => 9000 + i - (i > 20 ? 3520 : 0)), clock],
  "an hour on": [count(40, (i) => 9000 + i + (i > 20 ? 3600 : 0)), clock],
  "an hour and five seconds on": [count(40, (i) => 9000 + i + (i > 20 ? 3605 : 0)), clock],
  "an hour and four on": [count(40, (i) => 9000 + i + (i > 20 ? 3604 : 0)), epoch],
  "back by eight": [count(40, (i) => 9000 + i - (i > 20 ? 8 : 0)), clock],
  "back by two": [count(40, (i) => 9000 + i - (i > 20 ? 2 : 0)), clock],
  "back near the end": [count(40, (i) => 9000 + i - (i > 36 ? 20 : 0)), clock],
  "back for three rows": [count(40, (i) => 9000 + i - (i > 20 && i < 24 ? 20 : 0)), clock],
  "of the calendar": [count(12, (i) => 1_893_456_000 + i), { kind: "iso", scale: 1 }],
};

const r = (v: number) => Math.round(v * 1e4) / 1e4;
it("rows stand in their order, as kept", async () => {
  const told = Object.entries(times).map(([name, [raw, form = number]]) => {
    const lines = Uint32Array.from(raw, (_, i) => i + 2);
    const o = orderRows(Float64Array.from(raw), lines, form);
    const said = o.warnings.map((w) => `${w.line}: ${w.message}`);
    const gaps = o.gaps.map((g) => `${r(g.atS)}+${r(g.lengthS)}`);
    return [name, [...o.index].join(" "), [...o.timeS].map(r).join(" "), o.stepS, o.startMs, gaps, said];
  });
  await expect(`${told.map((t) => JSON.stringify(t)).join("\n")}\n`).toMatchFileSnapshot("golden/order.txt");
});

const TIMES = (
  "0:05|1:02|12:03.5|12:34:56|12:34:56.25|12:34:56,5|12:34:56:789|1:02:03 PM|12:00:00 AM|12:00 am|11:59:59p|" +
  "2031-03-04T05:06:07Z|2031-03-04 05:06:07.125|2031-03-04T05:06:07+02:00|2031-03-04T05:06:07-0500|04.03.2031 05:06|" +
  "2031/12/31 23:59:60|12:61|12:00:61|1|a|5:|:5|1:2:3:4:5:6:7:8|2032-02-29T00:00:00|" +
  "2100-03-01T00:00:00|2000-01-31 1:2:3"
).split("|");
it("times of day and dates are read as kept", async () => {
  const told = TIMES.map((t) => {
    const bytes = new TextEncoder().encode(`xx${t};9`);
    return `${t}: ${timeFromBytes(bytes, 2, 2 + t.length, false)} ${timeFromBytes(bytes, 2, 2 + t.length, true)}`;
  });
  await expect(`${told.join("\n")}\n`).toMatchFileSnapshot("golden/times.txt");
});

const PEAKS = [0.9, 1, 15, 19.9, 20, 75, 76, 77, 99, 101, 105, 106, 125, 126, 900, 1001, 4000, 2e5, 9e7, 2e8, 4e9];
const ROLES: Role[] = [
  ...(["cpu.clock", "cpu.power", "cpu.load", "cpu.temperature", "room.temperature"] as const),
  ...(["fan1.speed", "cpu.core2.temperature", "drive.temperature"] as const),
];
it("units follow the size of the numbers, as kept", async () => {
  const head = (heading: string, samples: number[]) => ({ index: 0, heading, unitText: "", samples, timeLike: null });
  const told = PEAKS.flatMap((peak) =>
    ["Core 2", "Core 2 power [mW]", "Tick [Hz]", "Tick [kHz]"].flatMap((heading) =>
      [ROLES].map((roles) => {
        const as = roles.map((role) => {
          const c = columnAs(head(heading, [peak, peak * 0.9, peak * 0.5]), role);
          return `${role} ${c.unit} x${r(c.factor * 1e6)}e-6 ${r(c.offset)} ${c.note}`.trim();
        });
        return `${peak} ${heading} as ${as.join("; ")}`;
      }),
    ),
  );
  const units = "°C|ºF|deg C|degF|C|F|mW|W|watt|%|pct|rpm|U/min|1/min|krpm|MHz|GHz|kHz|Hz|mV|V|A|mA|s|".split("|");
  told.push(
    ...units.map((u) => `${u}: ${unitFromText(u)} ${["T", "Core"].map((n) => unitInHeading(`${n} ${u}`)).join()}`),
  );
  await expect(`${told.join("\n")}\n`).toMatchFileSnapshot("golden/units.txt");
});

it.runIf(LONG)("one log has one scale, as kept: idle and peak of the chip, and the room beside it", async () => {
  const told = [60, 75, 76, 77, 85, 86, 87, 95].flatMap((idle) =>
    [100, 104, 105, 106, 124, 125, 126, 180].flatMap((peak) =>
      [[null, 22, 47, 48, 49, 71]].map((rooms) => {
        const read = rooms.map((room) => {
          const heads = room === null ? "Time [s],CPU" : "Time [s],CPU,Ambient";
          const chip = (i: number) => (i < 120 ? idle : peak);
          const table = readTable(log(heads, (i) => (room === null ? [i, chip(i)] : [i, chip(i), room])));
          const columns = table.ok ? table.value.columns.slice(1) : [];
          return `room ${room}: ${columns.map((c) => `${r(c.factor)} ${c.asks ? "asked" : ""}`.trim()).join(", ")}`;
        });
        return `${idle} ${peak}: ${read.join("; ")}`;
      }),
    ),
  );
  await expect(`${told.join("\n")}\n`).toMatchFileSnapshot("golden/scales.txt");
});

it("the load is found as kept, by power, load or temperature, with pauses and dips", async () => {
  const shapes: Record<string, (i: number) => number> = {
    plain: watts,
    "a dip of 40 s": (i) => (i > 200 && i < 240 ? 5 : watts(i)),
    "a dip of 60 s": (i) => (i > 150 && i < 210 ? 5 : watts(i)),
    "falls far": (i) => (i > 150 && i < 400 ? 14 : watts(i)),
    "two loads": (i) => (i < 30 || (i > 130 && i < 230) ? 5 : 44),
    "never rests": () => 45,
    weak: (i) => (i < 60 ? 5 : 9),
    "ends loaded": (i) => (i < 60 ? 5 : 45),
    pulses: (i) => (i % 100 < 60 && i > 50 ? 45 : 5),
  };
  const told = Object.entries(shapes).flatMap(([name, w]) =>
    ["power", "load", "both", "neither"].flatMap((by) =>
      [1, 20].map((stepS) => {
        const load = (i: number) => (i >= 60 && i < 400 ? 98 : 3);
        const heads = { power: ",CPU power [W]", load: ",CPU [%]", both: ",CPU power [W],CPU [%]", neither: "" }[by];
        const cells = (i: number) =>
          ({ power: [w(i)], load: [w(i) * 2], both: [w(i), load(i)], neither: [] })[by] ?? [];
        const run = readLog(log(`Time [s],CPU [°C]${heads}`, (i) => [i * stepS, chipC(i), ...cells(i)]));
        const found = run.ok ? findPhases(run.value) : null;
        return `${name} by ${by} every ${stepS} s: ${JSON.stringify(found)}`;
      }),
    ),
  );
  await expect(`${told.join("\n")}\n`).toMatchFileSnapshot("golden/loads.txt");
});

it("curves are thinned as kept", async () => {
  const t = count(300, (i) => i + (i > 150 ? 40 : 0));
  const v = t.map((s, i) => (i % 37 === 5 ? NaN : Math.round(50 + 30 * Math.sin(s / 20))));
  const told = [
    decimate(t, v, 20),
    decimate(t, v, 20, 100, 220),
    decimate(t, v, 500, 10, 40),
    decimate([], [], 5),
    shapeIn(t, v).slice(0, 40),
    shapeIn([5], [3]),
    shapeIn([], []),
    shapeIn([0, 10, 20], [4, 4, 4]),
  ];
  await expect(`${told.map((p) => JSON.stringify(p)).join("\n")}\n`).toMatchFileSnapshot("golden/curves.txt");
});
