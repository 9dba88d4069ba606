import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { RECIPES, checkedRecipe, recipeDifference, recipeWords } from "./recipe";
import { BRIDGED_S, remainingS, stateAt, type RunEvent } from "./phase";

const standard = RECIPES.standard;
const at = (s: number, ...events: RunEvent[]) => stateAt(standard, events, s);
const lost = (fromS: number, toS: number): RunEvent[] => [
  { atS: fromS, what: "lost" },
  { atS: toS, what: "back" },
];

describe("a run's phases", () => {
  it("go from idle over load and cool-down to done by themselves", () => {
    expect([0, 299, 300, 1199, 1200, 1499, 1500].map((s) => at(s).phase)).toEqual([
      "idle",
      "idle",
      "load",
      "load",
      "cool",
      "cool",
      "done",
    ]);
    expect(at(310)).toMatchObject({ loadedS: 10, leftS: 890, loadOnS: 300, loadOffS: null });
    expect(at(2000)).toMatchObject({ loadOnS: 300, loadOffS: 1200, stopped: null, leftS: 0 });
  });

  it("load can be called for before idle is over", () => {
    expect(at(100, { atS: 60, what: "load-now" })).toMatchObject({ phase: "load", loadOnS: 60, loadedS: 40 });
    // twice is once
    const twice = at(100, { atS: 60, what: "load-now" }, { atS: 80, what: "load-now" });
    expect(twice).toMatchObject({ loadOnS: 60, loadedS: 40 });
  });

  it("a stop ends the load and not the log; in idle it ends the run", () => {
    const stopped = at(500, { atS: 400, what: "stop", why: "hot" });
    expect(stopped).toMatchObject({ phase: "cool", stopped: "hot", loadOnS: 300, loadOffS: 400, leftS: 200 });
    expect(at(701, { atS: 400, what: "stop", why: "hot" }).phase).toBe("done");
    expect(at(100, { atS: 60, what: "stop", why: "hand" })).toMatchObject({ phase: "done", stopped: "hand" });
    // one in the cool-down changes nothing
    expect(at(1300, { atS: 1250, what: "stop" })).toMatchObject({ phase: "cool", stopped: null });
  });

  it("an end ends all at once; during the cool-down it is no early stop", () => {
    expect(at(500, { atS: 400, what: "end", why: "lost" })).toMatchObject({
      phase: "done",
      stopped: "lost",
      loadOffS: 400,
    });
    expect(at(1400, { atS: 1300, what: "end" })).toMatchObject({ phase: "done", stopped: null, loadOffS: 1200 });
  });

  it("a lost link rests the load; a short one makes it as much longer", () => {
    expect(at(410, { atS: 400, what: "lost" })).toMatchObject({ phase: "paused", leftS: null, loadedS: 100 });
    const back = at(500, ...lost(400, 400 + BRIDGED_S));
    expect(back).toMatchObject({ phase: "load", loadOnS: 300, loadedS: 200 - BRIDGED_S, begunAnew: false });
    expect(stateAt(standard, lost(400, 440), 1239).phase).toBe("load");
    expect(stateAt(standard, lost(400, 440), 1241)).toMatchObject({ phase: "cool", loadOffS: 1240 });
  });

  it("after a long one the load begins anew", () => {
    expect(at(500, ...lost(400, 401 + BRIDGED_S))).toMatchObject({
      phase: "load",
      loadOnS: 401 + BRIDGED_S,
      begunAnew: true,
      loadedS: 99 - BRIDGED_S,
    });
  });

  it("a stop in a pause ends the load where it was lost, an end as well", () => {
    const paused: RunEvent = { atS: 400, what: "lost" };
    expect(at(450, paused, { atS: 440, what: "stop" })).toMatchObject({ phase: "cool", loadOffS: 400 });
    expect(at(450, paused, { atS: 440, what: "end" })).toMatchObject({ phase: "done", loadOffS: 400 });
  });

  it("a pause in idle makes idle longer, one in the cool-down is none", () => {
    expect(at(310, ...lost(100, 200))).toMatchObject({ phase: "idle", leftS: 90 });
    expect(at(1400, ...lost(1250, 1350))).toMatchObject({ phase: "cool", leftS: 100 });
  });

  it("what remains is the rest of this phase and all that follow; nothing is told in a pause", () => {
    expect([at(0), at(400), at(1300)].map((s) => remainingS(standard, s))).toEqual([1500, 1100, 200]);
    expect(remainingS(standard, at(410, { atS: 400, what: "lost" }))).toBeNull();
  });

  const events = fc.array(
    fc.record({
      atS: fc.integer({ min: 0, max: 3000 }),
      what: fc.constantFrom("load-now", "stop", "lost", "back", "end"),
    }),
    { maxLength: 12 },
  ) as fc.Arbitrary<RunEvent[]>;

  it("whatever happens: loads lie within the run, are no longer than the recipe's, and asked twice it is alike", () => {
    fc.assert(
      fc.property(events, fc.integer({ min: 0, max: 4000 }), (list, s) => {
        const state = stateAt(standard, list, s);
        expect(state.loadedS).toBeLessThanOrEqual(standard.loadS + 1e-9);
        if (state.loadOnS !== null) expect(state.loadOnS).toBeLessThanOrEqual(s);
        if (state.loadOffS !== null) expect(state.loadOffS).toBeGreaterThanOrEqual(state.loadOnS ?? Infinity);
        if (state.phase === "load") expect(state.loadOffS).toBeNull();
        expect(stateAt(standard, [...list], s)).toEqual(state);
        // what happens later does not change it
        expect(stateAt(standard, [...list, { atS: s + 1, what: "end" }], s)).toEqual(state);
      }),
    );
  });

  it("a run that is done stays done", () => {
    fc.assert(
      fc.property(events, (list) => {
        const done = stateAt(standard, list, 20_000);
        const asleep = list.length > 0 && done.phase === "paused";
        expect(asleep || done.phase === "done").toBe(true);
        if (done.phase === "done") expect(stateAt(standard, list, 30_000)).toEqual(done);
      }),
    );
  });
});

describe("recipes", () => {
  it("say what they do", () => {
    expect(recipeWords(standard)).toBe("Standard: idle 5:00, load 15:00, cool-down 5:00");
    expect(recipeWords(RECIPES.drive)).toBe(
      "Drive copy: idle 3:00, load 15:00, cool-down 3:00, processor 30\u00a0%, no graphics, file copy",
    );
  });

  it("an own one stays within bounds, and works something", () => {
    expect(checkedRecipe(standard).ok).toBe(true);
    const own = (more: object) => checkedRecipe({ ...standard, name: "own", ...more });
    expect(own({ loadS: 60 })).toMatchObject({ ok: false, problem: { message: "The load needs 2:00 to 120:00." } });
    expect(own({ loadS: 120, coolS: 0 }).ok).toBe(true);
    expect(own({ idleS: NaN }).ok).toBe(false);
    expect(own({ coolS: 3601 }).ok).toBe(false);
    expect(own({ cpu: 1.2 }).ok).toBe(false);
    expect(own({ cpu: 0, gpu: 0 })).toMatchObject({ ok: false, problem: { code: "recipe-without-load" } });
    expect(own({ cpu: 0, gpu: 0, drive: true }).ok).toBe(true);
  });

  it("differ where the work or its length does, before it costs twenty minutes", () => {
    expect(recipeDifference(standard, standard)).toBeNull();
    expect(recipeDifference(standard, RECIPES.long)).toBeNull();
    expect(recipeDifference(standard, RECIPES.short)).toBe("the load is 7:00 shorter");
    expect(recipeDifference(standard, RECIPES.drive)).toMatch(/worked another way, a file is copied as well/);
    expect(recipeDifference(RECIPES.drive, { ...RECIPES.drive, drive: false })).toBe("no file is copied");
    expect(recipeDifference(standard, { ...standard, idleS: 60 })).toBe("the idle stretch is shorter");
  });
});
