import { describe, expect, it } from "vitest";
import { layoutJson } from "../../drawing/codec/json";
import { padsFile } from "../../handwork/pads/file";
import { demoLayouts } from "../../../samples/layouts";
import { checked, layoutCheck, plainFrom, twiceIn } from ".";

const [k15] = demoLayouts();
const plain = () =>
  JSON.parse(layoutJson(k15 as never)) as { parts: Record<string, unknown>[] } & Record<string, unknown>;

/** Where a layout does not fit, and what it wants there. */
function misfit(change: (l: ReturnType<typeof plain>) => void): string {
  const l = plain();
  change(l);
  const read = checked(layoutCheck, l);
  return read.ok ? "fits" : `${read.misfit.where} ${read.misfit.wants}`;
}
const part = (l: ReturnType<typeof plain>, i: number) => l.parts[i] as Record<string, unknown>;

describe("plain data checked by its schema", () => {
  it("lets a whole drawing through as it is", () => {
    const l = plain();
    const read = checked(layoutCheck, l);
    expect(read.ok && read.value).toEqual(l);
  });

  it("fills in what may be left out, and leaves what was given untouched", () => {
    const l = { version: 1, model: "Amble 15", base: { widthMm: 356, depthMm: 246 }, parts: [] };
    const read = checked<Record<string, unknown>>(layoutCheck, l);
    expect(read.ok && read.value).toMatchObject({ variant: "", links: [], base: { cornerMm: 9 } });
    expect(l).toEqual({ version: 1, model: "Amble 15", base: { widthMm: 356, depthMm: 246 }, parts: [] });
  });

  it.each<[string, (l: ReturnType<typeof plain>) => void]>([
    ["version must be 1", (l) => (l.version = 2)],
    ["base.depthMm must be a number from 50 to 1000", (l) => (l.base = { widthMm: 356, depthMm: 5 })],
    ["base must be an object", (l) => delete l.base],
    ["model must be text of up to 60 characters", (l) => (l.model = "x".repeat(61))],
    ["parts must be a list", (l) => Object.assign(l, { parts: "many" })],
    ["extra is not a field here", (l) => (l.extra = 1)],
    ["parts[0].colour is not a field here", (l) => (part(l, 0).colour = "red")],
    ["parts[1].id must be letters and digits", (l) => (part(l, 1).id = "a b")],
    ["parts[1].locked must be true or false", (l) => (part(l, 1).locked = "no")],
  ])("says %s", (says, change) => {
    expect(misfit(change)).toBe(says);
  });

  it("names the kinds a part can be of", () => {
    expect(misfit((l) => (part(l, 2).kind = "anvil"))).toMatch(/^parts\[2\]\.kind must be one of .*blower/);
    expect(misfit((l) => delete part(l, 2).kind)).toMatch(/^parts\[2\]\.kind must be/);
  });

  it("says what a part of its kind misses, not what all kinds want", () => {
    const at = plain().parts.findIndex((p) => p.kind === "screw");
    expect(misfit((l) => delete part(l, at).xMm)).toBe(`parts[${at}].xMm must be a number from -2000 to 2000`);
    expect(misfit((l) => (part(l, at).head = "star"))).toMatch(new RegExp(`^parts\\[${at}\\]\\.head must be one of`));
  });

  it("counts points of a path", () => {
    const at = plain().parts.findIndex((p) => p.kind === "pipe");
    expect(misfit((l) => (part(l, at).points = [{ xMm: 1, yMm: 1 }]))).toBe(
      `parts[${at}].points must hold 2 to 400 points, here are 1`,
    );
  });
});

describe("text of a file", () => {
  it("may begin with a byte order mark; what is no JSON is null", () => {
    expect(plainFrom('\ufeff{"a":1}')).toEqual({ plain: { a: 1 } });
    expect(plainFrom("{")).toBeNull();
    expect(plainFrom("null")).toEqual({ plain: null });
  });

  it("nested deeper than any file is refused, not thrown", () => {
    const deep = "[".repeat(50_000) + "]".repeat(50_000);
    const read = padsFile(`{"sheets":${deep},"pieces":[]}`);
    expect(read.ok).toBe(false);
  });

  it("ids that stand twice are refused at the second", () => {
    expect(twiceIn([{ id: "a" }, { id: "b" }, { id: "a" }], "parts")).toEqual({
      where: "parts[2].id",
      wants: "stands twice",
    });
    expect(twiceIn([{ id: "a" }, { id: "b" }], "parts")).toBeNull();
  });

  it("ids may be numbers, and are words from then on", () => {
    const read = padsFile(
      JSON.stringify({
        sheets: [{ id: 1, widthMm: 100, heightMm: 50, thicknessMm: 1 }],
        pieces: [{ id: 7, widthMm: 10, heightMm: 10, thicknessMm: 1 }],
      }),
    );
    expect(read.ok && [read.value.sheets[0]?.id, read.value.pieces[0]?.id, read.value.sheets[0]?.offcut]).toEqual([
      "1",
      "7",
      false,
    ]);
  });

  it("something that is no object is refused in words, whatever it is", () => {
    for (const odd of ["[]", "null", "5", '"x"', "true"]) {
      const read = padsFile(odd);
      expect(read.ok ? "" : read.problem.message).toBe("The file must be an object.");
    }
  });
});
