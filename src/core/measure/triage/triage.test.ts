import { judgedInWords, triageInWords } from "../../../testing/inWords";
import { describe, expect, it } from "vitest";
import { tessalyK15, wrenfell14 } from "../../../samples/rigs";
import type { RigFaults, RigLog, RigMachine } from "../../simulate";
import { eachReading, rigRun, type RigRun } from "../../../testing/rigRuns";
import { figuresFromRuns, figuresOfClass, goodRunsOf, type GoodRun } from "../judge";
import { plainText, sourceWords } from "../says";
import type { JudgeRun } from "../pair";

const run = (
  machine: RigMachine,
  faults: Partial<RigFaults>,
  omit: string[] = [],
  roomC: number | null = 22,
): JudgeRun => rigRun({ machine, faults, omit, room: roomC }, 0.3);

/** Good figures as a verdict of another machine of the model bears witness of them. */
function known(machine: RigMachine): GoodRun[] {
  return goodRunsOf("LR-90", judgedInWords(run(machine, { clog: 2 }), run(machine, {}), { limitC: machine.limitC }));
}

const one = { ...wrenfell14 };
const good = figuresFromRuns([], known(one), "Wrenfell 14");

describe("one run alone, against good machines of its model", () => {
  const word = (faults: Partial<RigFaults>) => good && triageInWords(run(one, faults), good, 95)?.word;
  it.each([
    ["lint at the fins", { clog: 2.3 }, "airflow"],
    ["dry paste", { contact: { cpu: 2.2 } }, "contact"],
    ["both", { clog: 2, contact: { cpu: 2.4 } }, "both"],
    ["a sound machine", {}, "not-the-cooling"],
  ])("%s", (_, faults, expected) => expect(word(faults)).toBe(expected));

  it("says how much, against what, and the parts add up", () => {
    const t = good && triageInWords(run(one, { clog: 2.3 }), good, 95);
    expect(t?.source).toContain("LR-90");
    const [whole, air, contact] = [...plainText(t?.summary ?? []).matchAll(/(\d+)\u00a0K/g)].map((m) => Number(m[1]));
    // a path that adds nothing is told without kelvins
    expect(Math.abs((whole ?? 0) - (air ?? 0))).toBe(contact ?? 0);
    expect(t?.expect[0]?.[0]?.path).toBe("airflow");
  });
  it("each test to be surer narrows, the best first", () => {
    const tests = (good && triageInWords(run(one, { clog: 2.3 }), good, 95)?.surer) ?? [];
    expect(tests.length).toBeGreaterThan(0);
    for (const t of tests) expect(t.thenK).toBeLessThan(t.nowK);
    expect([...tests].sort((a, b) => a.thenK - b.thenK)).toEqual(tests);
  });
});

describe("an air path that stays high after the service", () => {
  const pair = (after: Partial<RigFaults>) =>
    judgedInWords(run(one, { clog: 2.4, ...after }), run(one, after), { limitC: 95, good });
  it("is a dead pipe or a blocked outlet, not lint", () => {
    const v = pair({ pipe: 5 });
    expect(v.reasons.find((r) => r.code === "air-path-high")?.message).toContain("LR-90");
    expect(v.next.map((n) => n.code)).toContain("check-pipes");
  });
  it("is not said of a machine in good order", () =>
    expect(pair({}).reasons.map((r) => r.code)).not.toContain("air-path-high"));
});

describe("after the service against earlier good runs", () => {
  const said = (after: Partial<RigFaults>) =>
    good &&
    judgedInWords(run(one, { clog: 2.4 }), run(one, after), { limitC: 95, good }).reasons.filter(
      (r) => r.code === "against-good",
    );
  it("a chip that stands as they did is said to, with how far it is off", () => {
    expect(said({})?.map((r) => [r.level, r.message])).toEqual([
      ["note", expect.stringMatching(/^Processor: after the service it stands as good Wrenfell 14s/)],
    ]);
    expect(Math.abs(parseFloat((said({})?.[0]?.figure ?? "9").replace("\u2212", "-")))).toBeLessThan(3);
  });
  it("one that stands above them is a caution, with by how much", () => {
    const [high] = said({ contact: { cpu: 2.2 } }) ?? [];
    expect(high?.level).toBe("caution");
    expect(high?.message).toMatch(/stands \d+\sK above good Wrenfell 14s/);
  });
  it("every chip is told for itself", () => {
    const two = { ...tessalyK15, cores: 1 };
    const figures = figuresFromRuns(known(two), [], "Tessaly K15");
    const v = judgedInWords(run(two, { clog: 2.2 }), run(two, { contact: { gpu: 2.6 } }), { good: figures });
    const lines = v.reasons.filter((r) => r.code === "against-good");
    expect(lines.map((r) => r.level)).toEqual(["note", "caution"]);
    expect(lines[1]?.message).toMatch(/^Graphics chip: .* above its own good run/);
  });
});

describe("where good figures come from", () => {
  it("the machine's own runs come before its model's, those before its class", () => {
    const own: GoodRun[] = [{ tag: "LR-1", chip: "cpu", contactKW: 0.3, airflowKW: 0.9 }];
    const model: GoodRun[] = [{ tag: "LR-2", chip: "cpu", contactKW: 0.5, airflowKW: 1.2 }];
    expect(figuresFromRuns(own, model, "X")?.level).toBe("machine");
    expect(figuresFromRuns([], model, "X")?.chips.cpu?.contact.mid).toBe(0.5);
    expect(figuresFromRuns([], [], "X")).toBeNull();
    expect(sourceWords(figuresOfClass(["cpu"], 26, false).source)).toMatch(/typical/);
  });
  it("a verdict with a lost path is no witness", () => {
    expect(goodRunsOf("T", judgedInWords(run(one, {}), run(one, { contact: { cpu: 2.4 } })))).toEqual([]);
  });
});

describe("a run that cannot be read alone says so", () => {
  it("without power, without room, without load", () => {
    const klass = figuresOfClass(["cpu"], 26, false);
    expect(triageInWords(run(one, { clog: 2 }, ["cpu.power"]), klass, 95)?.word).toBe("cannot-tell");
    expect(triageInWords(run(one, { clog: 2 }, [], null), klass, 95)?.word).toBe("cannot-tell");
    expect(triageInWords({ ...run(one, {}), phases: null }, klass, 95)).toBeNull();
  });
  it("two chips share their air: both are set against it", () => {
    const machine = { ...tessalyK15, cores: 1 };
    const figures = figuresFromRuns([], known(machine), "Tessaly K15");
    const t = figures && triageInWords(run(machine, { clog: 2.4 }), figures, 97);
    expect(t?.word).toBe("airflow");
    expect(t?.chips.map((c) => c.paths[1].excess.low > 0)).toEqual([true, true]);
  });
});

describe("blowers in one run alone", () => {
  const figures = figuresOfClass(["cpu"], 26, false);
  const of = (told: RigRun) => triageInWords(rigRun(told, 0.3), figures, 95);
  const says = (told: RigRun) => plainText(of(told)?.summary ?? []);
  const two: RigMachine = { ...one, fan: { ...one.fan, count: 2 } };
  const zero = (key: RegExp) => (log: RigLog) => eachReading(log, key, () => 0);

  it("that turn are told with their speed", () => {
    expect(of({})?.notes.find((n) => n.code === "fans-turn")?.figure).toMatch(/rpm$/);
  });
  it("one of two that stands is named, and is the word", () => {
    expect(of({ machine: two, edit: zero(/^fan2/) })?.word).toBe("fan");
    expect(says({ machine: two, edit: zero(/^fan2/) })).toMatch(
      /^Blower 2 stands still under load while the other turns/,
    );
    expect(says({ machine: two, edit: zero(/^fan1/) })).toMatch(/^Blower 1 stands/);
  });
  it("none turns in a machine as hot as standing air makes it", () => {
    expect(of({ faults: { fanStopped: true } })?.word).toBe("fan");
    expect(says({ faults: { fanStopped: true } })).toMatch(/^The blower stands still under load/);
    expect(says({ machine: two, faults: { fanStopped: true } })).toMatch(/^Both blowers stand still/);
  });
  it("a reading of zero in a machine that is no hotter per watt is the reading's fault", () => {
    const stuck = of({ edit: zero(/^fan/) });
    expect(stuck?.word).not.toBe("fan");
    expect(stuck?.notes.map((n) => n.code)).toContain("fan-reading-stuck");
  });
  it("without a room it takes more to say that air stands: a stuck reading is not believed", () => {
    expect(of({ edit: zero(/^fan/), room: null })?.word).not.toBe("fan");
    expect(of({ faults: { fanStopped: true }, room: null })?.word).toBe("fan");
  });
  it("without power a standing fan is told by how hot the chip is", () => {
    const omit = ["cpu.power"];
    expect(of({ faults: { fanStopped: true }, omit })?.word).toBe("fan");
    expect(of({ edit: zero(/^fan/), omit })?.word).toBe("cannot-tell");
  });
  it("nothing is set against good figures, nor expected, where the watts are not known", () => {
    for (const told of [
      { omit: ["cpu.power"], faults: { contact: { cpu: 2.6 } } },
      { edit: (log: RigLog) => eachReading(log, /power$/, (v) => v + 16), faults: { clog: 2.6 } },
    ] as RigRun[]) {
      const t = of(told);
      expect(t?.word).toBe("cannot-tell");
      expect([t?.chips, t?.expect, t?.surer, t?.lead]).toEqual([[], [], [], null]);
      expect(t?.matched.powerW).toEqual({});
    }
  });
  it("what is missing is said as it is: all power, one chip's, or only the chip's own", () => {
    expect(says({ omit: ["cpu.power"] })).toMatch(/^No power is logged/);
    expect(says({ machine: tessalyK15, omit: ["gpu.power"] })).toMatch(/^No power of the graphics chip is logged/);
    expect(says({ edit: (log) => eachReading(log, /power$/, (v) => v + 16) })).toMatch(
      /reads as that of the whole board/,
    );
  });
});
