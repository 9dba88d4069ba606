import { describe, expect, it } from "vitest";
import { machineList, MOST_MACHINES } from ".";

const rows = (...lines: string[][]) => lines.map((cells, i) => ({ line: i + 1, cells }));

describe("a list of machines", () => {
  it("is read by its headings, whatever they are called and in whatever order", () => {
    const read = machineList(rows(["\ufeffModel", "Asset Tag", "Location", "Colour"], ["K15", "M-1", "Row", "red"]));
    expect(read).toEqual({
      ok: true,
      value: { lines: [{ line: 2, fields: { model: "K15", tag: "M-1", place: "Row" } }], unknown: ["Colour"] },
    });
  });
  it("takes back what our own tables put before a formula, and empty lines say nothing", () => {
    const read = machineList(rows(["tag", "model", "place"], ["", " ", ""], ["M-1", "K15", "'=1+1"]));
    expect(read.ok && read.value.lines).toEqual([{ line: 3, fields: { tag: "M-1", model: "K15", place: "=1+1" } }]);
  });
  it.each([
    ["empty-list", rows()],
    ["no-tag-column", rows(["name", "model"], ["a", "b"])],
    ["column-twice", rows(["tag", "model", "mark"], ["a", "b", "c"])],
    ["list-too-long", rows(["tag", "model"], ...Array.from({ length: MOST_MACHINES + 1 }, () => ["a", "b"]))],
  ])("is refused: %s", (code, of) => {
    const read = machineList(of);
    expect(read.ok ? "ok" : read.problem.code).toBe(code);
  });
});
