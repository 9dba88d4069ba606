import { LONG } from "../../../testing/long";
import { expect, it } from "vitest";
import { demoLayouts } from "../../../samples/layouts";
import { golden, summed, eachSummed } from "../../../testing/golden";
import { CoolingMap, type Pad } from "../../drawing/parts";
import { PASTES, type Paste } from "../paste";
import {
  balanceOf,
  curveThrough,
  cuttingPlan,
  cuttingSvg,
  forcesOn,
  gapFromHeights,
  gapOfText,
  gapText,
  measuredGap,
  nearby,
  padHeat,
  padKPa,
  padN,
  padWarnings,
  riseAt,
  stiffer,
  straddleWords,
  thicknessOptions,
  unmeasuredGap,
  usualCurves,
  type Piece,
  type PlateStack,
  type Sheet,
} from "./index";

const [grey, thick] = PASTES as [Paste, Paste];
const screws = [
  [0, 0, "a"],
  [36, 2, "a"],
  [38, 30, "a"],
  [1, 32, "a"],
  [50, 4, "b"],
  [82, 3, "b"],
  [80, 34, "b"],
  [51, 33, "b"],
] as const;
const pad = (n: number, xMm: number, yMm: number, gapMm: number, more: object = {}) => ({
  tag: `P${n}`,
  xMm,
  yMm,
  widthMm: 14,
  heightMm: 11,
  gapMm,
  thicknessMm: 1,
  curve: usualCurves.medium,
  ...more,
});

/** Two plates, alone as one, or joined by a pipe. */
function stack(kind: "one" | "two" | "joined", paste: Paste, pads: PlateStack["pads"]): PlateStack {
  const one = kind === "one";
  const of = (body: string) => (one ? {} : { body });
  const base: PlateStack = {
    screws: screws.map(([xMm, yMm, b], i) => ({
      id: String(i),
      xMm,
      yMm,
      forceN: 8 + (i % 3),
      ...(i % 2 ? { wayMm: 2 } : {}),
      ...of(b),
    })),
    chips: [
      { id: "c1", xMm: 19, yMm: 16, widthMm: 15, heightMm: 9.5, ...of("a") },
      { id: "c2", xMm: 66, yMm: 19, widthMm: 20, heightMm: 16, ...of("b") },
    ],
    pads: pads.map((p) => (one ? p : { ...p, body: p.xMm < 45 ? "a" : "b" })),
    paste,
  };
  if (one) return base;
  const bodies = [
    { id: "a", xMm: 19, yMm: 16 },
    { id: "b", xMm: 66, yMm: 19 },
  ];
  return kind === "two" ? { ...base, bodies } : { ...base, bodies, pipes: [pipe] };
}

const pipe = {
  from: "a",
  to: "b",
  points: [
    [30, 16],
    [45, 12],
    [58, 19],
  ] as const,
  widthMm: 8,
  heightMm: 2.6,
};

const sets = {
  none: [],
  even: [pad(1, 5, 16, 0.8), pad(2, 33, 16, 0.8)],
  "one side": [pad(1, 5, 16, 0.62), pad(2, 60, 5, 0.7, { curve: usualCurves.firm })],
  apart: [pad(1, 5, 16, 0.8), pad(3, 70, 30, 0.75, { heldBy: "posts" }), pad(4, 30, 30, 1.1, { heldBy: "nothing" })],
  "too thick": [pad(1, 5, 16, 0.4), pad(2, 80, 19, 0.45)],
};

it("plates on paste and pads rest as kept", async () => {
  const out = Object.entries(sets).flatMap(([name, pads]) =>
    (["one", "two", "joined"] as const).flatMap((kind) =>
      [grey, thick].map((paste) => {
        const s = stack(kind, paste, pads);
        const rest = balanceOf(s);
        const sides = kind !== "one" ? [forcesOn(s, rest, "a", (p) => p.xMm - 19), forcesOn(s, rest, "b")] : [];
        const rises = rest.planes.map((p) => [riseAt(p, 0, 0), riseAt(p, 40, 10), riseAt(p, 70, 30)]);
        const behind = summed([forcesOn(s, rest, null, (p) => p.yMm - 16), sides, rises]);
        return [name, kind, paste.name, rest.screwsN, rest.padsShare, summed(rest), behind];
      }),
    ),
  );
  await expect(golden(Object.fromEntries(out.map((o, i) => [i, o])))).toMatchFileSnapshot("golden/rest.txt");
});

it("curves, thicknesses and gaps stand as kept", async () => {
  const gaps = [0.3, 0.52, 0.81, 1, 1.02, 1.4, 1.96, 2.7, 4.2];
  const out = Object.entries(usualCurves).map(([name, curve]) => [
    name,
    [-0.1, 0.02, 0.1, 0.25, 0.4, 0.55, 0.8, 0.97].map((x) => [padKPa(curve, x), padKPa(stiffer(curve, 3), x)]),
    gaps.map((g) => {
      const options = thicknessOptions(g, 150, curve);
      return summed([
        padN(curve, 150, 1, g),
        options.filter((o) => o.fits || o.thicknessMm === 1),
        nearby(options).map((o) => o.thicknessMm),
        straddleWords(options),
        options.slice(0, 4).map((o) => padHeat({ pressedMm: o.thicknessMm, airMm: o.airMm }, 150, 5, 1.5)),
      ]);
    }),
    curveThrough(curve, 70),
  ]);
  const measured = (["feeler", "clay", "solder", "old"] as const).flatMap((by) =>
    [0.4, 0.95].map((mm) => [
      by,
      measuredGap(mm, by, 1, "medium"),
      measuredGap(mm, by, 1.5, "soft"),
      gapText(mm, by),
      gapOfText(gapText(mm, by)),
    ]),
  );
  const heights = [
    gapFromHeights({ dieTopMm: 1.2, partTopMm: 0.9, stepMm: 0.6 }),
    gapFromHeights({ dieTopMm: 1, partTopMm: 1.4, stepMm: 0.1 }),
  ];
  await expect(
    golden({
      out,
      measured,
      heights,
      none: unmeasuredGap(1, usualCurves.soft),
      odd: ["", "x", "1;by=z"].map(gapOfText),
    }),
  ).toMatchFileSnapshot("golden/gaps.txt");
});

it("pads in odd places are warned of as kept", async () => {
  const out = demoLayouts().flatMap((layout) => {
    const pads = layout.parts.filter((p): p is Pad => p.kind === "pad");
    const screw = layout.parts.find((p) => p.kind === "screw");
    const drive = layout.parts.find((p) => p.kind === "module" && p.form === "drive");
    const said = (parts: typeof layout.parts, mm: [string, number][] = []) =>
      padWarnings(new CoolingMap({ ...layout, parts }), new Map(mm)).map((w) => [w.code, w.tags, w.say]);
    const moved = (p: Pad, at: { xMm: number; yMm: number }) =>
      layout.parts.map((q) => (q.id === p.id ? { ...p, xMm: at.xMm, yMm: at.yMm } : q));
    const [first, second] = pads;
    return [
      [layout.model, said(layout.parts)],
      pads.map((p) => said(layout.parts, [[p.tag, p.thicknessMm + 0.5]])),
      pads.map((p) => said(layout.parts, [[p.tag, p.thicknessMm + 0.25]])),
      first && second ? said(moved(first, { xMm: second.xMm + 4, yMm: second.yMm })) : [],
      first && screw && "xMm" in screw ? said(moved(first, { xMm: screw.xMm + 5, yMm: screw.yMm + 4 })) : [],
      first && drive && "xMm" in drive
        ? [-1, -0.5, 0, 0.5, 1].map((k) =>
            [-0.5, 0, 0.5].map(
              (l) =>
                said(moved(first, { xMm: drive.xMm + k * drive.wMm * 0.5, yMm: drive.yMm + l * drive.hMm })).length,
            ),
          )
        : [],
    ];
  });
  await expect(golden(Object.fromEntries(out.map((o, i) => [i, o])))).toMatchFileSnapshot("golden/warnings.txt");
});

it.runIf(LONG)("cuttings stand as kept", async () => {
  let seed = 7;
  const random = () => (seed = (seed * 48271) % 2147483647) / 2147483647;
  const between = (a: number, b: number) => Math.round(10 * (a + (b - a) * random())) / 10;
  const out = Array.from({ length: 14 }, (_, n) => {
    const pieces: Piece[] = Array.from({ length: 2 + n }, (_, i) => ({
      id: `P${i + 1}`,
      widthMm: between(8, 30),
      heightMm: between(6, 22),
      thicknessMm: i % 4 === 3 ? 1.5 : 1,
    }));
    const sheets: Sheet[] = Array.from({ length: 1 + (n % 4) }, (_, i) => ({
      id: `S${i + 1}`,
      widthMm: between(40, 100),
      heightMm: between(30, 80),
      thicknessMm: i === 2 ? 1.5 : 1,
      ...(i % 2 ? { offcut: true } : {}),
    }));
    const plan = cuttingPlan(sheets, pieces, 1, n % 3);
    const { placed, ...rest } = plan;
    return [n, summed(placed), eachSummed(rest), n < 4 ? summed(cuttingSvg(plan, sheets)) : ""];
  });
  await expect(golden(Object.fromEntries(out.map((o, i) => [i, o])))).toMatchFileSnapshot("golden/cuttings.txt");
});
