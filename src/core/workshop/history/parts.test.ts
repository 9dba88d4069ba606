import { describe, expect, it } from "vitest";
import type { Aside } from "../../handwork/service";
import { partsOver } from "./parts";

const aside = (kind: Aside["kind"], values: Record<string, string>, note = ""): Aside => ({
  step: `way:${kind}-x`,
  kind,
  values,
  note,
  at: "2031-01-01T00:00:00Z",
});

describe("parts over the years", () => {
  it("a battery is one course, told by what it still holds; a new one is told as changed", () => {
    const [battery, ...others] = partsOver([
      { jobId: 1, day: "2029-03-01", asides: [aside("battery", { part: "B-1", new: "50", now: "49" })] },
      { jobId: 2, day: "2030-03-01", asides: [aside("battery", { new: "50", now: "40" })] },
      { jobId: 3, day: "2031-03-01", asides: [aside("battery", { part: "b-1", new: "50", now: "30" })] },
      { jobId: 4, day: "2031-09-01", asides: [aside("battery", { part: "B-2", new: "50", now: "50.5" })] },
    ]);
    expect(others).toEqual([]);
    expect(battery?.marks.map((m) => [m.says, m.changed, m.poor])).toEqual([
      ["98\u00a0%", false, false],
      ["80\u00a0%", false, false],
      ["60\u00a0%", false, true],
      ["101\u00a0%", true, false],
    ]);
  });

  it("slots of memory stand apart, other parts by their name, each in any case of letters", () => {
    const courses = partsOver([
      {
        jobId: 1,
        day: "2029-03-01",
        asides: [
          aside("memory", { part: "M-8", size: "8", slot: "A" }),
          aside("memory", { part: "M-8", size: "8", slot: "B" }),
          aside("other", { name: "Left speaker", part: "S-1" }),
        ],
      },
      {
        jobId: 2,
        day: "2030-03-01",
        asides: [
          aside("other", { name: "left Speaker" }, "crackles"),
          aside("memory", { part: "M-16", size: "16", slot: "b" }),
        ],
      },
    ]);
    expect(courses.map((c) => [c.title, c.marks.map((m) => `${m.says}${m.changed ? " changed" : ""}`)])).toEqual([
      ["Memory, slot A", ["8\u00a0GB"]],
      ["Memory, slot B", ["8\u00a0GB", "16\u00a0GB changed"]],
      ["Left speaker", ["S-1", "crackles"]],
    ]);
  });

  it("a drive by its wear, a cell by its voltage, with no figure by its number", () => {
    const says = (a: Aside) => partsOver([{ jobId: 1, day: "2029-03-01", asides: [a] }])[0]?.marks[0]?.says;
    expect(says(aside("drive", { part: "D-1", worn: "12", size: "512" }))).toBe("worn 12\u00a0%");
    expect(says(aside("coin", { volts: "2,95" }))).toBe("3.0\u00a0V");
    expect(says(aside("drive", { part: "D-1", size: "512" }))).toBe("D-1");
    expect(partsOver([])).toEqual([]);
  });
});
