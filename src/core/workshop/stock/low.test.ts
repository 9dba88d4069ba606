import { describe, expect, it } from "vitest";
import { amountWords, isLow, MATERIAL_KINDS, shelfHeadline, stockDates, type Lot, type MaterialKind } from "./index";

const lot = (kind: MaterialKind, more: Partial<Lot> = {}): Lot => ({
  id: 1,
  kind,
  name: kind,
  lot: "2207",
  amount: 1000,
  used: 0,
  price: 12,
  boughtOn: "2031-01-01",
  openedOn: null,
  archived: false,
  bestBefore: null,
  paste: null,
  pad: null,
  ...more,
});

describe("what is low", () => {
  it.each([
    ["paste", 0.5, "g"],
    ["pad", 15, "cm²"],
    ["alcohol", 40, "ml"],
    ["remover", 20, "ml"],
    ["wipe", 10, ""],
    ["cloth", 10, ""],
    ["swab", 30, ""],
    ["air", 60, "s"],
  ] as const)("%s under %f %s", (kind, at, unit) => {
    expect(isLow(lot(kind, { amount: at }))).toBe(false);
    expect(isLow(lot(kind, { amount: at * 0.99 }))).toBe(true);
    expect(MATERIAL_KINDS[kind].unit).toBe(unit);
  });

  it("is said of the emptiest first, how many more, and what will not do for long", () => {
    const today = "2031-03-02";
    const paste = lot("paste", { amount: 1, used: 0.75, name: "House paste" });
    const swabs = lot("swab", { amount: 25, name: "Swabs" });
    expect(shelfHeadline([swabs, paste], today)).toEqual({
      first: "Low on House paste: 0.25 g left.",
      then: "1 more is low.",
    });
    expect(shelfHeadline([swabs], today)).toEqual({ first: "Low on Swabs: 25 left.", then: "" });
    expect(shelfHeadline([lot("swab")], today)).toEqual({ first: "The shelf is full enough.", then: "" });
    const old = lot("alcohol", { bestBefore: "2031-03-01", name: "Alcohol" });
    expect(shelfHeadline([swabs, paste, old], today)).toEqual({
      first: "Past its date: Alcohol.",
      then: "2 more are low.",
    });
    // ten days for 100 ml: ten for the next hundred, and the empty one is on no shelf
    const quick = lot("alcohol", { amount: 200, used: 100, openedOn: "2031-02-20", name: "Alcohol" });
    expect(shelfHeadline([quick, { ...paste, used: 1 }], today).then).toBe("At this pace Alcohol will do for 10 days.");
    const weeks = { ...quick, amount: 300 };
    expect(shelfHeadline([weeks], today).then).toBe("At this pace Alcohol will do for 3 weeks.");
    expect(shelfHeadline([{ ...quick, amount: 1400 }], today).then).toBe("");
  });

  it("has dates within eight months, the day itself still good", () => {
    const today = "2031-03-02";
    const dates = (more: Partial<Lot>, horizon?: number) =>
      stockDates([lot("paste", { name: "House paste", amount: 4, ...more })], today, horizon).map(
        (d) => `${d.on} ${d.kind}: ${d.what}, ${d.why}`,
      );
    expect(dates({ bestBefore: today })).toEqual(["2031-03-02 expires: House paste: best before, lot 2207"]);
    expect(dates({ bestBefore: "2031-03-01" })).toEqual(["2031-03-01 expired: House paste: past its date, lot 2207"]);
    expect(dates({ bestBefore: "2031-10-28" })).toHaveLength(1);
    expect(dates({ bestBefore: "2031-10-29" })).toHaveLength(0);
    expect(dates({ openedOn: "2031-02-20", used: 1 })).toEqual([
      "2031-04-01 runs-out: House paste: used up, 3.00 g left at this pace",
    ]);
    expect(dates({ openedOn: "2031-02-20", used: 1 }, 29)).toEqual([]);
    expect(dates({ bestBefore: today, used: 4 })).toEqual([]);
  });

  it("is told in as many figures as its scale shows", () => {
    expect([0.0364, 0.1, 9.999, 10].map((g) => amountWords("paste", g)).concat(amountWords("alcohol", 12.6))).toEqual([
      "0.036 g",
      "0.10 g",
      "10.00 g",
      "10.0 g",
      "13 ml",
    ]);
  });
});
