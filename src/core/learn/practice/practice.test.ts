import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { COMPLAINTS, FAULTS, LOOKS, suspectOf, type Fault } from "../suspects";
import {
  ACTS,
  actOf,
  afterAll,
  caseOf,
  caseProblem,
  codeOf,
  drawCase,
  follow,
  fresh,
  LEVELS,
  LOGGED,
  lookAt,
  minutesOf,
  onOffer,
  otherwise,
  outcomeOf,
  PRACTICE_KINDS,
  pressesUpTo,
  reviewOf,
  SAID_AT,
  shortestWay,
  shownOf,
  SIZES,
  whyNot,
  type ActId,
  type PracticeCase,
  type Press,
} from "./index";

const fault = (kind: Fault["kind"], size = 5 / SIZES): Fault => ({ kind, size, chip: "cpu", part: "fins" });
const wrenfell = (faults: Fault[], more: Partial<PracticeCase> = {}): PracticeCase => ({
  kind: "wrenfell",
  level: "fair",
  faults,
  complaint: "shuts-off",
  opened: true,
  logged: "all",
  seed: 12,
  ...more,
});
const anyCase = fc
  .tuple(fc.constantFrom(...LEVELS), fc.double({ min: 0, max: 0.999, noNaN: true }))
  .map(([level, chance]) => drawCase(level, chance));

describe("a code", () => {
  it("gives the same case to others, however it is written", () => {
    fc.assert(
      fc.property(anyCase, (c) => {
        const code = codeOf(c);
        expect(code).toMatch(/^[0-9A-HJKMNP-TV-Z]{3}(-[0-9A-HJKMNP-TV-Z]{3}){2}$/);
        expect(caseOf(code)).toEqual(c);
        expect(caseOf(code.toLowerCase().replace(/-/g, " ").replace(/0/g, "o"))).toEqual(c);
      }),
    );
  });

  it("with one letter wrong is nobody's, or at least another's", () => {
    const letters = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";
    let taken = 0;
    fc.assert(
      fc.property(anyCase, fc.nat(8), fc.nat(31), (c, at, to) => {
        const plain = codeOf(c).replace(/-/g, "");
        const wrong = plain.slice(0, at) + (letters[to] ?? "0") + plain.slice(at + 1);
        if (wrong !== plain && caseOf(wrong)) taken++;
      }),
      { numRuns: 400 },
    );
    expect(taken).toBeLessThan(20);
  });

  it("does not show which machine it hides: neighbours look nothing alike", () => {
    const a = codeOf(wrenfell([fault("lean")], { seed: 1 }));
    const b = codeOf(wrenfell([fault("lean")], { seed: 2 }));
    expect([...a].filter((l, i) => l !== "-" && l === b[i]).length).toBeLessThan(6);
  });

  it.each(["", "7KD", "7KD-4QH-M2X-1", "7KD-4QH-M2!", "ÄÄÄ-ÄÄÄ-ÄÄÄ"])("%j is none", (text) => {
    expect(caseOf(text)).toBeNull();
  });
});

describe("drawn cases", () => {
  it("can be had, and grow meaner with their level", () => {
    const of = (level: (typeof LEVELS)[number]) =>
      Array.from({ length: 200 }, (_, i) => drawCase(level, (i + 0.5) / 200));
    for (const level of LEVELS) for (const c of of(level)) expect(caseProblem(c)).toBeNull();
    const faults = (level: (typeof LEVELS)[number]) => of(level).filter((c) => c.faults.length === 2).length;
    const size = (level: (typeof LEVELS)[number]) =>
      of(level)
        .flatMap((c) => c.faults)
        .reduce((s, f, _, all) => s + f.size / all.length, 0);
    expect(of("easy").every((c) => c.faults.length === 1 && c.logged === "all")).toBe(true);
    expect(faults("mean")).toBeGreaterThan(faults("hard"));
    expect(size("easy")).toBeGreaterThan(size("fair"));
    expect(size("fair")).toBeGreaterThan(size("mean"));
  });

  it("meet every fault, every complaint and every kind of machine", () => {
    const all = LEVELS.flatMap((level) => Array.from({ length: 250 }, (_, i) => drawCase(level, (i + 0.5) / 250)));
    const met = new Set(all.flatMap((c) => (c.faults.length ? c.faults.map((f) => f.kind) : ["nothing" as const])));
    expect(FAULTS.filter((k) => !met.has(k))).toEqual([]);
    expect(COMPLAINTS.filter((k) => !all.some((c) => c.complaint === k))).toEqual([]);
    expect(PRACTICE_KINDS.filter((k) => !all.some((c) => c.kind === k))).toEqual([]);
    expect(LOGGED.filter((k) => !all.some((c) => c.logged === k))).toEqual([]);
  });

  it("refuse what cannot be", () => {
    expect(caseProblem(wrenfell([fault("dust"), fault("outlet")]))).toMatch(/different suspects/);
    expect(caseProblem(wrenfell([fault("dust"), fault("lean"), fault("pipe")]))).toMatch(/Two faults/);
    expect(caseProblem(wrenfell([{ ...fault("lean"), chip: "gpu" }]))).toMatch(/cannot have/);
    expect(caseProblem(wrenfell([fault("pad-missing")]))).toMatch(/cannot have/);
  });
});

describe("ordering", () => {
  it("keeps to what can be done, whatever is pressed", () => {
    const press = fc.constantFrom<Press[]>(...ACTS, "read:1", "read:2");
    fc.assert(
      fc.property(fc.array(press, { maxLength: 30 }), (presses) => {
        let state = fresh();
        const done: Press[] = [];
        for (const p of presses) {
          const next = afterAll([...done, p]);
          if (!next) continue;
          done.push(p);
          expect(next.minutes).toBeGreaterThanOrEqual(state.minutes);
          expect(next.lifted && !next.open).toBe(false);
          if (!p.startsWith("read:")) {
            const act = actOf(p as ActId);
            expect(whyNot(state, act)).toBeNull();
            expect(next.minutes - state.minutes).toBe(minutesOf(state, act));
            if (act.kind === "run") expect(state.open).toBe(false);
          }
          state = next;
        }
        // whatever was done, it can be closed and run again
        expect(onOffer(state).length).toBeGreaterThan(0);
      }),
    );
  });

  it("new paste costs the lift, where the plate is not off yet", () => {
    expect(afterAll(["open", "paste"])?.minutes).toBe(9 + 35);
    expect(afterAll(["open", "lift", "paste"])?.minutes).toBe(9 + 15 + 20);
    expect(afterAll(["open", "lift", "close"])).toBeNull();
    expect(afterAll(["open", "run"])).toBeNull();
    expect(afterAll(["paste"])).toBeNull();
  });

  it("a log is read once, and only when its run is there", () => {
    expect(afterAll(["read:1"])).toBeNull();
    expect(afterAll(["run", "read:1"])?.minutes).toBe(18);
    expect(afterAll(["run", "read:1", "read:1"])).toBeNull();
  });

  it("a look shows what is there and nothing else, and nothing once it is mended", () => {
    for (const look of LOOKS)
      for (const kind of FAULTS.filter((k) => k !== "nothing" && k !== "pad-missing")) {
        const { signs } = lookAt(wrenfell([fault(kind)]), [], look);
        const other = lookAt(wrenfell([]), [], look);
        expect(other.signs).toEqual([]);
        if (signs.length) expect([look, kind, signs.length]).toEqual([look, kind, 1]);
      }
    expect(lookAt(wrenfell([fault("dust")]), [], "fins").signs).toEqual(["mat"]);
    expect(lookAt(wrenfell([fault("dust")]), ["clean"], "fins").signs).toEqual([]);
  });

  it("goes on from a step: reading goes with the run before it", () => {
    const all: Press[] = ["run", "read:1", "lamp", "open", "screws"];
    expect(pressesUpTo(all, 1)).toEqual(["run", "read:1"]);
    expect(pressesUpTo(all, 0)).toEqual([]);
    expect(pressesUpTo(all, 9)).toEqual(all);
  });
});

describe("a tilted plate, run on the rig", () => {
  const tilted = wrenfell([fault("lean")]);
  const followed = follow(tilted, ["run", "lamp", "open", "paste", "close", "run"]);
  const read = follow(tilted, ["run", "read:1"]);

  it("its first run speaks for the contact, and its log for the plate", () => {
    expect(followed.steps.map((s) => s.of)).toEqual(["complaint", "run", "lamp", "open", "paste", "close", "run"]);
    const first = followed.steps[1];
    expect(first?.said).toMatch(/contact high, \+\d+\sK, airflow good/);
    expect(first?.strands.air).toBeLessThan(0.05);
    expect(first?.whole.plate).toBeGreaterThan(first?.strands.plate ?? 1);
    expect(read.steps[1]?.strands).toEqual(first?.whole);
    expect(read.unread).toEqual([]);
    expect(followed.unread).toEqual([1, 2]);
  });

  it("new paste does not cure it, and the judge says so on the learner's own runs", () => {
    expect(followed.verdict?.verdict).toBe("unchanged");
    expect(followed.steps.at(-1)?.said).toBe("no real change");
    expect(followed.steps.at(-1)?.strands.plate).toBeGreaterThan(0.5);
  });

  it("retightened it is better by as much as it stood over good ones", () => {
    const mended = follow(tilted, ["run", "open", "retighten", "close", "run"]);
    expect(mended.verdict?.verdict).toBe("improved");
    const [contact] = mended.verdict?.chips[0]?.paths ?? [];
    expect(contact?.finding).toBe("better");
  });

  it("named dried paste: what misled, what tells them apart, and the shortest way", () => {
    const review = reviewOf(tilted, followed, ["paste-dry"]);
    expect(review.outcome).toBe("wrong");
    expect(review.misled).toBe("High contact fits dried paste and a tilted plate alike. You took the commoner one.");
    expect(review.apart).toBe(
      "Core spread: poor paste warms all cores, a tilt warms one corner. It was in the log of run 1, unread.",
    );
    expect(review.knownAt?.minutes).toBe(18);
    expect(review.way.cures).toEqual(["retighten"]);
    expect(review.way.minutes).toBeLessThan(followed.state.minutes);
    expect(review.way.sure).toBeGreaterThanOrEqual(SAID_AT);
    expect(review.others).not.toContain("run");
    expect(review.others).toContain("screws");
  });

  it("a test that was not ordered says what it would have said", () => {
    expect(otherwise(tilted, ["run"], "screws")?.said).toBe("one screw stands short");
    expect(otherwise(tilted, ["open", "lift"], "lamp")?.said).toBe("grille clean, blowers turn");
  });

  it("its page gets figures without the samples", () => {
    const shown = shownOf(tilted, read);
    expect(shown.runs).toMatchObject([{ kind: "run", read: true, more: ["every core", "fan speed", "load in idle"] }]);
    expect(shown.offers.find((o) => o.id === "alone")).toBeUndefined();
    expect(JSON.stringify(shown).length).toBeLessThan(60_000);
  });
});

describe("what was named", () => {
  const c = wrenfell([fault("lean"), fault("dust")]);
  it.each([
    [["lean", "dust"], "right"],
    [["dust", "lean"], "right"],
    [["lean", "outlet"], "near"],
    [["lean"], "half"],
    [["dust", "pipe"], "half"],
    [["pipe"], "wrong"],
    [["nothing"], "wrong"],
  ] as const)("%j is %s", (named, outcome) => {
    expect(outcomeOf(c, named)).toBe(outcome);
  });

  it("half of it: the review says what stood behind it", () => {
    const both = wrenfell([fault("lean"), fault("dust")], { logged: "all" });
    const review = reviewOf(both, follow(both, ["lamp"]), ["dust"]);
    expect(review.misled).toBe("Lint in the air path explained most of it, and a tilted plate stood behind it.");
    expect([...review.way.cures].sort()).toEqual(["clean", "retighten"]);
  });

  it("nothing at all is right where nothing is wrong, and its way needs no cure", () => {
    const well = wrenfell([]);
    expect(outcomeOf(well, ["nothing"])).toBe("right");
    // what is not the cooling is one suspect, and still no excuse to send a machine home as it came
    const held = wrenfell([fault("adapter")]);
    expect(outcomeOf(held, ["nothing"])).toBe("wrong");
    expect(outcomeOf(held, ["background"])).toBe("near");
    expect(outcomeOf(well, ["adapter"])).toBe("wrong");
    const way = shortestWay(well);
    expect(way.cures).toEqual([]);
    expect(way.tests).toContain("run");
    expect(suspectOf("nothing")).toBe("other");
  });
});
