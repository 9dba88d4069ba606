import { describe, expect, it } from "vitest";
import { isDay } from ".";

describe("a day", () => {
  it.each(["2026-02-28", "2028-02-29", "2000-01-01", "2099-12-31"])("%s is one", (text) => {
    expect(isDay(text)).toBe(true);
  });
  it.each([
    "2026-02-31",
    "2027-02-29",
    "2026-13-01",
    "2026-00-10",
    "2227-01-01",
    "9999-12-31",
    "1999-12-31",
    "2026-2-3",
    "2026-02-28T00:00",
    "",
    null,
    20260228,
  ])("%s is none", (text) => {
    expect(isDay(text)).toBe(false);
  });
});
