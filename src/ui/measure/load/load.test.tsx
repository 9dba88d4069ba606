import { render, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { RECIPES } from "@/core/measure/protocol";
import { RunPipe } from "./RunPipe";
import type { LoadAnswer } from "./link";
import type { LoadState } from "./useLoad";
import { heldWords, WorkRate } from "./WorkRate";

const answer = (more: Partial<LoadAnswer>): LoadAnswer => ({
  acknowledged: 10,
  state: "load",
  load: { cpu: 1, gpu: 1, drive: false },
  leftS: 600,
  remainingS: 900,
  nowS: 600,
  ...more,
});
const state = (more: Partial<LoadState> = {}): LoadState => ({
  run: { runId: 1, kind: "before", recipe: RECIPES.standard },
  refused: "",
  started: true,
  answer: answer({}),
  work: { cpu: 416, gpu: null },
  history: { cpu: [], gpu: [] },
  cores: 8,
  hasGraphics: false,
  hasDrive: null,
  ended: null,
  linked: true,
  ...more,
});
const steady = (n: number, v = 416) => Array.from({ length: n }, () => v);

describe("work a second on the load page", () => {
  it("holds, slows down from a time on, or falls to half", () => {
    expect(heldWords(steady(5), null)).toBe("");
    expect(heldWords(steady(200), 416)).toBe("Holds.");
    expect(heldWords([...steady(150), ...steady(60, 380)], 416)).toMatch(/^Slower since 2:(2|3)\d\.$/);
    expect(heldWords([...steady(60), ...steady(60, 180)], 416)).toBe("Half of the start.");
    expect(heldWords(steady(20, 300), 416)).toBe("Slower.");
  });

  it("stands large with its unit, against its first half minute", () => {
    const { rerender } = render(
      <WorkRate
        name="Processor"
        unit="million steps a second"
        note="8 cores"
        now={412.4}
        history={steady(90)}
        steps={8}
      />,
    );
    expect(screen.getByRole("region", { name: "Processor" }).textContent).toMatch(
      /8 cores412million steps a secondHolds\. First half minute was 416, dashed\./,
    );
    rerender(<WorkRate name="Processor" unit="tiles a second" note="" now={36.14} history={steady(4, 36)} steps={0} />);
    expect(screen.getByRole("region").textContent).toBe("Processor36.1tiles a second");
    rerender(<WorkRate name="Processor" unit="tiles a second" note="" now={null} history={[]} steps={0} />);
    expect(screen.getByRole("region").textContent).toBe("Processor–tiles a second");
  });
});

describe("the run as a pipe", () => {
  const told = (s: LoadState) => {
    const { unmount } = render(<RunPipe state={s} />);
    const label = screen.getByRole("img").getAttribute("aria-label");
    unmount();
    return label;
  };
  it("is copper as far as it has come", () => {
    expect(told(state())).toBe("The run, 10:00 of 25:00");
    expect(told(state({ answer: answer({ state: "idle", load: null, leftS: 240 }) }))).toBe("The run, 1:00 of 25:00");
    expect(told(state({ answer: answer({ state: "cool", load: null, leftS: 60 }) }))).toBe("The run, 24:00 of 25:00");
    expect(told(state({ started: false, answer: null }))).toBe("The run, 0:00 of 25:00");
    expect(told(state({ ended: "over" }))).toBe("The run, 25:00 of 25:00");
    expect(told(state({ answer: answer({ state: "paused", leftS: null }) }))).toBe("The run, 0:00 of 25:00");
  });
});
