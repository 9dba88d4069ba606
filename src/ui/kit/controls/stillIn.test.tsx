import { renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { lockedPath, useStillIn } from "./stillIn";

const location = { pathname: "/jobs/6/strip", assign: vi.fn(), reload: vi.fn() };
const answers: unknown[] = [];
const asked = vi.fn();

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal("location", location);
  vi.stubGlobal("fetch", (url: string) => {
    asked(url);
    const next = answers.length > 1 ? answers.shift() : answers[0];
    return next instanceof Error ? Promise.reject(next) : Promise.resolve(Response.json(next));
  });
});

afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
  vi.clearAllMocks();
  answers.length = 0;
});

const signedIn = (person: string | null) => ({ ok: true, value: { person } });

describe("a page that may be older than who is signed in", () => {
  it("stays while it is still its person, and asks again now and then", async () => {
    answers.push(signedIn("HM"));
    renderHook(() => useStillIn("HM"));
    await vi.advanceTimersByTimeAsync(31_000);
    expect(asked.mock.calls).toEqual([["/api/trust/here"], ["/api/trust/here"], ["/api/trust/here"]]);
    expect([location.assign.mock.calls, location.reload.mock.calls]).toEqual([[], []]);
  });

  it("leaves for the locked view once nobody is signed in, and comes back from there", async () => {
    answers.push(signedIn("HM"), signedIn(null));
    renderHook(() => useStillIn("HM"));
    await vi.advanceTimersByTimeAsync(60_000);
    expect(location.assign.mock.calls).toEqual([["/locked?back=%2Fjobs%2F6%2Fstrip"]]);
    expect(asked).toHaveBeenCalledTimes(2);
    expect(lockedPath("/")).toBe("/locked");
  });

  it("is made anew for somebody else, and joined anew where its bench was sent away", async () => {
    answers.push(signedIn("KW"));
    const { unmount } = renderHook(() => useStillIn("HM"));
    await vi.advanceTimersByTimeAsync(0);
    expect([location.reload.mock.calls.length, location.assign.mock.calls.length]).toEqual([1, 0]);
    unmount();
    answers.splice(0, 1, { ok: false, problem: { code: "not-joined", message: "", action: "" } });
    renderHook(() => useStillIn("HM"));
    await vi.advanceTimersByTimeAsync(0);
    expect(location.assign.mock.calls).toEqual([["/join"]]);
  });

  it("without an answer waits; where nobody signs in nothing is asked", async () => {
    answers.push(new Error("gone"));
    const { unmount } = renderHook(() => useStillIn("HM"));
    await vi.advanceTimersByTimeAsync(16_000);
    expect([location.reload.mock.calls.length, location.assign.mock.calls.length]).toEqual([0, 0]);
    unmount();
    asked.mockClear();
    renderHook(() => useStillIn(null));
    await vi.advanceTimersByTimeAsync(31_000);
    expect(asked).not.toHaveBeenCalled();
  });

  it("asks as soon as it is looked at again, and an answer that comes too late moves nothing", async () => {
    answers.push(signedIn("HM"), signedIn(null));
    const { unmount } = renderHook(() => useStillIn("HM"));
    await vi.advanceTimersByTimeAsync(0);
    document.dispatchEvent(new Event("visibilitychange"));
    unmount();
    await vi.advanceTimersByTimeAsync(0);
    expect(asked).toHaveBeenCalledTimes(2);
    expect(location.assign).not.toHaveBeenCalled();
  });
});
