import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import type { BenchItem, DueDate } from "@/core/workshop/job";
import type { Triage } from "@/core/measure/says";
import { PhaseBounds } from "@/ui/kit/charts/PhaseBounds";
import { aMachine } from "@/testing/machines";
import { router } from "@/testing/screen";
import { Surer } from "@/ui/learn/triage/Surer";
import { BenchEdge } from "./BenchEdge";
import { Mat } from "./Mat";

const user = userEvent.setup();

const none = { moreLate: 0, later: { count: 0, first: null } };

describe("dates on the bench edge", () => {
  const due = (id: number, dueOn: string): DueDate => ({
    machine: aMachine({ id, place: `Place ${id}` }),
    dueOn,
    why: "lint",
  });

  it("say how late they are, or that they are today's", () => {
    render(
      <BenchEdge
        due={[due(1, "2031-05-20"), due(2, "2031-06-01"), due(3, "2031-08-01")]}
        today="2031-06-01"
        {...none}
      />,
    );
    const tags = screen.getAllByRole("listitem").map((li) => li.textContent);
    expect(tags[0]).toContain("20 May, 12 days late");
    expect(tags[1]).toContain("1 Jun, today");
    expect(tags[2]).toContain("1 Aug");
    expect(tags[2]).not.toContain("late");
  });

  it("one day is a day", () => {
    render(<BenchEdge due={[due(1, "2031-05-31")]} today="2031-06-01" {...none} />);
    expect(screen.getByRole("listitem").textContent).toContain("1 day late");
  });

  it("what does not hang there is told in one line each, and the edge stays as long as it is", () => {
    const later = { count: 441, first: due(2, "2099-12-31") };
    render(<BenchEdge due={[due(1, "2031-06-20")]} today="2031-06-01" moreLate={7} later={later} />);
    expect(screen.getAllByRole("listitem")).toHaveLength(1);
    expect(screen.getByText("441 later dates").getAttribute("href")).toBe("/due");
    expect(screen.getByText(/from 31 Dec 2099, Place 2/)).toBeTruthy();
    expect(screen.getByText("7 further machines are late")).toBeTruthy();
    const edge = screen.getByRole("group", { name: /scrolls sideways/ }).firstElementChild as HTMLElement;
    expect(parseFloat(edge.style.width)).toBeLessThan(3000);
  });

  it("lead to their machines, and can be scrolled by keys", () => {
    render(<BenchEdge due={[due(7, "2031-06-20")]} today="2031-06-01" {...none} />);
    expect(screen.getByRole("link").getAttribute("href")).toBe("/machines/7/history");
    expect(screen.getByRole("group", { name: /scrolls sideways/ }).tabIndex).toBe(0);
  });
});

describe("what lies on the mat", () => {
  const item = (id: number, more: Partial<BenchItem> = {}): BenchItem & { drawing: null } => ({
    machine: aMachine({ id, place: `Place ${id}` }),
    jobId: 10 + id,
    at: "after",
    waits: "Service, then run after",
    note: "",
    button: "Run after",
    held: null,
    behind: false,
    ...more,
    drawing: null,
  });

  it("each machine says what it waits for and leads there, by its number too", async () => {
    render(<Mat items={[item(1), item(2, { at: "verdict", waits: "Improved", button: "Verdict" })]} />);
    const links = screen.getAllByRole("link").map((l) => l.getAttribute("href"));
    expect(links).toContain("/jobs/11/after");
    expect(links).toContain("/jobs/12/verdict");
    await user.keyboard("2");
    expect(router.push).toHaveBeenCalledExactlyOnceWith("/jobs/12/verdict");
  });

  it("a machine that is not there has no key", async () => {
    render(<Mat items={[item(1)]} />);
    await user.keyboard("2");
    expect(router.push).not.toHaveBeenCalled();
  });
});

describe("the load's bounds", () => {
  const bounds = (onChange: () => void) =>
    render(
      <PhaseBounds
        phases={{ loadOnS: 120, loadOffS: 900 }}
        plot={{ span: [0, 1200], left: 40, plotWidth: 600, height: 300, gripTop: 280 }}
        onChange={onChange}
      />,
    );

  it("say where they stand, and move by arrow keys, tenfold with Shift", async () => {
    const onChange = vi.fn();
    bounds(onChange);
    const [on, off] = screen.getAllByRole("slider");
    expect(on?.getAttribute("aria-valuetext")).toBe("2:00 of the log");
    expect(off?.getAttribute("aria-valuetext")).toBe("15:00 of the log");
    on?.focus();
    await user.keyboard("{ArrowRight}");
    expect(onChange).toHaveBeenLastCalledWith({ loadOnS: 121, loadOffS: 900 }, true);
    off?.focus();
    await user.keyboard("{Shift>}{ArrowLeft}{/Shift}");
    expect(onChange).toHaveBeenLastCalledWith({ loadOnS: 120, loadOffS: 890 }, true);
  });

  it("of a closed job have no grips", () => {
    render(
      <PhaseBounds
        phases={{ loadOnS: 120, loadOffS: 900 }}
        plot={{ span: [0, 1200], left: 40, plotWidth: 600, height: 300, gripTop: 280 }}
      />,
    );
    expect(screen.queryByRole("slider")).toBeNull();
  });
});

describe("how to be surer", () => {
  it("each test says what it tells, how far it narrows, and how long it takes", () => {
    const tests: Triage["surer"] = [
      { code: "lamp", title: "Look through the grille", tells: "lint seen or not", nowK: 6.2, thenK: 5.5, minutes: 1 },
    ];
    render(<Surer tests={tests} />);
    const said =
      within(document.body)
        .getByText(/Look through the grille/)
        .closest("li, tr, div")?.textContent ?? "";
    expect(said).toContain("Look through the grille");
    expect(document.body.textContent).toMatch(/6\.2/);
    expect(document.body.textContent).toMatch(/5\.5/);
    expect(document.body.textContent).toMatch(/1 min/);
  });
});
