import { describe, expect, it } from "vitest";
import { SERVICE_STAGES, type ServiceStage } from "../../handwork/service";
import {
  benchItem,
  benchOrder,
  runFact,
  stageAt,
  stagesOf,
  TAKEN_IN,
  type JobSummary,
  type Machine,
  type StageName,
} from "./index";

const machine = { id: 1, tag: "LR-1", model: "Wrenfell 14", place: "Box office" } as Machine;

const job = (id: number, complaint = "loud") => ({ id, complaint, waits: null });
const stands = (at: StageName, beforeFact = ""): JobSummary => ({ ...TAKEN_IN, at, beforeFact });

describe("stages follow from what a job holds", () => {
  const service = (...started: ServiceStage[]) =>
    SERVICE_STAGES.map((stage) => ({ stage, done: 0, of: 4, started: started.includes(stage), complete: false }));
  it("the job waits at the first thing that is missing", () => {
    expect(stageAt({ before: false, after: false, service: [] })).toBe("before");
    // the handwork comes next, not the run after it
    expect(stageAt({ before: true, after: false, service: service("intake") })).toBe("open");
    expect(stageAt({ before: true, after: false, service: service().map((s) => ({ ...s, of: 0 })) })).toBe("after");
    expect(stageAt({ before: true, after: true, service: [] })).toBe("verdict");
    expect(stageAt({ before: false, after: true, service: [] })).toBe("before");
  });
  it("handwork is waited for stage by stage, until all of it is complete", () => {
    const half = service("open", "strip").map((s) => (s.stage === "open" ? { ...s, complete: true } : s));
    expect(stageAt({ before: true, after: false, service: half })).toBe("strip");
    expect(stageAt({ before: true, after: false, service: half.map((s) => ({ ...s, complete: true })) })).toBe("after");
    expect(stageAt({ before: false, after: false, service: service("open") })).toBe("open");
  });
  it("a machine that could not run before waits for its run after, and then has its verdict", () => {
    const done = service("open").map((s) => ({ ...s, complete: true }));
    expect(stageAt({ before: false, skipsBefore: true, after: false, service: done })).toBe("after");
    expect(stageAt({ before: false, skipsBefore: true, after: true, service: done })).toBe("verdict");
    expect(stageAt({ before: false, skipsBefore: false, after: true, service: done })).toBe("before");
    const after = (skipsBefore: boolean) =>
      stagesOf({ before: false, skipsBefore, after: false, service: service("open") }, false, {}, false).find(
        (s) => s.name === "after",
      )?.state;
    expect([after(true), after(false)]).toEqual(["open", "to come"]);
    expect(benchItem(machine, job(3, "dead"), stands("verdict")).waits).toBe("Run after is in, none before");
  });
  it("what lies behind is done, what lies ahead is to come", () => {
    const states = (has: Parameters<typeof stagesOf>[0], closed: boolean, mapped: boolean) =>
      stagesOf(has, closed, {}, mapped).map((s) => s.state);
    expect(states({ before: true, after: false, service: service() }, false, false)).toEqual([
      "open",
      "done",
      "here",
      "open",
      "open",
      "open",
      "open",
      "open",
      "open",
      "to come",
    ]);
    expect(states({ before: true, after: true, service: service() }, true, true)).toEqual([
      "open",
      "done",
      "open",
      "done",
      "open",
      "open",
      "open",
      "open",
      "done",
      "done",
    ]);
  });
  it("a run keeps one short fact", () => {
    expect(runFact(96.6, 97)).toBe("97 °C, at the limit");
    expect(runFact(81.2, null)).toBe("81 °C");
    expect(runFact(null, 97)).toBe("");
  });
});

describe("the bench", () => {
  it("says what each machine waits for, hands first", () => {
    const items = [
      benchItem(
        machine,
        { ...job(4), waits: { for: "part", what: "blower", until: null, limit: null, since: "" } },
        stands("strip"),
      ),
      benchItem(machine, job(1), stands("verdict")),
      benchItem(machine, job(2), stands("before")),
      benchItem(machine, job(3), stands("after", "97 °C")),
    ].sort(benchOrder);
    expect(items.map((i) => i.jobId)).toEqual([3, 2, 1, 4]);
    expect(items[0]?.note).toContain("97 °C");
    expect(items[1]?.waits).toBe("Load run before opening");
  });
});
