import { render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { router } from "../../../testing/screen";
import { ListsState } from "../../workshop/settings/ListsState";
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

  it("is told in settings with how far it is, looked at while it goes, and with words once it is over", () => {
    const { rerender } = render(<ListsState left={40_000} all={50_000} />);
    expect(screen.getByRole("progressbar").getAttribute("aria-valuenow")).toBe("20");
    vi.advanceTimersByTime(4_000);
    expect(router.refresh).toHaveBeenCalledTimes(2);
    rerender(<ListsState left={0} all={50_000} />);
    expect(screen.queryByRole("progressbar")).toBeNull();
    expect(screen.getByText(/up to date with all jobs \(50,000\)/)).toBeTruthy();
    vi.advanceTimersByTime(60_000);
    expect(router.refresh).toHaveBeenCalledTimes(2);
  });

  it("says so to who hears the page", () => {
    render(<BehindMark />);
    expect(screen.getByText("being brought up to date")).toBeTruthy();
  });
});
