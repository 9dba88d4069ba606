import { join } from "node:path";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { describe, expect, it } from "vitest";
import { PASTES } from "../../../core/handwork/paste";
import { bad, ok, type Result } from "../../../core/base/result";
import { leftOf } from "../../../core/workshop/stock";
import { database, openDatabase } from "../../../data/base/connection";
import { addJob } from "../../../data/workshop/jobs";
import { addMachine, findMachine } from "../../../data/workshop/machines";
import { jobOn, temporaryDatabase } from "../../../testing/bed";
import { newJob, setDueDate } from "../../workshop/machines";
import { bookMaterial, cutPads, giveBack, newLot } from "../../workshop/materials";
import { serverProblem } from "./problems";
import { stockView } from "../../workshop/views/materials";
import { writing } from "./write";

temporaryDatabase("write");

const codes = (all: Result<unknown>[]): string[] => all.map((r) => (r.ok ? "ok" : r.problem.code)).sort();
const lot = async (more: object): Promise<number> => {
  const made = await newLot({
    kind: "paste",
    name: "House paste",
    lot: "w",
    amount: 1,
    price: 8,
    paste: PASTES[0]?.name,
    ...more,
  });
  if (!made.ok) throw new Error(made.problem.message);
  return made.value.id;
};
const machine = { model: "M", variant: "", place: "", environment: "office", form: "fifteen", limitC: null };

describe("a use case", () => {
  it("that is refused takes back what it wrote, and what fails is not swallowed", async () => {
    const db = await database();
    const before = (await db("machines")).length;
    const refused = await writing(async (tx) => {
      await addMachine(tx, { ...machine, tag: "W-1" }, "2031-01-01T00:00:00.000Z");
      return bad(serverProblem.noLot());
    });
    expect(codes([refused])).toEqual(["lot-not-found"]);
    await expect(
      writing(async (tx) => {
        await addMachine(tx, { ...machine, tag: "W-2" }, "2031-01-01T00:00:00.000Z");
        throw new Error("power went");
      }),
    ).rejects.toThrow("power went");
    expect(await db("machines")).toHaveLength(before);
  });
  it("waits for that of another server instead of failing, and sees what it wrote", async () => {
    const folder = mkdtempSync(join(tmpdir(), "ovrant-two-"));
    const path = join(folder, "two.db");
    // both are started at once on no database
    const [one, two] = await Promise.all([openDatabase(path), openDatabase(path)]);
    const now = "2031-01-01T00:00:00.000Z";
    const id = await addMachine(one, { ...machine, tag: "T" }, now);
    const slow = one.transaction(async (tx) => {
      await addJob(tx, id, "first", now);
      await new Promise((r) => setTimeout(r, 400));
    });
    await new Promise((r) => setTimeout(r, 60));
    let ticks = 0;
    const ticking = setInterval(() => ticks++, 20);
    const seen = await two.transaction(async (tx) => {
      const jobs = await tx<{ complaint: string; machine_id: number }>("jobs").where({ machine_id: id });
      await addJob(tx, id, "second", now);
      return jobs.map((j) => j.complaint);
    });
    clearInterval(ticking);
    await slow;
    expect(seen).toEqual(["first"]);
    // the thread went on meanwhile: held, it would not have ticked once
    expect(ticks).toBeGreaterThan(0);
    expect(await one("jobs").where({ machine_id: id })).toHaveLength(2);
    await Promise.all([one.destroy(), two.destroy()]);
    rmSync(folder, { recursive: true });
  });
});

describe("what two do at once", () => {
  it("a gram is not booked twice", async () => {
    const paste = await lot({ amount: 1 });
    const jobs = [await jobOn("A"), await jobOn("B")];
    const both = await Promise.all(jobs.map((j) => bookMaterial(j, { lotId: paste, what: "paste:p5", amount: 0.8 })));
    expect(codes(both)).toEqual(["lot-short", "ok"]);
    const lots = (await stockView(null)).lots.filter((l) => l.id === paste);
    expect(lots.map((l) => leftOf(l))).toEqual([expect.closeTo(0.2, 9)]);
  });
  it("a step's own booking counts as given back when it is booked anew", async () => {
    const paste = await lot({ amount: 1, lot: "own" });
    const job = await jobOn("A");
    expect(codes([await bookMaterial(job, { lotId: paste, what: "paste:p5", amount: 0.8 })])).toEqual(["ok"]);
    expect(codes([await bookMaterial(job, { lotId: paste, what: "paste:p5", amount: 0.9 })])).toEqual(["ok"]);
    expect(codes([await bookMaterial(job, { lotId: paste, what: "paste:p6", amount: 0.2 })])).toEqual(["lot-short"]);
  });
  it("a sheet is not cut for two jobs, nor one job twice", async () => {
    const sheet = {
      kind: "pad",
      thicknessMm: 1,
      widthMm: 60,
      heightMm: 40,
      softness: "soft",
      amount: 1,
      paste: undefined,
    };
    await lot({ ...sheet, lot: "s1" });
    const pieces = [{ id: "pd1", widthMm: 55, heightMm: 35, thicknessMm: 1 }];
    const [a, b] = [await jobOn("A"), await jobOn("B")];
    const both = codes(await Promise.all([cutPads(a, { pieces }), cutPads(b, { pieces })]));
    // the one who comes second is told at planning that nothing fits, or at cutting that it is taken
    const [refused, ...others] = both.filter((code) => code !== "ok");
    expect(both).toContain("ok");
    expect(["sheet-taken", "nothing-fits"]).toContain(refused);
    expect(others).toEqual([]);
    await lot({ ...sheet, lot: "s2", amount: 2 });
    const c = await jobOn("C");
    expect(codes(await Promise.all([cutPads(c, { pieces }), cutPads(c, { pieces })]))).toEqual(["cut-already", "ok"]);
  });
  it("a button pressed twice makes one job and one lot; another complaint, or another lot, is another", async () => {
    const job = await jobOn("Twice");
    const id =
      (await (await database())<{ machine_id: number }>("jobs").orderBy("id", "desc").first())?.machine_id ?? 0;
    expect(await findMachine(await database(), id)).toMatchObject({ model: "Twice" });
    const press = () => newJob(id, { complaint: "loud again" });
    const made = await Promise.all([press(), press(), press()]);
    expect(new Set(made.map((m) => m.ok && m.value.jobId)).size).toBe(1);
    const other = await newJob(id, { complaint: "hot" });
    expect(other.ok && other.value.jobId).not.toBe(job);
    expect(await (await database())("jobs").where({ machine_id: id })).toHaveLength(3);
    const lots = await Promise.all([lot({ lot: "77" }), lot({ lot: "77" }), lot({ lot: "78" })]);
    expect(new Set(lots).size).toBe(2);
  });
});

describe("a closed job", () => {
  it("changes only by opening it again: neither booked, cut, nor given back", async () => {
    const job = await jobOn("Closed");
    const paste = await lot({ lot: "closed" });
    const booked = await bookMaterial(job, { lotId: paste, what: "paste:p5", amount: 0.2 });
    await setDueDate(job, { dueOn: "2031-09-01", why: "", close: true, note: "" });
    const id = booked.ok ? (booked.value.bookings[0]?.id ?? 0) : 0;
    expect(codes([await giveBack(id)])).toEqual(["job-closed"]);
    expect(codes([await bookMaterial(job, { lotId: paste, what: "paste:p6", amount: 0.1 })])).toEqual(["job-closed"]);
    expect(
      codes([ok(null), await cutPads(job, { pieces: [{ id: "p", widthMm: 5, heightMm: 5, thicknessMm: 1 }] })]),
    ).toEqual(["job-closed", "ok"]);
  });
  it("takes only days of the calendar as its next date", async () => {
    const job = await jobOn("Dated");
    for (const dueOn of ["2026-02-31", "2227-01-01", "9999-12-31", "soon", 20310101, ["2031-09-01"]])
      expect(codes([await setDueDate(job, { dueOn, why: "", close: false, note: "" })])).toEqual(["bad-fields"]);
    expect(codes([await setDueDate(job, { dueOn: "2031-09-01", why: "", close: false, note: "" })])).toEqual(["ok"]);
  });
});
