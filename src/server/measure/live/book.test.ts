import { expect, it, vi } from "vitest";
import type { LiveRun } from "../../../data/measure/liveRuns";
import { Book } from "./book";

const reads = vi.hoisted(() => ({ fail: 0 }));

vi.mock("../../../data/base/connection", () => ({ database: () => Promise.resolve({}) }));
vi.mock("../../../data/measure/liveRuns", () => ({
  findLiveRun: () => (reads.fail-- > 0 ? Promise.reject(new Error("the database is busy")) : Promise.resolve(null)),
  liveEvents: () => Promise.resolve([]),
  liveSources: () => Promise.resolve(new Map([["laptop", { offsetS: 0, high: 4 }]])),
  liveSamplesAfter: () =>
    Promise.resolve([{ id: 9, source: "laptop", sample: { seq: 4, t: 2, values: { "cpu.temperature": 61 } } }]),
}));

it("a run that could not be read once is read the next time it is asked for", async () => {
  const book = new Book({ id: 1 } as LiveRun);
  reads.fail = 1;
  await expect(book.catchUp()).rejects.toThrow("the database is busy");
  await book.catchUp();
  expect(book.acknowledged("laptop").acknowledged).toBe(4);
  expect(book.nowS).toBe(2);
});
