import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { Counts, OutSoFar } from "./Counts";
import { NothingListed } from "./StepList";
import { SwollenStop } from "./SwollenStop";
import { Trouble } from "./Trouble";

const user = userEvent.setup();

describe("counts", () => {
  const counts = [
    { name: "Heatsink screws", out: 8, back: 6, missing: ["3", "4"] },
    { name: "Pads", out: 2, back: 2, missing: [] },
    { name: "Fan plugs", out: 1, back: 0, missing: ["B1"] },
  ];

  it("say how many are back of how many, and what is still out", () => {
    render(<Counts counts={counts} />);
    const said = screen.getAllByRole("listitem").map((li) => li.textContent);
    expect(said).toEqual([
      "Heatsink screws6 of 8still out: 3, 4",
      "Pads2 of 2all back",
      "Fan plugs0 of 1still out: B1",
    ]);
  });

  it("warn only where some are back and some are not", () => {
    render(<Counts counts={counts} />);
    const warned = screen.getAllByRole("listitem").map((li) => li.querySelector("svg") !== null);
    expect(warned).toEqual([true, false, false]);
  });

  it("while taking apart one line says what came out", () => {
    render(<OutSoFar counts={counts} />);
    expect(screen.getByText("Out so far").parentElement?.textContent).toBe(
      "Out so far 8 heatsink screws, 2 pads, 1 fan plug",
    );
  });

  it("nothing out says nothing", () => {
    const { container } = render(
      <>
        <Counts counts={[]} />
        <OutSoFar counts={[]} />
      </>,
    );
    expect(container.textContent).toBe("");
  });
});

describe("when a screw will not turn", () => {
  it("advice stands with both ways on", async () => {
    const [goes, leave, again] = [vi.fn(), vi.fn(), vi.fn()];
    render(<Trouble word="Not biting" say="Back it off." onGoes={goes} onLeave={leave} onAgain={again} />);
    expect(screen.getByRole("region", { name: "Not biting" }).textContent).toContain("Back it off.");
    for (const button of screen.getAllByRole("button")) await user.click(button);
    expect([goes, leave, again].map((f) => f.mock.calls.length)).toEqual([1, 1, 1]);
    expect(screen.getByRole("button", { name: "Skip it, with a reason" })).toBeTruthy();
  });
});

describe("a swollen battery", () => {
  it("bars the run and defers to local rules", () => {
    render(<SwollenStop jobId={7} />);
    expect(document.body.textContent).toMatch(/local rules/);
    expect(screen.getByRole("heading", { level: 1 }).textContent).toMatch(/swollen/i);
    expect(screen.getAllByRole("link")[0]?.getAttribute("href")).toMatch(/^\/(jobs\/7|$)/);
  });
});

describe("what is still out", () => {
  it("is named, of many the first with how many more there are", () => {
    const screws = (n: number) => Array.from({ length: n }, (_, i) => String(i + 1));
    const said = (n: number) => {
      const { unmount } = render(<Counts counts={[{ name: "Screws", out: 9, back: 9 - n, missing: screws(n) }]} />);
      const text = screen.getByText(/^still out/).textContent;
      unmount();
      return text;
    };
    expect(said(6)).toBe("still out: 1, 2, 3, 4, 5, 6");
    expect(said(8)).toBe("still out: 1, 2, 3, 4, 5, 6 and 2 more");
  });
});

describe("a stage without steps", () => {
  it("is not said to be done: it leads to the map, or on", () => {
    render(<NothingListed stage="paste" jobId={7} />);
    expect(screen.getByRole("heading", { level: 1 }).textContent).toBe("Paste and pads: nothing is listed yet.");
    expect(screen.getAllByRole("link").map((l) => [l.textContent, l.getAttribute("href")])).toEqual([
      ["Draw the map", "/jobs/7/map"],
      ["Close up", "/jobs/7/close"],
    ]);
    expect(screen.queryByText(/is done/)).toBeNull();
  });
});
