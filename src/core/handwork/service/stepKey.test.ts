import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { wrenfell14Layout } from "../../../samples/layouts";
import { CoolingMap } from "../../drawing/parts";
import {
  contextOf,
  isStep,
  plansOf,
  SERVICE_STAGES,
  stepKey,
  stepOf,
  stepPart,
  stepsOf,
  usualProcedure,
} from "./index";

describe("the key of a step", () => {
  it("says what it is about and of what, as it has stood in journals from the first", () => {
    expect(stepKey("dust", "f1")).toBe("dust:f1");
    expect(stepKey("tighten", 2, "s4")).toBe("tighten:2:s4");
    expect(stepKey("gate", "before-run")).toBe("gate:before-run");
  });

  it("is read as it was made, whatever the part is called", () => {
    const word = fc.stringMatching(/^[a-z0-9-]{1,12}$/);
    fc.assert(
      fc.property(fc.array(word, { minLength: 1, maxLength: 3 }), (of) => {
        const key = stepKey("paste-was", ...of);
        expect(stepOf(key)).toEqual({ about: "paste-was", of });
        expect(of.map((_, i) => stepPart(key, i))).toEqual(of);
        expect([isStep(key, "paste-was"), isStep(key, "paste"), isStep(key, "dust")]).toEqual([true, false, false]);
      }),
    );
    expect(stepOf("paste")).toBeNull();
    expect(stepOf("nothing:of-ours")).toBeNull();
    expect([isStep(undefined, "dust"), stepPart(undefined)]).toEqual([false, ""]);
  });

  it("every step of every stage has one", () => {
    const layout = wrenfell14Layout();
    const map = new CoolingMap(layout);
    const ctx = contextOf(
      {
        layout,
        entries: [],
        procedure: usualProcedure,
        plans: plansOf(map, 3),
        model: "",
        hasBeforeRun: true,
        today: "2031-01-01",
      },
      map,
    );
    const keys = SERVICE_STAGES.flatMap((stage) => stepsOf(stage, ctx).map((s) => s.key));
    expect(keys.length).toBeGreaterThan(40);
    expect(keys.filter((key) => stepOf(key) === null)).toEqual([]);
  });
});
