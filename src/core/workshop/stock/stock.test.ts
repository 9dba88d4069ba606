import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { usualCurves } from "../../handwork/pads";
import type { Entry } from "../../handwork/service";
import {
  amountWords,
  cleaningUses,
  costOf,
  isExpired,
  isLow,
  leftOf,
  padStuffOf,
  runsOutInDays,
  shelfHeadline,
  stockDates,
  type Lot,
} from "./index";

const lot = (more: Partial<Lot> = {}): Lot => ({
  id: 1,
  kind: "paste",
  name: "House paste",
  lot: "2207",
  amount: 4,
  used: 1,
  price: 12,
  boughtOn: "2031-01-01",
  openedOn: "2031-01-01",
  archived: false,
  bestBefore: "2032-01-01",
  paste: null,
  pad: null,
  ...more,
});
const today = "2031-03-02";

describe("a lot", () => {
  it("is what was bought less what was used, never under nothing", () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 50, noNaN: true }), (used) => {
        expect(leftOf(lot({ used }))).toBeCloseTo(Math.max(0, 4 - used), 12);
      }),
    );
    expect([isLow(lot({ used: 3.6 })), isLow(lot())]).toEqual([true, false]);
    expect([
      isExpired(lot({ bestBefore: "2031-03-01" }), today),
      isExpired(lot({ bestBefore: today }), today),
      isExpired(lot({ bestBefore: null }), today),
    ]).toEqual([true, false, false]);
    expect(costOf(lot(), 1)).toBe(3);
    expect([amountWords("paste", 0.036), amountWords("pad", 84.2), amountWords("swab", 40)]).toEqual([
      "0.036 g",
      "84 cm²",
      "40",
    ]);
  });
  it("lasts as long as its pace says, from the day it was opened", () => {
    expect(runsOutInDays(lot(), today)).toBeCloseTo(180, 9);
    expect(runsOutInDays(lot({ used: 0 }), today)).toBeNull();
    expect(runsOutInDays(lot({ used: 4 }), today)).toBe(0);
    expect(runsOutInDays(lot({ openedOn: null }), today)).toBeNull();
  });
});

describe("the shelf", () => {
  it("hangs up the dates within its horizon, by day", () => {
    const dates = stockDates(
      [
        lot({ bestBefore: "2031-04-01" }),
        lot({ id: 2, kind: "alcohol", name: "Alcohol", amount: 250, used: 160, bestBefore: null }),
        lot({ id: 3, used: 4 }),
      ],
      today,
    );
    expect(dates.map((d) => [d.lotId, d.kind])).toEqual([
      [1, "expires"],
      [2, "runs-out"],
      [1, "runs-out"],
    ]);
    expect(dates.map((d) => d.on)).toEqual([...dates.map((d) => d.on)].sort());
  });
  it("says first what is past its date, then what is low, then what runs out", () => {
    expect(shelfHeadline([lot({ bestBefore: "2031-01-09" })], today).first).toBe("Past its date: House paste.");
    expect(
      shelfHeadline([lot({ used: 3.7 }), lot({ id: 2, kind: "swab", name: "Swabs", amount: 100, used: 90 })], today),
    ).toMatchObject({ first: "Low on Swabs: 10 left.", then: expect.stringContaining("1 more is low") as string });
    expect(shelfHeadline([lot({ amount: 40 })], today)).toEqual({ first: "The shelf is full enough.", then: "" });
  });
});

describe("what cleaning used", () => {
  const entry = (step: string, act: Entry["act"], value: string, at: string): Entry => ({
    id: at,
    at,
    stage: "clean",
    step,
    act,
    value,
    reason: "",
  });
  it("is read from the journal, the last word of each part, and nothing of what was taken back", () => {
    const uses = cleaningUses(7, [
      entry("clean:p1", "done", "mat;swab=2;air=8", "2031-03-01T09:00:00Z"),
      entry("clean:p1", "done", "mat;swab=3;air=8", "2031-03-01T09:05:00Z"),
      entry("clean:p2", "done", "alcohol;alcohol=3", "2031-03-01T09:10:00Z"),
      entry("clean:p2", "undone", "", "2031-03-01T09:11:00Z"),
      entry("clean:cover", "done", "", "2031-03-01T09:12:00Z"),
    ]);
    expect(uses).toEqual([
      { jobId: 7, step: "clean:p1", at: "2031-03-01T09:05:00Z", kind: "swab", amount: 3 },
      { jobId: 7, step: "clean:p1", at: "2031-03-01T09:05:00Z", kind: "air", amount: 8 },
    ]);
  });
});

describe("what a pad would be cut from", () => {
  const sheets = (id: number, thicknessMm: number, softness: "soft" | "medium" | "firm", more = {}): Lot =>
    lot({ id, kind: "pad", pad: { thicknessMm, softness, conductivityWmK: 8, widthMm: 100, heightMm: 50, ...more } });
  const own = { ...usualCurves.medium, modulusKPa: 210 };
  const shelf = {
    lots: [
      sheets(1, 1, "soft"),
      sheets(2, 1, "medium", { curve: own, figuresBy: "measured" }),
      sheets(3, 1.5, "firm"),
      sheets(4, 2, "soft"),
    ],
    sheets: [1, 2, 3].map((lotId) => ({
      id: lotId,
      lotId,
      widthMm: 100,
      heightMm: 50,
      thicknessMm: lotId === 3 ? 1.5 : 1,
      offcut: false,
    })),
  };
  const stuff = (mm: number, softness: "soft" | "medium" | "firm") => padStuffOf(shelf, mm, softness, usualCurves, 5);

  it("is a lot of its thickness and softness, with its own curve and how it is known", () => {
    expect(stuff(1, "medium")).toEqual({ curve: own, conductivityWmK: 8, by: "measured", lot: shelf.lots[1] });
    expect(stuff(1, "soft")).toMatchObject({ curve: usualCurves.soft, by: "label", lot: { id: 1 } });
  });
  it("is another softness where the shelf has no other, pressed as that one is", () => {
    expect(stuff(1.5, "soft")).toMatchObject({ curve: usualCurves.firm, lot: { id: 3 } });
  });
  it("is what its class says where no sheet lies on the shelf", () => {
    expect(stuff(2, "soft")).toEqual({ curve: usualCurves.soft, conductivityWmK: 5, by: "label", lot: null });
    expect(stuff(0.5, "firm")).toMatchObject({ curve: usualCurves.firm, lot: null });
  });
});
