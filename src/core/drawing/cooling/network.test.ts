import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoLayouts, orrowby17Layout, tessalyK15Layout, wrenfell14Layout } from "../../../samples/layouts";
import { heatPicture, type MeasuredChip } from "./heat";
import { heatSentence } from "./heatWords";
import { CoolingMap } from "../parts/map";
import { conductances, estimatedKW, flows, solveNetwork, type Conductance } from "./network";
import type { Layout } from "../parts/parts";

describe("the steady network", () => {
  it("one way to the air: every rise is watts times what lies ahead", () => {
    const T = solveNetwork(
      [
        { a: "die", b: "plate", WK: 4 },
        { a: "plate", b: "fins", WK: 2 },
        { a: "fins", b: null, WK: 1 },
      ],
      new Map([["die", 12]]),
    );
    expect([T.get("fins"), T.get("plate"), T.get("die")]).toEqual([
      expect.closeTo(12, 9),
      expect.closeTo(18, 9),
      expect.closeTo(21, 9),
    ]);
  });

  it("two ways share as their conductances", () => {
    const net: Conductance[] = [
      { a: "plate", b: "f1", WK: 3 },
      { a: "f1", b: null, WK: 3 },
      { a: "plate", b: "f2", WK: 1 },
      { a: "f2", b: null, WK: 1 },
    ];
    const T = solveNetwork(net, new Map([["plate", 40]]));
    expect(T.get("plate")).toBeCloseTo(40 / 2, 9);
    expect(
      flows(net, T)
        .filter((f) => f.b === null)
        .map((f) => f.W),
    ).toEqual([expect.closeTo(30, 9), expect.closeTo(10, 9)]);
  });

  it("leaves out what cannot reach the air", () => {
    const T = solveNetwork(
      [
        { a: "x", b: "y", WK: 1 },
        { a: "z", b: null, WK: 2 },
      ],
      new Map([
        ["x", 5],
        ["z", 4],
      ]),
    );
    expect(T.has("x")).toBe(false);
    expect(T.get("z")).toBeCloseTo(2, 9);
  });

  it("keeps every watt, and warms with every watt, on any network", () => {
    const edge = fc.record({
      a: fc.nat(6),
      b: fc.option(fc.nat(6), { nil: null }),
      WK: fc.double({ min: 0.01, max: 50, noNaN: true }),
    });
    fc.assert(
      fc.property(
        fc.array(edge, { minLength: 1, maxLength: 16 }),
        fc.array(fc.double({ min: 0, max: 60, noNaN: true }), { minLength: 7, maxLength: 7 }),
        (edges, watts) => {
          const net = edges
            .filter((e) => e.a !== e.b)
            .map((e): Conductance => ({ a: `n${e.a}`, b: e.b === null ? null : `n${e.b}`, WK: e.WK }));
          const W = new Map(watts.map((w, i) => [`n${i}`, w]));
          const T = solveNetwork(net, W);
          const into = [...T.keys()].reduce((s, id) => s + (W.get(id) ?? 0), 0);
          const out = flows(net, T).reduce((s, f) => s + (f.b === null ? f.W : 0), 0);
          expect(out).toBeCloseTo(into, 5);
          const doubled = solveNetwork(net, new Map([...W].map(([id, w]) => [id, 2 * w])));
          for (const [id, t] of T) {
            expect(t).toBeGreaterThanOrEqual(-1e-6);
            expect(doubled.get(id)).toBeCloseTo(2 * t, 4);
          }
        },
      ),
    );
  });
});

describe("what the geometry lets expect", () => {
  it("lies where such machines lie: contact 0.05 to 0.6, airflow 0.2 to 2.5 K/W with a blower", () => {
    for (const l of [tessalyK15Layout(), orrowby17Layout(), wrenfell14Layout()]) {
      for (const e of estimatedKW(new CoolingMap(l))) {
        expect(e.contactKW, l.model).toBeGreaterThan(0.05);
        expect(e.contactKW, l.model).toBeLessThan(0.6);
        expect(e.airflowKW, l.model).toBeGreaterThan(0.2);
        expect(e.airflowKW, l.model).toBeLessThan(2.5);
      }
    }
  });

  const wrenfell = (how: (l: Layout) => Layout) =>
    estimatedKW(new CoolingMap(how(wrenfell14Layout())))[0] ?? { contactKW: 0, airflowKW: 0 };
  const part =
    (kind: string, more: object) =>
    (l: Layout): Layout => ({ ...l, parts: l.parts.map((p) => (p.kind === kind ? { ...p, ...more } : p)) });
  const plain = wrenfell((l) => l);

  it("follows the paste alone in the contact, and the air alone in the airflow", () => {
    const dry = wrenfell((l) => ({ ...l, figures: { ...l.figures, pasteWmK: 2 } }));
    // 40 µm on a die of 14 by 9 mm, at 2 W/(m·K) instead of 6
    expect(dry.contactKW - plain.contactKW).toBeCloseTo((40e-6 / 126e-6) * (1 / 2 - 1 / 6), 6);
    expect(dry.airflowKW).toBeCloseTo(plain.airflowKW, 6);
    const slow = wrenfell(part("blower", { maxRpm: 2600 }));
    expect(slow.airflowKW).toBeGreaterThan(plain.airflowKW);
    expect(slow.contactKW).toBeCloseTo(plain.contactKW, 6);
  });

  it("a wider pipe, a taller fin stack and a copper plate make it cooler", () => {
    const total = (e: { contactKW: number; airflowKW: number }) => e.contactKW + e.airflowKW;
    for (const better of [part("pipe", { widthMm: 10 }), part("fins", { heightMm: 8 })])
      expect(total(wrenfell(better))).toBeLessThan(total(plain));
    expect(total(wrenfell(part("plate", { material: "aluminium" })))).toBeGreaterThan(total(plain));
  });

  it("every conductance is above zero, on every demo drawing", () => {
    for (const l of demoLayouts())
      for (const g of conductances(new CoolingMap(l))) expect(g.WK, `${l.model} ${g.a}`).toBeGreaterThan(0);
  });
});

describe("the heat picture", () => {
  const chip = (
    id: MeasuredChip["chip"],
    powerW: number,
    contactK: number,
    airflowK: number,
    airflowHalfK = 2,
  ): MeasuredChip => ({ chip: id, powerW, contactK, airflowK, airflowHalfK });
  const k15 = new CoolingMap(tessalyK15Layout());

  it("gives out every watt that goes in", () => {
    for (const measured of [
      [chip("cpu", 28, 9, 30), chip("gpu", 50, 8, 34)],
      [chip("cpu", 28, 20, 55)],
      [chip("gpu", 60, 12, 22, 0.6)],
    ]) {
      const p = heatPicture(k15, measured);
      if (!p) throw new Error("no picture");
      expect(p.stacks.reduce((s, x) => s + x.W, 0) + p.still.reduce((s, x) => s + x.W, 0)).toBeCloseTo(p.inW, 3);
      for (const s of p.stacks) expect(s.W).toBeGreaterThan(0);
    }
  });

  it("bends the network to what was measured", () => {
    const p = heatPicture(k15, [chip("cpu", 28, 9, 30, 1), chip("gpu", 50, 8, 34, 1)]);
    for (const m of p?.modelled ?? []) expect(Math.abs(m.airflowK - (m.chip === "cpu" ? 30 : 34))).toBeLessThan(2.5);
    const hot = heatPicture(k15, [chip("cpu", 28, 9, 48, 1), chip("gpu", 50, 8, 54, 1)]);
    for (const m of hot?.modelled ?? []) expect(Math.abs(m.airflowK - (m.chip === "cpu" ? 48 : 54))).toBeLessThan(4);
  });

  it("with one stack the watts are known, with three of unlike dust they are not", () => {
    const one = heatPicture(new CoolingMap(wrenfell14Layout()), [chip("cpu", 26, 8, 30, 1)]);
    const three = heatPicture(k15, [chip("cpu", 28, 9, 30, 1)]);
    expect(one?.sigmaW).toBeLessThan(1);
    expect(three?.sigmaW ?? 0).toBeGreaterThan(one?.sigmaW ?? 0);
  });

  it("is put in words: who carries most, what moved, and evenly where it is even", () => {
    const words = (map: CoolingMap, b: MeasuredChip[], a: MeasuredChip[]) =>
      heatSentence(map, heatPicture(map, b), heatPicture(map, a))
        .map((w) => w.text)
        .join("");
    expect(words(k15, [chip("cpu", 28, 9, 50)], [chip("cpu", 28, 9, 30)])).toMatch(
      /^Whether heat moved between the stacks cannot be told .* less than \d+\sW would not show; .* smaller rise\.$/,
    );
    expect(words(new CoolingMap(orrowby17Layout()), [chip("cpu", 30, 9, 50)], [chip("cpu", 30, 9, 49)])).toMatch(
      /cannot be told from these two runs: less than \d+\sW would not show\.$/,
    );
    expect(words(new CoolingMap(wrenfell14Layout()), [chip("cpu", 20, 9, 50)], [chip("cpu", 20, 9, 30)])).toBe(
      "The heat goes the same way as before; the same watts now leave at a smaller rise.",
    );
    expect(heatSentence(k15, null, null)[0]?.text).toContain("No heat can be drawn");
  });

  it("what was seen of one inlet before moves heat off it, and is said once it stands clear of the doubt", () => {
    const orrowby = new CoolingMap(orrowby17Layout());
    const [left, right] = orrowby.ofKind("fins").map((f) => f.id);
    const seen = new Map([
      [left ?? "", { growth: 4, sd: 0.1 }],
      [right ?? "", { growth: 1.02, sd: 0.1 }],
    ]);
    const clean = new Map([...seen.keys()].map((id) => [id, { growth: 1, sd: 0.1 }]));
    const m = [chip("cpu", 40, 9, 44, 1), chip("gpu", 40, 9, 44, 1)];
    const before = heatPicture(orrowby, m, seen);
    const after = heatPicture(orrowby, [chip("cpu", 40, 9, 24, 1), chip("gpu", 40, 9, 24, 1)], clean);
    const wOf = (p: typeof before, id = "") => p?.stacks.find((s) => s.fins === id)?.W ?? NaN;
    expect(wOf(before, left)).toBeLessThan(0.6 * wOf(before, right));
    expect(wOf(after, left) / wOf(after, right)).toBeCloseTo(1, 0);
    expect(before?.sigmaW).toBeLessThan(heatPicture(orrowby, m)?.sigmaW ?? 0);
    const said = heatSentence(orrowby, before, after).map((w) => w.text);
    expect(said.join("")).toMatch(/carries \d+\sW, before \d+\sW|carries only \d+\sW/);
  });

  it("is none without a drawn way to the air, or a chip that is not drawn", () => {
    const l = wrenfell14Layout();
    expect(
      heatPicture(new CoolingMap({ ...l, parts: l.parts.filter((p) => p.kind !== "plate" && p.kind !== "pipe") }), [
        chip("cpu", 26, 8, 30),
      ]),
    ).toBeNull();
    expect(heatPicture(new CoolingMap(l), [chip("gpu", 26, 8, 30)])).toBeNull();
  });
});
