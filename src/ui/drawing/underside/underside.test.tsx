import { render } from "@testing-library/react";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { tessalyK15Layout, wrenfell14Layout } from "@/samples/layouts";
import { anyLayout } from "@/testing/layouts";
import { boundsOfPart, KINDS } from "@/core/drawing/parts";
import { Drawing } from "./Drawing";
import { drawPartOutline } from "./outline";
import { SmallUnderside } from "./SmallUnderside";
import { Tags } from "./Tags";
import { fitted } from "./useView";

const layout = tessalyK15Layout();

describe("the underside in a pane", () => {
  it("fits whole, in the middle, with room at its edges, whatever its size and the pane's", () => {
    const mm = fc.integer({ min: 200, max: 420 });
    const px = fc.integer({ min: 320, max: 1900 });
    fc.assert(
      fc.property(mm, mm, px, px, (widthMm, depthMm, width, height) => {
        const { scale, x, y } = fitted({ widthMm, depthMm }, { width, height });
        expect(x).toBeGreaterThanOrEqual(26);
        expect(y).toBeGreaterThanOrEqual(26);
        expect(x + widthMm * scale).toBeLessThanOrEqual(width);
        expect(y + depthMm * scale).toBeLessThanOrEqual(height);
        expect(x - 26).toBeCloseTo(width - (x + widthMm * scale), 6);
      }),
    );
  });

  it("shows its rear half as wide as the pane where the heat is looked at", () => {
    const size = { width: 800, height: 470 };
    expect(fitted(layout.base, size, 26, 9, true).scale).toBeGreaterThan(fitted(layout.base, size).scale);
  });

  it("small ones stand to scale", () => {
    const { container } = render(<SmallUnderside layout={layout} pxPerMm={2} />);
    const svg = container.querySelector("svg");
    expect(Number(svg?.getAttribute("width"))).toBe(2 * (layout.base.widthMm + 12));
    expect(svg?.getAttribute("viewBox")).toBe(`-6 -6 ${layout.base.widthMm + 12} ${layout.base.depthMm + 12}`);
  });
});

describe("the drawing", () => {
  const drawn = (more: Partial<Parameters<typeof Drawing>[0]> = {}) =>
    render(
      <svg>
        <Drawing layout={layout} {...more} />
      </svg>,
    ).container.querySelectorAll("svg > g").length;

  it("holds every part, but those of hidden layers and those drawn elsewhere", () => {
    const all = drawn();
    const cooling = layout.parts.filter((p) => KINDS[p.kind].layer === "cooling").length;
    expect(all - drawn({ hidden: new Set(["cooling"]) })).toBe(cooling);
    expect(all - drawn({ without: new Set([layout.parts[0]?.id ?? "", layout.parts[1]?.id ?? ""]) })).toBe(2);
    expect(cooling).toBeGreaterThan(5);
  });
});

describe("outlines and tags", () => {
  it("an outline goes round its part by the gap, whatever part it is", () => {
    fc.assert(
      fc.property(anyLayout, fc.integer({ min: 1, max: 6 }), (l, gap) => {
        for (const p of l.parts) {
          if (p.kind === "board" || p.kind === "sketch") continue;
          const path = drawPartOutline(p, gap);
          expect(path).toMatch(/^M-?[\d.]+ -?[\d.]+(L-?[\d.]+ -?[\d.]+)+Z$/);
          const xs = path
            .slice(1, -1)
            .split("L")
            .map((at) => Number(at.split(" ")[0]));
          const { left, right } = boundsOfPart(p);
          if ("wMm" in p && p.kind !== "screw") {
            expect(Math.min(...xs)).toBeLessThanOrEqual(left - 0.5);
            expect(Math.max(...xs)).toBeGreaterThanOrEqual(right + 0.5);
          }
        }
      }),
      { numRuns: 30 },
    );
  });

  it("tags stand for parts that carry one, and the chosen one is turned round", () => {
    const { parts } = wrenfell14Layout();
    const blower = parts.find((p) => p.kind === "blower");
    const { container } = render(
      <svg>
        <Tags parts={parts} scale={3} selected={new Set([blower?.id ?? ""])} />
      </svg>,
    );
    const texts = [...container.querySelectorAll("text")];
    expect(texts.map((t) => t.textContent).sort()).toEqual(parts.flatMap((p) => (p.tag ? [p.tag] : [])).sort());
    const fills = Object.fromEntries(texts.map((t) => [t.textContent, t.getAttribute("fill")]));
    expect(fills[blower?.tag ?? ""]).toBe("var(--sheet)");
    expect(Object.values(fills).filter((f) => f === "var(--sheet)")).toHaveLength(1);
  });
});
