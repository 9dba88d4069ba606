import { describe, expect, it } from "vitest";
import { erasedBefore, usualRetention } from "./erasure";

describe("machines that are erased by themselves", () => {
  const now = Date.parse("2032-02-29T10:00:00Z");
  it("are none where nobody said so", () => {
    expect(erasedBefore(usualRetention, now)).toBeNull();
  });
  it("are those whose last job was closed so many years ago, to the moment", () => {
    expect(erasedBefore({ years: 4 }, now)).toBe("2028-02-29T10:00:00.000Z");
    // no such day that year: a day later, never a day earlier
    expect(erasedBefore({ years: 1 }, now)).toBe("2031-03-01T10:00:00.000Z");
  });
});
