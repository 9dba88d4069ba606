import { describe, expect, it } from "vitest";
import { holdsOpen, nextSteps } from "./next";
import { holdsWords, nextWords } from "../says/next";
import type { FoundData, Reason } from "../pair/reason";
import type { ChipVerdict, PathFinding, VerdictWord } from "./index";

const reason = <C extends Reason["code"]>(
  code: C,
  level: Reason["level"] = "caution",
  data: Partial<FoundData[C]> = {},
): Reason => ({ code, level, data }) as unknown as Reason;
const chip = (contact: PathFinding, airflow: PathFinding, K = -12, parts: [number, number] = [-4, -8]): ChipVerdict =>
  ({
    chip: "cpu",
    change: { K, low: K - 1, high: K + 1 },
    paths: [
      { path: "contact", finding: contact, change: { K: parts[0], low: parts[0] - 1, high: parts[0] + 1 } },
      { path: "airflow", finding: airflow, change: { K: parts[1], low: parts[1] - 1, high: parts[1] + 1 } },
    ],
  }) as never;
const codes = (...args: Parameters<typeof nextSteps>) => nextSteps(...args).map((s) => s.code);
describe("whether a job may be closed on its verdict", () => {
  const holds = (verdict: VerdictWord, ...chips: ChipVerdict[]) =>
    holdsWords(holdsOpen({ verdict, chips, next: nextSteps(verdict, chips[0] ?? null, [], chips) }));
  it("yes when nothing is worse and every path is known", () => {
    expect(holds("improved", chip("better", "same"))).toBeNull();
    expect(holds("unchanged", chip("same", "same"))).toBeNull();
  });
  it("never beside a path that is worse, on any chip, whatever the total", () => {
    expect(holds("improved", chip("better", "same"), chip("worse", "better"))).toBe("A path got worse");
    expect(holds("unchanged", chip("worse", "better"))).toBe("A path got worse");
    expect(holds("worse", chip("unknown", "unknown"))).toBe("A path got worse");
  });
  it("not yet when it is cooler by what is not known, and not without a comparison", () => {
    expect(holds("improved", chip("better", "unknown"))).toBe("A path is not known");
    expect(holds("improved", chip("better", "same"), chip("unknown", "unknown"))).toBe("A path is not known");
    expect(holds("not-comparable")).toBe("There is no comparison");
  });
});

describe("what to do next", () => {
  it("a good job is closed with its next date", () => {
    expect(codes("improved", chip("better", "better"), [])).toEqual(["set-due"]);
  });

  it("worse contact is reopened, whatever the whole came to", () => {
    expect(codes("improved", chip("worse", "better"), [])).toEqual(["reopen-contact"]);
    expect(codes("worse", chip("worse", "same"), [reason("core-spread")])).toEqual(["reopen-contact", "check-lean"]);
  });

  it("worse airflow looks at the outlet, but not where the fan is the reason", () => {
    expect(codes("worse", chip("same", "worse"), [])).toEqual(["check-outlet"]);
    expect(codes("worse", chip("same", "worse"), [reason("fan-stopped")])).toEqual(["plug-fan"]);
    expect(codes("worse", chip("same", "worse"), [reason("fan-weak")])).toEqual(["check-fan"]);
  });

  it("worse without a path that is, or a reason, is reopened for both", () => {
    expect(codes("worse", chip("same", "same", 5), [])).toEqual(["reopen"]);
    expect(codes("worse", null, [])).toEqual(["reopen"]);
  });

  it("a fan that may stand is plugged first where airflow got worse, and is no matter where it did not", () => {
    expect(codes("worse", chip("same", "worse"), [reason("fan-may-stand")])).toEqual(["plug-fan"]);
    expect(codes("improved", chip("better", "same"), [reason("fan-may-stand")])).toEqual(["set-due"]);
  });

  it("a fan that is only noted asks for nothing", () => {
    expect(codes("improved", chip("better", "same"), [reason("fan-stopped", "note")])).toEqual(["set-due"]);
  });

  it("no change looks further, high airflow at the pipes", () => {
    expect(codes("unchanged", chip("same", "same"), [])).toEqual(["look-further"]);
    expect(codes("improved", chip("better", "same"), [reason("air-path-high")])).toEqual(["check-pipes"]);
  });

  it("what cannot be compared is repeated as its reasons ask, each thing once", () => {
    const reasons = [
      reason("no-room-temperature", "blocks"),
      reason("load-too-short", "blocks", { run: "after", loadS: 300, neededS: 760 }),
      reason("sensor-stuck", "blocks"),
      reason("wrong-sensor", "blocks"),
    ];
    const steps = nextSteps("not-comparable", null, reasons).map(nextWords);
    expect(steps.map((s) => s.code)).toEqual(["read-room", "run-longer", "check-columns"]);
    expect(steps[1]?.message).toContain("12:40 or more");
    expect(codes("not-comparable", null, [reason("loads-differ", "blocks")])).toEqual(["same-load"]);
    expect(codes("not-comparable", null, [reason("too-uncertain", "blocks")])).toEqual(["run-again"]);
    expect(codes("not-comparable", null, [reason("no-load", "blocks")])).toEqual(["mark-load"]);
    expect(codes("not-comparable", null, [reason("another-machine", "blocks")])).toEqual(["check-files"]);
    for (const room of ["room-does-not-fit", "room-too-warm"] as const)
      expect(codes("not-comparable", null, [reason(room, "blocks")])).toEqual(["check-rooms"]);
    expect(codes("not-comparable", null, [reason("chip-not-loaded", "blocks")])).toEqual(["load-chip"]);
    const odd = [reason("does-not-follow", "blocks"), reason("chips-differ", "blocks")];
    expect(codes("not-comparable", null, odd)).toEqual(["check-columns"]);
  });
});
