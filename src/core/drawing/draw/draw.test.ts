import { readFileSync } from "node:fs";
import { XMLValidator } from "fast-xml-parser";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoLayouts, tessalyK15Layout } from "../../../samples/layouts";
import { anyPart } from "../../../testing/layouts";
import { boundsOfPart } from "../parts/geometry";
import { KINDS, newPart, newPath, nextTag } from "../parts/kinds";
import { drawOrder } from "../parts/order";
import type { Part } from "../parts/parts";
import { placeLabels } from "./labels";
import { CoolingMap } from "../parts/map";
import { partFacts, partTitle } from "../cooling/facts";
import { legsOf } from "../parts/way";
import { darkDrawingColours, drawingColours } from "./colours";
import { drawPart } from "./part";

const css = readFileSync(new URL("../../../app/globals.css", import.meta.url), "utf8");
/** Named colours of one theme's block, the first with that selector that names the drawing's ink. */
const block = (selector: string) => {
  const found = css.split("}").find((b) => b.includes(`${selector} {`) && b.includes("--d-ink:")) ?? "";
  return new Map([...found.matchAll(/--([a-z0-9-]+):\s*([^;]+);/g)].map((m) => [m[1], m[2]?.trim().toLowerCase()]));
};

describe("the drawing's colours", () => {
  it("written into files are those of the app, in both themes", () => {
    const light = block(":root");
    const dark = block('[data-theme="dark"]');
    expect(light.size).toBeGreaterThan(30);
    for (const [name, value] of Object.entries(drawingColours))
      if (light.has(name)) expect(value.toLowerCase(), name).toBe(light.get(name));
    for (const [name, value] of Object.entries(darkDrawingColours))
      expect(value.toLowerCase(), name).toBe(dark.get(name) ?? light.get(name) ?? value.toLowerCase());
  });
});

describe("a drawn part", () => {
  it("is well formed and names only colours there are, whatever the part", () => {
    fc.assert(
      fc.property(anyPart, (p) => {
        const svg = drawPart({ ...p, id: "p1" });
        expect(XMLValidator.validate(`<svg>${svg}</svg>`)).toBe(true);
        expect(svg).not.toMatch(/NaN|undefined|Infinity/);
        for (const [, name] of svg.matchAll(/var\(--([a-z0-9-]+)\)/g))
          if (!name?.startsWith("font-")) expect(drawingColours).toHaveProperty([name ?? ""]);
      }),
      { numRuns: 400 },
    );
  });

  it("a new one of every kind has its tag's letter and its fields' starting values", () => {
    for (const [kind, spec] of Object.entries(KINDS)) {
      const p = newPath(kind as keyof typeof KINDS, "p1", "", [
        { xMm: 0, yMm: 0, bendMm: 0 },
        { xMm: 30, yMm: 0, bendMm: 0 },
      ]);
      for (const f of spec.fields) expect(p).toHaveProperty(f.key, f.start);
      expect(nextTag([], p.kind)).toBe(spec.letter && `${spec.letter}1`);
    }
  });
});

describe("the order of drawing", () => {
  it("goes from the case up and keeps every part", () => {
    for (const l of demoLayouts()) {
      const order = drawOrder(l.parts);
      expect(order.length).toBe(l.parts.length);
      expect(new Set(order).size).toBe(l.parts.length);
    }
  });
  it("a cable runs over everything but the part it is said to run under", () => {
    const cable = (under: string) =>
      ({
        ...newPath("cable", "w", "W1", [
          { xMm: 0, yMm: 50, bendMm: 0 },
          { xMm: 90, yMm: 50, bendMm: 0 },
        ]),
        under,
      }) as Part;
    const parts = (under: string) => [
      cable(under),
      newPath("pipe", "h", "H1", [
        { xMm: 0, yMm: 50, bendMm: 0 },
        { xMm: 90, yMm: 50, bendMm: 0 },
      ]),
      newPart("blower", "b", "B1", 60, 60),
      newPart("fins", "f", "F1", 60, 20),
    ];
    const ids = (under: string) => drawOrder(parts(under)).map((p) => p.id);
    expect(ids("")[3]).toBe("w");
    expect(ids("nothing there")[3]).toBe("w");
    const under = ids("h1");
    expect(under.indexOf("w")).toBe(under.indexOf("h") - 1);
  });
});

describe("labels", () => {
  it("of the demo's drawings do not lie on each other, and lie on or beside their part", () => {
    for (const l of demoLayouts()) {
      for (const mmPerPx of [0.25, 0.4]) {
        const labels = placeLabels(l.parts, { letterMm: 8 * mmPerPx, heightMm: 18 * mmPerPx });
        for (const [i, a] of labels.entries()) {
          const p = l.parts.find((q) => q.id === a.id);
          const b = p && boundsOfPart(p);
          if (b)
            expect(
              a.xMm >= b.left - a.wMm &&
                a.xMm <= b.right + a.wMm &&
                a.yMm >= b.top - 2 * a.hMm &&
                a.yMm <= b.bottom + 2 * a.hMm,
              `${l.model} ${a.text}`,
            ).toBe(true);
          for (const o of labels.slice(i + 1))
            expect(
              Math.abs(a.xMm - o.xMm) >= (a.wMm + o.wMm) / 2 - 0.01 ||
                Math.abs(a.yMm - o.yMm) >= (a.hMm + o.hMm) / 2 - 0.01,
              `${l.model}: ${a.text} on ${o.text}`,
            ).toBe(true);
        }
      }
    }
  });
});

describe("ways along the pipes", () => {
  it("each leg ends in its own fins", () => {
    const map = new CoolingMap(tessalyK15Layout());
    for (const pipe of map.ofKind("pipe")) {
      const legs = legsOf(map, pipe);
      expect(legs.map((x) => x.fins).sort()).toEqual(
        map
          .beside(pipe.id, "fins")
          .map((f) => f.id)
          .sort(),
      );
      for (const leg of legs)
        expect(
          leg.back ? leg.endS < leg.finsS && leg.finsS < leg.fromS : leg.endS > leg.finsS && leg.finsS > leg.fromS,
        ).toBe(true);
    }
  });
});

describe("what is told of a part", () => {
  it("has a title and facts for every part of the demo, none of them empty", () => {
    for (const l of demoLayouts()) {
      const map = new CoolingMap(l);
      for (const p of l.parts) {
        expect(partTitle(map, p)).not.toBe("");
        for (const f of partFacts(map, p)) expect(`${f.label}|${f.value}`).toMatch(/^[^|]+\|.+$/);
      }
    }
  });
  it("a shared pipe is called shared", () => {
    const map = new CoolingMap(tessalyK15Layout());
    expect(map.ofKind("pipe").filter((p) => partTitle(map, p).includes("shared")).length).toBe(2);
  });
});
