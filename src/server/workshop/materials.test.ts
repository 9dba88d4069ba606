import { describe, expect, it } from "vitest";
import { padKPa, usualCurves } from "../../core/handwork/pads";
import { PASTES } from "../../core/handwork/paste";
import type { Problem, Result } from "../../core/base/result";
import { leftOf, type Shelf } from "../../core/workshop/stock";
import { closeJob } from "../../data/workshop/jobs";
import { database } from "../../data/base/connection";
import { bookMaterial, cutPads, giveBack, newLot, uncutPads, updateLot } from "./materials";
import { saveEntries } from "../handwork/service";
import { jobOn, temporaryDatabase } from "../../testing/bed";
import { lotUsesView, stockView } from "./views/materials";

temporaryDatabase("materials");

const value = <T>(r: Result<T>): T => {
  if (!r.ok) throw new Error(r.problem.message);
  return r.value;
};
const code = (r: Result<unknown>): string => (r.ok ? "" : (r.problem satisfies Problem).code);
const paste = async (more: object = {}) =>
  value(
    await newLot({
      kind: "paste",
      name: "House paste",
      lot: "1",
      amount: 2,
      price: 8,
      paste: PASTES[0]?.name,
      ...more,
    }),
  ).id;
const pads = async (more: object = {}) =>
  value(
    await newLot({
      kind: "pad",
      name: "Pad sheet",
      lot: "2",
      amount: 1,
      price: 20,
      thicknessMm: 1,
      widthMm: 60,
      heightMm: 40,
      softness: "soft",
      ...more,
    }),
  ).id;
const left = (v: Shelf, id: number) =>
  leftOf(v.lots.find((l) => l.id === id) ?? { ...(v.lots[0] as Shelf["lots"][number]), amount: 0, used: 0 });

describe("a lot of pads", () => {
  const kept = async (id: number) => (await stockView(null)).lots.find((l) => l.id === id)?.pad;

  it("carries its curve: its class's as it is here, or through what it presses back by at a quarter", async () => {
    expect(await kept(await pads())).toEqual({
      thicknessMm: 1,
      softness: "soft",
      conductivityWmK: 5,
      widthMm: 60,
      heightMm: 40,
      curve: usualCurves.soft,
      figuresBy: "label",
    });
    const told = await kept(await pads({ quarterKPa: "48,5", conductivityWmK: "7.5", figuresBy: "measured" }));
    expect(told).toMatchObject({ conductivityWmK: 7.5, figuresBy: "measured" });
    expect(told?.curve && padKPa(told.curve, 0.25)).toBeCloseTo(48.5, 9);
  });
  it("refuses figures no pad has", async () => {
    const refused = async (more: object) => {
      const r = await newLot({ kind: "pad", name: "x", amount: 1, thicknessMm: 1, widthMm: 60, heightMm: 40, ...more });
      return r.ok ? {} : r.problem.fields;
    };
    expect(await refused({ quarterKPa: 0 })).toHaveProperty("quarterKPa");
    expect(await refused({ conductivityWmK: 400 })).toHaveProperty("conductivityWmK");
    expect(await refused({ figuresBy: "guess" })).toHaveProperty("figuresBy");
  });
});

describe("booking a material", () => {
  it("takes it from the shelf, once per step, and undo gives it back", async () => {
    const [lot, job] = [await paste(), await jobOn("Booked 15")];
    const one = value(await bookMaterial(job, { lotId: lot, what: "paste:p5", amount: 0.5 }));
    expect(left(one, lot)).toBeCloseTo(1.5, 9);
    expect(one.cost).toBeCloseTo(2, 9);
    expect(one.lots.find((l) => l.id === lot)?.openedOn).toBe(one.today);
    const again = value(await bookMaterial(job, { lotId: lot, what: "paste:p5", amount: 0.4 }));
    expect(left(again, lot)).toBeCloseTo(1.6, 9);
    const back = value(await giveBack(again.bookings[0]?.id ?? 0));
    expect([left(back, lot), back.bookings, back.cost]).toEqual([2, [], 0]);
    expect(code(await giveBack(again.bookings[0]?.id ?? 0))).toBe("booking-not-found");
  });
  it("refuses what is not there: too little left, past its date, no such lot, a closed job, a wrong form", async () => {
    const [lot, old, job] = [
      await paste({ amount: 0.3 }),
      await paste({ bestBefore: "2020-01-01" }),
      await jobOn("Booked 15"),
    ];
    expect(code(await bookMaterial(job, { lotId: lot, what: "paste:p5", amount: 0.5 }))).toBe("lot-short");
    expect(code(await bookMaterial(job, { lotId: old, what: "paste:p5", amount: 0.1 }))).toBe("lot-expired");
    expect(code(await bookMaterial(job, { lotId: 9999, what: "paste:p5", amount: 0.1 }))).toBe("lot-not-found");
    expect(code(await bookMaterial(99999, { lotId: lot, what: "paste:p5", amount: 0.1 }))).toBe("job-not-found");
    expect(code(await bookMaterial(job, { lotId: lot, what: "paste:p5", amount: -1 }))).toBe("bad-fields");
    await closeJob(await database(), job, "done", new Date().toISOString());
    expect(code(await bookMaterial(job, { lotId: lot, what: "paste:p5", amount: 0.1 }))).toBe("job-closed");
  });
  it("a lot put away leaves the shelf and comes back", async () => {
    const lot = await paste();
    value(await updateLot(lot, { retired: true }));
    expect((await stockView(null)).lots.some((l) => l.id === lot)).toBe(false);
    value(await updateLot(lot, { retired: false }));
    expect((await stockView(null)).lots.some((l) => l.id === lot)).toBe(true);
    expect(code(await updateLot(99999, { retired: true }))).toBe("lot-not-found");
    expect(code(await newLot({ kind: "paste", name: "x", amount: 1 }))).toBe("bad-fields");
    expect(code(await newLot({ kind: "pad", name: "x", amount: 1 }))).toBe("bad-fields");
  });
  it("counts what cleaning steps used from the lot that was open", async () => {
    const job = await jobOn("Cleaned 15");
    const swabs = value(
      await newLot({ kind: "swab", name: "Swabs", lot: "s", amount: 100, price: 5, openedOn: "2026-01-01" }),
    ).id;
    const entry = (n: number, act: string) => ({
      id: `${"0".repeat(24)}${n.toString(16).padStart(8, "a")}`,
      at: `2031-03-04T09:00:0${n}.000Z`,
      stage: "clean",
      step: "clean:p1",
      act,
      value: act === "done" ? "mat;swab=4;air=9" : "",
      reason: "",
    });
    value(await saveEntries(job, { entries: [entry(1, "done")] }));
    expect(left(await stockView(null), swabs)).toBe(96);
    // on the day it came here, whatever the device's clock said
    const today = new Date().toISOString().slice(0, 10);
    expect(await lotUsesView(swabs)).toEqual([{ job: expect.stringMatching(/^J-/) as string, at: today, amount: 4 }]);
    value(await saveEntries(job, { entries: [entry(2, "undone")] }));
    expect(left(await stockView(null), swabs)).toBe(100);
  });
});

describe("a lot put away", () => {
  it("changes nothing of what was done with it: cost, paste and history of its jobs stay", async () => {
    const [lot, job] = [await paste({ lot: "away", amount: 2, price: 8 }), await jobOn("Kept 15")];
    const booked = value(await bookMaterial(job, { lotId: lot, what: "paste:p5", amount: 0.5 }));
    value(await updateLot(lot, { retired: true }));
    const after = await stockView(job);
    expect(after.cost).toBeCloseTo(booked.cost, 9);
    expect(after.lots.some((l) => l.id === lot)).toBe(false);
    expect(after.past.map((l) => [l.id, l.paste?.name, l.archived])).toEqual([[lot, PASTES[0]?.name, true]]);
    expect((await lotUsesView(lot)).map((u) => u.amount)).toEqual([0.5]);
    // nothing more is taken of it
    expect(code(await bookMaterial(job, { lotId: lot, what: "paste:p6", amount: 0.1 }))).toBe("lot-not-found");
    value(await updateLot(lot, { retired: false }));
    expect((await stockView(job)).past).toEqual([]);
  });
  it("leaves what cleaning used of it with it: no other lot of its kind is charged", async () => {
    const cloths = async (lot: string, openedOn: string) =>
      value(await newLot({ kind: "cloth", name: "Cloths", lot, amount: 50, price: 5, openedOn })).id;
    const [older, newer] = [await cloths("old", "2026-01-01"), await cloths("new", "2026-02-01")];
    const job = await jobOn("Wiped 15");
    const entry = {
      id: "c".repeat(32),
      at: "2031-03-04T09:00:00.000Z",
      stage: "clean",
      step: "clean:p9",
      act: "done",
      value: "mat;cloth=3",
      reason: "",
    };
    value(await saveEntries(job, { entries: [entry] }));
    expect([left(await stockView(null), older), left(await stockView(null), newer)]).toEqual([50, 47]);
    value(await updateLot(newer, { retired: true }));
    expect(left(await stockView(null), older)).toBe(50);
    value(await updateLot(newer, { retired: false }));
    expect(left(await stockView(null), newer)).toBe(47);
  });
});

describe("cutting pads", () => {
  const piece = (id: string, widthMm = 14, heightMm = 11) => ({ id, widthMm, heightMm, thicknessMm: 1 });
  it("uses a sheet up, puts its whole rests back, and undo makes it whole again", async () => {
    const [lot, job] = [await pads(), await jobOn("Cut 15")];
    const cut = value(await cutPads(job, { pieces: [piece("P1"), piece("P2")] }));
    expect(cut.cutting?.plan.placed.map((p) => p.piece).sort()).toEqual(["P1", "P2"]);
    const rests = cut.sheets.filter((s) => s.lotId === lot);
    expect(rests.every((s) => s.offcut)).toBe(true);
    expect(left(cut, lot)).toBeCloseTo(
      rests.reduce((s, r) => s + (r.widthMm * r.heightMm) / 100, 0),
      6,
    );
    expect(cut.cost).toBeGreaterThan(0);
    expect(code(await cutPads(job, { pieces: [piece("P3")] }))).toBe("cut-already");
    // another job cuts from its off-cut: then the first cannot be taken back
    const other = await jobOn("Cut 15");
    const second = value(await cutPads(other, { pieces: [piece("Q1")] }));
    expect(second.cutting?.sheets.every((s) => s.offcut)).toBe(true);
    expect(code(await uncutPads(cut.cutting?.id ?? 0))).toBe("cut-later");
    value(await uncutPads(second.cutting?.id ?? 0));
    const back = value(await uncutPads(cut.cutting?.id ?? 0));
    expect(back.sheets.filter((s) => s.lotId === lot).map((s) => [s.widthMm, s.heightMm, s.offcut])).toEqual([
      [60, 40, false],
    ]);
    expect(left(back, lot)).toBe(24);
    expect(back.cutting).toBeNull();
  });
  it("refuses pads that fit nowhere, and a wrong form", async () => {
    const job = await jobOn("Cut 15");
    expect(code(await cutPads(job, { pieces: [{ ...piece("P1"), thicknessMm: 4 }] }))).toBe("nothing-fits");
    expect(code(await cutPads(job, { pieces: [] }))).toBe("bad-fields");
    expect(code(await cutPads(job, { pieces: [piece("P1", 9999)] }))).toBe("bad-fields");
  });
});
