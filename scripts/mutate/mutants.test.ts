import { describe, expect, it } from "vitest";
import { mutantsOf } from "./mutants";

const texts = (source: string) =>
  mutantsOf("a.ts", source).map((m) => source.slice(0, m.start) + m.text + source.slice(m.end));

describe("mutants", () => {
  it("turn operators round", () => {
    expect(texts("const a = b + c;")).toEqual(["const a = b - c;"]);
    expect(texts("const a = b < c;")).toEqual(["const a = b >= c;"]);
    expect(texts("const a = b && c;")).toEqual(["const a = b || c;"]);
    expect(texts("a += b;")).toEqual(["a -= b;"]);
  });

  it("leave text that is put together alone", () => {
    expect(texts('const a = "x" + b;')).toEqual([]);
    expect(texts("const a = `x${b}` + c;")).toEqual([]);
  });

  it("make conditions always and never true", () => {
    expect(texts("if (a) b;")).toEqual(["if (false) b;", "if (true) b;"]);
    expect(texts("const a = b ? c : d;")).toEqual(["const a = !(b) ? c : d;"]);
  });

  it("move numbers, drop signs and calls, swap twins", () => {
    expect(texts("const a = 7;")).toEqual(["const a = 8;"]);
    expect(texts("const a = 0.5;")).toEqual(["const a = 0.75;"]);
    expect(texts("const a = -b;")).toEqual(["const a = (b);"]);
    expect(texts("const a = !b;")).toEqual(["const a = (b);"]);
    expect(texts("put(a);")).toEqual([";"]);
    expect(texts("const a = Math.min(b, c);")).toEqual(["const a = Math.max(b, c);"]);
    expect(texts("const a = l.some(f);")).toEqual(["const a = l.every(f);"]);
  });

  it("leave alone what stands for the type checker and is never reached", () => {
    expect(texts("const a = b[c] ?? 0;")).toEqual([]);
    expect(texts("const a = b.get(c) ?? 0;")).toEqual(["const a = b.get(c) ?? 1;"]);
    expect(texts("const a = b[7] ?? c;")).toEqual(["const a = b[8] ?? c;"]);
  });

  it("do not touch types and imports", () => {
    expect(texts('import { a } from "./b";\ninterface C { d: 1 | 2 }\ntype E = 3;')).toEqual([]);
    expect(texts("const a: 1 | 2 = b as 1;")).toEqual([]);
  });

  it("know their line, from 1", () => {
    expect(mutantsOf("a.ts", "\n\nconst a = true;").map((m) => [m.line, m.what])).toEqual([[3, "true → false"]]);
  });
});
