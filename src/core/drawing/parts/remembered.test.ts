import { describe, expect, it } from "vitest";
import { wrenfell14Layout } from "../../../samples/layouts";
import { emptyLayout } from "./parts";
import { rememberedMap } from "./remembered";

describe("a drawing's map", () => {
  it("is the same for the same drawing, another for a later version, and none of an empty base", () => {
    const one = rememberedMap("7.1", wrenfell14Layout());
    expect(rememberedMap("7.1", wrenfell14Layout())).toBe(one);
    expect(rememberedMap("7.2", wrenfell14Layout())).not.toBe(one);
    expect(one?.links.length).toBeGreaterThan(3);
    expect(rememberedMap("8.1", emptyLayout("", "", 300, 200))).toBeNull();
    expect(rememberedMap(undefined, wrenfell14Layout())).not.toBe(rememberedMap(undefined, wrenfell14Layout()));
  });

  it("goes when many others came after it, not while it is used", () => {
    const used = rememberedMap("used", wrenfell14Layout());
    const idle = rememberedMap("idle", wrenfell14Layout());
    for (let i = 0; i < 100; i++) {
      rememberedMap(`other ${i}`, wrenfell14Layout());
      expect(rememberedMap("used", wrenfell14Layout())).toBe(used);
    }
    expect(rememberedMap("idle", wrenfell14Layout())).not.toBe(idle);
  });
});
