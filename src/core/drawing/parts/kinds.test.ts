import { describe, expect, it } from "vitest";
import { filled, KINDS, KIND_NAMES, newPart, newPath, nextId, nextTag, partName } from "./kinds";
import { emptyLayout, isBox, type Kind, type Part } from "./parts";

const own = (p: Part) => p as unknown as Record<string, unknown>;

describe("a new part", () => {
  it.each(KIND_NAMES)("%s has every field of its kind, as it usually is", (kind) => {
    const p = newPart(kind, "p1", "", 50, 60);
    for (const f of KINDS[kind].fields) expect(own(p)[f.key], f.key).toEqual(f.start);
    expect(p).toMatchObject({ id: "p1", kind, tag: "", locked: false, group: "" });
  });

  it.each(KIND_NAMES)("%s lies where it is put, in its usual size", (kind) => {
    const p = newPart(kind, "p1", "", 50, 60);
    const [w, h] = KINDS[kind].size;
    if (isBox(p)) {
      expect([p.xMm, p.yMm, p.wMm, p.hMm, p.turnDeg]).toEqual([50, 60, w, h, 0]);
      return;
    }
    expect(p.points.length).toBeGreaterThanOrEqual(2);
    const xs = p.points.map((q) => q.xMm);
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(w, 9);
    for (const q of p.points) expect(q.bendMm).toBe(0);
  });

  it("a board goes round its middle, a pipe runs on from its start", () => {
    const board = newPart("board", "p1", "", 100, 80);
    const pipe = newPart("pipe", "p2", "H1", 100, 80);
    if (isBox(board) || isBox(pipe)) throw new Error("paths have points");
    const middle = board.points.reduce((s, q) => s + q.xMm / board.points.length, 0);
    expect(middle).toBeCloseTo(100, 9);
    expect(pipe.points[0]).toEqual({ xMm: 100, yMm: 80, bendMm: 0 });
  });

  it("a path given its points keeps them", () => {
    const points = [
      { xMm: 0, yMm: 0, bendMm: 0 },
      { xMm: 40, yMm: 0, bendMm: 9 },
      { xMm: 40, yMm: 30, bendMm: 0 },
    ];
    const p = newPath("pipe", "p1", "H1", points);
    expect(own(p).points).toEqual(points);
    expect(own(p).widthMm).toBe(KINDS.pipe.fields.find((f) => f.key === "widthMm")?.start);
  });

  it("two of a kind share nothing", () => {
    const [a, b] = [newPart("cable", "p1", "", 0, 0), newPart("cable", "p2", "", 0, 0)];
    expect(own(a).points).not.toBe(own(b).points);
  });
});

describe("ids and tags", () => {
  const parts = (...tags: [Kind, string, string][]): Part[] => tags.map(([k, id, tag]) => newPart(k, id, tag, 0, 0));

  it("the next tag is one past the highest, not the first gap", () => {
    expect(nextTag(parts(["blower", "p1", "B1"], ["blower", "p2", "B4"]), "blower")).toBe("B5");
    expect(nextTag([], "fins")).toBe("F1");
  });

  it("tags that are no numbers do not count, and kinds without tags get none", () => {
    expect(nextTag(parts(["blower", "p1", "Bx"], ["pipe", "p2", "H7"]), "blower")).toBe("B1");
    const untagged = KIND_NAMES.find((k) => !KINDS[k].letter);
    expect(untagged && nextTag([], untagged)).toBe("");
  });

  it("no id is given twice, whatever ids came from elsewhere", () => {
    const some = parts(["pad", "p3", "P1"], ["pad", "left-2", "P2"], ["pad", "p11", "P3"]);
    expect(nextId(some)).toBe("p12");
    expect(nextId([])).toBe("p1");
    expect(some.map((p) => p.id)).not.toContain(nextId(some));
  });

  it("letters of kinds are told apart", () => {
    const letters = KIND_NAMES.map((k) => KINDS[k].letter).filter(Boolean);
    expect(new Set(letters).size).toBe(letters.length);
  });
});

describe("what a part is called", () => {
  const called = (kind: Kind, tag: string, more: object = {}) =>
    partName({ ...newPart(kind, "p1", tag, 0, 0), ...more });

  it("by its kind and tag, a screw by its stamp and plate, a plug by what it is of", () => {
    expect(called("blower", "B1")).toBe(`${KINDS.blower.name} B1`);
    expect(called("screw", "", { stamp: "3", forWhat: "C1" })).toBe("Screw 3 of C1");
    expect(called("plug", "", { forWhat: "B1" })).toBe(`${KINDS.plug.name} of B1`);
    expect(called("tape", "", { forWhat: "the display cable" })).toBe("Tape on the display cable");
    expect(called("chip", "", { role: "cpu" })).toBe("Processor");
    expect(called("chip", "", { role: "other", note: "Network chip" })).toBe("Network chip");
  });

  it("no name ends or begins in a blank", () => {
    for (const kind of KIND_NAMES)
      for (const tag of ["", "X1"]) expect(called(kind, tag)).toBe(called(kind, tag).trim());
  });
});

describe("an empty sheet", () => {
  it("has its base to scale and nothing on it", () => {
    const l = emptyLayout("Amble 15", "", 356, 246);
    expect(l.base).toMatchObject({ widthMm: 356, depthMm: 246 });
    expect([l.version, l.parts, l.links]).toEqual([1, [], []]);
    expect(l.base.cornerMm).toBeGreaterThan(0);
  });
});

describe("a drawing from before a property was known", () => {
  it("gets it as it starts, and keeps all it has in its order", () => {
    const whole = newPart("chip", "p1", "", 10, 20);
    const old = Object.fromEntries(Object.entries({ ...whole, powerW: 45 }).filter(([key]) => key !== "topMm"));
    const layout = {
      ...emptyLayout("K", "", 300, 200),
      parts: [old as unknown as Part, newPart("pad", "p2", "P1", 1, 2)],
    };
    const now = filled(layout);
    expect(now.parts[0]).toEqual({ ...whole, powerW: 45 });
    expect(Object.keys(now.parts[0] ?? {}).slice(0, -1)).toEqual(Object.keys(old));
    expect(now.parts[1]).toBe(layout.parts[1]);
  });
});
