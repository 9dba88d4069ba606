import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it, vi } from "vitest";
import { router } from "@/testing/screen";
import { Judging } from "./Judging";

const answers = (...given: object[]) => {
  const fetched = vi.fn((..._of: [string, RequestInit]) =>
    Promise.resolve(Response.json(given.shift() ?? { ok: true, value: {} })),
  );
  vi.stubGlobal("fetch", fetched);
  return fetched;
};

afterEach(() => {
  vi.unstubAllGlobals();
  vi.clearAllMocks();
});

describe("a pair without a verdict", () => {
  it("is judged once, with a bar meanwhile, and then shown", async () => {
    const fetched = answers({ ok: true, value: { verdictId: 3 } });
    render(<Judging jobId={7} />);
    expect(screen.getByRole("progressbar", { name: "Judging both runs" })).toBeTruthy();
    await waitFor(() => expect(router.refresh).toHaveBeenCalledTimes(1));
    expect(fetched.mock.calls.map(([url, init]) => `${init.method} ${url}`)).toEqual(["POST /api/jobs/7/judge"]);
    expect(screen.getByRole("link").getAttribute("href")).toBe("/jobs/7/after");
  });
  it("that cannot be judged says why, keeps both runs, and can be asked again", async () => {
    const problem = { code: "runs-moved", message: "The runs kept changing.", action: "Wait a moment." };
    const fetched = answers({ ok: false, problem }, { ok: true, value: {} });
    render(<Judging jobId={7} />);
    const alert = await screen.findByRole("alert");
    expect(alert.textContent).toContain("The runs kept changing.");
    expect(alert.textContent).toContain("Wait a moment. Both runs are kept.");
    expect(router.refresh).not.toHaveBeenCalled();
    await userEvent.click(screen.getByRole("button", { name: "Judge again" }));
    await waitFor(() => expect(router.refresh).toHaveBeenCalledTimes(1));
    expect(fetched).toHaveBeenCalledTimes(2);
    expect(screen.queryByRole("alert")).toBeNull();
  });
});
