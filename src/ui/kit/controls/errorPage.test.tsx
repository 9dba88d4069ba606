import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import ErrorPage from "@/app/error";

const user = userEvent.setup();

describe("a page that failed", () => {
  it("is tried again", async () => {
    const reset = vi.fn();
    render(<ErrorPage error={new Error("boom")} reset={reset} />);
    await user.click(screen.getByRole("button", { name: "Try again" }));
    expect(reset).toHaveBeenCalledOnce();
    expect(document.body.textContent).not.toContain("boom");
  });

  it("as its parts are of an earlier version is opened anew: trying it again would fail for ever", async () => {
    const reset = vi.fn();
    const reload = vi.fn();
    vi.stubGlobal("location", { ...window.location, reload });
    const gone = Object.assign(new Error("Failed to load chunk /_next/static/chunks/a.js"), { name: "ChunkLoadError" });
    render(<ErrorPage error={gone} reset={reset} />);
    expect(screen.getByRole("heading").textContent).toMatch(/earlier Ovrant/);
    await user.click(screen.getByRole("button", { name: "Open it anew" }));
    expect([reload.mock.calls.length, reset.mock.calls.length]).toEqual([1, 0]);
    vi.unstubAllGlobals();
  });
});
