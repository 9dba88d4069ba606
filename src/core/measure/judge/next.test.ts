import { describe, expect, it } from "vitest";
import { holdsOpen, nextSteps } from "./next";
import { headlineOf, summaryOf } from "../says/headline";
import type { ChipVerdict, PathFinding, Reason, VerdictWord } from "./verdict";

const reason = (code: string, level: Reason["level"] = "caution", figure?: string): Reason => ({
  code,
  level,
  message: code,
  figure,
});
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
const text = (parts: readonly { text: string }[]) =>
  parts
    .map((p) => p.text)
    .join("")
    .replaceAll("\u00a0", " ");

describe("whether a job may be closed on its verdict", () => {
  const holds = (verdict: VerdictWord, ...chips: ChipVerdict[]) =>
    holdsOpen({ verdict, chips, next: nextSteps(verdict, chips[0] ?? null, [], chips) });
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
      reason("load-too-short", "blocks", "5:00 of 12:40"),
      reason("sensor-stuck", "blocks"),
      reason("wrong-sensor", "blocks"),
    ];
    const steps = nextSteps("not-comparable", null, reasons);
    expect(steps.map((s) => s.code)).toEqual(["read-room", "run-longer", "check-columns"]);
    expect(steps[1]?.message).toContain("12:40 or more");
    expect(codes("not-comparable", null, [reason("loads-differ", "blocks")])).toEqual(["same-load"]);
    expect(codes("not-comparable", null, [reason("too-uncertain", "blocks")])).toEqual(["run-again"]);
    expect(codes("not-comparable", null, [reason("no-load", "blocks")])).toEqual(["mark-load"]);
    expect(codes("not-comparable", null, [reason("another-machine", "blocks")])).toEqual(["check-files"]);
    for (const room of ["room-does-not-fit", "room-too-warm"])
      expect(codes("not-comparable", null, [reason(room, "blocks")])).toEqual(["check-rooms"]);
    expect(codes("not-comparable", null, [reason("chip-not-loaded", "blocks")])).toEqual(["load-chip"]);
    const odd = [reason("does-not-follow", "blocks"), reason("chips-differ", "blocks")];
    expect(codes("not-comparable", null, odd)).toEqual(["check-columns"]);
  });
});

describe("the headline", () => {
  it("names the path that went against it", () => {
    expect(text(headlineOf("improved", chip("better", "better")))).toBe("Improved");
    expect(text(headlineOf("improved", chip("worse", "better")))).toBe("Improved, but contact got worse: reopen");
    expect(text(headlineOf("worse", chip("worse", "better")))).toBe("Worse, though airflow got better");
    expect(text(headlineOf("unchanged", chip("same", "same")))).toBe("No real change");
    expect(text(headlineOf("not-comparable", null))).toBe("Not comparable");
  });

  it("the summary's parts add up to its whole", () => {
    const said = text(summaryOf("improved", chip("better", "better"), [chip("better", "better")], [], 3));
    expect(said).toBe(
      "At the same power, fan speed and room the processor runs 12 K cooler: 8 K won in airflow, 4 K won in contact.",
    );
  });

  it("a fan that is the reason is said, and not called equal", () => {
    const worse = chip("same", "worse", 20, [0, 20]);
    const said = text(summaryOf("worse", worse, [worse], [reason("fan-stopped")], 3));
    expect(said).toMatch(/^At the same power and room the processor runs 20 K hotter/);
    expect(said).toContain("The fan is the reason: it reads 0 rpm.");
  });

  it("no change is told with its bound and each chip's figure", () => {
    const same = chip("same", "same", 0.6, [0.2, 0.4]);
    expect(text(summaryOf("unchanged", same, [same], [], 3))).toBe(
      "At the same power, fan speed and room the processor runs as before, inside 3 K: processor +0.6 K.",
    );
  });

  it("what is not comparable still tells contact, where it is known", () => {
    const c = chip("better", "unknown");
    const said = text(summaryOf("not-comparable", null, [c], [reason("no-room-temperature", "blocks")], 3));
    expect(said).toBe("no-room-temperature Contact can still be judged: better by 4 K.");
  });
});
