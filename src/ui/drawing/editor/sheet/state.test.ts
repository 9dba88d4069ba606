import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { emptyLayout, newPart, type Layout } from "@/core/drawing/parts";
import { historyOf, redoName, undoName } from "@/core/drawing/edit";
import { editorStep, nudgeOf, startState, type Action, type EditorState } from "./state";

const start = (parts: Layout["parts"] = []): EditorState =>
  startState(historyOf({ ...emptyLayout("Bench 15", "", 356, 246), parts }));
const run = (s: EditorState, ...actions: Action[]): EditorState => actions.reduce(editorStep, s);
const tap = (xMm: number, yMm: number): Action => ({ do: "point", xMm, yMm });

describe("the editor's hand", () => {
  it("puts a part where it is tapped, chooses it and lets the tool go", () => {
    const s = run(start(), { do: "take", tool: { name: "place", kind: "blower" } }, tap(60, 70));
    expect(s.history.now.parts[0]).toMatchObject({ kind: "blower", tag: "B1", xMm: 60, yMm: 70 });
    expect([...s.selected]).toEqual([s.history.now.parts[0]?.id]);
    expect(s.tool.name).toBe("select");
    expect(undoName(s.history)).toBe("B1 placed");
  });

  it("stamps screws on a plate in the order they are tapped, and goes on", () => {
    const plate = { ...newPart("plate", "k", "C1", 120, 120), wMm: 60, hMm: 50 } as Layout["parts"][number];
    const s = run(
      start([plate]),
      { do: "take", tool: { name: "place", kind: "screw" } },
      tap(95, 100),
      tap(145, 140),
      tap(145, 100),
      tap(10, 10),
    );
    expect(s.history.now.parts.slice(1).map((p) => p.kind === "screw" && [p.forWhat, p.stamp, p.captive])).toEqual([
      ["C1", "1", true],
      ["C1", "2", true],
      ["C1", "3", true],
      ["cover", "", false],
    ]);
    expect(s.tool).toEqual({ name: "place", kind: "screw" });
    const unstamped = run(
      start([plate]),
      { do: "set", stamping: false },
      { do: "take", tool: { name: "place", kind: "screw" } },
      tap(95, 100),
    );
    expect(unstamped.history.now.parts[1]).toMatchObject({ stamp: "" });
  });

  it("draws a pipe click by click with the bend in hand; undo takes back points first", () => {
    const traced = run(
      start(),
      { do: "set", bendMm: 15 },
      { do: "take", tool: { name: "trace", kind: "pipe", points: [] } },
      tap(20, 20),
      tap(80, 20),
      tap(80, 90),
    );
    expect(run(traced, { do: "undo" }).tool).toMatchObject({ points: [{ xMm: 20 }, { xMm: 80, yMm: 20, bendMm: 15 }] });
    const drawn = run(traced, { do: "end-path" });
    expect(drawn.history.now.parts[0]).toMatchObject({
      kind: "pipe",
      tag: "H1",
      points: [{ xMm: 20 }, { bendMm: 15 }, { yMm: 90 }],
    });
    expect(
      run(start(), { do: "take", tool: { name: "trace", kind: "pipe", points: [] } }, tap(20, 20), { do: "end-path" })
        .history.now.parts,
    ).toEqual([]);
    expect(run(traced, { do: "escape" }).tool).toMatchObject({ name: "trace", points: [] });
    expect(run(traced, { do: "escape" }, { do: "escape" }).tool.name).toBe("select");
  });

  it("measures between two taps and starts anew with the third", () => {
    const s = run(start(), { do: "take", tool: { name: "measure", points: [] } }, tap(0, 0), tap(30, 40));
    expect(s.tool).toMatchObject({ points: [{ xMm: 0 }, { xMm: 30 }] });
    expect(run(s, tap(5, 5)).tool).toMatchObject({ points: [{ xMm: 5, yMm: 5 }] });
    expect(s.history.past).toEqual([]);
  });

  it("takes chosen parts away by name, and undo brings back what redo takes", () => {
    const s = run(start(), { do: "take", tool: { name: "place", kind: "fins" } }, tap(60, 20), { do: "remove" });
    expect(s.history.now.parts).toEqual([]);
    expect(undoName(s.history)).toBe("F1 removed");
    const back = run(s, { do: "undo" });
    expect(back.history.now.parts.length).toBe(1);
    expect(redoName(back.history)).toBe("F1 removed");
    expect(run(back, { do: "redo" }).history.now).toBe(s.history.now);
    expect(run(start(), { do: "remove" }).history.past).toEqual([]);
  });

  it("choosing one of a group chooses it all; choosing also puts in and takes out", () => {
    const parts = ["a", "b", "c"].map((id, i) => ({
      ...newPart("pad", id, id, 50 + 20 * i, 50),
      group: id === "c" ? "" : "g1",
    }));
    const s = run(start(parts), { do: "select", ids: ["a"] });
    expect([...s.selected].sort()).toEqual(["a", "b"]);
    expect([...run(s, { do: "select", ids: ["c"], also: true }).selected].sort()).toEqual(["a", "b", "c"]);
    expect([...run(s, { do: "select", ids: ["b"], also: true }).selected]).toEqual([]);
  });

  it("hides a layer and shows it again; the drawing taken from another tab starts a history of its own", () => {
    const s = run(start(), { do: "layer", layer: "case" });
    expect([...s.hidden]).toEqual(["case"]);
    expect(run(s, { do: "layer", layer: "case" }).hidden.size).toBe(0);
    const other = run(run(start(), { do: "take", tool: { name: "place", kind: "pad" } }, tap(9, 9)), {
      do: "replace",
      layout: emptyLayout("Bench 15", "", 356, 246),
    });
    expect([undoName(other.history), other.selected.size]).toEqual([null, 0]);
  });

  it("ids and tags never stand twice, whatever is done", () => {
    const action = fc.oneof(
      fc.constantFrom<Action>({ do: "undo" }, { do: "redo" }, { do: "remove" }, { do: "escape" }, { do: "end-path" }),
      fc
        .constantFrom("blower", "fins", "pad", "screw", "chip", "plate")
        .map((kind): Action => ({ do: "take", tool: { name: "place", kind: kind as "pad" } })),
      fc.constant<Action>({ do: "take", tool: { name: "trace", kind: "pipe", points: [] } }),
      fc.tuple(fc.integer({ min: 0, max: 356 }), fc.integer({ min: 0, max: 246 })).map(([x, y]) => tap(x, y)),
    );
    fc.assert(
      fc.property(fc.array(action, { maxLength: 60 }), (actions) => {
        const s = run(start(), ...actions);
        const ids = s.history.now.parts.map((p) => p.id);
        const tags = s.history.now.parts.map((p) => p.tag).filter(Boolean);
        expect(new Set(ids).size).toBe(ids.length);
        expect(new Set(tags).size).toBe(tags.length);
        for (const id of s.selected) expect(ids).toContain(id);
      }),
    );
  });

  it("a nudge never takes parts out of reach", () => {
    const l = { ...emptyLayout("Bench 15", "", 356, 246), parts: [newPart("pad", "a", "P1", 20, 20)] };
    expect(nudgeOf(l, new Set(["a"]), 5, 5)).toEqual({ dx: 5, dy: 5 });
    expect(nudgeOf(l, new Set(["a"]), -200, 5)).toEqual({ dx: 0, dy: 5 });
  });
});
