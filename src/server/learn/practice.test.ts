import { describe, expect, it } from "vitest";
import { caseOf, codeOf, drawCase, LEVELS } from "../../core/learn/practice";
import type { Result } from "../../core/base/result";
import { database } from "../../data/base/connection";
import { temporaryDatabase } from "../../testing/bed";
import {
  saveTaughtCase,
  nameAtPractice,
  pressAtPractice,
  putBackTaughtCase,
  removeTaughtCase,
  startTry,
  tryAgain,
} from "./practice";
import { practiceStart, practiceTry } from "./views/practice";

temporaryDatabase("practice");

const value = <T>(r: Result<T>): T => {
  if (!r.ok) throw new Error(`${r.problem.code}: ${r.problem.message}`);
  return r.value;
};
const problem = (r: Result<unknown>) => (r.ok ? "" : r.problem.code);
const fields = (r: Result<unknown>) => (r.ok ? {} : (r.problem.fields ?? { "": r.problem.code }));

const code = codeOf(drawCase("fair", 0.41));
const begun = async (learner = "AB", by: object = { code }) => value(await startTry({ learner, ...by })).id;
const viewOf = async (id: number) => (await practiceTry(id))?.view;

const taught = {
  title: "The howling desk",
  kind: "tessaly",
  level: "hard",
  faults: [
    { kind: "lean", size: 0.6, chip: "cpu", part: "fins" },
    { kind: "dust", size: 0.3, chip: "cpu", part: "inlet" },
  ],
  complaint: "loud",
  words: "It howls since the last tour.",
  opened: true,
  logged: "one-core",
  who: "MT",
};

describe("a try", () => {
  it("begins on the machine of a code, however it is written, and on one drawn of a level", async () => {
    const id = await begun("AB", { code: code.toLowerCase().replaceAll("-", " ") });
    expect(await viewOf(id)).toMatchObject({ number: 1, learner: "AB", code, presses: [], named: null, title: "" });
    for (const level of LEVELS) {
      const drawn = await viewOf(await begun("CD", { level }));
      expect(drawn?.level).toBe(level);
      expect(caseOf(drawn?.code ?? "")?.level).toBe(level);
    }
    expect((await practiceStart("CD")).record.map((r) => r.number)).toEqual([4, 3, 2, 1]);
  });

  it("of who is signed in is on their own record, whoever they say, and nobody else's hands are in it", async () => {
    const { id } = value(await startTry({ learner: "AB", code }, "YZ"));
    expect(await viewOf(id)).toMatchObject({ learner: "YZ" });
    const press = { press: "run", after: 0 };
    expect(problem(await pressAtPractice(id, press, "AB"))).toBe("other-learner");
    expect(problem(await nameAtPractice(id, { named: ["pipe"] }, "AB"))).toBe("other-learner");
    expect(await viewOf(id)).toMatchObject({ presses: [], named: null });
    expect(value(await pressAtPractice(id, press, "YZ")).presses).toEqual(["run"]);
    // the same machine once more is on the record of who takes it
    const again = value(await tryAgain(id, { step: 1 }, "AB")).id;
    expect(await viewOf(again)).toMatchObject({ learner: "AB", code, presses: ["run"] });
    // on this machine itself anybody may be named
    expect(value(await nameAtPractice(id, { named: ["pipe"] })).id).toBe(id);
    const made = value(await saveTaughtCase({ ...taught, title: "Another's desk", who: "MT" }, "YZ")).code;
    expect((await practiceStart("")).cases.find((c) => c.code === made)?.who).toBe("YZ");
    value(await removeTaughtCase(made));
  });

  it("is refused without initials, with a code nobody made, and with a level there is not", async () => {
    expect(fields(await startTry({ learner: "", code }))).toHaveProperty("learner");
    expect(fields(await startTry({ learner: "AB", code: "AAA-AAA-AAB" }))).toEqual({
      code: "Nobody made a machine with this code. Look at it once more.",
    });
    expect(fields(await startTry({ learner: "AB", level: "cruel" }))).toHaveProperty("level");
    expect(fields(await startTry({ learner: "<b>" }))).toHaveProperty("learner");
  });

  it("keeps what is ordered in its order; the same press sent twice counts once", async () => {
    const id = await begun();
    expect(value(await pressAtPractice(id, { press: "run", after: 0 })).presses).toEqual(["run"]);
    expect(value(await pressAtPractice(id, { press: "run", after: 0 })).presses).toEqual(["run"]);
    expect(value(await pressAtPractice(id, { press: "read:1", after: 1 })).presses).toEqual(["run", "read:1"]);
    expect(problem(await pressAtPractice(id, { press: "lamp", after: 0 }))).toBe("practice-moved");
    expect((await viewOf(id))?.presses).toEqual(["run", "read:1"]);
  });

  it("refuses what cannot be done as the machine lies, and what there is not", async () => {
    const id = await begun();
    expect(problem(await pressAtPractice(id, { press: "paste", after: 0 }))).toBe("practice-cannot");
    expect(problem(await pressAtPractice(id, { press: "read:1", after: 0 }))).toBe("practice-cannot");
    expect(problem(await pressAtPractice(id, { press: "polish", after: 0 }))).toBe("practice-cannot");
    expect(fields(await pressAtPractice(id, { press: "Run; DROP", after: 0 }))).toHaveProperty("press");
    expect(problem(await pressAtPractice(9_999, { press: "run", after: 0 }))).toBe("try-not-found");
    expect((await viewOf(id))?.presses).toEqual([]);
  });

  it("two pages at once: one press lands, the other is told", async () => {
    const id = await begun();
    const both = await Promise.all([
      pressAtPractice(id, { press: "run", after: 0 }),
      pressAtPractice(id, { press: "lamp", after: 0 }),
    ]);
    expect(both.map(problem).sort()).toEqual(["", "practice-moved"]);
    expect((await viewOf(id))?.presses).toHaveLength(1);
  });

  it("ends at sixty steps", async () => {
    const id = await begun();
    const pair = ["open", "close"] as const;
    for (let i = 0; i < 60; i++) value(await pressAtPractice(id, { press: pair[i % 2], after: i }));
    expect(problem(await pressAtPractice(id, { press: "lamp", after: 60 }))).not.toBe("");
    expect((await viewOf(id))?.presses).toHaveLength(60);
  });

  it("is over once it was said what is wrong, and stands in the record with how it was named", async () => {
    const id = await begun("EF", { code: codeOf({ ...drawCase("easy", 0.2), faults: [] }) });
    value(await pressAtPractice(id, { press: "run", after: 0 }));
    expect(fields(await nameAtPractice(id, { named: [] }))).toHaveProperty("named");
    expect(fields(await nameAtPractice(id, { named: ["nothing", "dust"] }))).toHaveProperty("named");
    expect(fields(await nameAtPractice(id, { named: ["gremlins"] }))).toHaveProperty("named");
    value(await nameAtPractice(id, { named: ["nothing"] }));
    expect(problem(await nameAtPractice(id, { named: ["dust"] }))).toBe("practice-named");
    expect(problem(await pressAtPractice(id, { press: "lamp", after: 1 }))).toBe("practice-named");
    expect((await practiceStart("EF")).record).toMatchObject([{ outcome: "right", minutes: 18, tests: 1 }]);
  });

  it("is taken once more from a step, as a machine of its own", async () => {
    const id = await begun("GH");
    for (const [i, press] of ["run", "read:1", "lamp", "open"].entries())
      value(await pressAtPractice(id, { press, after: i }));
    const again = value(await tryAgain(id, { step: 1 })).id;
    expect(await viewOf(again)).toMatchObject({ number: 2, code, presses: ["run", "read:1"], named: null });
    expect((await viewOf(id))?.presses).toHaveLength(4);
    expect(problem(await tryAgain(9_999, { step: 0 }))).toBe("try-not-found");
  });

  it("touches nothing that is real", async () => {
    const db = await database();
    const real = ["machines", "jobs", "runs", "journal", "verdicts", "finds"];
    const count = async () => Promise.all(real.map(async (t) => (await db(t).count({ n: "*" }))[0]?.["n"]));
    const before = await count();
    const id = await begun("ZZ");
    value(await pressAtPractice(id, { press: "run", after: 0 }));
    value(await nameAtPractice(id, { named: ["dust"] }));
    expect(await count()).toEqual(before);
  });
});

describe("a teacher's case", () => {
  it("has a code that gives the same machine, with the teacher's words where it is practised here", async () => {
    const kept = value(await saveTaughtCase(taught)).code;
    expect(caseOf(kept)).toMatchObject({ kind: "tessaly", level: "hard", complaint: "loud", logged: "one-core" });
    expect(caseOf(kept)?.faults.map((f) => f.kind)).toEqual(["lean", "dust"]);
    expect((await practiceStart("")).cases).toMatchObject([{ code: kept, title: taught.title, who: "MT" }]);
    expect(await viewOf(await begun("IJ", { code: kept }))).toMatchObject({
      title: taught.title,
      complaint: "It howls since the last tour.",
    });
  });

  it("is taken off the list and put back; tries of it go on", async () => {
    const kept = value(await saveTaughtCase({ ...taught, title: "Another" })).code;
    const id = await begun("KL", { code: kept });
    value(await removeTaughtCase(kept));
    expect(problem(await removeTaughtCase(kept))).toBe("case-not-found");
    expect((await practiceStart("")).cases.map((c) => c.code)).not.toContain(kept);
    expect((await viewOf(id))?.title).toBe("Another");
    value(await putBackTaughtCase(kept));
    expect((await practiceStart("")).cases.map((c) => c.code)).toContain(kept);
  });

  it("is refused by field where it cannot be", async () => {
    const lean = taught.faults[0];
    expect(fields(await saveTaughtCase({ ...taught, title: " " }))).toHaveProperty("title");
    expect(fields(await saveTaughtCase({ ...taught, faults: [lean, lean] }))).toEqual({
      faults: "Choose two faults of different suspects.",
    });
    expect(fields(await saveTaughtCase({ ...taught, kind: "wrenfell", faults: [{ ...lean, chip: "gpu" }] }))).toEqual({
      faults: "A machine of this kind cannot have that fault.",
    });
    expect(fields(await saveTaughtCase({ ...taught, faults: [{ ...lean, size: 7 }] }))).not.toEqual({});
    expect(fields(await saveTaughtCase({ ...taught, complaint: "" }))).toHaveProperty("complaint");
  });
});
