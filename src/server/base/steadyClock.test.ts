import { afterEach, describe, expect, it, vi } from "vitest";
import { steadyMs } from "./steadyClock";

afterEach(() => vi.useRealTimers());

describe("the clock sessions are measured by", () => {
  it("begins at the time of day and does not follow one that is turned back", () => {
    const before = steadyMs();
    expect(Math.abs(before - Date.now())).toBeLessThan(5_000);
    vi.useFakeTimers({ now: Date.now() - 12 * 3_600_000, toFake: ["Date"] });
    expect(steadyMs()).toBeGreaterThanOrEqual(before);
  });

  it("follows the time of day over a sleep: nobody is signed in still the next morning", () => {
    const before = steadyMs();
    const morning = Date.now() + 9 * 3_600_000;
    vi.useFakeTimers({ now: morning, toFake: ["Date"] });
    expect(steadyMs()).toBe(morning);
    // and does not go back from there
    vi.setSystemTime(before);
    expect(steadyMs()).toBeGreaterThanOrEqual(morning);
  });
});
