import { describe, expect, it } from "vitest";
import { doubtsOf } from "./belongs";

const other = { kind: "before" as const, name: "lr-before.csv", sha256: "aa", startMs: 1000 };

describe("whether a log is the one it is said to be", () => {
  it("the same file twice", () =>
    expect(doubtsOf("after", { name: "x.csv", sha256: "aa", startMs: null }, other)[0]?.code).toBe("same-log"));
  it("an after run older than the before run", () =>
    expect(doubtsOf("after", { name: "x.csv", sha256: "bb", startMs: 500 }, other)[0]?.code).toBe("swapped-logs"));
  it("a name that says the other", () =>
    expect(doubtsOf("before", { name: "lr08-after.csv", startMs: null }, null)[0]?.code).toBe("name-says-other"));
  it("nothing to say of a right one", () => {
    expect(doubtsOf("after", { name: "lr08-after.csv", sha256: "bb", startMs: 2000 }, other)).toEqual([]);
    expect(doubtsOf("before", { name: "hereafter.csv", startMs: null }, null)).toEqual([]);
  });
});
