import { describe, expect, it } from "vitest";
import { tessalyK15, wrenfell14 } from "../../../samples/rigs";
import type { RigLog } from "../../simulate";
import { plainText, verdictJson } from "../says";
import {
  codesOf as codes,
  eachReading as each,
  findingsOf as findings,
  rigVerdict as judged,
  witnessOf as witness,
  withoutRows as without,
} from "../../../testing/rigRuns";
describe("a pair nothing is wrong with", () => {
  it("is fine by every witness, and none adds to the interval but the room", () => {
    const v = judged({}, {});
    expect(v.witnesses?.map((w) => `${w.of} ${w.finding}`)).toEqual(
      ["machine", "room", "time", "start", "fan", "power"].map((of) => `${of} fine`),
    );
    expect(v.witnesses?.filter((w) => w.addsK !== null).map((w) => w.of)).toEqual(["room"]);
    expect(witness(v, "room")?.addsK).toBeGreaterThan(0);
  });
});

describe("the fan", () => {
  it("held at full speed in one run is scaled, not called weak or another cooling", () => {
    const v = judged({}, { recipe: { fan: { fixed: 1 } } });
    expect(v.verdict).toBe("unchanged");
    expect(codes(v)).toContain("fan-fixed");
    expect(codes(v)).not.toContain("fan-weak");
  });
  it("that stands still in idle is no stopped fan", () => {
    const recipe = { fan: { standsBelowC: 52 } };
    const v = judged({ faults: { clog: 2.4 }, recipe }, { recipe });
    expect(v.verdict).toBe("improved");
    expect(findings(v)).toEqual(["same better"]);
    expect(codes(v)).not.toContain("fan-stopped");
  });
  it("in percent in one log and in rpm in the other is set equal, never stopped", () => {
    const percent = (log: RigLog) => {
      each(log, /^fan/, (v) => Math.round((100 * v) / wrenfell14.fan.maxRpm));
      for (const h of log.headings) h.heading = h.heading.replace("[RPM]", "[%]");
    };
    const v = judged({ faults: { clog: 2.4 }, edit: percent }, {});
    expect(v.verdict).toBe("improved");
    expect(findings(v)).toEqual(["same better"]);
    expect(witness(v, "fan")?.finding).toBe("corrected");
    expect(witness(v, "fan")?.addsK).toBeGreaterThan(0);
  });
  it("whose reading is stuck at zero while air moves is not the reason", () => {
    const v = judged({}, { edit: (log) => each(log, /^fan/, () => 0) });
    expect(v.verdict).toBe("unchanged");
    expect(codes(v)).toContain("fan-reading-stuck");
    expect(codes(v)).not.toContain("fan-stopped");
  });
  it("that truly stands is the reason, and contact is then not told", () => {
    const v = judged({}, { faults: { fanStopped: true } });
    expect(v.verdict).toBe("worse");
    expect(codes(v)).toContain("fan-stopped");
    expect(findings(v)).toEqual(["unknown worse"]);
  });
});

describe("power", () => {
  it.each([0.82, 1.2])("read at %f of its scale at the same work never makes a cooling better or worse", (by) => {
    const v = judged({}, { edit: (log) => each(log, /power$/, (w) => w * by) });
    expect(["unchanged", "not-comparable"]).toContain(v.verdict);
    expect(codes(v)).toContain("power-scale");
    for (const f of findings(v)) expect(f).not.toMatch(/better|worse/);
  });
  it("read on another scale is seen though the run before was throttled and did less work", () => {
    const v = judged(
      { faults: { clog: 3.4, contact: { cpu: 2.6 } } },
      { edit: (log) => each(log, /power$/, (w) => w * 0.78) },
    );
    expect(v.chips[0]?.throttled.before).toBeGreaterThan(0.5);
    expect(codes(v)).toContain("power-scale");
    expect(v.verdict).toBe("improved");
  });
  it("of a chip that idles in one run: nothing is said of that chip, all of the other", () => {
    const machine = { ...tessalyK15, cores: 1 };
    const v = judged(
      { machine, faults: { contact: { cpu: 2.2, gpu: 2.2 } } },
      { machine, recipe: { effort: { gpu: 0.02 } } },
    );
    expect(v.verdict).toBe("improved");
    expect(findings(v)[0]).toBe("better same");
    expect(findings(v)[1]).toBe("unknown unknown");
    expect(v.chips[1]?.change).toBeNull();
    expect(witness(v, "power", "gpu")?.finding).toBe("cut");
  });
  it("not logged, with work that differs by a fifth, is judged with its scale open", () => {
    const omit = ["cpu.power"];
    const v = judged({ faults: { clog: 2.6 }, omit }, { recipe: { effort: { cpu: 0.9 } }, omit });
    expect(v.verdict).toBe("improved");
    expect(witness(v, "power", "cpu")?.finding).toBe("corrected");
    expect(verdictJson(v).chips[0]?.paths[0]?.beforeKW).toBeNull();
  });
});

describe("the room", () => {
  it("that is the other run's is refused, and says that they may be swapped", () => {
    const v = judged({ recipe: { roomC: 16 }, room: 27 }, { recipe: { roomC: 27 }, room: 16 });
    expect(v.verdict).toBe("not-comparable");
    const reason = v.reasons.find((r) => r.level === "blocks");
    expect(reason?.code).toMatch(/^room-/);
    expect(v.next.map((n) => n.code)).toContain("check-rooms");
  });
  it.each(["heavy", "apart", "soaked"] as const)(
    "swapped on a machine whose case could have hidden it: none idles colder than its idle keeps it (%s)",
    (family) => {
      const machine = { ...wrenfell14, family };
      const v = judged(
        { machine, recipe: { roomC: 17.4 }, room: 25.7 },
        { machine, recipe: { roomC: 25.7 }, room: 17.4 },
      );
      expect(v.verdict).toBe("not-comparable");
      expect(codes(v)).toContain("room-does-not-fit");
      expect(v.reasons.find((r) => r.code === "room-does-not-fit")?.message).toContain("swapped");
    },
  );
  it("warmer than a chip at rest cannot be", () => {
    const v = judged({}, { room: 40 });
    expect(codes(v)).toContain("room-too-warm");
    expect(v.verdict).toBe("not-comparable");
  });
});

describe("time", () => {
  it("that is missing under load is no pause: the verdict is that of the whole log", () => {
    const v = judged({ faults: { clog: 2.4 } }, { edit: (log) => without(log, 500, 640) });
    expect(v.verdict).toBe("improved");
    expect(findings(v)).toEqual(["same better"]);
    expect(codes(v)).toContain("log-gaps");
    expect(v.facts.after.loadS).toBeGreaterThan(850);
  });
  it("in pulses is one load", () => {
    const recipe = { pulse: [60, 30] as const };
    const v = judged({ faults: { clog: 2.4 }, recipe }, { recipe });
    expect(v.verdict).toBe("improved");
    expect(findings(v)).toEqual(["same better"]);
    expect(v.facts.before.loadS).toBeGreaterThan(800);
  });
  it("a run that starts warm with hardly an idle is not read as a change", () => {
    const v = judged({ recipe: { idleS: 6, warmStartK: 16 } }, {});
    expect(v.verdict).toBe("unchanged");
    expect(findings(v)).toEqual(["same same"]);
  });
});

describe("the machine", () => {
  it("that idles at other power, clock and fan speed is another one", () => {
    const other = (log: RigLog) => {
      each(log, /clock$/, (v) => v * 1.3);
      each(log, /^fan/, (v) => v * 1.3);
    };
    const v = judged({}, { edit: other });
    expect(v.verdict).toBe("not-comparable");
    expect(codes(v)).toContain("another-machine");
    expect(v.next.map((n) => n.code)).toContain("check-files");
  });
});

describe("what is said when paths go against each other", () => {
  const v = judged({ faults: { clog: 1.6 } }, { faults: { contact: { cpu: 1.85 } } });
  it("and the total stays: by other ways, reopen, never that the cooling is as it was", () => {
    expect(findings(v)).toEqual(["worse better"]);
    expect(v.verdict).toBe("unchanged");
    expect(plainText(v.headline)).toBe("As hot as before, by other ways: contact got worse: reopen");
    expect(plainText(v.summary)).toMatch(/won in airflow, .* lost in contact/);
    expect(v.next.map((n) => n.code)).toContain("reopen-contact");
    expect(v.next.map((n) => n.code)).not.toContain("look-further");
    expect(v.next.map((n) => n.code)).not.toContain("set-due");
  });
});
