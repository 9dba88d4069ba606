import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoLayouts, orrowby17Layout, tessalyK15Layout, wrenfell14Layout } from "../../../samples/layouts";
import { CoolingMap } from "../parts/map";
import { newPart } from "../parts/kinds";
import { emptyLayout, type Layout, type Part } from "../parts/parts";
import { airGrown, airOf, slowerWhenClean, stillFinsWK } from "./airflow";
import { spreadKW } from "./network";

/** The same drawing with every stack, or every blower, changed. */
const changed = (layout: Layout, kind: "fins" | "blower", more: object) =>
  new CoolingMap({ ...layout, parts: layout.parts.map((p) => (p.kind === kind ? { ...p, ...more } : p)) });
const total = (map: CoolingMap, share = 0.85, closed = new Map<string, number>()) =>
  [...airOf(map, share, closed).values()].reduce((s, a) => s + a.WK, 0);
const w14 = new CoolingMap(wrenfell14Layout());
const k15 = new CoolingMap(tessalyK15Layout());
const all = (map: CoolingMap, closed: number) => new Map(map.ofKind("fins").map((f) => [f.id, closed]));

describe("the air of a fin stack", () => {
  it("meets the blower's line: what is left over of the pressure drives what flows", () => {
    // by hand for the W14: rotor 60.68 mm at 4420 rpm, tip 14.04 m/s, 184 Pa shut, 2.52 l/s free at 5.5 of 6 mm
    const [air] = [...airOf(w14, 0.85).values()];
    const flow = air?.flowM3s ?? 0;
    const tip = (Math.PI * 0.06068 * 4420) / 60;
    const free = ((0.167 * 0.06068 ** 3 * 4420) / 60) * (5.5 / 6);
    const x = flow / free;
    const left = 0.85 * 1.1 * tip ** 2 * (1 - x - 0.25 * (x / 0.6) ** 2);
    // 74 mm of fins 1.28 apart, 1.08 between, 5.5 high, 20 deep
    const area = (74 / 1.28) * 1.08e-3 * 5.5e-3;
    const v = flow / area;
    const rubs = (12 * 1.93e-5 * 0.02 * v) / 1.08e-3 ** 2 + (1.5 * 1.1 * v ** 2) / 2;
    expect(rubs / left).toBeCloseTo(1, 4);
    // and carries off no more than the air can take, no less than half of it: the fins are deep enough
    const C = 1.1 * 1006 * flow;
    expect(air?.WK).toBeLessThan(C);
    expect(air?.WK).toBeGreaterThan(C / 2);
  });

  it("grows with the blower's speed, less than in proportion", () => {
    for (const layout of demoLayouts()) {
      const map = new CoolingMap(layout);
      if (map.ofKind("blower").length === 0) continue;
      const [slow, fast] = [total(map, 0.4), total(map, 0.8)];
      expect(fast / slow, layout.model).toBeGreaterThan(1.3);
      expect(fast / slow, layout.model).toBeLessThan(2);
    }
    expect(total(w14, 0)).toBe(0);
  });

  it("has a best pitch: finer fins rub more than they give, wider ones carry less", () => {
    for (const layout of [tessalyK15Layout(), orrowby17Layout(), wrenfell14Layout()]) {
      const pitches = [0.5, 0.6, 0.8, 1, 1.28, 1.6, 2, 3];
      const at = pitches.map((pitchMm) => total(changed(layout, "fins", { pitchMm })));
      const best = pitches[at.indexOf(Math.max(...at))] ?? 0;
      expect(best, layout.model).toBeGreaterThan(0.5);
      expect(best, layout.model).toBeLessThan(1.6);
      expect(at.at(-1)).toBeLessThan(0.5 * Math.max(...at));
    }
  });

  it("of a stack twice as deep rubs twice as much and gives less than twice", () => {
    const layout = wrenfell14Layout();
    const deep = changed(layout, "fins", { hMm: 40 });
    const [a] = [...airOf(w14, 0.85).values()];
    const [b] = [...airOf(deep, 0.85).values()];
    expect(b?.flowM3s).toBeLessThan(a?.flowM3s ?? 0);
    expect(b?.WK).toBeGreaterThan(a?.WK ?? 9);
    expect(b?.WK).toBeLessThan(2 * (a?.WK ?? 0));
  });

  it("of stacks side by side is the blower's one air, parted by their channels", () => {
    const air = airOf(k15, 0.85);
    const tag = (t: string) => air.get(k15.layout.parts.find((p) => p.tag === t)?.id ?? "")?.flowM3s ?? 0;
    // F1 82 mm wide and 25 deep, F2 58 and 17.6: the shallow one gets more for its width
    expect(tag("F2") / 58).toBeGreaterThan(tag("F1") / 82);
    // closing one gives the other more
    const [f1, f2] = [k15.ofKind("fins")[0]?.id ?? "", k15.ofKind("fins")[1]?.id ?? ""];
    const half = airOf(k15, 0.85, new Map([[f1, 0.6]]));
    expect(half.get(f1)?.WK).toBeLessThan(air.get(f1)?.WK ?? 0);
    expect(half.get(f2)?.WK).toBeGreaterThan(air.get(f2)?.WK ?? 9);
  });

  it("of a stack two blowers blow through is more than of either, less than of both apart", () => {
    const base = emptyLayout("T", "", 300, 200);
    const fins = { ...newPart("fins", "f", "F1", 150, 20), wMm: 120 };
    const blower = (id: string, x: number) => ({ ...newPart("blower", id, id, x, 70), wMm: 70, hMm: 70 });
    const one = new CoolingMap({ ...base, parts: [fins, blower("B1", 130)] as Part[] });
    const both = new CoolingMap({ ...base, parts: [fins, blower("B1", 110), blower("B2", 190)] as Part[] });
    expect(both.beside("f", "blower")).toHaveLength(2);
    expect(total(both)).toBeGreaterThan(total(one));
    expect(total(both)).toBeLessThan(2 * total(one));
  });

  it("without a blower is by its envelope, whatever its pitch", () => {
    const fins = { ...newPart("fins", "f", "F1", 0, 0), wMm: 80, hMm: 25, heightMm: 6 } as Parameters<
      typeof stillFinsWK
    >[0];
    // 2 (80·25 + 80·6 + 25·6) mm² at 11 W/(m²·K)
    expect(stillFinsWK(fins)).toBeCloseTo(11 * 5260e-6, 9);
    expect(stillFinsWK({ ...fins, pitchMm: 0.8 })).toBe(stillFinsWK({ ...fins, pitchMm: 3 }));
    const bare = changed(wrenfell14Layout(), "fins", {});
    expect(
      airOf(new CoolingMap({ ...bare.layout, parts: bare.layout.parts.filter((p) => p.kind !== "blower") }), 1).size,
    ).toBe(0);
  });
});

describe("closed inlets", () => {
  it("are nothing while open, grow with what is closed, and never without end: felt leaks", () => {
    for (const map of [w14, k15]) {
      expect(airGrown(map, new Map())).toBe(1);
      fc.assert(
        fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (a, b) => {
          const [low, high] = [Math.min(a, b), Math.max(a, b)];
          expect(airGrown(map, all(map, low))).toBeLessThanOrEqual(airGrown(map, all(map, high)) + 1e-9);
        }),
        { numRuns: 40 },
      );
      expect(airGrown(map, all(map, 1))).toBeGreaterThan(2.5);
      expect(airGrown(map, all(map, 1))).toBeLessThan(5);
      expect(airGrown(map, all(map, 0.5))).toBeGreaterThan(1.4);
    }
    expect(airGrown(new CoolingMap(emptyLayout("T", "", 300, 200)), new Map())).toBe(1);
  });

  it("once open let the blowers turn slower at equal temperature, the more the more was closed", () => {
    const at = [0, 0.3, 0.6, 0.9].map((c) => slowerWhenClean(k15, all(k15, c)));
    expect(at[0]).toBeCloseTo(1, 4);
    for (let i = 1; i < at.length; i++) expect(at[i]).toBeLessThan((at[i - 1] ?? 0) - 0.1);
    // and there they carry off as much as the closed ones did
    const s = slowerWhenClean(k15, all(k15, 0.5));
    expect(total(k15, 0.85 * s)).toBeCloseTo(total(k15, 0.85, all(k15, 0.5)), 4);
  });
});

describe("spreading in a plate", () => {
  const plate = { dieM2: 142e-6, plateM2: 1886e-6, thickM: 1.5e-3, k: 390, h: 4000 };
  it("of a thick plate under a small die is that of a half space under an even flow, 8 / (3 π² k a)", () => {
    const a = Math.sqrt(1e-6 / Math.PI);
    const thick = spreadKW({ dieM2: 1e-6, plateM2: 4e-2, thickM: 0.5, k: 390, h: 4000 });
    expect(thick / (8 / (3 * Math.PI ** 2 * 390 * a) + 0.5 / (390 * 4e-2))).toBeCloseTo(1, 1);
  });
  it("falls with thickness, conductivity and what takes heat off; a die as large sees its thickness alone", () => {
    const at = (more: object) => spreadKW({ ...plate, ...more });
    expect(at({})).toBeCloseTo(0.19, 1);
    expect(at({ thickM: 3e-3 })).toBeLessThan(at({}));
    expect(at({ k: 200 })).toBeGreaterThan(at({}));
    expect(at({ h: 20_000 })).toBeLessThan(at({}));
    expect(at({ plateM2: 142e-6 })).toBeCloseTo(1.5e-3 / (390 * 142e-6), 9);
  });
  it("of a thin plate goes by the ring: two plates half as thick are worse than one", () => {
    expect(spreadKW({ ...plate, thickM: 0.3e-3 })).toBeGreaterThan(2 * spreadKW(plate));
  });
});
