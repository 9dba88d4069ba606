import { describe, expect, it } from "vitest";
import { checksOf, estimatedKW, heatPaths } from "../cooling";
import { arrangedLayout, ARRANGEMENTS } from "./arrangements";
import { boundsOfPart } from "./geometry";
import { CoolingMap } from "./map";

const BASES = [
  [300, 212],
  [322, 224],
  [356, 246],
  [398, 272],
] as const;

describe.each(ARRANGEMENTS)("%s: %s", (name, _words, blowers, chips) => {
  const on = ([w, d]: readonly [number, number]) => new CoolingMap(arrangedLayout(name, "M", "V", w, d));

  it("has what it says, on a base of its own size", () => {
    for (const base of BASES) {
      const map = on(base);
      expect(map.ofKind("blower")).toHaveLength(blowers);
      expect(map.ofKind("chip")).toHaveLength(chips);
      expect(map.layout).toMatchObject({ model: "M", variant: "V", base: { widthMm: base[0], depthMm: base[1] } });
      const ids = map.layout.parts.map((p) => p.id);
      expect(new Set(ids).size).toBe(ids.length);
    }
  });

  it("lies on the base with all of it, at every size", () => {
    for (const base of BASES)
      for (const p of on(base).layout.parts) {
        const b = boundsOfPart(p);
        expect(Math.min(b.left, b.top), `${p.kind} ${p.tag}`).toBeGreaterThanOrEqual(0);
        expect(b.right, `${p.kind} ${p.tag}`).toBeLessThanOrEqual(base[0]);
        expect(b.bottom, `${p.kind} ${p.tag}`).toBeLessThanOrEqual(base[1]);
      }
  });

  it("cools every chip to the air, and nothing that is drawn is wrong", () => {
    for (const base of BASES) {
      const map = on(base);
      expect(estimatedKW(map)).toHaveLength(chips);
      for (const e of estimatedKW(map)) expect(e.airflowKW).toBeGreaterThan(0.1);
      expect(heatPaths(map).length).toBeGreaterThan(0);
      expect(checksOf(map).map((c) => c.message)).toEqual([]);
    }
  });

  it("holds its plates by four stamped screws each", () => {
    const map = on(BASES[2]);
    for (const p of [...map.ofKind("plate"), ...map.ofKind("chamber"), ...map.ofKind("spreader")]) {
      expect(map.screwsOf(p).map((s) => s.stamp)).toEqual(["1", "2", "3", "4"]);
      expect(map.screwsOf(p).every((s) => s.sprung && s.captive)).toBe(true);
    }
  });
});
