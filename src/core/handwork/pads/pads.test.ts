import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoLayouts, tessalyK15Layout } from "../../../samples/layouts";
import { CoolingMap } from "../../drawing/parts";
import {
  balanceOf,
  cuttingPlan,
  cuttingSvg,
  nearby,
  padKPa,
  padN,
  padsFile,
  padWarnings,
  thicknessOptions,
  usualCurves,
  type CuttingPlan,
  type Piece,
  type PlateStack,
  type Sheet,
} from "./index";

const mm = (min: number, max: number) => fc.double({ min, max, noNaN: true }).map((v) => Math.round(v * 10) / 10);

describe("a pad's curve", () => {
  it("is nothing without touch, rises with the share it is pressed by, and is steep at its limit", () => {
    for (const c of Object.values(usualCurves)) {
      expect(padKPa(c, -0.2)).toBe(0);
      fc.assert(
        fc.property(
          fc.double({ min: 0.001, max: 0.99, noNaN: true }),
          fc.double({ min: 0.001, max: 0.99, noNaN: true }),
          (a, b) => {
            expect(padKPa(c, Math.min(a, b))).toBeLessThanOrEqual(padKPa(c, Math.max(a, b)) + 1e-9);
          },
        ),
      );
      expect(padKPa(c, 1e-4) / 1e-4).toBeCloseTo(c.modulusKPa, 0);
      expect(padKPa(c, 0.99)).toBeGreaterThan(1000 * c.modulusKPa);
    }
  });
});

describe("the thickness for a gap", () => {
  it("fits one that is pressed within its bounds, nearest to the target", () => {
    const options = thicknessOptions(0.81, 14 * 11, usualCurves.soft);
    expect(options.filter((o) => o.fits).map((o) => o.thicknessMm)).toEqual([1]);
    expect(nearby(options).map((o) => o.thicknessMm)).toEqual([0.75, 1, 1.5]);
    expect(options[0]).toMatchObject({ thicknessMm: 0.5, forceN: 0, fits: false });
    expect(options[0]?.airMm).toBeCloseTo(0.31, 9);
  });
  it("never fits one that leaves air, or two at once", () => {
    fc.assert(
      fc.property(mm(0.2, 4), fc.constantFrom(...Object.values(usualCurves)), (gap, curve) => {
        const fits = thicknessOptions(gap, 100, curve).filter((o) => o.fits);
        expect(fits.length).toBeLessThanOrEqual(1);
        for (const o of fits) expect(o.airMm === 0 && o.pressed >= curve.least && o.pressed <= curve.most).toBe(true);
        expect(nearby(thicknessOptions(gap, 100, curve)).length).toBeGreaterThan(0);
      }),
    );
  });
});

const paste = { yieldPa: 140, fillerUm: 20 };
const screws = [
  [-20, -20],
  [20, -20],
  [20, 20],
  [-20, 20],
].map(([x, y], i) => ({ id: String(i), xMm: x ?? 0, yMm: y ?? 0, forceN: 9 }));
const chip = { id: "gpu", xMm: 0, yMm: 0, widthMm: 19, heightMm: 14 };
const pad = (tag: string, xMm: number, yMm: number, thicknessMm = 1, gapMm = 0.81) => ({
  tag,
  xMm,
  yMm,
  widthMm: 14,
  heightMm: 11,
  gapMm,
  thicknessMm,
  curve: usualCurves.soft,
});
const stack = (more: Partial<PlateStack> = {}): PlateStack => ({
  screws,
  chips: [chip],
  pads: [pad("P1", -17, -33), pad("P2", 17, -33), pad("P3", 17, 33), pad("P4", -17, 33)],
  paste,
  ...more,
});

describe("the balance of screws, paste and pads", () => {
  it("without pads is Prasher's bond line, level, with all the force on the chip", () => {
    const b = balanceOf(stack({ pads: [] }));
    const evenUm = 131 * (140 / (36 / (19 * 14e-6))) ** 0.166;
    expect(b.films[0]?.thinUm).toBeCloseTo(evenUm, 3);
    expect(b.films[0]?.thickUm).toBeCloseTo(evenUm, 3);
    expect(b.chipsN).toBeCloseTo(36, 4);
    expect(b.padsShare).toBe(0);
  });
  it("carries no more and no less than the screws give, whatever the pads", () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ x: mm(-25, 25), y: mm(-35, 35), t: fc.constantFrom(0.5, 1, 1.5, 2), gap: mm(0.4, 1.8) }), {
          maxLength: 8,
        }),
        (pads) => {
          const b = balanceOf(stack({ pads: pads.map((p, i) => pad(`P${i}`, p.x, p.y, p.t, p.gap)) }));
          const padsN = b.pads.reduce((s, p) => s + p.forceN, 0);
          // a raised corner presses its spring more: the sum grows by no more than that
          expect(padsN + b.chipsN).toBeGreaterThan(35.9);
          expect(padsN + b.chipsN).toBeLessThan(36 * 1.9);
          for (const p of b.pads) expect(p.forceN).toBeGreaterThanOrEqual(0);
        },
      ),
      { numRuns: 40 },
    );
  });
  it("a pad a step too thick lifts its side, thins the film across, and takes from the chip", () => {
    const right = balanceOf(stack());
    const thick = balanceOf(
      stack({ pads: [pad("P1", -17, -33), pad("P2", 17, -33), pad("P3", 17, 33), pad("P4", -17, 33, 1.5)] }),
    );
    expect(right.padsShare).toBeLessThan(0.2);
    expect(thick.padsShare).toBeGreaterThan(right.padsShare);
    expect(thick.pads[3]?.liftsMm).toBeGreaterThan(0.02);
    expect(thick.films[0]?.thickUm).toBeGreaterThan((right.films[0]?.thickUm ?? 0) + 5);
    expect(thick.films[0]?.thinUm).toBeLessThan(right.films[0]?.thinUm ?? 0);
    expect(thick.chipsN).toBeLessThan(right.chipsN);
  });
  it("is mirrored when everything is", () => {
    const one = stack({ pads: [pad("a", 12, 20, 1.5), pad("b", -9, -28)] });
    const mirror = <T extends { xMm: number }>(o: T): T => ({ ...o, xMm: -o.xMm });
    const [a, b] = [
      balanceOf(one),
      balanceOf({ ...one, screws: one.screws.map(mirror), chips: one.chips.map(mirror), pads: one.pads.map(mirror) }),
    ];
    a.pads.forEach((p, i) => expect(b.pads[i]?.forceN).toBeCloseTo(p.forceN, 5));
    expect(b.films[0]?.thickUm).toBeCloseTo(a.films[0]?.thickUm ?? 0, 4);
  });
  it("says what a pad's force is", () => {
    expect(padN(usualCurves.soft, 154, 1, 0.81)).toBeCloseTo((padKPa(usualCurves.soft, 0.19) * 154) / 1000, 9);
  });
});

describe("warnings of pads", () => {
  it("none on the demo's drawings", () => {
    for (const l of demoLayouts()) expect(padWarnings(new CoolingMap(l), new Map()), l.model).toEqual([]);
  });
  it("for pads on each other, over a screw, and unlike their neighbours", () => {
    const l = tessalyK15Layout();
    const p1 = l.parts.find((p) => p.tag === "P1");
    const screw = l.parts.find((p) => p.kind === "screw" && p.stamp === "5");
    if (p1?.kind !== "pad" || screw?.kind !== "screw") throw new Error("no pad");
    const moved = new CoolingMap({
      ...l,
      parts: [
        ...l.parts,
        { ...p1, id: "x1", tag: "P9", xMm: p1.xMm + 2 },
        { ...p1, id: "x2", tag: "P10", xMm: screw.xMm, yMm: screw.yMm },
      ],
    });
    const codes = padWarnings(moved, new Map()).map((w) => [w.code, w.tags.join()]);
    expect(codes).toContainEqual(["stacked", "P1,P9"]);
    expect(codes).toContainEqual(["covers-screw", "P10"]);
    expect(
      padWarnings(new CoolingMap(l), new Map([["P4", 1]]))
        .map((w) => w.say)
        .join(),
    ).toMatch(/P4 is 1 mm; the others on its level are 1.5 mm/);
  });
});

/** Whether pieces lie inside their sheets, apart by the kerf, and can be freed by lines from edge to edge. */
function sound(plan: CuttingPlan, sheets: readonly Sheet[], pieces: readonly Piece[], kerf: number): void {
  const boxes = plan.placed.map((p) => {
    const piece = pieces.find((x) => x.id === p.piece);
    const sheet = sheets.find((s) => s.id === p.sheet);
    if (!piece || !sheet) throw new Error("unknown");
    const [w, h] = p.turned ? [piece.heightMm, piece.widthMm] : [piece.widthMm, piece.heightMm];
    expect(piece.thicknessMm).toBe(sheet.thicknessMm);
    expect(
      p.xMm >= -1e-9 && p.yMm >= -1e-9 && p.xMm + w <= sheet.widthMm + 1e-6 && p.yMm + h <= sheet.heightMm + 1e-6,
    ).toBe(true);
    return { sheet: p.sheet, x: p.xMm, y: p.yMm, w, h };
  });
  for (const s of sheets)
    expect(
      parts(
        boxes.filter((b) => b.sheet === s.id),
        kerf,
      ),
      s.id,
    ).toBe(true);
  expect(new Set(plan.placed.map((p) => p.piece)).size).toBe(plan.placed.length);
  expect([...plan.placed.map((p) => p.piece), ...plan.unplaced].sort()).toEqual(pieces.map((p) => p.id).sort());
}

/** Parts boxes by straight cuts with room for the kerf until each stands alone. */
function parts(boxes: readonly { x: number; y: number; w: number; h: number }[], kerf: number): boolean {
  if (boxes.length <= 1) return true;
  for (const [at, size] of [
    ["x", "w"],
    ["y", "h"],
  ] as const) {
    for (const edge of boxes.map((b) => b[at] + b[size])) {
      const before = boxes.filter((b) => b[at] + b[size] <= edge + 1e-6);
      const after = boxes.filter((b) => b[at] >= edge + kerf - 1e-6);
      if (before.length && after.length && before.length + after.length === boxes.length)
        return parts(before, kerf) && parts(after, kerf);
    }
  }
  return false;
}

describe("the cutting plan", () => {
  const sheet = fc.record({
    widthMm: mm(15, 120),
    heightMm: mm(15, 120),
    thicknessMm: fc.constantFrom(1, 1.5),
    offcut: fc.boolean(),
  });
  const piece = fc.record({ widthMm: mm(4, 40), heightMm: mm(4, 40), thicknessMm: fc.constantFrom(1, 1.5) });
  it("lays nothing over the edge or on another, and can be cut by straight lines", () => {
    fc.assert(
      fc.property(
        fc.array(sheet, { minLength: 1, maxLength: 4 }),
        fc.array(piece, { minLength: 1, maxLength: 10 }),
        fc.constantFrom(0, 0.5, 1),
        fc.constantFrom(0, 1.5),
        (s, p, kerf, margin) => {
          const [sheets, pieces] = [s.map((x, i) => ({ ...x, id: `s${i}` })), p.map((x, i) => ({ ...x, id: `p${i}` }))];
          const plan = cuttingPlan(sheets, pieces, kerf, margin);
          sound(plan, sheets, pieces, kerf);
          // no piece has a factory edge of a whole sheet
          for (const x of plan.placed) {
            const sheet = sheets.find((q) => q.id === x.sheet);
            const size = plan.sizes[x.piece];
            if (!sheet || !size || sheet.offcut) continue;
            const [w, h] = x.turned ? [size.heightMm, size.widthMm] : [size.widthMm, size.heightMm];
            expect(Math.min(x.xMm, x.yMm, sheet.widthMm - x.xMm - w, sheet.heightMm - x.yMm - h)).toBeGreaterThan(
              margin - 1e-6,
            );
          }
        },
      ),
      { numRuns: 40 },
    );
  });
  it("leaves out only what fits on no empty sheet, when there is a sheet for every piece", () => {
    fc.assert(
      fc.property(fc.array(piece, { minLength: 1, maxLength: 4 }), (p) => {
        const pieces = p.map((x, i) => ({ ...x, id: `p${i}` }));
        const sheets = pieces.map((x, i) => ({ id: `s${i}`, widthMm: 60, heightMm: 30, thicknessMm: x.thicknessMm }));
        const fits = (x: Piece) => (x.widthMm <= 60 && x.heightMm <= 30) || (x.heightMm <= 60 && x.widthMm <= 30);
        expect(cuttingPlan(sheets, pieces, 0, 0).unplaced).toEqual(pieces.filter((x) => !fits(x)).map((x) => x.id));
      }),
      { numRuns: 15 },
    );
  });
  it("takes off-cuts first, and a sheet exactly full leaves nothing", () => {
    const sheets = [
      { id: "new", widthMm: 100, heightMm: 50, thicknessMm: 1 },
      { id: "off", widthMm: 41, heightMm: 11, thicknessMm: 1, offcut: true },
    ];
    const pieces = ["a", "b"].map((id) => ({ id, widthMm: 20, heightMm: 11, thicknessMm: 1 }));
    const plan = cuttingPlan(sheets, pieces, 1);
    expect(plan.placed.map((p) => p.sheet)).toEqual(["off", "off"]);
    expect(plan.lines.length).toBe(1);
    expect(plan.rests).toEqual([]);
    expect(plan.usedShare).toBeCloseTo(440 / 451, 9);
  });
  it("fills twelve pads of a job onto a sheet they just fit", () => {
    const pieces = Array.from({ length: 12 }, (_, i) => ({ id: `P${i}`, widthMm: 13, heightMm: 10, thicknessMm: 1 }));
    expect(
      cuttingPlan([{ id: "s", widthMm: 4 * 13 + 1.5, heightMm: 3 * 10 + 1, thicknessMm: 1 }], pieces, 0.5, 0).unplaced,
    ).toEqual([]);
  });
  it("numbers its lines in an order in which every line runs from edge to edge", () => {
    const plan = cuttingPlan(
      [{ id: "s", widthMm: 60, heightMm: 40, thicknessMm: 1 }],
      [1, 2, 3, 4, 5].map((i) => ({ id: `P${i}`, widthMm: 8 + i, heightMm: 9, thicknessMm: 1 })),
      1,
      1,
    );
    expect(plan.lines.map((l) => l.n)).toEqual(plan.lines.map((_, i) => i + 1));
    let hand = [{ x: 0, y: 0, w: 60, h: 40 }];
    for (const l of plan.lines) {
      const upright = l.x1 === l.x2;
      const i = hand.findIndex((r) =>
        upright
          ? Math.abs(l.y1 - r.y) < 1e-6 && Math.abs(l.y2 - r.y - r.h) < 1e-6 && l.x1 > r.x && l.x1 < r.x + r.w
          : Math.abs(l.x1 - r.x) < 1e-6 && Math.abs(l.x2 - r.x - r.w) < 1e-6 && l.y1 > r.y && l.y1 < r.y + r.h,
      );
      expect(i, `line ${l.n}`).toBeGreaterThanOrEqual(0);
      const r = hand[i] as { x: number; y: number; w: number; h: number };
      // the two trims take the margin itself, the others the kerf about the line
      const trim = upright ? l.x1 === 1 : l.y1 === 1;
      const half = trim ? 0 : 0.5;
      const parts = upright
        ? [
            { ...r, w: l.x1 - half - r.x },
            { ...r, x: l.x1 + half, w: r.x + r.w - l.x1 - half },
          ]
        : [
            { ...r, h: l.y1 - half - r.y },
            { ...r, y: l.y1 + half, h: r.y + r.h - l.y1 - half },
          ];
      hand = [...hand.slice(0, i), ...parts, ...hand.slice(i + 1)];
    }
  });
});

describe("the plan as SVG", () => {
  it("is to size in mm, holds every piece and line, and nothing a name could smuggle in", () => {
    const sheets = [{ id: "s", widthMm: 60, heightMm: 40, thicknessMm: 1 }];
    const svg = cuttingSvg(
      cuttingPlan(sheets, [{ id: 'P1"><script>', widthMm: 10, heightMm: 9, thicknessMm: 1 }], 1, 0),
      sheets,
    );
    expect(svg).toMatch(/^<svg [^>]*width="72mm" height="72mm" viewBox="0 0 72 72">/);
    expect(svg).toContain(">P1script<");
    expect(svg).toMatch(/width="(10" height="9|9" height="10)"/);
    expect(svg.match(/<circle/g)?.length).toBe(2);
    expect(svg).not.toContain("<script");
  });
});

describe("a file for the cutting plan", () => {
  const sheets = [{ id: "s", widthMm: 50, heightMm: 50, thicknessMm: 1 }];
  const pieces = [{ id: "p", widthMm: 10, heightMm: 10, thicknessMm: 1 }];
  const why = (f: object | string) => {
    const r = padsFile(typeof f === "string" ? f : JSON.stringify(f));
    return r.ok ? "" : r.problem.message;
  };
  it("is read, and refused with its place", () => {
    expect(padsFile(JSON.stringify({ sheets, pieces, kerfMm: 1 }))).toMatchObject({
      ok: true,
      value: { sheets, pieces, kerfMm: 1 },
    });
    expect(why("[")).toContain("not JSON");
    expect(why({ sheets: [{ ...sheets[0], offcut: "yes" }], pieces })).toContain(
      "sheets[0].offcut must be true or false",
    );
    expect(why({ sheets: [...sheets, ...sheets], pieces })).toContain("sheets[1].id stands twice");
    expect(why({ sheets, pieces: [] })).toContain("1 to 200");
    expect(why({ sheets, pieces, kerfMm: -1 })).toContain("kerfMm must be a number from 0");
    expect(why({ pieces })).toContain("sheets must be a list");
  });
});
