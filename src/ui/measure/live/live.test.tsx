import { act, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { usualWorkshop } from "@/core/workshop/job";
import type { LiveView } from "@/core/measure/protocol";
import { noConditions } from "../../../testing/conditions";
import { liveViewAt } from "../../../testing/liveRuns";
import { pathname, router, serverAnswers } from "../../../testing/screen";
import { WorkshopProvider } from "@/ui/kit/controls/workshop";
import { LiveScreen } from "./LiveScreen";
import { RunsProvider, useGoingRun } from "./RunsGoing";
import { SetUp } from "./SetUp";
import { tokenHere } from "./tokens";

const user = userEvent.setup();

/** The stream of events a page follows: what is told next is told by hand. */
class Events {
  static all: Events[] = [];
  static readonly CLOSED = 2;
  readyState = 1;
  onmessage: ((e: { data: string }) => void) | null = null;
  onerror: (() => void) | null = null;
  closed = false;
  private readonly heard = new Map<string, (e: { data: string }) => void>();
  constructor(readonly url: string) {
    Events.all.push(this);
  }
  addEventListener(name: string, hears: (e: { data: string }) => void): void {
    this.heard.set(name, hears);
  }
  close(): void {
    this.closed = true;
  }
  tell({ curves, ...state }: LiveView): void {
    act(() => {
      this.heard.get("curves")?.({ data: JSON.stringify(curves) });
      this.onmessage?.({ data: JSON.stringify(state) });
    });
  }
}

beforeEach(() => {
  Events.all = [];
  vi.stubGlobal("EventSource", Events);
  sessionStorage.clear();
});

const shown = (view: LiveView, other: Parameters<typeof LiveScreen>[0]["other"] = null) =>
  render(<LiveScreen jobId={7} first={view} limitC={97} other={other} />);
const needs = () => screen.getByRole("region", { name: "What this run still needs" });

describe("a run that goes", () => {
  it("waits for its first reading, and says how one comes", async () => {
    const { sent } = serverAnswers({ ok: true, value: { token: "ab".repeat(20) } });
    shown(liveViewAt({ atS: -1 }));
    expect(screen.getByRole("heading", { name: "Waiting for the first reading" })).toBeTruthy();
    expect(screen.getByText("The token of this run was shown on another device.")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "New token" }));
    expect(sent[0]).toMatchObject({ url: "/api/live/21", body: { act: "token" } });
    expect(screen.getByText(/probe\.sh \| sh -s -- \S+ 21 abab/)).toBeTruthy();
    expect(screen.getByText(/\/load\/(ab){6}#(ab){20}$/)).toBeTruthy();
    expect(tokenHere(21)).toBe("ab".repeat(20));
    expect(screen.getByRole("region", { name: "What this run starts from" }).textContent).toContain("Cold enough");
  });

  it("in idle shows readings, and can be loaded at once or stopped", async () => {
    const { sent } = serverAnswers({ ok: true, value: {} });
    shown(liveViewAt({ atS: 100 }));
    expect(screen.getByTestId("run-clock").textContent).toBe("1:40");
    expect(screen.getByText("in the log").parentElement?.textContent).toMatch(/^Room2\d\.\d°C/);
    await user.click(screen.getByRole("button", { name: "Start the load now" }));
    await user.click(screen.getByRole("button", { name: /Stop run/ }));
    expect(sent.map((s) => s.body)).toEqual([{ act: "load-now" }, { act: "stop" }]);
  });

  it("under load tells what is needed, where it settles, and stops by Esc", async () => {
    const { sent } = serverAnswers({ ok: true, value: {} });
    shown(liveViewAt({ atS: 560 }));
    expect(within(needs()).getByRole("heading").textContent).toMatch(/^\d of 4 met/);
    expect(within(needs()).getByText("2:20 left")).toBeTruthy();
    expect(screen.getByText(/settling to/).textContent).toMatch(/settling to \d+ ± \d+\s°C/);
    expect(screen.getByText("Stops the load at").textContent).toContain("102");
    expect(screen.getByText(/a load that Ovrant did not start/)).toBeTruthy();
    await user.keyboard("{Escape}");
    expect(sent[0]?.body).toEqual({ act: "stop" });
  });

  it("follows what the server tells, and says when it tells nothing", () => {
    shown(liveViewAt({ atS: 400 }));
    const events = Events.all[0];
    expect(events?.url).toBe("/api/live/21/events");
    events?.tell(liveViewAt({ atS: 900 }));
    expect(screen.getByRole("heading", { name: "Enough to judge this run" })).toBeTruthy();
    expect(screen.getByTestId("run-clock").textContent).toBe("10:00");
    act(() => events?.onerror?.());
    expect(screen.getByRole("alert").textContent).toContain("server does not answer");
    events?.tell(liveViewAt({ atS: 902 }));
    expect(screen.queryByRole("alert")).toBeNull();
  });

  it("asks again by itself where the browser gave up, and no more once it is left", () => {
    vi.useFakeTimers();
    const { unmount } = shown(liveViewAt({ atS: 400 }));
    const [events] = Events.all;
    act(() => events?.onerror?.());
    act(() => void vi.advanceTimersByTime(5_000));
    // a broken link is the browser's to mend
    expect(Events.all).toHaveLength(1);
    if (events) events.readyState = Events.CLOSED;
    act(() => events?.onerror?.());
    act(() => void vi.advanceTimersByTime(5_000));
    expect(Events.all).toHaveLength(2);
    Events.all[1]?.tell(liveViewAt({ atS: 402 }));
    expect(screen.queryByRole("alert")).toBeNull();
    if (Events.all[1]) Events.all[1].readyState = Events.CLOSED;
    act(() => Events.all[1]?.onerror?.());
    unmount();
    act(() => void vi.advanceTimersByTime(5_000));
    expect(Events.all).toHaveLength(2);
    vi.useRealTimers();
  });

  it("that is enough can be ended early", async () => {
    const { sent } = serverAnswers({
      ok: false,
      problem: { code: "not-now", message: "Not now.", action: "Look again." },
    });
    shown(liveViewAt({ atS: 900 }));
    await user.click(screen.getByRole("button", { name: "Enough: end the load" }));
    expect(sent[0]?.body).toEqual({ act: "enough" });
    expect(screen.getByRole("alert").textContent).toBe("Not now. Look again.");
  });

  it("says why its load ended, and whether that is enough", () => {
    shown(liveViewAt({ atS: 420, events: [{ atS: 380, what: "stop", why: "hot" }] }));
    expect(screen.getByText("The load was stopped: a chip stood too hot.").parentElement?.textContent).toMatch(
      /not enough to judge airflow.*The log goes on\./,
    );
    expect(screen.getByText("stopped at 1:20")).toBeTruthy();
    expect(within(needs()).getByText("5:20 short")).toBeTruthy();
    expect(screen.getByRole("button", { name: "End the log here and keep it" })).toBeTruthy();
    expect(screen.getByRole("link", { name: "Log so far" }).getAttribute("href")).toBe("/api/runs/21/file");
  });

  it("rests while its link is lost, and says when the load began anew", () => {
    const { unmount } = shown(liveViewAt({ atS: 420, events: [{ atS: 400, what: "lost" }] }));
    expect(screen.getByText("The link to the machine is lost.")).toBeTruthy();
    unmount();
    shown(
      liveViewAt({
        atS: 520,
        events: [
          { atS: 400, what: "lost" },
          { atS: 460, what: "back" },
        ],
      }),
    );
    expect(screen.getByText("The load began anew")).toBeTruthy();
  });

  it("asks for the room at the end where the log has none, and keeps it", async () => {
    const { sent } = serverAnswers({ ok: true, value: null });
    const view = liveViewAt({ atS: 1300 });
    const curves = { ...view.curves, temperature: view.curves.temperature.filter((c) => c.key !== "room.temperature") };
    shown({ ...view, curves, readings: { ...view.readings, roomC: null } });
    await user.type(screen.getByLabelText(/Room now/), "23,5");
    await user.click(screen.getByRole("button", { name: "Keep" }));
    expect(sent[0]).toMatchObject({ method: "PATCH", body: { conditions: { roomEndC: "23,5" } } });
    expect(screen.getByText("Kept")).toBeTruthy();
  });

  it("that is kept becomes the run it is; one that cannot be says why", () => {
    const going = liveViewAt({ atS: 1500 });
    const { unmount } = shown(going);
    const events = Events.all[0];
    events?.tell({ ...going, closed: { kept: true, problem: null } });
    expect(router.replace).toHaveBeenCalledWith("/jobs/7/before");
    expect(events?.closed).toBe(true);
    unmount();
    const problem = { code: "log-too-few-rows", message: "The log holds 4 readings.", action: "Run longer." };
    shown({ ...liveViewAt({ atS: 4 }), closed: { kept: false, problem } });
    expect(screen.getByRole("alert").textContent).toBe("The log holds 4 readings. Run longer.");
    expect(screen.getByRole("link", { name: "Begin another run" }).getAttribute("href")).toBe("/jobs/7/before?live=1");
  });

  it("shows two chips and the run before dashed behind", () => {
    const before = liveViewAt({ atS: 1500, gpu: true });
    const other = { curves: before.curves, phases: { loadOnS: 300, loadOffS: 1200 } };
    shown(liveViewAt({ atS: 700, gpu: true, kind: "after", state: "sound" }), other);
    expect(screen.getByText("dashed: the run before")).toBeTruthy();
    expect(screen.getByText("Graphics chip")).toBeTruthy();
  });
});

const before = {
  conditions: { ...noConditions, surface: "Hard table", lid: "open" as const, supply: "mains" as const },
  recipe: null,
};
const setUp = (kind: "before" | "after", more: Partial<Parameters<typeof SetUp>[0]> = {}) =>
  render(
    <WorkshopProvider workshop={usualWorkshop}>
      <SetUp jobId={7} kind={kind} start={before.conditions} before={null} {...more} />
    </WorkshopProvider>,
  );

describe("a live run that is set up", () => {
  it("sends recipe, conditions and source, keeps the token here, and goes to the run", async () => {
    const { sent } = serverAnswers({ runId: 33, token: "cd".repeat(20) });
    setUp("before");
    await user.click(screen.getByRole("radio", { name: /^Short/ }));
    await user.click(screen.getByRole("checkbox", { name: /End the load as soon/ }));
    await user.type(screen.getByLabelText("Room, start"), "21,5");
    await user.click(screen.getByRole("button", { name: /Begin the run/ }));
    expect(sent[0]).toMatchObject({
      url: "/api/v1/jobs/7/runs",
      body: { kind: "before", recipe: "short", untilEnough: true, conditions: { roomStartC: "21,5", lid: "open" } },
    });
    expect(sent[0]?.body).not.toHaveProperty("standIn");
    expect(tokenHere(33)).toBe("cd".repeat(20));
    expect(router.replace).toHaveBeenCalledWith("/jobs/7/before");
  });

  it("an own recipe with its figures, on a machine that stands in", async () => {
    const { sent } = serverAnswers({
      problem: { code: "x", message: "The load needs 2:00 to 120:00.", action: "Change it." },
    });
    setUp("before");
    await user.click(screen.getByRole("radio", { name: /^Own/ }));
    await user.clear(screen.getByLabelText("Load, min"));
    await user.type(screen.getByLabelText("Load, min"), "1.5");
    await user.clear(screen.getByLabelText("Graphics, %"));
    await user.type(screen.getByLabelText("Graphics, %"), "40");
    await user.click(screen.getByRole("radio", { name: /simulated/ }));
    await user.click(screen.getByRole("button", { name: /Begin the run/ }));
    expect(sent[0]?.body).toMatchObject({
      recipe: "own",
      own: { idleS: 300, loadS: 90, cpu: 1, gpu: 0.4 },
      standIn: { state: "hidden", speed: 60, seed: 7 },
    });
    expect(screen.getByRole("alert").textContent).toContain("The load needs 2:00 to 120:00.");
  });

  it("after takes the recipe of the run before, and says what differs before it costs twenty minutes", async () => {
    const recipe = { name: "standard" as const, idleS: 300, loadS: 900, coolS: 300, cpu: 1, gpu: 1, drive: false };
    setUp("after", { before: { ...before, recipe } });
    expect(screen.getByRole("radio", { name: /Standard.*as before/ }).getAttribute("aria-checked")).toBe("true");
    expect(screen.queryByText(/Not as the run before/)).toBeNull();
    await user.click(screen.getByRole("radio", { name: /^Short/ }));
    expect(screen.getByText(/Not as the run before/).parentElement?.textContent).toContain("the load is 7:00 shorter");
  });

  it("says what is against a clean run as it is typed", async () => {
    setUp("before");
    const starts = screen.getByRole("region", { name: "What this run starts from" });
    expect(within(starts).getByText("Hard table")).toBeTruthy();
    await user.clear(screen.getByLabelText("Surface"));
    await user.type(screen.getByLabelText("Surface"), "my bed");
    expect(within(starts).getByText(/the vents are covered/)).toBeTruthy();
  });
});

const going = (more: object = {}) => ({
  runId: 21,
  jobId: 7,
  kind: "after",
  tag: "LR-02",
  model: "Tessaly K15",
  phase: "load",
  loadedS: 372,
  remainingS: 520,
  C: 88.2,
  ...more,
});
const Said = () => <p>{useGoingRun(7) ? "its run goes" : "nothing goes"}</p>;
const page = () =>
  render(
    <RunsProvider>
      <Said />
    </RunsProvider>,
  );

describe("runs that go, on every page", () => {
  it("stand at its foot with what remains, and their Stop", async () => {
    pathname.now = "/machines";
    const { sent } = serverAnswers({
      ok: true,
      value: [going(), going({ runId: 22, jobId: 8, tag: "LR-03", phase: "cool" })],
    });
    page();
    const strip = await screen.findByRole("list", { name: "Runs that go now" });
    expect(strip.textContent).toMatch(/LR-02run after, load 6:12, 88\s°C, 9\smin left/);
    expect(screen.getByText("its run goes")).toBeTruthy();
    expect(within(strip).getAllByRole("button")).toHaveLength(1);
    await user.click(screen.getByRole("button", { name: "Stop load of LR-02" }));
    expect(sent.find((s) => s.method === "POST")).toMatchObject({ url: "/api/live/21", body: { act: "stop" } });
  });

  it("Esc stops the one load there is; of two none", async () => {
    pathname.now = "/materials";
    const one = serverAnswers({ ok: true, value: [going()] });
    const { unmount } = page();
    await screen.findByRole("list");
    await user.keyboard("{Escape}");
    expect(one.sent.some((s) => s.method === "POST")).toBe(true);
    unmount();
    const two = serverAnswers({ ok: true, value: [going(), going({ runId: 22, jobId: 8 })] });
    page();
    await screen.findByRole("list");
    await user.keyboard("{Escape}");
    expect(two.sent.some((s) => s.method === "POST")).toBe(false);
  });

  it("do not stand over the run's own page, nor on the bench, which says it beside each machine", async () => {
    for (const path of ["/jobs/7/after", "/", "/load", "/load/0123456789ab"]) {
      pathname.now = path;
      serverAnswers({ ok: true, value: [going()] });
      const { unmount } = page();
      await screen.findByText("its run goes");
      expect(screen.queryByRole("list")).toBeNull();
      unmount();
    }
  });
});
