import { describe, expect, it } from "vitest";
import { inTheNameOf, personOf } from "./person";

const entry = (who?: string) => ({ step: "open:off", ...(who ? { who } : {}) });

describe("whose steps they are", () => {
  it("are those of who is signed in, whoever they say, and whatever else stands there is kept", () => {
    const given = { entries: [entry("TB"), entry(), 7], more: 1 };
    expect(inTheNameOf("HM", given)).toEqual({
      ok: true,
      value: { entries: [entry("HM"), entry("HM"), 7], more: 1 },
    });
  });

  it("are not taken from a device that takes another hand to be signed in: it is told who is", () => {
    expect(inTheNameOf("HM", { entries: [entry("TB")], as: "TB" })).toMatchObject({
      ok: false,
      problem: { code: "other-hand", fields: { as: "HM" } },
    });
    expect(inTheNameOf("HM", { entries: [entry("HM")], as: "HM" })).toEqual({
      ok: true,
      value: { entries: [entry("HM")] },
    });
  });

  it("on this machine itself anybody may be named, and what is no journal is left to its form", () => {
    expect(inTheNameOf(null, { entries: [entry("TB")], as: "HM" })).toEqual({
      ok: true,
      value: { entries: [entry("TB")] },
    });
    for (const odd of [null, "x", 7, [], {}, { entries: "x" }])
      expect(inTheNameOf("HM", odd)).toEqual({ ok: true, value: odd });
  });

  it("are told by the gate's own header, in any letters", () => {
    const asks = (value?: string) => personOf({ headers: new Headers(value ? { "x-ovrant-person": value } : {}) });
    expect([asks(), asks("HM"), asks(encodeURIComponent("ÄÖ"))]).toEqual([null, "HM", "ÄÖ"]);
  });
});
