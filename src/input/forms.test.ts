import { describe, expect, it } from "vitest";
import { check } from "./check";
import { ForkLayoutInput, KeepLayoutInput, SaveLayoutInput } from "./layout";
import { DueInput, JobInput } from "./machine";
import { LotInput } from "./materials";

/** What is wrong with a body, by field; {} where nothing is. */
function wrong(form: Parameters<typeof check>[0], body: unknown): Record<string, string> {
  const checked = check(form as never, body);
  return checked.ok ? {} : checked.fields;
}

describe("names that mean something to the language", () => {
  const named = (text: string) => wrong(LotInput, JSON.parse(text));
  it("are no fields of any form, at whatever depth", () => {
    expect(named('{"constructor":{}}')).toEqual({ constructor: "No form has a field of this name." });
    expect(Object.keys(named('{"__proto__":{"kind":"paste"}}'))).toEqual(["__proto__"]);
    expect(Object.keys(named('{"name":{"toString":1}}'))).toEqual(["name.toString"]);
    expect(Object.keys(named('{"name":[{"constructor":1}]}'))).toEqual(["name.0.constructor"]);
    expect(Object.keys(named("{}"))).not.toContain("constructor");
  });
});

describe("a lot", () => {
  const paste = { kind: "paste", name: "Grey paste", lot: "2207", amount: "4", price: "9", paste: null };

  it("is taken with commas, and nothing more than it needs", () => {
    const checked = check(LotInput, { ...paste, amount: "2,5", price: "8,90" });
    expect(checked.ok && [checked.value.amount, checked.value.price]).toEqual([2.5, 8.9]);
  });

  it.each([
    ["kind", { kind: "tea" }],
    ["name", { name: " " }],
    ["name", { name: "x".repeat(81) }],
    ["lot", { lot: "x".repeat(41) }],
    ["amount", { amount: "" }],
    ["amount", { amount: "-1" }],
    ["amount", { amount: "1e9" }],
    ["price", { price: "cheap" }],
    ["openedOn", { openedOn: "yesterday" }],
    ["bestBefore", { bestBefore: "2031-13-01" }],
  ])("with a wrong %s is refused there", (field, change) => {
    expect(Object.keys(wrong(LotInput, { ...paste, ...change }))).toEqual([field]);
  });

  it("knows no other fields", () => {
    expect(Object.keys(wrong(LotInput, { ...paste, used: 3 }))).toContain("used");
  });
});

describe("closing and opening jobs", () => {
  const due = { dueOn: "2031-09-04", why: "6 months, by rule", close: true, note: "Lint" };

  it("a due date is a date, with its reason", () => {
    expect(wrong(DueInput, due)).toEqual({});
    expect(wrong(DueInput, { ...due, dueOn: "soon" })).toHaveProperty("dueOn");
    expect(wrong(DueInput, { ...due, why: "x".repeat(500) })).toHaveProperty("why");
    expect(wrong(DueInput, { ...due, close: "yes" })).toHaveProperty("close");
  });

  it("a job needs a complaint", () => {
    expect(wrong(JobInput, { complaint: "Fan loud" })).toEqual({});
    expect(wrong(JobInput, { complaint: "  " })).toHaveProperty("complaint");
    expect(wrong(JobInput, {})).toHaveProperty("complaint");
  });
});

describe("drawings", () => {
  it("a save says which version it started from", () => {
    expect(wrong(SaveLayoutInput, { expects: 3, document: {} })).toEqual({});
    expect(wrong(SaveLayoutInput, { expects: -1, document: {} })).toHaveProperty("expects");
    expect(wrong(SaveLayoutInput, { expects: 1.5, document: {} })).toHaveProperty("expects");
    expect(wrong(SaveLayoutInput, { document: {} })).toHaveProperty("expects");
  });

  it("a kept revision has a note of bounded length, a fork a model", () => {
    expect(wrong(KeepLayoutInput, { note: "New blower" })).toEqual({});
    expect(wrong(KeepLayoutInput, { note: "x".repeat(5000) })).toHaveProperty("note");
    expect(wrong(ForkLayoutInput, { model: "", variant: "" })).toHaveProperty("model");
  });

  it("what is no form at all is refused, whatever it is", () => {
    for (const form of [SaveLayoutInput, KeepLayoutInput, ForkLayoutInput, DueInput, LotInput])
      for (const odd of [null, 5, "x", [], undefined]) expect(check(form as never, odd).ok).toBe(false);
  });
});
