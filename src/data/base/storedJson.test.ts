import { describe, expect, it, vi } from "vitest";
import { storedJson } from "./storedJson";

describe("JSON as it was stored", () => {
  it("is read; what cannot be is noted by the name of its row, and something else stands for it", () => {
    const told = vi.spyOn(console, "error").mockImplementation(() => undefined);
    expect(storedJson('{"a":1}', { a: 2 }, "lot 12")).toEqual({ a: 1 });
    expect(storedJson<number[]>("[1]", [], "lot 12")).toEqual([1]);
    expect(storedJson(null, { a: 2 }, "lot 12")).toEqual({ a: 2 });
    expect(told).not.toHaveBeenCalled();
    for (const odd of ["{", "", "null", "7", '"x"', "\u0000"])
      expect(storedJson(odd, { a: 2 }, "lot 12")).toEqual({ a: 2 });
    expect(told.mock.calls.flat()).toEqual(Array.from({ length: 6 }, () => "lot 12 cannot be read as it is stored."));
    told.mockRestore();
  });
});
