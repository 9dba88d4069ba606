import { triageInWords } from "../../../testing/inWords";
import { describe, expect, it } from "vitest";
import { wrenfell14 } from "../../../samples/rigs";
import { rigRun, rigVerdict, type RigRun } from "../../../testing/rigRuns";
import { figuresFromRuns, goodRunsOf } from "../judge";
import { afterAlone, plainText, type AfterAlone } from "../says";

const good = figuresFromRuns([], goodRunsOf("LR-90", rigVerdict({ faults: { clog: 2 } }, {})), "Wrenfell 14");

function alone(told: RigRun): AfterAlone {
  const triage = good && triageInWords(rigRun(told, 0.3), good, wrenfell14.limitC);
  if (!triage) throw new Error("no load");
  return afterAlone(triage);
}

describe("a run after that has none before", () => {
  it("within good figures may be closed, and says that no change can be told", () => {
    const a = alone({});
    expect([a.good, a.holds]).toEqual([true, null]);
    expect(plainText(a.headline)).toBe("Within good figures");
    expect(plainText(a.summary)).toMatch(
      /^Without a run before there is no change to tell\. The processor stands \d\sK/,
    );
    expect(a.next.map((n) => n.code)).toEqual(["set-due"]);
  });
  it.each([
    ["contact", { faults: { contact: { cpu: 2.4 } } }, "Contact still stands high", ["reopen-contact"]],
    ["airflow", { faults: { clog: 2.4 } }, "Airflow still stands high", ["check-outlet"]],
    [
      "both",
      { faults: { clog: 2, contact: { cpu: 2.4 } } },
      "Still high: airflow and contact",
      ["reopen-contact", "check-outlet"],
    ],
    ["a standing fan", { faults: { fanStopped: true } }, "A blower stands", ["plug-fan"]],
  ] as [string, RigRun, string, string[]][])("%s that stands high is held open", (_, told, headline, next) => {
    const a = alone(told);
    expect(a.good).toBe(false);
    expect(a.holds).not.toBeNull();
    expect(plainText(a.headline)).toBe(headline);
    expect(a.next.map((n) => n.code)).toEqual(next);
    expect(plainText(a.summary)).not.toContain("worth opening");
  });
  it("that cannot be told is not called good", () => {
    const a = alone({ omit: ["cpu.power"] });
    expect([a.good, a.holds]).toEqual([null, "Nothing shows that it runs well"]);
    expect(plainText(a.summary)).toMatch(/^No power is logged/);
    expect(a.next.map((n) => n.code)).toEqual(["run-again"]);
  });
});
