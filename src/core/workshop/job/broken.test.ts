import { describe, expect, it } from "vitest";
import { brokenOfJobWords, type BrokenKind } from "./broken";

describe("a piece that is not what it was", () => {
  it("says of each kind what still stands", () => {
    const of = (kind: BrokenKind, which: string) => brokenOfJobWords({ kind, of: which, foundAt: "" });
    expect(of("log", "after")).toBe(
      "The log of the run after is not what it was, and no back-up has it whole. " +
        "Its readings and every verdict stand. " +
        "Bring the same file again where you have it.",
    );
    expect(of("readings", "before")).toMatch(/^The readings of the run before are not what they were, .* Its log and/);
    expect(of("photo", "fins")).toMatch(/^The photo “fins” is not .* Its small picture stands\.$/);
    expect(of("photo", "")).toMatch(/^A photo is not/);
    expect(of("small photo", "")).toMatch(/^A small picture of a photo is not .* The photo itself stands\.$/);
    expect(of("signed document", "2")).toMatch(/^The document signed as revision 2 is not .* sign it again/);
  });

  it("of a run that lost both does not lean on either", () => {
    const both = (["log", "readings"] as const).map((kind) => ({ kind, of: "after", foundAt: "" }));
    for (const b of both)
      expect(brokenOfJobWords(b, both)).toMatch(/whole\. Every verdict stands\. Bring the same file/);
    const [log] = both;
    expect(
      log && brokenOfJobWords(log, [...both.slice(0, 1), { kind: "readings", of: "before", foundAt: "" }]),
    ).toMatch(/Its readings and every verdict stand/);
  });
});
