import { scaleLinear } from "d3-scale";
import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { usualDay, type DayFacts, type DayView } from "@/core/workshop/day";
import { router, serverAnswers } from "@/testing/screen";
import { clock, minuteOf } from "./clock";
import { DayScreen } from "./DayScreen";
import { idleMin, nextHands, placedNow, whyWords } from "./planned";
import {
  clockOf,
  hillPath,
  hillsOf,
  hungOf,
  PIPE,
  placesOf,
  threadsOf,
  wordsBox,
  type Hill,
  type Thread,
} from "./scene";
import { threadPath, threadPlaces, wordsY, type ThreadPlace } from "./threads";

const user = userEvent.setup();

const facts = (jobId: number, more: Partial<DayFacts> = {}): DayFacts => ({
  jobId,
  left: { open: 20, strip: 15, clean: 25, close: 10 },
  hasBefore: true,
  skipsBefore: false,
  hasAfter: false,
  going: null,
  runMin: 25,
  ...more,
});
const job = (f: DayFacts) => ({
  facts: f,
  machine: { id: f.jobId, tag: `LR-0${f.jobId}`, model: "Wrenfell 14", place: "Stage", form: "fourteen" as const },
  drawing: null,
});

const view = (more: Partial<DayView> = {}): DayView => ({
  date: "2031-03-04",
  midnightMs: 0,
  nowMin: 540,
  form: { ...usualDay, rigs: 1 },
  kept: {
    date: "2031-03-04",
    promises: {},
    order: ["open", "strip", "clean", "close", "after"].flatMap((task) => [
      { job: "1", task },
      { job: "2", task },
    ]),
  },
  jobs: [job(facts(1)), job(facts(2, { left: { clean: 30 } }))],
  past: [],
  held: 0,
  ...more,
});

describe("the clock", () => {
  it("is written and read the same way, however it is typed", () => {
    for (const m of [0, 9, 60, 585, 1_439]) expect(minuteOf(clock(m))).toBe(m);
    expect(["9:45", " 9.45 ", "945", "0945", "9"].map(minuteOf)).toEqual([585, 585, 585, 585, 540]);
    expect(["", "25:00", "9:75", "soon", "24:01"].map(minuteOf)).toEqual([null, null, null, null, null]);
  });
});

describe("the day as it stands", () => {
  it("keeps its order while time goes on, and tells what is late and how long hands stand still", () => {
    const v = view();
    const [early, late] = [placedNow(v, v.kept, 540), placedNow(v, v.kept, 600)];
    if (!early || !late) throw new Error("no plan");
    expect(late.order).toEqual(early.order);
    expect(late.endMin).toBeGreaterThan(early.endMin);
    expect(nextHands(early)).toMatchObject({ tag: "LR-01", task: "open", start: 540 });
    expect(early.behind).toEqual([]);
    const promised = { ...v.kept, promises: { "2": { dueMin: 600, weight: 1, today: true } } };
    const behind = placedNow(v, promised, 540)?.behind ?? [];
    expect(behind).toEqual([{ tag: "LR-02", byMin: expect.any(Number) as number }]);
    // hands rest while the last run goes, never in a break
    expect(idleMin(early)).toBeGreaterThan(0);
    expect(placedNow(v, { ...v.kept, order: null }, 540)).toBeNull();
  });

  it("says why what is next is next", () => {
    const tagOf = (id: string) => `LR-0${id}`;
    const of = (why: "late" | "longer" | "alone" | "even", costs = 12) =>
      whyWords({ job: "1", task: "open", why, costs, instead: "2" }, tagOf);
    expect(of("late")).toBe("With LR-02 first, 12 minutes more would be late.");
    expect(of("longer")).toBe("With LR-02 first, all would be home 12 min later.");
    expect(of("even", 0)).toContain("LR-02 could go first as well");
    expect(of("alone", 0)).toContain("only machine");
  });
});

describe("the picture of a day", () => {
  const v = view({
    past: [
      { jobId: 1, tag: "LR-01", stage: "before", fromMin: 500, toMin: 525 },
      { jobId: 1, tag: "LR-01", stage: "open", fromMin: 526, toMin: 534 },
      { jobId: 1, tag: "LR-01", stage: "strip", fromMin: 535, toMin: 539 },
    ],
  });
  const now = placedNow(v, v.kept, 540);
  const x = clockOf(v, now, 540, 1_200);

  it("holds all of it on one axis, past and future", () => {
    const [from = 0, to = 0] = x.domain();
    expect(from).toBeLessThanOrEqual(500);
    expect(to).toBeGreaterThanOrEqual(now?.endMin ?? 0);
    for (const t of now?.tasks ?? []) expect(x(t.end)).toBeLessThanOrEqual(1_160);
  });

  it("draws every run once: those gone full, one that goes by how far it is, those to come empty", () => {
    const going = view({
      past: [{ jobId: 2, tag: "LR-02", stage: "after", fromMin: 530, toMin: 540 }],
      jobs: [job(facts(1)), job(facts(2, { left: {}, going: { kind: "after", leftMin: 15 } }))],
    });
    const hills = hillsOf(going, placedNow(going, going.kept, 540), 540, x);
    expect(hills.map((h) => [h.tag, h.kind, Math.round(100 * h.share)])).toEqual([
      ["LR-02", "after", 40],
      ["LR-01", "after", 0],
    ]);
    expect(hillsOf(v, now, 540, x).filter((h) => h.share === 1)).toHaveLength(1);
    // it stands on the pipe at both ends, and its top is as tall as asked
    const ys = [...hillPath(100, 200, 80).matchAll(/[ V]([\d.]+)/g)].map((m) => Number(m[1]));
    expect([ys[0], ys.at(-1)]).toEqual([PIPE.y, PIPE.y]);
    expect(Math.abs(Math.min(...ys) - (PIPE.y - 80))).toBeLessThan(2);
  });

  it("hangs handwork that follows without a pause as one, and never two words in one place", () => {
    const hung = hungOf(v, now);
    expect(hung.filter((h) => h.done)).toMatchObject([{ tag: "LR-01", names: ["Open", "Strip"] }]);
    const minutes = hung.filter((h) => !h.done).reduce((s, h) => s + h.to - h.from, 0);
    expect(minutes).toBe((now?.tasks ?? []).filter((t) => t.kind === "hands").reduce((s, t) => s + t.end - t.start, 0));
    const places = placesOf(hung, x).filter((p) => !p.picture);
    const boxes = places.map((p) => ({ level: p.level, box: wordsBox(p, p.left) }));
    for (const [i, a] of boxes.entries())
      for (const b of boxes.slice(i + 1))
        if (a.level === b.level) expect(a.box[0] >= b.box[1] || b.box[0] >= a.box[1]).toBe(true);
    const pictures = placesOf(hung, x).filter((p) => p.picture);
    expect(pictures.length).toBeGreaterThan(0);
    for (const p of pictures) for (const { box } of boxes) expect(box[1] <= p.x || box[0] >= p.x + p.width).toBe(true);
  });

  it("tells which machine waits, and for how long", () => {
    expect(threadsOf(now).length).toBeGreaterThan(0);
    for (const t of threadsOf(now)) {
      expect(t.to - t.from).toBeGreaterThanOrEqual(6);
      expect(t.says).toMatch(/^LR-0\d (waits \d+ min|cools)$/);
    }
  });
});

describe("threads of machines that wait", () => {
  const thread = (from: number, to: number, says: string): Thread => ({ key: says, from, to, says });
  const hill = (from: number, to: number): Hill => ({
    ...{ key: "h", tag: "LR-01", kind: "after", handsMin: 4, share: 0, height: 92 },
    from,
    to,
  });
  const along = scaleLinear([0, 600], [0, 1_200]);
  /** Words as they stand: 14 px letters, half of them beside the middle. */
  const box = (p: ThreadPlace) => ({
    x: (p.x0 + p.x1) / 2,
    half: (p.says.length * 6.5) / 2,
    y: wordsY(p),
  });

  it("keep their words off each other and off the names of hills, or say nothing where there is no room", () => {
    const many = [
      thread(100, 200, "LR-14 waits 29 min"),
      thread(120, 220, "LR-08 waits 38 min"),
      thread(110, 215, "LR-03 waits 41 min"),
      thread(300, 310, "LR-05 waits 10 min"),
      thread(260, 420, "LR-02 waits 113 min"),
    ];
    const hills = [hill(320, 360)];
    const places = threadPlaces(many, hills, along);
    expect(places.map((p) => p.worded)).toEqual([true, true, true, false, true]);
    const worded = places.filter((p) => p.worded).map(box);
    for (const [i, a] of worded.entries())
      for (const b of worded.slice(i + 1))
        expect(Math.abs(a.x - b.x) >= a.half + b.half || Math.abs(a.y - b.y) >= 16).toBe(true);
    // the hill's name stands from 130 to 92 and 8 px over its top
    for (const a of worded)
      expect(Math.abs(a.x - 680) >= a.half + 24 || a.y < PIPE.y - 92 - 36 || a.y > PIPE.y - 92 + 8).toBe(true);
    const crowd = Array.from({ length: 12 }, (_, i) => thread(100 + i, 200 + i, `LR-${10 + i} waits 29 min`));
    const shown = threadPlaces(crowd, [], along);
    expect(shown.some((p) => !p.worded)).toBe(true);
    for (const p of shown) {
      expect(wordsY(p)).toBeGreaterThan(12);
      expect(threadPath(p)).toMatch(/^M[\d.]+ 192C.* 192$/);
    }
  });
});

describe("the page of a day", () => {
  it("says when all are home, what comes next and why, and leads there by Enter", async () => {
    render(<DayScreen start={view()} />);
    expect(screen.getByRole("heading", { level: 1 }).textContent).toMatch(
      /^All 2 are home by \d+:\d\d\. 2 runs take 50 minutes, your hands stand still for \d+ minutes?\.$/,
    );
    expect(document.body.textContent).toContain("Now: open, LR-01.");
    expect(screen.getByRole("img").getAttribute("aria-label")).toContain("9:00 to 9:20 LR-01 open");
    await user.keyboard("{Enter}");
    expect(router.push).toHaveBeenCalledWith("/jobs/1/open");
  });

  it("names who is late, and says what is on hold", () => {
    const late = view({ held: 2 });
    const promises = { "1": { dueMin: 560, weight: 1, today: true } };
    const { unmount } = render(<DayScreen start={{ ...late, kept: { ...late.kept, promises } }} />);
    expect(screen.getByRole("heading", { level: 1 }).textContent).toMatch(/LR-01 \d+ min late/);
    unmount();
    render(<DayScreen start={view({ jobs: [], held: 2 })} />);
    expect(screen.getByRole("heading", { level: 1 }).textContent).toContain("Nothing to plan.");
    expect(document.body.textContent).toContain("2 jobs on hold are left out.");
  });

  it("is set up in one place: promised times, breaks, what is not done today; a wrong time is told", async () => {
    const { sent } = serverAnswers(
      { ok: true, value: usualDay },
      { ok: true, value: view().kept },
      { ok: true, value: view() },
    );
    render(<DayScreen start={view()} />);
    await user.keyboard("s");
    const form = screen.getByRole("dialog");
    await user.type(within(form).getByLabelText("LR-01 promised for"), "soon");
    await user.click(within(form).getByRole("button", { name: "Keep this" }));
    expect(within(form).getByRole("alert").textContent).toBe("Give a time, as 14:30.");
    expect(sent).toEqual([]);
    await user.clear(within(form).getByLabelText("LR-01 promised for"));
    await user.type(within(form).getByLabelText("LR-01 promised for"), "14.30");
    await user.click(within(form).getByRole("checkbox", { name: "LR-02 today" }));
    await user.click(within(form).getByRole("button", { name: "Take break 1 away" }));
    await user.click(within(form).getByRole("button", { name: "Keep this" }));
    expect(sent.slice(0, 2).map((s) => [s.method, s.url])).toEqual([
      ["PUT", "/api/day/form"],
      ["PUT", "/api/day"],
    ]);
    expect(sent[0]?.body).toMatchObject({ fromMin: 510, homeMin: 1_020, breaks: [{ name: "midday", fromMin: 750 }] });
    expect(sent[1]?.body).toMatchObject({
      promises: [
        { jobId: 1, dueMin: 870, today: true },
        { jobId: 2, dueMin: null, today: false },
      ],
    });
  });
});
