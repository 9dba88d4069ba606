import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { channelOf, LogReader, readLog, type Run } from "./index";

/** How a table may be written. */
interface Form {
  separator: "," | ";" | "\t" | "|";
  decimalComma: boolean;
  eol: "\n" | "\r\n";
  bom: boolean;
  quoted: boolean;
  preamble: number;
  unitsRow: boolean;
  time: "seconds" | "clock" | "am-pm" | "iso" | "epoch" | "epoch-ms" | "minutes:seconds" | "minutes";
  unitInCell: boolean;
  repeats: boolean;
  lastLineEnds: boolean;
}

const form: fc.Arbitrary<Form> = fc
  .record({
    separator: fc.constantFrom<Form["separator"]>(",", ";", "\t", "|"),
    decimalComma: fc.boolean(),
    eol: fc.constantFrom<Form["eol"]>("\n", "\r\n"),
    bom: fc.boolean(),
    quoted: fc.boolean(),
    preamble: fc.integer({ min: 0, max: 3 }),
    unitsRow: fc.boolean(),
    time: fc.constantFrom<Form["time"]>(
      "seconds",
      "clock",
      "am-pm",
      "iso",
      "epoch",
      "epoch-ms",
      "minutes:seconds",
      "minutes",
    ),
    unitInCell: fc.boolean(),
    repeats: fc.boolean(),
    lastLineEnds: fc.boolean(),
  })
  // a decimal comma between commas stands in quotes
  .map((f) => ({ ...f, quoted: f.quoted || (f.decimalComma && f.separator === ",") }));

interface Table {
  startS: number;
  stepS: number;
  /** Per row: chip °C, W, rpm; null where there is no reading. */
  rows: (readonly [number | null, number | null, number | null])[];
}

const tenths = (min: number, max: number) => fc.integer({ min: min * 10, max: max * 10 }).map((v) => v / 10);
const table: fc.Arbitrary<Table> = fc
  .record({
    startS: fc.integer({ min: 0, max: 80_000 }),
    stepS: fc.constantFrom(1, 2, 5),
    full: fc.array(fc.tuple(tenths(41, 48), tenths(3, 39), fc.integer({ min: 1200, max: 4800 })), {
      minLength: 40,
      maxLength: 60,
    }),
    missing: fc.array(fc.tuple(fc.integer({ min: 6, max: 59 }), fc.constantFrom(0, 1, 2)), { maxLength: 20 }),
  })
  .map(({ startS, stepS, full, missing }) => ({
    startS,
    stepS,
    rows: full.map((row, i): Table["rows"][number] => {
      const at = (c: 0 | 1 | 2) => (missing.some(([r, m]) => r === i && m === c) ? null : row[c]);
      return [at(0), at(1), at(2)];
    }),
  }));

const two = (v: number) => String(v).padStart(2, "0");
const DAY0 = Date.UTC(2031, 2, 4) / 1000;

function timeText(f: Form, t: number, number: (v: number) => string): string {
  const [h, m, s] = [Math.floor(t / 3600), Math.floor(t / 60) % 60, t % 60];
  switch (f.time) {
    case "seconds":
      return number(t);
    case "minutes":
      return number(Math.round((t / 60) * 1e6) / 1e6);
    case "clock":
      return `${two(h)}:${two(m)}:${two(s)}`;
    case "am-pm":
      return `${h % 12 === 0 ? 12 : h % 12}:${two(m)}:${two(s)} ${h < 12 ? "AM" : "PM"}`;
    case "iso":
      return new Date((DAY0 + t) * 1000).toISOString();
    case "epoch":
      return String(DAY0 + t);
    case "epoch-ms":
      return String((DAY0 + t) * 1000);
    case "minutes:seconds":
      return `${Math.floor(t / 60)}:${two(s)}.0`;
  }
}

/** Elapsed times start near zero; the others where the day is. */
const isElapsed = (f: Form) => ["seconds", "minutes", "minutes:seconds"].includes(f.time);
const startOf = (f: Form, t: Table) => (isElapsed(f) ? 0 : t.startS);

const TIME_HEADING: Record<Form["time"], string> = {
  seconds: "Time [s]",
  minutes: "Elapsed [min]",
  clock: "Time",
  "am-pm": "Time",
  iso: "Timestamp",
  epoch: "Time",
  "epoch-ms": "Time",
  "minutes:seconds": "Elapsed",
};

function written(f: Form, t: Table): string {
  const number = (v: number) => (f.decimalComma ? String(v).replace(".", ",") : String(v));
  const cell = (text: string) => (f.quoted ? `"${text}"` : text);
  const value = (v: number | null, unit: string) =>
    v === null ? "N/A" : `${number(v)}${f.unitInCell && !f.unitsRow ? ` ${unit}` : ""}`;
  const bare = f.unitsRow || f.unitInCell;
  const named = (name: string, unit: string) => (bare ? name : `${name} [${unit}]`);
  const line = (cells: readonly string[]) => cells.map(cell).join(f.separator);
  const head = line([
    f.unitsRow ? TIME_HEADING[f.time].replace(/ \[.*/, "") : TIME_HEADING[f.time],
    named("CPU Temperature", "°C"),
    named("CPU Power", "W"),
    named("Fan Speed", "RPM"),
  ]);
  const units = line([{ seconds: "s", minutes: "min" }[f.time as "seconds"] ?? "time", "°C", "W", "RPM"]);
  const body = t.rows.map(([c, w, rpm], i) =>
    line([timeText(f, startOf(f, t) + i * t.stepS, number), value(c, "°C"), value(w, "W"), value(rpm, "RPM")]),
  );
  if (f.repeats) body.splice(20, 0, "", head);
  const lines = [
    ...Array.from({ length: f.preamble }, (_, i) => (i === 1 ? "" : `Log of the bench, part ${i}`)),
    head,
    ...(f.unitsRow ? [units] : []),
    ...body,
  ];
  return `${f.bom ? "\uFEFF" : ""}${lines.join(f.eol)}${f.lastLineEnds ? f.eol : ""}`;
}

const rounded = (values: ArrayLike<number>) => Array.from(values, (v) => Math.round(v * 100) / 100);

/** Columns of a run as they were made, with the times. */
function holds(run: Run, f: Form, t: Table): void {
  const n = t.rows.length;
  expect(run.timeS).toHaveLength(n);
  for (let i = 0; i < n; i++) expect(run.timeS[i]).toBeCloseTo(i * t.stepS, 3);
  ["cpu.temperature", "cpu.power", "fan1.speed"].forEach((key, c) => {
    const own = channelOf(run, key)?.values ?? new Float32Array(0);
    const made = t.rows.map((r) => r[c] ?? NaN);
    // a column without any reading is no channel
    if (made.some((v) => Number.isFinite(v))) expect(rounded(own)).toEqual(rounded(made));
  });
  const absolute = ["iso", "epoch", "epoch-ms"].includes(f.time);
  expect(run.startMs).toBe(absolute ? (DAY0 + t.startS) * 1000 : null);
}

describe("one table, however it is written", () => {
  it("is read to the same numbers", () => {
    fc.assert(
      fc.property(form, table, (f, t) => {
        const read = readLog(written(f, t));
        if (!read.ok) throw new Error(`${read.problem.message}\n${written(f, t).slice(0, 600)}`);
        holds(read.value, f, t);
      }),
      { numRuns: 250 },
    );
  });
  it("is read the same in pieces of any size, in any encoding", () => {
    fc.assert(
      fc.property(
        form,
        table,
        fc.integer({ min: 1, max: 400 }),
        fc.constantFrom<BufferEncoding>("utf8", "utf16le"),
        (f, t, piece, encoding) => {
          const bytes = Buffer.from(written({ ...f, bom: f.bom || encoding !== "utf8" }, t), encoding);
          const reader = new LogReader({ sizeBytes: bytes.length });
          for (let at = 0; at < bytes.length; at += piece) reader.push(bytes.subarray(at, at + piece));
          const made = reader.finish();
          if (!made.ok) throw new Error(made.problem.message);
          expect(made.value.rows).toBe(t.rows.length);
          const temperatures = made.value.values[made.value.columns.findIndex((c) => c.role === "cpu.temperature")];
          if (t.rows.some((r) => r[0] !== null))
            expect(rounded(temperatures ?? [])).toEqual(rounded(t.rows.map((r) => r[0] ?? NaN)));
        },
      ),
      { numRuns: 120 },
    );
  });
});
