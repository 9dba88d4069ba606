import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { canonicalJson, jobDifferences, type JobFile } from ".";

describe("canonical JSON", () => {
  it("is the same whatever the order of keys, and reads back as the value", () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        const text = canonicalJson(value);
        expect(JSON.parse(text)).toEqual(JSON.parse(JSON.stringify(value)));
        const turned: unknown = JSON.parse(JSON.stringify(value), (_, v: unknown) =>
          v && typeof v === "object" && !Array.isArray(v) ? Object.fromEntries(Object.entries(v).reverse()) : v,
        );
        expect(canonicalJson(turned)).toBe(text);
      }),
    );
  });
  it("leaves out what is not there, and tells one value from another", () => {
    expect(canonicalJson({ b: [1, undefined], a: undefined, c: NaN })).toBe('{"b":[1,null],"c":null}');
    expect(canonicalJson({ a: "1" })).not.toBe(canonicalJson({ a: 1 }));
    expect(canonicalJson([1, 23])).not.toBe(canonicalJson([12, 3]));
  });
});

describe("differences of two documents of a job", () => {
  const job = { complaint: "loud", closedAt: null, machine: { tag: "A", place: "x" }, runs: [1], drawing: null };
  const of = (more: object) => jobDifferences(job as unknown as JobFile, { ...job, ...more } as unknown as JobFile);
  it("are told part by part", () => {
    expect(of({})).toEqual([]);
    expect(of({ complaint: "hot" })).toEqual([{ part: "complaint", says: "“loud” here, “hot” in the file" }]);
    expect(of({ runs: [1, 2] })).toEqual([{ part: "runs", says: "1 here, 2 in the file" }]);
    expect(of({ runs: [3] })).toEqual([{ part: "runs", says: "1 each, not the same" }]);
    expect(of({ machine: { tag: "A", place: "y" } })).toEqual([{ part: "machine", says: "not the same: place" }]);
    expect(of({ drawing: { number: 1 } })).toEqual([{ part: "drawing", says: "only in the file" }]);
  });
});
