import { describe, expect, it } from "vitest";
import { wrenfell14Layout } from "../../../samples/layouts";
import { entryOf } from "../../../testing/journal";
import { CoolingMap } from "../../drawing/parts";
import { contextOf } from "./context";
import { doneIn } from "./done";
import { pastedText, plansOf, usualProcedure, type Entry } from "./index";
import { fanPlugsOf, pastedChips, tightenOrder } from "./stripping";

const layout = wrenfell14Layout();
const map = new CoolingMap(layout);
const plans = plansOf(map, 3);
const context = (entries: Entry[]) =>
  contextOf(
    { layout, entries, procedure: usualProcedure, plans, model: "", hasBeforeRun: true, today: "2031-03-04" },
    map,
  );
const ctx = context([]);
const [fins] = map.ofKind("fins");
const [chip] = pastedChips(ctx);
const [plug] = fanPlugsOf(ctx);
const plan = plans[0];
if (!fins || !chip || !plug || !plan) throw new Error("the drawing lacks a part");
const order = tightenOrder(ctx, plan);
const done = (...steps: [string, string?][]) =>
  doneIn(context(steps.map(([step, value]) => entryOf(step, value ?? ""))));
const laid = (volumeMm3: number) => pastedText({ pattern: "line", volumeMm3, lotId: null });
const turn = (round: number, id: string): [string] => [`tighten:${round}:${id}`];

describe("what a journal says was done to the cooling", () => {
  it("is nothing where nothing was", () => {
    expect(done()).toEqual({ finsCleaned: false, pasted: {}, oneSide: false, unplugged: 0, padsMissing: 0 });
  });
  it("fins that were cleaned, all of them", () => {
    expect(done([`clean:${fins.id}`, "brush"]).finsCleaned).toBe(true);
    expect(doneIn({ ...ctx, map: null }).finsCleaned).toBe(false);
  });
  it("paste against what fills its bond line", () => {
    const much = done([`paste:${chip.id}`, laid(9)]).pasted.cpu ?? 0;
    expect(much).toBeGreaterThan(1);
    expect(done([`paste:${chip.id}`, laid(1)]).pasted.cpu).toBeCloseTo(much / 9, 6);
    expect(done([`paste:${chip.id}`, "nonsense"]).pasted).toEqual({});
  });
  it("plugs that were pulled and not pushed in again", () => {
    expect(done([`unplug:${plug.id}`]).unplugged).toBe(1);
    expect(done([`unplug:${plug.id}`], [`plug:${plug.id}`]).unplugged).toBe(0);
  });
  it("pads that are missing", () => {
    const [pad] = map.ofKind("pad");
    if (pad) expect(done([`pad-was:${pad.id}`, "missing"]).padsMissing).toBe(1);
  });
  it("screws in rounds press evenly; two of one side home first do not", () => {
    const rounds = [1, 2, 3].flatMap((r) => order.map((id) => turn(r, id)));
    expect(done(...rounds).oneSide).toBe(false);
    const x = (id: string) => {
      const s = map.part(id);
      return s && "xMm" in s ? s.xMm : 0;
    };
    const [a = "", b = ""] = [...order].sort((p, q) => x(p) - x(q));
    expect(done(turn(3, a), turn(3, b)).oneSide).toBe(true);
    // the same two a first round only: not yet
    expect(done(turn(1, a), turn(1, b)).oneSide).toBe(false);
    const cross = [order[0] ?? "", order[1] ?? ""];
    expect(done(...cross.map((id) => turn(3, id))).oneSide).toBe(false);
  });
});
