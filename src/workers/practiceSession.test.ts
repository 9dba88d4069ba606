import { describe, expect, it } from "vitest";
import { codeOf, drawCase, type Press } from "../core/learn/practice";
import { PracticeSession } from "./practiceSession";

const code = codeOf(drawCase("easy", 0.52));

describe("a practice session", () => {
  const session = new PracticeSession();

  it("goes on from what it holds, and begins anew where something else is asked", () => {
    const first = session.shown(code, ["run"]);
    const on = session.shown(code, ["run", "lamp"]);
    expect(on.steps.slice(0, 2)).toEqual(first.steps);
    expect(session.shown(code, ["lamp"]).steps.map((s) => s.of)).toEqual(["complaint", "lamp"]);
    expect(session.shown(code, ["run"])).toEqual(first);
  });

  it("is the same for everybody who has the code", () => {
    const presses: Press[] = ["run", "read:1", "lamp", "open", "fins"];
    expect(new PracticeSession().shown(code, presses)).toEqual(session.shown(code, presses));
  });

  it("opens the log of a run with its curves and what good ones show, and none that is not there", () => {
    const log = session.log(code, ["run"], 1);
    expect(log?.phases.loadOffS).toBeGreaterThan(800);
    expect(log?.curves.endS).toBeGreaterThan(1_000);
    expect(log?.usual.powerW.cpu).toBeGreaterThan(10);
    expect(session.log(code, ["run"], 2)).toBeNull();
  });

  it("looks back, and says what was not ordered would have said", () => {
    expect(session.review(code, ["lamp"], ["nothing"]).outcome).toBe("wrong");
    expect(session.otherwise(code, ["lamp"], "outlet")?.said).toMatch(/outlet/);
  });

  it("breaks on a code nobody made", () => {
    expect(() => session.shown("AAA-AAA-AAB", [])).toThrow(/no case/);
  });
});
