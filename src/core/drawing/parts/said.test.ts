import { describe, expect, it } from "vitest";
import { newPart } from "./kinds";
import type { Kind, Part } from "./parts";
import { partsWords } from "./said";

const part = (kind: Kind, tag: string, more: object = {}): Part => ({
  ...newPart(kind, `p${tag}${kind}`, tag, 10, 10),
  ...more,
});
const screws = (n: number, stamped: boolean) =>
  Array.from({ length: n }, (_, i) => part("screw", `s${i}`, { stamp: stamped ? String(i + 1) : "", tag: "" }));

describe("parts said aloud", () => {
  it("names one part, and those of a kind by what is written on them", () => {
    expect(partsWords([part("blower", "F1")])).toBe("blower F1");
    expect(partsWords(screws(3, true))).toBe("screws 1, 2 and 3");
    expect(partsWords([part("blower", "F1"), ...screws(2, true)])).toBe("blower F1 and screws 1 and 2");
    expect(partsWords([part("fins", "S1"), part("fins", "S2")])).toBe("fin stacks S1 and S2");
  });

  it("counts what bears nothing or is many, and never says one word over and over", () => {
    expect(partsWords(screws(6, false))).toBe("6 screws");
    expect(partsWords(screws(8, true))).toBe("8 screws");
    expect(partsWords([])).toBe("");
  });
});
