import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { buildable } from "../../../testing/buildable";
import { usualContext } from "../../../testing/journal";
import {
  airGrown,
  airOf,
  estimatedKW,
  heatPicture,
  heatPaths,
  pipeLoads,
  slowerWhenClean,
} from "../../drawing/cooling";
import { CoolingMap, isPasted } from "../../drawing/parts";
import { assembliesOf, oneSideFirst, orderLean, tightenPlan } from "../fasten";
import { balanceOf, forcesOn } from "../pads";
import { squeezeRun, USUAL_PASTE } from "../paste";
import { faceOf, gapOf, pressingOver, stackOf } from "./index";

const every = (of: (map: CoolingMap) => void, numRuns = 40) =>
  fc.assert(
    fc.property(buildable, (layout) => of(new CoolingMap(layout))),
    { numRuns },
  );
const FRACTIONS = [0.2, 0.447, 1];

describe("on any machine that could be built", () => {
  it("every pasted chip has a way to the air, and a watt in is a watt out", () => {
    every((map) => {
      const chips = map.ofKind("chip").filter(isPasted);
      expect(heatPaths(map).filter((p) => p.reachesAir).length).toBeGreaterThanOrEqual(chips.length);
      expect(estimatedKW(map)).toHaveLength(chips.length);
      const [cpu] = chips;
      const picture = heatPicture(map, [{ chip: "cpu", powerW: 30, contactK: 9, airflowK: 28, airflowHalfK: 1.5 }]);
      const out = [...(picture?.stacks ?? []), ...(picture?.still ?? [])].reduce((s, x) => s + x.W, 0);
      expect(cpu && out).toBeCloseTo(picture?.inW ?? NaN, 4);
      for (const load of pipeLoads(map)) expect(load.W).toBeGreaterThanOrEqual(0);
    });
  });

  it("more closed is more resistance, more speed more air, and clean stacks turn slower", () => {
    every((map) => {
      const fins = map.ofKind("fins").map((f) => f.id);
      const all = (c: number) => new Map(fins.map((id) => [id, c]));
      const grown = [0, 0.2, 0.5, 0.8].map((c) => airGrown(map, all(c)));
      for (let i = 1; i < grown.length; i++) expect(grown[i]).toBeGreaterThanOrEqual((grown[i - 1] ?? 0) - 1e-9);
      const total = (share: number) => [...airOf(map, share).values()].reduce((s, a) => s + a.WK, 0);
      expect(total(0.9)).toBeGreaterThanOrEqual(total(0.5));
      if (fins.length) expect(slowerWhenClean(map, all(0.5))).toBeLessThan(0.9);
    });
  });

  it("the planned order leans no more than the stamped one or one side first, pipes between free and rigid", () => {
    every((map) => {
      for (const a of assembliesOf(map)) {
        const plan = tightenPlan(a.screws, a.chips, FRACTIONS, a);
        const side = orderLean(a.screws, a.chips, oneSideFirst(a.screws), FRACTIONS, a);
        expect(plan.totalLean).toBeLessThanOrEqual(side.totalLean + 1e-9);
        if (plan.stamped) expect(plan.totalLean).toBeLessThanOrEqual(plan.stamped.totalLean + 1e-9);
        if (a.plates.length < 2) continue;
        const free = tightenPlan(a.screws, a.chips, FRACTIONS, { plates: a.plates, pipes: [] });
        const rigid = tightenPlan(a.screws, a.chips, FRACTIONS);
        expect(plan.worstLean).toBeLessThanOrEqual(free.worstLean + 1e-6);
        expect(plan.worstLean).toBeGreaterThanOrEqual(0.5 * rigid.worstLean);
      }
    }, 15);
  });

  it("what the screws give is what dies, pads and pipes bear; no film is thinner than its filler", () => {
    every((map) => {
      const ctx = usualContext(map);
      for (const pad of map.ofKind("pad")) {
        const stack = stackOf(ctx, pad, USUAL_PASTE, { thickness: new Map([[pad.id, 1.5]]) });
        const balance = balanceOf(stack);
        expect(forcesOn(stack, balance, null).pipesN).toBeCloseTo(0, 3);
        for (const b of stack.bodies ?? []) {
          const f = forcesOn(stack, balance, b.id);
          expect(f.screwsN).toBeCloseTo(f.chipsN + f.padsN + f.pipesN, 6);
        }
        for (const film of balance.films) expect(film.thinUm).toBeGreaterThanOrEqual(USUAL_PASTE.fillerUm);
        for (const p of balance.pads) expect(p.forceN).toBeGreaterThanOrEqual(0);
        const gap = gapOf(ctx, pad);
        expect(gap.lowMm).toBeLessThanOrEqual(gap.mm);
        expect(gap.mm).toBeLessThanOrEqual(gap.highMm);
      }
    });
  });

  it("paste under its screws comes to rest, none is lost, none is made", async () => {
    await fc.assert(
      fc.asyncProperty(buildable, async (layout) => {
        const map = new CoolingMap(layout);
        const ctx = usualContext(map);
        const chip = map.ofKind("chip").find(isPasted);
        if (!chip) return;
        const face = faceOf(ctx, chip);
        const run = await squeezeRun(
          {
            widthMm: face.widthMm,
            heightMm: face.heightMm,
            paste: USUAL_PASTE,
            laid: { pattern: "cross", volumeMm3: 0.08 * face.widthMm * face.heightMm, nozzleMm: 1.6 },
            ...pressingOver(ctx, chip, "planned"),
            cells: 20,
          },
          5,
        );
        expect(run?.gaveUp).toBeNull();
        expect(run?.kept).toBeCloseTo(1, 9);
        const end = run?.frames.at(-1);
        expect(end?.wetted).toBeGreaterThan(0.7);
        for (const over of end?.over ?? []) expect(over).toBeGreaterThanOrEqual(0);
      }),
      { numRuns: 6 },
    );
  }, 120_000);
});
