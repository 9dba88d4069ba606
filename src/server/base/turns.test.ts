import { describe, expect, it } from "vitest";
import { Turns } from "./turns";

const soon = () => new Promise((r) => setTimeout(r, 5));

describe("turns", () => {
  it("are given so many at a time, first come first served", async () => {
    const turns = new Turns(2, 10_000);
    const begun: number[] = [];
    const ends: (() => void)[] = [];
    for (let i = 0; i < 5; i++)
      void turns.take().then((end) => {
        begun.push(i);
        ends[i] = end;
      });
    await soon();
    expect(begun).toEqual([0, 1]);
    ends[0]?.();
    await soon();
    expect(begun).toEqual([0, 1, 2]);
    // ended twice is ended once
    ends[0]?.();
    await soon();
    expect(begun).toEqual([0, 1, 2]);
    for (const end of [ends[1], ends[2]]) end?.();
    await soon();
    expect(begun).toEqual([0, 1, 2, 3, 4]);
  });
  it("one that is never ended holds nobody up for long", async () => {
    const turns = new Turns(1, 20);
    await turns.take();
    const from = Date.now();
    await turns.take();
    expect(Date.now() - from).toBeGreaterThanOrEqual(15);
  });
});
