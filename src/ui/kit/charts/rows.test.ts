import { describe, expect, it } from "vitest";
import { chartRows, extent } from "./rows";

describe("rows of a chart", () => {
  it("a bucket with a range is drawn from low to high", () => {
    const rows = chartRows([
      {
        key: "a",
        points: [
          { t: 0, min: 1, max: 5 },
          { t: 10, min: 2, max: 2 },
        ],
      },
    ]);
    expect(rows).toEqual([
      { t: 0, a: 1 },
      { t: 5, a: 5 },
      { t: 10, a: 2 },
    ]);
  });
  it("curves with like times share their rows", () => {
    const point = (t: number, v: number) => ({ t, min: v, max: v });
    expect(
      chartRows([
        { key: "a", points: [point(0, 1), point(1, 2)] },
        { key: "b", points: [point(1, 9)] },
      ]),
    ).toEqual([
      { t: 0, a: 1 },
      { t: 1, a: 2, b: 9 },
    ]);
  });
  it("extents and ticks are round and inside", () => {
    expect(extent([{ points: [{ t: 0, min: 3, max: 7 }] }], 1)).toEqual([2, 8]);
    expect(extent([], 1)).toEqual([0, 1]);
  });
});
