import { render, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Bound, ChipVerdict } from "@/core/measure/judge";
import { OpenLadder, opensUp } from "./OpenLadder";

const bound = (more: Partial<Bound> = {}): Bound => ({
  K: -6.2,
  side: "at-most",
  open: "before",
  beforeK: 60,
  afterK: 53.8,
  ...more,
});

const chip = (b: Bound, known: boolean): ChipVerdict & { bound: Bound } => {
  const figure = (K: number) => ({ K, low: K - 1, high: K + 1 });
  const path = (path: "contact" | "airflow", K: number) => ({
    path,
    before: null,
    after: known ? figure(K) : null,
    beforeKW: null,
    afterKW: null,
    change: null,
    finding: "unknown" as const,
  });
  return {
    chip: "cpu",
    change: null,
    bound: b,
    before: null,
    after: known ? figure(53.8) : null,
    paths: [path("contact", 15.4), path("airflow", 38.4)],
    throttled: { before: 0, after: 0 },
    estimate: null,
  };
};

const matched = { roomC: 25, fanRpm: 4300, powerW: { cpu: 48 } };

describe("a ladder that is open at one end", () => {
  it.each([
    ["before", "at-most", true],
    ["before", "at-least", false],
    ["after", "at-most", false],
    ["after", "at-least", true],
  ] as const)("the run %s of a change %s goes up: %s", (open, side, up) => {
    expect(opensUp(bound({ open, side }))).toBe(up);
  });

  it("says the known side in words, and where it is open", () => {
    render(<OpenLadder chip={chip(bound(), true)} matched={matched} limitC={95} />);
    const picture = screen.getByRole("img");
    expect(picture.getAttribute("aria-label")?.replaceAll("\u00a0", " ")).toBe(
      "Heat ladder from the room at 25 °C. Before: 60.0 K or more. After: 53.8 K. The change is at most −6.2 K; " +
        "the paths are not known.",
    );
    const text = picture.textContent.replaceAll("\u00a0", " ");
    expect(text).toContain("Before 85 °C or more");
    expect(text).toContain("After 79 °C");
    expect(text).toContain("−6.2 K");
    expect(text).toContain("Throttle limit 95 °C");
  });

  it("of which the run after is open, at most so hot", () => {
    render(<OpenLadder chip={chip(bound({ open: "after" }), false)} matched={matched} limitC={null} />);
    const text = screen.getByRole("img").textContent.replaceAll("\u00a0", " ");
    expect(text).toContain("After 79 °C or less");
    expect(text).not.toContain("Throttle limit");
  });

  it("colours paths only where they are known", () => {
    const known = render(<OpenLadder chip={chip(bound(), true)} matched={matched} limitC={95} />);
    expect(known.container.innerHTML).toContain("var(--paste)");
    known.unmount();
    const bare = render(<OpenLadder chip={chip(bound(), false)} matched={matched} limitC={95} />);
    expect(bare.container.innerHTML).not.toContain("var(--paste)");
    expect(bare.container.innerHTML).not.toContain("var(--air)");
  });
});
