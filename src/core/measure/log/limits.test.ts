import { describe, expect, it } from "vitest";
import { findPhases, LogReader, readTable, toRun } from ".";
import { numericTimeForm } from "./times";

const MB = 1024 * 1024;
const rowsOf = (n: number, cells: (i: number) => string) => Array.from({ length: n }, (_, i) => cells(i)).join("\n");

/** What a reader says of the head and then the same piece again and again. */
function pushed(head: string, piece: string, bytes: number): LogReader {
  const reader = new LogReader({ sizeBytes: bytes });
  if (head) reader.push(Buffer.from(head));
  const chunk = Buffer.from(piece.repeat(Math.ceil(65536 / piece.length)));
  for (let at = 0; at < bytes; at += chunk.length) reader.push(chunk);
  return reader;
}

describe("lines without an end", () => {
  it.each(["x", "1", "1,"])("%s, a hundred times the longest line, is refused at once and not kept", (piece) => {
    const reader = pushed("", piece, 100 * MB);
    const read = reader.finish();
    expect(reader.refused?.code).toBe("log-line-too-long");
    expect(read.ok ? "" : read.problem).toMatchObject({ code: "log-line-too-long", line: 1 });
  });
  it("behind a table are refused at their line, and found before the file ends", () => {
    const head = `Time [s],CPU temperature [°C]\n${rowsOf(5000, (i) => `${i},50.125,`)}\n`;
    const reader = pushed(head, "9", 20 * MB);
    expect(reader.refused).toMatchObject({ code: "log-line-too-long", line: 5002 });
  });
  it("of under a megabyte are read: three thousand columns, whose headings alone fill the head", () => {
    const names = Array.from({ length: 3000 }, (_, i) => `Some sensor of the mainboard number ${i} [V]`).join(",");
    const cells = ",1".repeat(3000);
    const text = `Time [s],CPU temperature [°C],${names}\n${rowsOf(60, (i) => `${i},${50 + (i % 7)}${cells}`)}\n`;
    const reader = new LogReader({ sizeBytes: text.length });
    for (let at = 0; at < text.length; at += 10_000) reader.push(Buffer.from(text.slice(at, at + 10_000)));
    const read = reader.finish();
    expect(read.ok && read.value.rows).toBe(60);
    expect(read.ok && read.value.layout.headings).toHaveLength(3002);
  });
  it("a short file in one line is no empty file", () => {
    const read = readTable("time,cpu temperature [°C],1,2,3,4");
    expect(read.ok ? "" : read.problem.code).not.toBe("log-empty");
  });
});

describe("a column of numbers that is the time", () => {
  it.each([
    [1e17, 1e-9, true],
    [1e17 - 16, 1e-6, true],
    [1e14, 1e-6, true],
    [1e14 - 1, 1e-3, true],
    [1e11, 1e-3, true],
    [1e11 - 1, 1, true],
    [1e8, 1, true],
    [1e8 - 1, 1, false],
  ])("that begins at %d counts in steps of %d s", (first, scale, epoch) => {
    expect(numericTimeForm("Time", [NaN, first])).toMatchObject({ scale, epoch });
  });
});

describe("readings that cannot be", () => {
  const tableOf = (cells: readonly number[]) => {
    const table = readTable(`Time [s],CPU temperature [°C]\n${rowsOf(cells.length, (i) => `${i},${cells[i]}`)}\n`);
    const run = table.ok ? toRun(table.value) : table;
    if (!run.ok) throw new Error(run.problem.message);
    return run.value;
  };
  const with13 = (v: number) => Array.from({ length: 30 }, (_, i) => (i === 13 ? v : 50));
  const at13 = (v: number) => tableOf(with13(v)).channels[0]?.values[13];
  it("jumps of over 25 K there and back are left out, smaller ones are the chip's own", () => {
    expect(at13(75)).toBe(75);
    expect(at13(76)).toBeNaN();
    expect(at13(25)).toBe(25);
    expect(at13(24)).toBeNaN();
  });
  it("a step that stays is no jump", () => {
    const run = tableOf(Array.from({ length: 30 }, (_, i) => (i < 13 ? 50 : 80)));
    expect([...(run.channels[0]?.values ?? [])].every((v) => v === 50 || v === 80)).toBe(true);
  });
  it("are warned of in the order of their lines, with what else was odd", () => {
    const cells = Array.from({ length: 300 }, (_, i) => (i === 40 ? 255 : 50 + (i % 3)));
    const text = rowsOf(300, (i) => (i === 10 ? "10" : i === 200 ? "Footer, of, three" : `${i},${cells[i]},7`));
    const table = readTable(`Time [s],CPU temperature [°C],Fan [RPM]\n${text}\n`);
    const run = table.ok ? toRun(table.value) : table;
    const lines = run.ok ? run.value.warnings.map((w) => w.line) : [];
    expect(lines.length).toBeGreaterThan(1);
    expect(lines).toEqual([...lines].sort((a, b) => a - b));
    expect(run.ok && findPhases(run.value)).toBeNull();
  });
});
