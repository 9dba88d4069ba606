import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { Journal, type Entry } from "./journal";
import {
  ASIDE_KINDS,
  asideComesTo,
  asideFaults,
  asideLine,
  ASIDES,
  asidesIn,
  asideStep,
  asideText,
  asideWords,
  batteryLeft,
  readAside,
} from "./incidentalParts";

let n = 0;
const entry = (step: string, act: Entry["act"], value = "", reason = ""): Entry => ({
  id: `e${++n}`.padEnd(16, "0"),
  at: `2026-11-20T10:${String(n % 60).padStart(2, "0")}:00.000Z`,
  stage: "open",
  step,
  act,
  value,
  reason,
});

describe("parts found on the way", () => {
  it("are written so that people read it, and read back as typed, whatever the field", () => {
    expect(asideText("memory", { part: "MB-16", size: "16" })).toBe("Memory; Part number MB-16; Size 16 GB");
    // words of one line: what is written is what was typed, but for blanks and semicolons
    const word = fc.stringMatching(/^[^;\s]{1,20}( [^;\s]{1,20})?$/);
    for (const kind of ASIDE_KINDS) {
      const keys = ASIDES[kind].fields.map((f) => f.key);
      fc.assert(
        fc.property(fc.dictionary(fc.constantFrom(...keys), word), (values) => {
          expect(readAside(kind, asideText(kind, values))).toEqual({ ...values });
        }),
      );
    }
  });

  it("fit an entry of the journal however long the fields", () => {
    for (const kind of ASIDE_KINDS) {
      const values = Object.fromEntries(ASIDES[kind].fields.map((f) => [f.key, "x; ".repeat(400)]));
      const text = asideText(kind, values);
      expect(text.length).toBeLessThanOrEqual(500);
      expect(text.split("; ")).toHaveLength(1 + ASIDES[kind].fields.length);
    }
  });

  it("stand in a job's journal by themselves: changed, taken back, in the order they were found", () => {
    const [coin, drive] = [asideStep("coin", "a1"), asideStep("drive", "b2")];
    const journal = new Journal([
      entry(coin, "done", asideText("coin", { volts: "2.4" })),
      entry(drive, "done", asideText("drive", { part: "D-1" }), "label torn"),
      entry(coin, "done", asideText("coin", { volts: "3.0", part: "C-20" })),
      entry(asideStep("memory", "c3"), "done", asideText("memory", { slot: "A" })),
      entry(asideStep("memory", "c3"), "undone"),
      entry("way:nothing-x", "done", "Nothing"),
    ]);
    expect(asidesIn(journal).map(({ kind, values, note }) => [kind, values, note])).toEqual([
      ["coin", { part: "C-20", volts: "3.0" }, ""],
      ["drive", { part: "D-1" }, "label torn"],
    ]);
  });

  it("are passed by when the bench's last step is taken back", () => {
    const lifted = entry("open:lift", "done");
    const journal = new Journal([lifted, entry(asideStep("coin", "a1"), "done", "Coin cell; Voltage 3 V")]);
    expect(journal.lastSettled("open")?.id).toBe(lifted.id);
  });

  it("say what is wrong with a figure, by field, and that something has to be filled in", () => {
    expect(asideFaults("battery", { new: "57", now: "forty", cycles: "99999" })).toEqual({
      now: "Give a figure in Wh.",
      cycles: "At most 20000 cycles.",
    });
    expect(asideFaults("battery", { part: " " })).toEqual({ part: "Fill in one of them." });
    expect(asideFaults("coin", { volts: "2,95" })).toEqual({});
    expect(asideFaults("memory", { slot: "upper" })).toEqual({});
  });
});

describe("what their figures come to", () => {
  const comes = (kind: (typeof ASIDE_KINDS)[number], values: Record<string, string>) => asideComesTo({ kind, values });

  it("a battery by what it holds of what it did when new", () => {
    expect(batteryLeft({ new: "50", now: "42,5" })).toBeCloseTo(0.85, 6);
    expect(batteryLeft({ new: "0", now: "40" })).toBeNull();
    expect(batteryLeft({ now: "40" })).toBeNull();
    expect(comes("battery", { new: "50", now: "42" })).toEqual({ what: "holds", left: 0.84, poor: false });
    expect(asideWords({ kind: "battery", values: { new: "50", now: "42" } })).toBe(
      "holds 84\u00a0% of what it did when new",
    );
    expect(comes("battery", { new: "50", now: "34" })?.poor).toBe(true);
  });

  it("a coin cell by its voltage, a drive by its wear, others by nothing", () => {
    expect([comes("coin", { volts: "2.69" })?.poor, comes("coin", { volts: "2.7" })?.poor]).toEqual([true, false]);
    expect([comes("drive", { worn: "80" })?.poor, comes("drive", { worn: "79" })]).toEqual([true, null]);
    expect(comes("memory", { part: "MB-16" })).toBeNull();
    expect(comes("coin", { part: "C-20" })).toBeNull();
  });

  it("in a line, with its note", () => {
    expect(asideLine({ kind: "battery", values: { part: "BT-4", new: "50", now: "30" }, note: "label faded" })).toBe(
      "Battery: BT-4, new 50\u00a0Wh, now 30\u00a0Wh, holds 60\u00a0% of what it did when new, label faded",
    );
  });
});
