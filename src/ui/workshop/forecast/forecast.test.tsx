import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { LEARNT_KEYS, Learning, type PastForecast } from "@/core/handwork/service";
import { EyeFirst } from "@/ui/handwork/service/frame/EyeFirst";
import { ForecastScreen } from "./ForecastScreen";
import { depthOf, monthsOf, scoreOf } from "./threads";

const text = (of: HTMLElement) => (of.textContent ?? "").replaceAll("\u00a0", " ");
const win = (mid: number, half = 2) => ({ mid, low: mid - half, high: mid + half });
const job = (jobId: number, won: number, more: Partial<PastForecast> = {}): PastForecast => ({
  jobId,
  tag: `LR-${String(jobId).padStart(2, "0")}`,
  on: "2031-03-04",
  note: "",
  forecast: win(12, 5),
  won: win(won),
  guessK: null,
  held: Math.abs(won - 12) <= 5,
  learnt: true,
  hands: false,
  ...more,
});
const worths = LEARNT_KEYS.map((key) => ({
  key,
  modelK: key === "dust:3" ? 10 : null,
  worth: new Learning().worth(key),
  jobs: key === "dust:3" ? 4 : 0,
}));

describe("jobs as they hang from the edge", () => {
  it("by month, in their order", () => {
    const months = monthsOf([job(1, 10, { on: "2031-02-28" }), job(2, 10, { on: "2031-03-01" }), job(3, 10)]);
    expect(months.map((m) => [m.month, m.threads.length])).toEqual([
      ["2031-02", 1],
      ["2031-03", 2],
    ]);
  });
  it("a month of too many is one sheaf of those that held, those outside beside it", () => {
    const many = Array.from({ length: 62 }, (_, i) => job(i, 8 + (i % 8)));
    const [month] = monthsOf([...many.slice(0, 61), job(99, 30)]);
    expect(month?.threads.map((t) => t.kind)).toEqual(["sheaf", "job"]);
    const sheaf = month?.threads[0];
    if (sheaf?.kind !== "sheaf") throw new Error("no sheaf");
    expect(sheaf.jobs).toHaveLength(61);
    expect(sheaf.won).toBeGreaterThan(10);
    expect(sheaf.box).toEqual({ mid: 12, low: 12, high: 12 });
    expect(monthsOf(many.slice(0, 60))[0]?.threads).toHaveLength(60);
  });
  it("score: held, and the eye within 4 K of those it spoke for", () => {
    expect(scoreOf([job(1, 12), job(2, 20, { guessK: 16 }), job(3, 12, { guessK: 17 })])).toEqual({
      held: 2,
      of: 3,
      eye: 1,
      eyes: 2,
    });
  });
  it("are as deep as the deepest of them, in tens", () => {
    expect(depthOf([])).toBe(20);
    expect(depthOf([job(1, 27)])).toBe(30);
    expect(depthOf([job(1, 10, { guessK: 45 })])).toBe(50);
  });
});

describe("the page of forecasts", () => {
  const shown = (jobs: PastForecast[], next: { jobId: number; tag: string; said: boolean } | null = null) =>
    render(<ForecastScreen jobs={jobs} worths={worths} next={next} />);
  const five = [
    job(1, 12),
    job(2, 11),
    job(3, 20),
    job(4, -7, { hands: true, note: "Screws not home" }),
    job(5, 13, { guessK: 14 }),
  ];

  it("under five jobs tells no shares, and nothing as learnt", () => {
    shown(five.slice(0, 3));
    expect(text(screen.getByRole("heading", { level: 1 }))).toBe("3 jobs so far. Shares are told from 5 on.");
    expect(screen.getByRole("img", { name: /^grade 3: 5 to 19.K at first$/ })).toBeTruthy();
    expect(screen.queryByText(/How far off/)).toBeNull();
  });
  it("from five on tells what held, who was outside and why, and what is learnt", () => {
    shown(five);
    expect(text(screen.getByRole("heading", { level: 1 }))).toBe(
      "The forecast held in 3 of 5 jobs, the eye came within 4 K in 1 of 1.",
    );
    const outside = screen.getByRole("region", { name: "2 fell outside" });
    expect(text(outside)).toContain("LR-04 got 7 K warmer: Screws not home");
    expect(text(outside)).toContain("LR-03 won 20 K, more than forecast.");
    expect(text(outside)).toContain("1 of them is hands, not forecast: not learnt from.");
    expect(screen.getByRole("img", { name: /^grade 3: 5 to 19.K at first, 5 to 19.K by 4 jobs$/ })).toBeTruthy();
    expect(screen.getByRole("img", { name: "grade 1: not met yet" })).toBeTruthy();
    expect(screen.getByRole("link", { name: /^LR-05: .*held\. The eye expected 14.K\.$/ }).getAttribute("href")).toBe(
      "/jobs/5/verdict",
    );
  });
  it("walks by keys: arrows all, X those outside, round and round", async () => {
    shown(five);
    const at = () => document.activeElement?.getAttribute("data-job");
    await userEvent.keyboard("x");
    expect(at()).toBe("3");
    await userEvent.keyboard("x");
    expect(at()).toBe("4");
    await userEvent.keyboard("x");
    expect(at()).toBe("3");
    await userEvent.keyboard("{ArrowLeft}");
    expect(at()).toBe("2");
    await userEvent.keyboard("{ArrowLeft}{ArrowLeft}");
    expect(at()).toBe("5");
  });
  it("shows how far off both were once there are six", () => {
    shown([...five, job(6, 14)]);
    // |12 − 12|, 1, 8, 19, 1, 2: a mean of 5.2
    expect(screen.getByRole("img", { name: "Ovrant 5.2 K off" })).toBeTruthy();
  });
  it("leads on: to the eye, to the run after, or to an inspection", () => {
    const { unmount } = shown(five, { jobId: 8, tag: "LR-08", said: false });
    expect(screen.getByRole("link", { name: "Say it for LR-08" }).getAttribute("href")).toBe("/jobs/8/strip");
    unmount();
    const second = shown(five, { jobId: 8, tag: "LR-08", said: true });
    expect(screen.getByRole("link", { name: "On with LR-08" })).toBeTruthy();
    second.unmount();
    shown([]);
    expect(text(screen.getByRole("heading", { level: 1 }))).toBe("No forecast has met its outcome yet.");
    expect(screen.getByText(/^No open job has a forecast yet/)).toBeTruthy();
  });
});

describe("the eye first", () => {
  it("says a figure by Enter or button, refuses what none is, and can be skipped", async () => {
    const said = vi.fn();
    render(<EyeFirst onSay={said} />);
    const field = screen.getByLabelText("How many kelvins cooler will it run?");
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Say it" }).disabled).toBe(true);
    await userEvent.type(field, "x1{Enter}");
    expect(text(screen.getByRole("alert"))).toBe("From −50 to 100 K");
    expect(said).not.toHaveBeenCalled();
    await userEvent.clear(field);
    await userEvent.type(field, "12,5{Enter}");
    expect(said).toHaveBeenLastCalledWith(12.5);
    await userEvent.click(screen.getByRole("button", { name: "Skip, show the forecast" }));
    expect(said).toHaveBeenLastCalledWith(null);
  });
});
