import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import type { JobHead } from "@/core/workshop/job";
import { router, serverAnswers } from "@/testing/screen";
import { HeadBands } from "./HeadBands";
import { Hold } from "./Hold";

const cachePages = vi.hoisted(() => vi.fn<(urls: readonly string[]) => void>());
vi.mock("@/ui/kit/offline/keep", () => ({ cachePages }));

const user = userEvent.setup();
const waits = { for: "part", what: "Blower B1", until: "2031-12-04", limit: 45.5, since: "2031-11-20" } as const;
const refused = (fields?: Record<string, string>) => ({
  ok: false,
  problem: { code: "bad-fields", message: "The job is closed.", action: "Reopen it.", ...(fields ? { fields } : {}) },
});

describe("putting a job on hold", () => {
  it("asks what for, and sends it; empty dates and prices are none", async () => {
    const { sent } = serverAnswers({ ok: true, value: null });
    render(<Hold jobId={7} waits={null} />);
    await user.click(screen.getByRole("button", { name: "Hold" }));
    await user.click(screen.getByRole("button", { name: /^It waits for/ }));
    await user.click(screen.getByRole("option", { name: "the owner's word" }));
    await user.type(screen.getByLabelText("What is asked"), "New blower, 45?");
    await user.click(screen.getByRole("button", { name: "Put it on hold" }));
    expect(sent).toEqual([
      {
        url: "/api/jobs/7/waits",
        method: "PUT",
        body: { for: "word", what: "New blower, 45?", until: null, limit: null },
      },
    ]);
    expect(screen.queryByRole("dialog")).toBeNull();
    expect(router.refresh).toHaveBeenCalledTimes(1);
  });

  it("stays open with what was typed when it is refused", async () => {
    serverAnswers(refused({ what: "Say what it waits for." }), refused());
    render(<Hold jobId={7} waits={null} />);
    await user.click(screen.getByRole("button", { name: "Hold" }));
    await user.type(screen.getByLabelText("Up to what price"), "45{Enter}");
    expect((await screen.findByRole("alert")).textContent).toBe("Say what it waits for.");
    await user.click(screen.getByRole("button", { name: "Put it on hold" }));
    expect(await screen.findByText("The job is closed.")).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>("Up to what price").value).toBe("45");
    await user.keyboard("{Escape}");
    expect(screen.queryByRole("dialog")).toBeNull();
  });

  it("is not offered while it is on hold", () => {
    render(<Hold jobId={7} waits={waits} />);
    expect(screen.queryByRole("button")).toBeNull();
  });
});

describe("the bands under a job's bar", () => {
  const cameBack: JobHead["cameBack"] = {
    jobId: 3,
    on: "2031-05-02",
    headline: "Improved by 12 K",
    found: "felt",
    note: "hot again",
  };
  const bands = (head: Partial<JobHead>, shown: "intake" | "paste" = "paste") =>
    render(
      <HeadBands jobId={7} head={{ waits: null, cameBack: null, broken: [], ...head } as JobHead} shown={shown} />,
    );

  it("say what the job waits for, and let it go on", async () => {
    const { sent } = serverAnswers({ ok: true, value: null });
    bands({ waits });
    expect(screen.getByRole("status").textContent).toMatch(/Blower B1, up to .45\.50, by 4 Dec 2031/);
    await user.click(screen.getByRole("button", { name: "Go on with it" }));
    expect(sent).toMatchObject([{ url: "/api/jobs/7/waits", method: "DELETE" }]);
    expect(router.refresh).toHaveBeenCalledTimes(1);
  });

  it("keep a job on hold, and say why, when it cannot go on", async () => {
    serverAnswers(refused());
    bands({ waits });
    await user.click(screen.getByRole("button", { name: "Go on with it" }));
    expect(await screen.findByText(/The job is closed\./)).toBeTruthy();
    expect(router.refresh).not.toHaveBeenCalled();
  });

  it("tell what it came back from where it is taken in, and not later", () => {
    const { unmount } = bands({ cameBack }, "intake");
    const link = screen.getByRole("link", { name: "Came back: closed on 2 May 2031" });
    expect(link.getAttribute("href")).toBe("/jobs/3/verdict");
    expect(screen.getByText("Improved by 12 K. Found felt. hot again")).toBeTruthy();
    unmount();
    bands({ cameBack });
    expect(screen.queryByText(/Came back/)).toBeNull();
  });

  it("keep all stages of a job on the device once, then the one shown, and all again when the job changes", () => {
    vi.useFakeTimers();
    const asked: string[][] = [];
    cachePages.mockImplementation((urls) => void asked.push([...urls]));
    const { rerender } = bands({});
    const show = (head: Partial<JobHead>, shown: "paste" | "close") => {
      rerender(
        <HeadBands jobId={7} head={{ waits: null, cameBack: null, broken: [], ...head } as JobHead} shown={shown} />,
      );
      vi.advanceTimersByTime(2000);
    };
    vi.advanceTimersByTime(2000);
    show({}, "close");
    show({ waits }, "close");
    vi.useRealTimers();
    expect(asked.map((a) => a.length > 10)).toEqual([true, false, true]);
    expect(asked[0]).toEqual(expect.arrayContaining(["/", "/jobs/7/paste", "/jobs/7/verdict"]));
    expect(asked[1]).toEqual(["/", "/jobs/7/close"]);
  });

  it("are none where nothing is to be told", () => {
    const { container } = bands({}, "intake");
    expect(container.textContent).toBe("");
  });
});
