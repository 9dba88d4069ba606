import { LONG } from "../../../testing/long";
import { expect, it } from "vitest";
import { golden, summed } from "../../../testing/golden";
import { fieldOf, openGap, airPockets, sinkHeaps, runOn } from "./field";
import {
  amountFor,
  beadMm,
  bondLineM,
  dropMm,
  jobsLeft,
  laidHeights,
  matesAnswer,
  PASTES,
  PATTERNS,
  pressing,
  pressingOf,
  squeezeRun,
  stepsInOrder,
  stopsOf,
  strokeLengthMm,
  strokesOf,
  suggestPattern,
  takenMm3,
  type Laid,
  type Paste,
  type SqueezeRun,
  type SqueezeSetup,
} from "./index";

const corners = (["a", "b", "c", "d"] as const).map((id, i) => ({
  id,
  xMm: [-17, 18, 16, -18][i] ?? 0,
  yMm: [-15, 16, -16, 14][i] ?? 0,
  forceN: 8 + i,
}));
const rounds = pressingOf(corners, { xMm: 1, yMm: -0.5 }, stepsInOrder(["a", "b", "c", "d"], 3), [0.2, 0.45, 1]);
const sideFirst = pressingOf(corners, { xMm: 0, yMm: 0 }, stepsInOrder(["a", "d", "b", "c"], 1), [1]);

const told = (r: SqueezeRun | null) =>
  r && {
    n: [r.nx, r.ny],
    endS: r.endS,
    kept: r.kept,
    gaveUp: r.gaveUp,
    frames: r.frames
      .filter((_, i) => i % Math.max(1, Math.floor(r.frames.length / 6)) === 0 || i === r.frames.length - 1)
      .map((f) => [
        f.atS,
        f.gapUm,
        f.slopeX,
        f.slopeY,
        f.wetted,
        f.trapped,
        f.meanUm,
        f.over,
        Array.from(f.film).reduce((a, b, i) => a + b * ((i % 7) + 1), 0),
        Array.from(f.fill).reduce((a, b, i) => a + b * ((i % 5) + 1), 0),
        Array.from(f.air).reduce((a, b, i) => a + b * ((i % 3) + 1), 0),
      ]),
  };

const setup = (paste: Paste, pattern: Laid["pattern"], more: Partial<SqueezeSetup> = {}): SqueezeSetup => ({
  widthMm: 14,
  heightMm: 9,
  paste,
  laid: {
    pattern,
    volumeMm3: amountFor({ widthMm: 14, heightMm: 9, forceN: 36, powerW: 45 }, paste).volumeMm3,
    nozzleMm: 1.6,
  },
  ...rounds,
  cells: 18,
  ...more,
});

it("squeezes run as kept: every paste, turned and one side first", async () => {
  const out: unknown[] = [];
  for (const [k, paste] of PASTES.entries()) {
    const pattern = (["dot", "line", "cross", "five", "film"] as const)[k % 5] ?? "dot";
    out.push([paste.name, pattern, told(await squeezeRun(setup(paste, paste.liquidMetal ? "film" : pattern), 1))]);
    out.push(["one side first", told(await squeezeRun(setup(paste, "cross", sideFirst), 1.5))]);
  }
  await expect(golden(out)).toMatchFileSnapshot("golden/squeezes.txt");
});

it("squeezes of many forms run as kept: mates, held plates, a start of its own, air shut in", async () => {
  const [grey] = PASTES as [Paste];
  const mates = [{ xMm: 24, yMm: 3, widthMm: 20, heightMm: 14, volumeMm3: 14 }];
  const ring = Float64Array.from({ length: 18 * 12 }, (_, i) => {
    const [x, y] = [(i % 18) - 8.5, Math.floor(i / 18) - 5.5];
    return Math.abs(Math.hypot(x, y * 1.2) - 5) < 1.4 ? 0.4 : 0;
  });
  const forms: Record<string, Partial<SqueezeSetup>> = {
    mates: { mates },
    held: { mates, levelNm: [0.9, 0.1, 0.5] },
    ring: { start: { heights: ring, gapMm: 0.45 } },
    "ring, one side first": { start: { heights: ring, gapMm: 0.45 }, ...sideFirst },
    "little, fine steps": { laid: { pattern: "line", volumeMm3: 1.1, nozzleMm: 1 }, stepShare: 0.04 },
    "much, tall": { widthMm: 6, heightMm: 13, laid: { pattern: "line", volumeMm3: 30, nozzleMm: 2 } },
    newtonian: { newtonian: true, loads: rounds.loads.slice(0, 4) },
  };
  const out: Record<string, unknown> = {};
  for (const [name, more] of Object.entries(forms)) out[name] = told(await squeezeRun(setup(grey, "cross", more), 1));
  await expect(golden(out)).toMatchFileSnapshot("golden/forms.txt");
});

it("patterns, amounts and stops stand as kept", async () => {
  const faces = [
    [4, 4],
    [15, 9.5],
    [24, 11],
    [22, 22],
  ] as const;
  const own: Laid["strokes"] = [
    [
      [-3, -1],
      [2, 1.5],
    ],
    [[1, 1]],
  ];
  const out = {
    laid: faces.map(([w, h]) =>
      PATTERNS.map(([pattern]) => {
        const laid: Laid = { pattern, volumeMm3: w * h * 0.05, nozzleMm: 1.4, strokes: own };
        const heights = laidHeights(laid, w, h, 20, Math.max(4, Math.round((20 * h) / w)));
        const strokes = strokesOf(laid, w, h);
        return [pattern, summed([heights, strokes, strokeLengthMm(strokes), beadMm(laid.volumeMm3, strokes)])];
      }),
    ),
    amounts: PASTES.map((p) =>
      summed(faces.map(([widthMm, heightMm]) => amountFor({ widthMm, heightMm, forceN: 30, powerW: 40 }, p, 1.5, 8))),
    ),
    lines: summed(PASTES.map((p) => [2e4, 1e5, 4e5].map((pa) => bondLineM(p, pa)))),
    stops: PASTES.map((p) => [
      stopsOf(p, { aluminium: [], openParts: false }),
      stopsOf(p, { aluminium: ["C1"], openParts: true }),
      stopsOf(p, { aluminium: ["C1", "C2"], openParts: false }),
    ]),
    taken: PATTERNS.map(([p]) => [takenMm3(p, 6), takenMm3(p, 6, 2.5)]),
    left: [jobsLeft(3, 0.2), jobsLeft(0.1, 0.2), dropMm(5), dropMm(12)],
    pressing: summed([rounds, sideFirst]),
  };
  await expect(golden(out)).toMatchFileSnapshot("golden/patterns.txt");
});

it("the field's own moves stand as kept", async () => {
  const out: unknown[] = [];
  for (const [w, h, cells] of [
    [14, 9, 16],
    [6, 12, 14],
  ] as const) {
    const f = fieldOf(w, h, cells);
    const rest = Object.entries(f).filter(([, v]) => typeof v === "number");
    for (const plane of [
      [2e-4, 0, 0],
      [2e-4, 0.008, -0.006],
      [6e-5, -0.004, 0.003],
    ] as const) {
      openGap(f, plane);
      const vs = (f as unknown as { vol?: Float64Array }).vol;
      out.push([rest, plane, Object.entries(f).map(([k, v]) => [k, v as unknown]), vs?.length ?? 0]);
    }
    const over: [number, number, number, number] = [0, 0, 0, 0];
    const paste = Object.values(f).filter((v): v is Float64Array => v instanceof Float64Array);
    paste[0]?.forEach((_, i, all) => (all[i] = i % 3 === 0 ? 4e-12 : (i % 5) * 1e-13));
    airPockets(f, true);
    out.push(Object.entries(f).map(([k, v]) => [k, v as unknown]));
    sinkHeaps(f);
    runOn(f, over);
    airPockets(f);
    out.push(
      over,
      Object.entries(f).map(([k, v]) => [k, v as unknown]),
    );
  }
  await expect(golden(Object.fromEntries(out.map((o, i) => [i, summed(o)])))).toMatchFileSnapshot("golden/field.txt");
});

it("what else answers a plate, and what presses it, stand as kept", async () => {
  const planes = [
    [8e-5, 0, 0],
    [1.2e-4, 0.002, -0.001],
    [3e-5, -0.003, 0.002],
  ] as const;
  const mates = [
    { xMm: 24, yMm: 3, widthMm: 20, heightMm: 14, volumeMm3: 14 },
    { xMm: -15, yMm: -6, widthMm: 6, heightMm: 6, volumeMm3: 0.6 },
  ];
  const load = { atS: 0, forcesN: [9, 8, 0, 3] };
  const out = PASTES.map((p) =>
    planes.map((plane) => [
      matesAnswer(mates, p, [...plane]),
      pressing(corners, load, 3000, [...plane]),
      pressing(corners, load, 3000, [...plane], 6e-5),
    ]),
  );
  await expect(golden(out)).toMatchFileSnapshot("golden/answers.txt");
});

it.runIf(LONG)("suggestions stand as kept", async () => {
  const out: unknown[] = [];
  for (const [k, face] of [
    [0, { widthMm: 14, heightMm: 9, forceN: 36, powerW: 45 }],
    [3, { widthMm: 24, heightMm: 8, forceN: 30, powerW: 30 }],
  ] as const) {
    const paste = PASTES[k];
    if (paste) out.push(await suggestPattern(face, paste, rounds));
  }
  await expect(golden(out)).toMatchFileSnapshot("golden/suggestions.txt");
});
