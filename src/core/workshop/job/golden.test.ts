import { expect, it } from "vitest";
import { golden } from "../../../testing/golden";
import { rigVerdict } from "../../../testing/rigRuns";
import {
  briefHeadline,
  briefOf,
  stageAt,
  STAGES,
  stagesOf,
  statusWords,
  verdictFact,
  waitsWords,
  type JobHolds,
} from "./index";

it("a verdict in short stands as kept: improved, worse, no change, not comparable, one side", async () => {
  const limit = { limitC: 95 };
  const verdicts = [
    rigVerdict({ faults: { clog: 3 } }, {}, limit),
    rigVerdict({}, { faults: { clog: 3 } }, limit),
    rigVerdict({}, {}, limit),
    rigVerdict({ room: null }, { room: null }, limit),
    rigVerdict({ faults: { clog: 3 } }, { recipe: { loadS: 200, coolS: 20 } }, limit),
  ];
  const said = verdicts.map((v, i) => [briefOf(i, v), briefHeadline(briefOf(i, v)), verdictFact(v)]);
  await expect(golden(said)).toMatchFileSnapshot("golden/brief.txt");
});

it("where a job stands follows from what it holds, as kept", async () => {
  const service = (done: number): JobHolds["service"] =>
    (["intake", "open", "strip", "clean", "paste", "close"] as const).map((stage, i) => ({
      stage,
      of: 4,
      done: i < done ? 4 : i === done ? 2 : 0,
      started: i <= done,
      complete: i < done,
    }));
  const all = [0, 1, 3, 6].flatMap((done) =>
    [
      [false, false, false],
      [true, false, false],
      [false, false, true],
      [true, true, false],
      [false, true, true],
      [false, true, false],
    ].map(([before = false, after = false, skipsBefore = false]) => ({
      before,
      after,
      skipsBefore,
      service: service(done),
    })),
  );
  const said = all.map((has) => [
    stageAt(has),
    stagesOf(has, false, { before: "97 °C" }, true),
    stagesOf(has, true, {}, false).map((s) => s.state),
  ]);
  await expect(golden({ said, words: STAGES.map(statusWords) })).toMatchFileSnapshot("golden/stands.txt");
});

it("what a job waits for is said with its price and day where they are known", () => {
  const waits = { for: "part" as const, what: "blower B1", until: "2031-12-04", limit: 40, since: "2031-11-01" };
  const say = (more: object) =>
    waitsWords(
      { ...waits, ...more },
      (d) => `day ${d.slice(-2)}`,
      (n) => `${n} €`,
    );
  expect(say({})).toBe("Waits for a part: blower B1, up to 40 €, by day 04");
  expect(say({ limit: null, until: null })).toBe("Waits for a part: blower B1");
  expect(say({ for: "word", what: "go on?", until: null })).toBe("Waits for the owner's word: go on?, up to 40 €");
});
