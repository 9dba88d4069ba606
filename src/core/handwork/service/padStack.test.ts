import { describe, expect, it } from "vitest";
import { demoLayouts } from "../../../samples/layouts";
import { CoolingMap, type Layout, type Pad } from "../../drawing/parts";
import { structuresOf } from "../fasten";
import { balanceOf, forcesOn, usualCurves } from "../pads";
import { usualContext } from "../../../testing/journal";
import { bearerOf, gapOf, stackOf } from "./index";

const paste = { yieldPa: 140, fillerUm: 20 };
const mapOf = (model: string, change: (l: Layout) => Layout = (l) => l) => {
  const layout = demoLayouts().find((l) => l.model === model);
  if (!layout) throw new Error(`no ${model}`);
  return new CoolingMap(change(layout));
};
const padOf = (map: CoolingMap, tag: string): Pad => {
  const pad = map.ofKind("pad").find((p) => p.tag === tag);
  if (!pad) throw new Error(`no ${tag}`);
  return pad;
};
const bearer = (map: CoolingMap, tag: string) => {
  const by = bearerOf(map, structuresOf(map, true), padOf(map, tag));
  return [by.heldBy, by.over, map.part(by.body)?.tag];
};
/** The same drawing with some parts changed. */
const changed = (of: (p: Layout["parts"][number]) => object) => (l: Layout) => ({
  ...l,
  parts: l.parts.map((p) => ({ ...p, ...of(p) })),
});

describe("what bears a pad", () => {
  it("is the plate over it, the one its spreader frames, a pipe near a plate, or nothing that holds it", () => {
    const k15 = mapOf("Tessaly K15");
    for (const tag of ["P1", "P2", "P3", "P4", "P5", "P6"]) expect(bearer(k15, tag)).toEqual(["plate", "S1", "C2"]);
    for (const tag of ["P7", "P8"]) expect(bearer(k15, tag)).toEqual(["nothing", "H4", tag]);
    expect(bearer(mapOf("Wrenfell 14"), "P1")).toEqual(["plate", "H1", "P1"]);
    expect(bearer(mapOf("Orrowby 17"), "P5")).toEqual(["plate", "V1", "V1"]);
  });

  it("is posts where the part over it has screws and lies on no pasted chip", () => {
    const own = mapOf("Tessaly K15", (l) => ({
      ...l,
      parts: l.parts.map((p) => (p.kind === "screw" && p.stamp === "6" ? { ...p, forWhat: "S1" } : p)),
    }));
    expect(bearer(own, "P1")).toEqual(["posts", "S1", "S1"]);
  });

  it("takes nothing of a plate's screws that it does not lie under", () => {
    const k15 = mapOf("Tessaly K15");
    const ctx = usualContext(k15);
    const of = (tag: string) => stackOf(ctx, padOf(k15, tag), paste);
    expect(of("P1").pads.map((p) => p.tag)).toEqual(["P1", "P2", "P3", "P4", "P5", "P6"]);
    const p7 = of("P7");
    expect(p7.pads.find((p) => p.tag === "P7")?.heldBy).toBe("nothing");
    expect(p7.pads.map((p) => p.tag)).not.toContain("P8");
    expect(balanceOf(p7).padsN).toBeCloseTo(balanceOf(of("P1")).padsN, 6);
  });

  it("has its forces add up on every plate of every demo machine, pipes with them", () => {
    for (const layout of demoLayouts()) {
      const map = new CoolingMap(layout);
      const ctx = usualContext(map);
      for (const pad of map.ofKind("pad")) {
        const stack = stackOf(ctx, pad, paste);
        const balance = balanceOf(stack);
        const whole = forcesOn(stack, balance, null);
        expect(whole.pipesN, `${layout.model} ${pad.tag}`).toBeCloseTo(0, 4);
        let passed = 0;
        for (const body of stack.bodies ?? []) {
          const f = forcesOn(stack, balance, body.id, (p) => p.yMm - 80);
          passed += f.pipesN;
          expect(f.sides[0].screwsN + f.sides[1].screwsN).toBeCloseTo(f.chipsN + f.padsN + f.pipesN, 6);
          expect(f.sides[0].padsN + f.sides[1].padsN).toBeCloseTo(f.padsN, 9);
        }
        expect(passed).toBeCloseTo(0, 4);
        for (const film of balance.films) expect(film.thinUm).toBeGreaterThanOrEqual(paste.fillerUm);
      }
    }
  });

  it("under a pipe bears on the plate beside it: C1 tips, and its die loses", () => {
    const map = mapOf("Wrenfell 14");
    const ctx = usualContext(map);
    const pad = padOf(map, "P1");
    const thick = balanceOf(stackOf(ctx, pad, paste, { thickness: new Map([[pad.id, 1.5]]) }));
    const right = balanceOf(stackOf(ctx, pad, paste));
    expect(thick.chipsN).toBeLessThan(right.chipsN);
    expect(thick.films[0]?.thickUm).toBeGreaterThan((right.films[0]?.thickUm ?? 0) + 5);
  });

  it("takes the curve of what is tried for pads cut new, the class's for those that stay", () => {
    const map = mapOf("Wrenfell 14");
    const ctx = usualContext(map);
    const pad = padOf(map, "P1");
    const curve = () => usualCurves.firm;
    expect(stackOf(ctx, pad, paste, { curve }).pads[0]?.curve).toBe(ctx.curves.medium);
    const tried = stackOf(ctx, pad, paste, { curve, thickness: new Map([[pad.id, 1.5]]) });
    expect(tried.pads[0]).toMatchObject({ curve: usualCurves.firm, thicknessMm: 1.5 });
  });
});

describe("the gap under a pad", () => {
  const map = mapOf("Tessaly K15");
  const p1 = padOf(map, "P1");
  const told = (value: string) => usualContext(map, [{ step: `gap:${p1.id}`, value }]);

  it("is what was measured, else by heights, else only the span of its class", () => {
    expect(gapOf(told("0.9;by=feeler"), p1)).toMatchObject({ mm: 0.9, by: "feeler" });
    expect(gapOf(told("1.2"), p1).by).toBe("old");
    expect(gapOf(told("1.2"), p1).mm).toBeLessThan(1.2);
    expect(gapOf(usualContext(map), p1)).toMatchObject({ by: "none", lowMm: expect.closeTo(0.87, 9) as number });
    const drawn = mapOf(
      "Tessaly K15",
      changed((p) =>
        p.kind === "chip" ? { topMm: p.role === "gpu" ? 2 : 1.2 } : p.kind === "spreader" ? { stepMm: 0.25 } : {},
      ),
    );
    expect(gapOf(usualContext(drawn), padOf(drawn, "P1"))).toMatchObject({
      by: "heights",
      mm: expect.closeTo(1.09, 9) as number,
    });
    expect(gapOf({ ...told("0.9;by=clay"), map: drawn }, padOf(drawn, "P1")).by).toBe("clay");
  });
});
