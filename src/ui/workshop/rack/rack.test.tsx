import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import type { OnShelf, RackShelf, RackView } from "@/core/workshop/job";
import { aMachine } from "@/testing/machines";
import { router } from "@/testing/screen";
import { rackHref } from "./href";
import { RackScreen } from "./RackScreen";

const user = userEvent.setup();

const standing = (id: number, more: Partial<OnShelf> = {}): OnShelf => ({
  machine: aMachine({ id, tag: `R-${id}`, place: `Place ${id}` }),
  open: null,
  lateDays: 0,
  headline: "",
  fact: "",
  ladder: null,
  found: "",
  drawing: null,
  behind: false,
  jobs: 1,
  since: "2030-02-01T09:00:00.000Z",
  ...more,
});
const open = { jobId: 40, at: "strip" as const, button: "Strip", waits: "Waits to be looked at", held: null };
const shelf = (name: string, machines: OnShelf[], more: Partial<RackShelf> = {}): RackShelf => ({
  key: name.toLowerCase(),
  name,
  count: machines.length,
  late: 0,
  machines,
  ...more,
});
const view = (shelves: RackShelf[], more: Partial<RackView> = {}): RackView => ({
  way: "waits",
  behind: false,
  word: "",
  shelves,
  alone: null,
  next: null,
  back: null,
  total: 10,
  counts: { hands: 2, verdict: 0, held: 0, late: 0 },
  letters: [],
  today: "2031-06-01",
  ...more,
});
const two = () => [
  shelf("Hands", [standing(1, { open }), standing(2, { lateDays: 14 })]),
  shelf("Later", [standing(3), standing(4), standing(5)]),
];
const picked = () => screen.getByRole("complementary", { name: "The machine picked" });

describe("the rack on screen", () => {
  it("says how many need hands, and what each machine waits for", () => {
    render(<RackScreen view={view(two(), { counts: { hands: 1, verdict: 2, held: 1, late: 3 } })} />);
    expect(screen.getByRole("heading", { level: 1 }).textContent).toBe(
      "1 of 10 needs your hands. 2 to be closed, 1 on hold and 3 late.",
    );
    const hands = screen.getByRole("region", { name: "Hands" });
    expect(
      within(hands)
        .getAllByRole("button")
        .map((b) => b.getAttribute("aria-label")),
    ).toEqual(["R-1, Place 1: Strip", "R-2, Place 2: 14 days late"]);
  });

  it("tells the picked machine at the side, and leads on with Enter or to its history", async () => {
    const ladder = {
      chip: "cpu",
      roomC: 25,
      limitC: 97,
      before: { totalK: 75.9, airflowK: 55 },
      after: { totalK: 62.9, airflowK: 33.4 },
    };
    const more = { open, headline: "Improved", fact: "13 K cooler", ladder, found: "F1 matted" };
    render(<RackScreen view={view([shelf("Hands", [standing(1, more)])])} />);
    expect(within(picked()).getByText("Improved")).toBeTruthy();
    expect(within(picked()).getByRole("img").getAttribute("aria-label")).toMatch(
      /before 100\.9\s°C, airflow \+55\.0\sK; after 87\.9\s°C.*limit 97\s°C/,
    );
    expect(picked().textContent).toMatch(/F1 matted.*1 job, from 2030/);
    await user.keyboard("{Enter}");
    await user.keyboard("h");
    expect(router.push.mock.calls.map(([to]) => to as string)).toEqual(["/jobs/40/strip", "/machines/1"]);
  });

  it("is walked by the arrows, along a board and to the next", async () => {
    render(<RackScreen view={view(two())} />);
    const now = () => within(picked()).getByRole("heading").textContent;
    expect(now()).toBe("Place 1");
    const walked: (string | null)[] = [];
    for (const key of ["{ArrowRight}", "{ArrowDown}", "{ArrowRight}", "{ArrowUp}", "{ArrowLeft}", "{ArrowUp}"]) {
      await user.keyboard(key);
      walked.push(now());
    }
    expect(walked).toEqual(["Place 2", "Place 4", "Place 5", "Place 2", "Place 1", "Place 1"]);
  });

  it("is sorted, searched and turned by keys, each an address of its own", async () => {
    render(<RackScreen view={view(two(), { way: "place", word: "lint", next: "Dock", back: "" })} />);
    for (const key of ["w", "m", "j", "k", "{Escape}"]) await user.keyboard(key);
    expect(router.push.mock.calls.map(([to]) => to as string)).toEqual([
      "/machines?way=waits&q=lint",
      "/machines?way=model&q=lint",
      "/machines?way=place&q=lint&from=Dock",
      "/machines?way=place&q=lint",
      "/machines?way=place",
    ]);
    await user.keyboard("/");
    expect(document.activeElement).toBe(screen.getByRole("searchbox"));
  });

  it("what does not stand face out stands on edge and leads to its shelf alone", () => {
    const long = shelf("Later", [standing(1)], { count: 9703 });
    render(<RackScreen view={view([long])} />);
    const edge = screen.getByRole("link", { name: "9,702 more machines on the shelf Later" });
    expect(edge.getAttribute("href")).toBe("/machines?way=waits&shelf=later");
  });

  it("a shelf alone turns its pages, no further than they go", async () => {
    const alone = view([shelf("Later", [standing(1)])], { alone: { page: 2, pages: 3 } });
    render(<RackScreen view={alone} />);
    await user.keyboard("{PageDown}{PageUp}");
    expect(router.push.mock.calls.map(([to]) => to as string)).toEqual([
      "/machines?way=waits&shelf=later&page=3",
      "/machines?way=waits&shelf=later",
    ]);
    expect(screen.getByText("Page 2 of 3")).toBeTruthy();
  });

  it("bare boards say whether nothing is there or nothing was found", () => {
    const { unmount } = render(<RackScreen view={view([], { total: 0 })} />);
    expect(screen.getByRole("heading", { level: 1 }).textContent).toContain("No machine yet.");
    expect(screen.getByRole("link", { name: "New intake" })).toBeTruthy();
    unmount();
    render(<RackScreen view={view([], { word: "zzz" })} />);
    expect(screen.getByText(/Nothing has “zzz”/)).toBeTruthy();
    expect(screen.getByRole("link", { name: "Show all machines" }).getAttribute("href")).toBe("/machines");
  });

  it("the whole rack stands on edge by letter", () => {
    const letters = [{ letter: "A", count: 600, hands: 60, late: 0 }];
    render(<RackScreen view={view(two(), { letters })} />);
    expect(screen.getByRole("link", { name: "A: 600 machines" }).getAttribute("href")).toBe(
      rackHref({ way: "place", from: "A" }),
    );
    expect(screen.getByText(/about 5 machines/)).toBeTruthy();
  });
});
