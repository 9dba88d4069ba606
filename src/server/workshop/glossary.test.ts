import { describe, expect, it } from "vitest";
import { glossary } from "./views/glossary";

describe("the glossary", () => {
  it("has each word once, in the order of the alphabet, with what it means", async () => {
    const terms = await glossary();
    const names = terms.map((t) => t.name);
    expect(names.length).toBeGreaterThan(20);
    expect(names).toEqual([...new Set(names)].sort((a, b) => a.localeCompare(b, "en")));
    for (const t of terms) expect(t.means.length, t.name).toBeGreaterThan(20);
    expect(names).toContain("Bond line");
  });
});
