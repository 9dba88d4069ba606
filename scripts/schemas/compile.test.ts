import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { COMPILED, compiledSchemas } from "./compile";

describe("the compiled schemas", () => {
  it("are those of today: run npm run schemas after a schema changed", () => {
    expect(readFileSync(COMPILED, "utf8") === compiledSchemas()).toBe(true);
  });

  it("make no code and load nothing at run time", () => {
    const code = readFileSync(COMPILED, "utf8");
    expect(code).not.toMatch(/\beval\(|new Function|\brequire\(/);
  });
});
