import { describe, expect, it } from "vitest";
import { rigTruth, rigVerdict, type RigRun } from "../../../testing/rigRuns";
import { evidenceOf, plainText, unknownWhy, verdictJson } from "../says";
import { holdsWords } from "../says/next";
import { holdsOpen as holdsOpenCode, isOneSided } from ".";

const judged = (before: RigRun, after: RigRun) => ({
  v: rigVerdict(before, after, { limitC: null }),
  trueK: rigTruth(before, after).chips[0]?.changeK ?? NaN,
});

const holdsOpen = (v: Parameters<typeof holdsOpenCode>[0]) => holdsWords(holdsOpenCode(v));
const dusty = { faults: { clog: 3 } };

describe("a verdict of one side", () => {
  it("where the run after is short, and says no more than is true", () => {
    const { v, trueK } = judged(dusty, { recipe: { loadS: 200, coolS: 20 } });
    const bound = v.chips[0]?.bound;
    expect(v.verdict).toBe("improved");
    expect(isOneSided(v)).toBe(true);
    expect(bound).toMatchObject({ side: "at-most", open: "after" });
    expect(bound?.K).toBeLessThan(-3);
    expect(trueK).toBeLessThan(bound?.K ?? -99);
    expect(v.chips[0]?.change).toBeNull();
    expect(plainText(v.headline)).toMatch(/^At least \d+.K better$/);
    expect(plainText(v.summary)).toContain("How much more cannot be told");
    expect(v.next.map((n) => n.code)).toEqual(["run-longer"]);
    expect(holdsOpen(v)).toBe("Only one side of the change is known");
    expect(unknownWhy(v)).toContain("too short");
    expect(evidenceOf(v).some((e) => e.text.includes("long enough"))).toBe(false);
    expect(v.reasons.some((r) => r.level === "blocks")).toBe(false);
  });

  it("where the run before is short nothing has to be run again", () => {
    const { v, trueK } = judged({ ...dusty, recipe: { loadS: 200, coolS: 20 } }, {});
    expect(v.chips[0]?.bound).toMatchObject({ side: "at-most", open: "before" });
    expect(trueK).toBeLessThan(v.chips[0]?.bound?.K ?? -99);
    expect(v.chips[0]?.before).toBeNull();
    expect(v.chips[0]?.after?.K).toBeGreaterThan(10);
    expect(v.next.map((n) => n.code)).toEqual(["better-by-a-floor"]);
    expect(holdsOpen(v)).toBeNull();
  });

  it("where one room is not known, and the other bounds it", () => {
    const { v, trueK } = judged(dusty, { room: null });
    expect(v.chips[0]?.bound?.side).toBe("at-most");
    expect(trueK).toBeLessThan(v.chips[0]?.bound?.K ?? -99);
    expect(v.next.map((n) => n.code)).toEqual(["read-room"]);
  });

  it("a machine made worse is at least so much worse, and is reopened", () => {
    const { v, trueK } = judged({}, { faults: { clog: 3 }, room: null });
    expect(v.verdict).toBe("worse");
    expect(v.chips[0]?.bound?.side).toBe("at-least");
    expect(trueK).toBeGreaterThan(v.chips[0]?.bound?.K ?? 99);
    expect(plainText(v.headline)).toMatch(/worse$/);
    expect(v.next[0]?.code).toBe("reopen");
  });

  it("cooler with more work, where no power is logged", () => {
    const omit = ["cpu.power"];
    const { v, trueK } = judged(
      { faults: { clog: 3, contact: { cpu: 2.4 } }, recipe: { effort: { cpu: 0.5 } }, omit },
      { omit },
    );
    expect(v.reasons.map((r) => r.code)).toContain("loads-differ");
    expect(v.chips[0]?.bound).toMatchObject({ side: "at-most", open: "before" });
    expect(trueK).toBeLessThan(v.chips[0]?.bound?.K ?? -99);
  });

  it.each([
    ["hotter with more work", { recipe: { effort: { cpu: 0.45 } }, omit: ["cpu.power"] }, { omit: ["cpu.power"] }],
    ["neither room known", { ...dusty, room: null }, { room: null }],
    ["a load of less than a minute", dusty, { recipe: { loadS: 50, coolS: 20 } }],
    ["nothing changed and one room unknown", {}, { room: null }],
  ] satisfies [string, RigRun, RigRun][])("%s gives none", (_, before, after) => {
    const { v } = judged(before, after);
    expect(v.verdict).toBe("not-comparable");
    expect(v.chips.every((c) => !c.bound)).toBe(true);
    expect(isOneSided(v)).toBe(false);
  });

  it("stands in the JSON beside a change of null", () => {
    const { v } = judged(dusty, { room: null });
    const chip = verdictJson(v).chips[0];
    expect(chip?.change).toBeNull();
    expect(chip?.bound?.side).toBe("at-most");
    expect(chip?.bound?.K).toBeCloseTo(v.chips[0]?.bound?.K ?? 0, 0);
  });
});
