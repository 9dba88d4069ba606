import { render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { router } from "../../../testing/screen";
import { BehindMark, Freshens } from "./Behind";

beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());

describe("what is behind", () => {
  it("is read anew ever more seldom until nothing is, and not for ever", () => {
    const { rerender } = render(<Freshens behind />);
    expect(router.refresh).not.toHaveBeenCalled();
    vi.advanceTimersByTime(700);
    expect(router.refresh).toHaveBeenCalledTimes(1);
    vi.advanceTimersByTime(1399);
    expect(router.refresh).toHaveBeenCalledTimes(1);
    vi.advanceTimersByTime(1);
    expect(router.refresh).toHaveBeenCalledTimes(2);
    rerender(<Freshens behind={false} />);
    vi.advanceTimersByTime(600_000);
    expect(router.refresh).toHaveBeenCalledTimes(2);
    rerender(<Freshens behind />);
    vi.advanceTimersByTime(600_000);
    expect(router.refresh).toHaveBeenCalledTimes(9);
  });

  it("and is never asked for where all is up to date", () => {
    render(<Freshens behind={false} />);
    vi.advanceTimersByTime(600_000);
    expect(router.refresh).not.toHaveBeenCalled();
  });

  it("says so to who hears the page", () => {
    render(<BehindMark />);
    expect(screen.getByText("being brought up to date")).toBeTruthy();
  });
});
