import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { geometricFractions, pitchOf, roundTurns, turnsHome, turnsTo, turnsWords } from "./index";

describe("turns of a screw", () => {
  it("go by the pitch of its thread", () => {
    expect(["M2", "M2.5x4", "m3", "M1,6", "no thread", ""].map(pitchOf)).toEqual([0.4, 0.45, 0.5, 0.35, 0.4, 0.4]);
    expect(turnsHome("sprung", "M2")).toBeCloseTo(7.5, 9);
    expect(turnsHome("bottoming", "M3")).toBeCloseTo(6, 9);
    expect(turnsHome("fixed", "M2")).toBeCloseTo(0.3, 9);
  });
  it("are true to the fraction: the spring's way over its pitch, and no more than home", () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.constantFrom("M2", "M2.5", "M3"), (f, thread) => {
        expect(turnsTo(f, "sprung", thread) * pitchOf(thread)).toBeCloseTo(3 * f, 9);
      }),
    );
    expect(turnsTo(2, "sprung", "M2")).toBe(turnsHome("sprung", "M2"));
    expect(turnsTo(-1, "sprung", "M2")).toBe(0);
  });
  it("are said to the nearest quarter", () => {
    expect([0.05, 0.2, 0.5, 0.76, 1, 1.27, 1.5, 2, 3.75, 7.5, 12].map(turnsWords)).toEqual([
      "an eighth of a turn",
      "a quarter of a turn",
      "half a turn",
      "three quarters of a turn",
      "one turn",
      "one turn and a quarter",
      "one turn and a half",
      "two turns",
      "three turns and three quarters",
      "seven turns and a half",
      "12 turns",
    ]);
  });
  it("of three rounds come to the way home, as the plan reckons", () => {
    const sprung = { law: "sprung", thread: "M2" } as const;
    const three = geometricFractions(3);
    expect([1, 2, 3].map((r) => roundTurns(sprung, three, r))).toEqual([
      "one turn and a half from where its spring touches",
      "one turn and three quarters more",
      "about four turns and a quarter more, to the stop, snug",
    ]);
    expect(roundTurns({ law: "fixed", thread: "M2" }, three, 3)).toBe(
      "about a quarter of a turn more, until it is snug",
    );
    expect(roundTurns({ law: "fixed", thread: "M2" }, three, 1)).toBe(
      "an eighth of a turn from where its head touches",
    );
    expect(roundTurns(sprung, [1], 1)).toBe(
      "about seven turns and a half from where its spring touches, to the stop, snug",
    );
  });
});
