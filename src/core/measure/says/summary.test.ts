import { describe, expect, it } from "vitest";
import type { ChipVerdict, PathFinding, VerdictWord } from "../judge";
import { headlineOf as headlineOfTold, summaryOf as summaryOfTold } from "./headline";
import type { WordedReason } from "./index";

const reason = (code: string, level: WordedReason["level"] = "caution"): WordedReason => ({
  code,
  level,
  message: code,
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
const told = (verdict: VerdictWord, c: ChipVerdict | null, chips = c ? [c] : []) => ({
  verdict,
  lead: c?.chip ?? null,
  chips,
  thresholdK: 3,
});
const headlineOf = (word: VerdictWord, c: ChipVerdict | null) => headlineOfTold(told(word, c));
const summaryOf = (word: VerdictWord, c: ChipVerdict | null, chips: ChipVerdict[], reasons: WordedReason[]) =>
  summaryOfTold(told(word, c, chips), reasons);
const text = (parts: readonly { text: string }[]) =>
  parts
    .map((p) => p.text)
    .join("")
    .replaceAll("\u00a0", " ");

describe("a verdict in a headline and a sentence", () => {
  it("names the path that went against it", () => {
    expect(text(headlineOf("improved", chip("better", "better")))).toBe("Improved");
    expect(text(headlineOf("improved", chip("worse", "better")))).toBe("Improved, but contact got worse: reopen");
    expect(text(headlineOf("worse", chip("worse", "better")))).toBe("Worse, though airflow got better");
    expect(text(headlineOf("unchanged", chip("same", "same")))).toBe("No real change");
    expect(text(headlineOf("not-comparable", null))).toBe("Not comparable");
  });

  it("the summary's parts add up to its whole", () => {
    const said = text(summaryOf("improved", chip("better", "better"), [chip("better", "better")], []));
    expect(said).toBe(
      "At the same power, fan speed and room the processor runs 12 K cooler: 8 K won in airflow, 4 K won in contact.",
    );
  });

  it("a fan that is the reason is said, and not called equal", () => {
    const worse = chip("same", "worse", 20, [0, 20]);
    const said = text(summaryOf("worse", worse, [worse], [reason("fan-stopped")]));
    expect(said).toMatch(/^At the same power and room the processor runs 20 K hotter/);
    expect(said).toContain("The fan is the reason: it reads 0 rpm.");
  });

  it("no change is told with its bound and each chip's figure", () => {
    const same = chip("same", "same", 0.6, [0.2, 0.4]);
    expect(text(summaryOf("unchanged", same, [same], []))).toBe(
      "At the same power, fan speed and room the processor runs as before, inside 3 K: processor +0.6 K.",
    );
  });

  it("what is not comparable still tells contact, where it is known", () => {
    const c = chip("better", "unknown");
    const said = text(summaryOf("not-comparable", null, [c], [reason("no-room-temperature", "blocks")]));
    expect(said).toBe("no-room-temperature Contact can still be judged: better by 4 K.");
  });
});
