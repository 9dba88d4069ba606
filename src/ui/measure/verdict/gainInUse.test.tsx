import { render, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Gain } from "@/core/measure/judge";
import { GainInUse } from "./GainInUse";

const gain = (more: Partial<Gain> = {}): Gain => ({
  chip: "cpu",
  watts: { before: 38, after: 47.5 },
  clockMHz: { before: 2900, after: 3600 },
  slowsS: { before: 108, after: "never" },
  fan: { atC: 80, before: 4300, after: 3150, unit: "rpm" },
  ...more,
});

const shown = (g: Gain) => {
  const { container } = render(<GainInUse gain={g} loadS={{ before: 600, after: 600 }} />);
  return {
    text: container.textContent.replaceAll("\u00a0", " "),
    bars: [...container.querySelectorAll<HTMLElement>("span[style]")].map((b) => Math.round(parseFloat(b.style.width))),
  };
};

describe("gain in use", () => {
  it("tells both runs, the run before hollow over the run after", () => {
    const { text, bars } = shown(gain());
    expect(text).toContain("before 38.0 W");
    expect(text).toContain("after 47.5 W");
    expect(text).toContain("before 2.9 GHz");
    expect(text).toContain("after 3.6 GHz");
    expect(text).toContain("before 1:48");
    expect(text).toContain("after never");
    expect(text).toContain("Fan speed at 80 °C");
    expect(text).toContain("27 % slower");
    expect(bars).toEqual([46, 58, 47, 58, 10, 58, 58, 42]);
    expect(screen.getByRole("heading").textContent).toContain("as logged, not matched");
  });

  it("words, and no bar, where nothing is logged", () => {
    const none = { before: null, after: null };
    const bare = gain({ watts: { before: null, after: 47.5 }, clockMHz: none, slowsS: none, fan: null });
    const { text, bars } = shown(bare);
    expect(text).toContain("before not logged");
    expect(text).toContain("no limit known");
    expect(text).not.toContain("Fan speed");
    expect(text).not.toContain("Sustained clock");
    expect(bars).toEqual([58]);
  });

  it("fans in % are told in %, and speeds that agree are the same", () => {
    const { text } = shown(gain({ fan: { atC: 72, before: 60, after: 61, unit: "%" } }));
    expect(text).toContain("the same");
    expect(text).toContain("before 60 %");
  });
});
