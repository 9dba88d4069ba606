import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { aspectOf, homography, isConvex, mapped, square, warp, type Corners, type Pixels, type Point } from "./index";

const rect = (w: number, h: number): Corners => [
  [0, 0],
  [w, 0],
  [w, h],
  [0, h],
];

/** A view of a w by h rectangle by a camera with focal length f px in a picture of 4000 by 3000, tilted and turned. */
function seen([w, h]: [number, number], f: number, [tilt, swing]: [number, number], far = 1100): Corners {
  const [ct, st, cs, ss] = [Math.cos(tilt), Math.sin(tilt), Math.cos(swing), Math.sin(swing)];
  const at = ([x, y]: Point): Point => {
    const [u, v] = [x - w / 2, y - h / 2];
    const [x1, z1] = [u * cs, -u * ss];
    const [y2, z2] = [v * ct - z1 * st, v * st + z1 * ct];
    return [2000 + (f * x1) / (far + z2), 1500 + (f * y2) / (far + z2)];
  };
  const [a, b, c, d] = rect(w, h);
  return [at(a), at(b), at(c), at(d)];
}

describe("projective maps", () => {
  const corner = fc.tuple(fc.double({ min: -80, max: 80, noNaN: true }), fc.double({ min: -80, max: 80, noNaN: true }));
  const view = fc
    .tuple(corner, corner, corner, corner)
    .map(
      (c) =>
        rect(1000, 700).map(([x, y], i): Point => [
          x + 300 + (c[i]?.[0] ?? 0),
          y + 200 + (c[i]?.[1] ?? 0),
        ]) as unknown as Corners,
    );

  it("take each corner to its own, and there and back is where it was", () => {
    fc.assert(
      fc.property(
        view,
        fc.double({ min: 0, max: 356, noNaN: true }),
        fc.double({ min: 0, max: 246, noNaN: true }),
        (c, x, y) => {
          const there = homography(rect(356, 246), c);
          const back = homography(c, rect(356, 246));
          if (!there || !back) throw new Error("no map");
          rect(356, 246).forEach((p, i) =>
            expect(
              Math.hypot(mapped(there, p)[0] - (c[i]?.[0] ?? 0), mapped(there, p)[1] - (c[i]?.[1] ?? 0)),
            ).toBeLessThan(1e-6),
          );
          const [u, v] = mapped(back, mapped(there, [x, y]));
          expect(Math.hypot(u - x, v - y)).toBeLessThan(1e-6);
        },
      ),
    );
  });

  it("are none for corners on a line", () => {
    expect(
      homography(
        [
          [0, 0],
          [10, 10],
          [20, 20],
          [0, 30],
        ],
        rect(1, 1),
      ),
    ).toBeNull();
    expect(
      isConvex([
        [0, 0],
        [10, 0],
        [0, 10],
        [10, 10],
      ]),
    ).toBe(false);
    expect(isConvex(rect(10, 10))).toBe(true);
  });
});

describe("the ratio of a rectangle from its view", () => {
  it("comes from the perspective alone, whatever the lens and the slant", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.6, max: 1.8, noNaN: true }),
        fc.integer({ min: 1800, max: 5200 }),
        fc.double({ min: 0.15, max: 0.6, noNaN: true }),
        fc.double({ min: 0.12, max: 0.5, noNaN: true }),
        (aspect, f, tilt, swing) => {
          expect(aspectOf(seen([300 * aspect, 300], f, [tilt, swing]), 4000, 3000) / aspect).toBeCloseTo(1, 3);
        },
      ),
    );
  });
  it("seen straight on is that of its sides", () => {
    expect(
      aspectOf(
        [
          [100, 100],
          [456, 100],
          [456, 346],
          [100, 346],
        ],
        600,
        450,
      ),
    ).toBeCloseTo(356 / 246, 6);
  });
});

describe("squaring up", () => {
  const photo = { widthPx: 4000, heightPx: 3000 };
  const view = seen([356, 246], 3200, [0.3, 0.22]);
  const back = homography(rect(356, 246), view);
  const onPhoto = (x: number, y: number): Point => (back ? mapped(back, [x, y]) : [0, 0]);
  const known = { from: onPhoto(252, 128), to: onPhoto(332, 128), mm: 80 };

  it("with the case's size, the known length tells how well it fits", () => {
    const s = square({ corners: view, known, opacity: 1 }, photo, { widthMm: 356, depthMm: 246 });
    expect(s.ok && s.misfitMm).toBeLessThan(1e-6);
    const wrong = square({ corners: view, known: { ...known, mm: 60 }, opacity: 1 }, photo, {
      widthMm: 356,
      depthMm: 246,
    });
    expect(wrong.ok && wrong.misfitMm).toBeCloseTo(20, 6);
  });

  it("with the length taken as true, the case's size comes out of the picture", () => {
    const s = square({ corners: view, known, opacity: 1 }, photo, { widthMm: 300, depthMm: 300 }, "length");
    if (!s.ok) throw new Error(s.why);
    expect(s.widthMm).toBeCloseTo(356, 1);
    expect(s.depthMm).toBeCloseTo(246, 1);
  });

  it("says what is wrong with rings that do not go round, and with a length of none", () => {
    const [a, b, c, d] = view;
    const crossed = square({ corners: [a, c, b, d], known: null, opacity: 1 }, photo, { widthMm: 356, depthMm: 246 });
    expect(crossed.ok ? "" : crossed.why).toContain("own corner");
    const none = square(
      { corners: view, known: { from: a, to: a, mm: 80 }, opacity: 1 },
      photo,
      { widthMm: 356, depthMm: 246 },
      "length",
    );
    expect(none.ok ? "" : none.why).toContain("no length");
  });
});

describe("bending the picture", () => {
  /** A ramp: grey equals the column. */
  const ramp = (width: number, height: number): Pixels => ({
    width,
    height,
    data: Uint8ClampedArray.from({ length: width * height * 4 }, (_, i) => (i % 4 === 3 ? 255 : (i >> 2) % width)),
  });

  it("fetches each pixel from where the map says", () => {
    const out = warp(ramp(200, 100), [2, 0, 0, 0, 2, 0, 0, 0, 1], { widthMm: 80, depthMm: 40, edgeMm: 0, pxPerMm: 2 });
    expect(out && [out.width, out.height]).toEqual([160, 80]);
    // pixel 20 lies at 10.25 mm, that is 20.5 px in, the middle of column 20
    expect(out?.data[20 * 4]).toBeCloseTo(20, 0);
    expect(out?.data[(40 * 160 + 100) * 4]).toBeCloseTo(100, 0);
  });

  it("leaves what lies outside the photo clear, tells how far it is, and stops when told to", () => {
    const shares: number[] = [];
    const out = warp(
      ramp(200, 100),
      [2, 0, 0, 0, 2, 0, 0, 0, 1],
      { widthMm: 80, depthMm: 40, edgeMm: 10, pxPerMm: 2 },
      (s) => shares.push(s) > 0,
    );
    expect(out?.data[3]).toBe(0);
    expect(out?.data[(60 * (out.width ?? 0) + 60) * 4 + 3]).toBe(255);
    expect(shares[0]).toBe(0);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(
      warp(ramp(20, 20), [1, 0, 0, 0, 1, 0, 0, 0, 1], { widthMm: 10, depthMm: 10, edgeMm: 0, pxPerMm: 1 }, () => false),
    ).toBeNull();
  });
});
