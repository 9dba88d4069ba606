import { describe, expect, it } from "vitest";
import type { RunJudgement, TriageChip } from "../triage";
import { expectations, headline, summary, WORTH_OPENING } from "./triage";
import type { SentencePart } from "./index";

const figure = (K: number, half = 1) => ({ K, low: K - half, high: K + half });

/** A chip whose contact and airflow stand so far above good ones, K. */
function chip(contact: number, airflow: number, half = 1): TriageChip {
  const path = (name: "contact" | "airflow", K: number) => ({
    path: name,
    seen: figure(30 + K),
    good: figure(30),
    excess: figure(K, half),
    seenKW: 0.6,
  });
  return {
    chip: "cpu",
    total: figure(60 + contact + airflow),
    excess: figure(contact + airflow),
    paths: [path("contact", contact), path("airflow", airflow)],
  };
}
const told = (lead: TriageChip | null, more: Partial<RunJudgement> = {}) =>
  summary({
    word: "airflow",
    matched: { roomC: 25, fanRpm: null, powerW: {} },
    chips: lead ? [lead] : [],
    lead: lead?.chip ?? null,
    source: { level: "model", model: "K15", tags: ["LR-02"] },
    notes: [],
    lacks: null,
    surer: [],
    facts: null,
    limitC: null,
    ...more,
  });
const read = (parts: readonly SentencePart[]) =>
  parts
    .map((p) => p.text)
    .join("")
    .replaceAll("\u00a0", " ");
const coloured = (parts: readonly SentencePart[]) => parts.filter((p) => p.path).map((p) => p.path);

describe("what one run says", () => {
  it("names what each path adds, and adds it up after rounding", () => {
    expect(read(told(chip(4.4, 9.4)))).toBe(
      `The processor stands 14 K above good K15s (LR-02): 10 K in airflow, 4 K in contact.${WORTH_OPENING}`,
    );
    expect(read(told(chip(-3, -2)))).toContain(
      "stands 5 K below good K15s (LR-02): 2 K below in airflow, 3 K below in",
    );
    expect(read(told(chip(5, 9), { word: "cannot-tell" }))).toContain("The ranges are too wide to say more.");
  });

  it("gives a path that adds nothing no kelvins, and not the colour of a loss", () => {
    const onlyAir = told(chip(0.3, 12));
    expect(read(onlyAir)).toContain(": 12 K in airflow, contact as good ones.");
    expect(coloured(onlyAir)).toEqual(["airflow", "airflow"]);
    const onlyPaste = told(chip(9, 0.2), { word: "contact" });
    expect(read(onlyPaste)).toContain(": airflow as good ones, 9 K in contact.");
    expect(coloured(onlyPaste)).toEqual(["contact", "contact"]);
  });

  it("says first what keeps it from saying more", () => {
    expect(
      read(told(null, { word: "fan", notes: [{ code: "fan-stopped", level: "caution", data: { alone: [2] } }] })),
    ).toBe("Blower 2 stands still under load while the other turns. Look at its plug and its bearing first.");
    expect(read(told(null, { word: "fan" }))).toMatch(/^A blower stands still under load\./);
    const lacking = (lacks: RunJudgement["lacks"]) => read(told(chip(5, 5), { lacks }));
    expect(lacking({ kind: "power", chips: "all" })).toMatch(/^No power is logged, so heights cannot/);
    expect(lacking({ kind: "power", chips: ["gpu"] })).toMatch(/^No power of the graphics chip is logged, so/);
    expect(lacking({ kind: "board", chip: "cpu" })).toMatch(/reads as that of the whole board: too high in/);
    expect(lacking({ kind: "room" })).toMatch(/^No room temperature/);
    expect(read(told(null))).toBe("No chip temperature follows a power in this run.");
    expect(read(told(chip(1, 1), { word: "not-the-cooling" }))).toMatch(/^The processor stands within good figures/);
  });

  it("has a headline for every word, the paths in their colours", () => {
    const words = ["airflow", "contact", "both", "fan", "not-the-cooling", "cannot-tell"] as const;
    expect(words.map((w) => [read(headline(w)), coloured(headline(w))])).toEqual([
      ["Mostly airflow", ["airflow"]],
      ["Mostly contact", ["contact"]],
      ["Both: airflow and contact", ["airflow", "contact"]],
      ["A fan", []],
      ["Not the cooling", []],
      ["Cannot tell from this run", []],
    ]);
  });
});

describe("what the hand should find", () => {
  const lines = (...args: Parameters<typeof expectations>) => expectations(...args).map(read);
  it("is lint or a matted stack, by how far airflow stands above good ones", () => {
    expect(lines("airflow", [chip(1, 14)])[0]).toBe(
      "Expect lint at the fin inlet, plan the fans out and the fin side first.",
    );
    expect(lines("both", [chip(1, 14.1)])[0]).toMatch(/^Expect a matted fin stack,/);
    expect(lines("contact", [chip(1, 20)])).toEqual([]);
  });
  it("is paste past its best from four kelvins that are sure, dried out above twelve", () => {
    expect(lines("contact", [chip(4, 0)])).toEqual(["Expect paste past its best, new paste belongs to the job."]);
    expect(lines("contact", [chip(12, 0)])[0]).toMatch(/^Expect paste past its best,/);
    expect(lines("contact", [chip(12.1, 0)])[0]).toMatch(/^Expect paste dry or pumped out,/);
    expect(lines("contact", [chip(3.9, 0)])).toEqual([]);
    expect(lines("contact", [chip(6, 0, 6)])).toEqual([]);
  });
  it("names the chip where there are two, and says contact is normal only beside airflow", () => {
    const gpu = { ...chip(0, 9), chip: "gpu" as const };
    expect(lines("airflow", [chip(8, 9), gpu])).toEqual([
      "Expect lint at the fin inlet, plan the fans out and the fin side first.",
      "Expect paste past its best on the processor, new paste belongs to the job.",
      "Contact looks normal on the graphics chip; renew the paste only if the heatsink is lifted.",
    ]);
    expect(lines("both", [chip(0, 9)])).toHaveLength(1);
  });
});
