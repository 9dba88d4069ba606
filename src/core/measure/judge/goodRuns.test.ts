import { describe, expect, it } from "vitest";
import { goodRunsOf } from "./good";
import type { PathFinding } from "./index";
import type { Verdict } from "../says";

interface Told {
  findings?: [PathFinding, PathFinding];
  contactKW?: number | null;
  airK?: number | null;
  powerW?: Record<string, number>;
  work?: boolean;
  board?: boolean;
}

const verdict = ({
  findings = ["better", "same"],
  contactKW = 0.4,
  airK = 30,
  powerW = { cpu: 30, gpu: 30 },
  ...t
}: Told): Verdict =>
  ({
    verdict: "improved",
    matched: { powerW },
    work: t.work ? [{ chip: "cpu", ratio: 1, by: "load" }] : [],
    reasons: t.board ? [{ code: "board-power", level: "caution", message: "" }] : [],
    chips: [
      {
        chip: "cpu",
        paths: [
          { path: "contact", finding: findings[0], afterKW: contactKW },
          { path: "airflow", finding: findings[1], after: airK === null ? null : { K: airK, low: 29, high: 31 } },
        ],
      },
    ],
  }) as never;

describe("what a past pair says of good machines", () => {
  it("contact per watt of its chip, airflow per watt of all, after a service that lost nothing", () => {
    expect(goodRunsOf("LR-1", verdict({}))).toEqual([{ tag: "LR-1", chip: "cpu", contactKW: 0.4, airflowKW: 0.5 }]);
    expect(goodRunsOf("LR-1", verdict({ findings: ["same", "same"] }))).toHaveLength(1);
  });
  it.each([
    ["a path that got worse", { findings: ["better", "worse"] }],
    ["a path that is not known", { findings: ["unknown", "same"] }],
    ["a contact that is not known per watt", { contactKW: null }],
    ["an airflow that is not known", { airK: null }],
    ["no power", { powerW: {} }],
    ["work that stood in for power", { work: true }],
    ["power of the whole board", { board: true }],
  ] as [string, Told][])("nothing with %s", (_, told) => {
    expect(goodRunsOf("LR-1", verdict(told))).toEqual([]);
  });
});
