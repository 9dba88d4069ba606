import { describe, expect, it } from "vitest";
import { channelOf, type Run } from "../../measure/log";
import type { Fault } from "../suspects";
import {
  actOf,
  afterAll,
  caseOf,
  codeOf,
  drawCase,
  follow,
  fresh,
  LEVELS,
  minutesOf,
  onOffer,
  shortestWay,
  whyNot,
  type ActId,
  type PracticeCase,
  type Press,
} from "./index";
import { cureOf, lookOf } from "./acts";
import { complaintWords, complaintWhole } from "./words";
import { practiceRun, usualOf } from "./runs";
import { canRun } from "./ways";

const fault = (kind: Fault["kind"], size = 5 / 7, more: Partial<Fault> = {}): Fault => ({
  kind,
  size,
  chip: "cpu",
  part: "fins",
  ...more,
});
const aCase = (faults: Fault[], more: Partial<PracticeCase> = {}): PracticeCase => ({
  kind: "wrenfell",
  level: "fair",
  faults,
  complaint: "shuts-off",
  opened: true,
  logged: "all",
  seed: 12,
  ...more,
});

describe("what acts cost", () => {
  it.each([
    [["lamp", "outlet", "plate", "idle"], 7],
    [["run", "fixed", "alone"], 50],
    [["open", "fins", "screws", "warm", "edges", "lift"], 43],
    [["open", "clean", "retighten", "plug", "blower"], 50],
    [["open", "pads"], 49],
    [["open", "pipes", "close"], 72],
    [["outlet", "clear", "idle", "auto", "end", "plate", "bigger"], 15],
    [["open", "lift", "pads", "close", "run"], 75],
  ] as const)("%j takes %i minutes", (presses, minutes) => {
    expect(afterAll(presses as unknown as Press[])?.minutes).toBe(minutes);
  });

  it("is material as well", () => {
    const uses = (...presses: Press[]) => afterAll(presses)?.uses.join(", ");
    expect(uses("open", "clean", "paste")).toBe("2 swabs, 1 dose of paste");
    expect(uses("open", "pads")).toBe("1 set of pads, 1 dose of paste");
    expect(uses("open", "blower", "plug", "retighten")).toBe("1 blower");
    expect(uses("open", "pipes")).toBe("1 pipe assembly, 1 dose of paste");
    expect(uses("lamp", "run")).toBe("");
  });

  it("keeps what was done in order, and counts runs", () => {
    const state = afterAll(["run", "open", "clean", "close", "fixed", "read:2"]);
    expect(state).toMatchObject({
      done: ["clean"],
      ordered: ["run", "open", "clean", "close", "fixed"],
      read: [2],
      runs: 2,
      open: false,
    });
    expect(cureOf("clean")).toBe("clean");
    expect([cureOf("lamp"), lookOf("lamp"), lookOf("run")]).toEqual([null, "lamp", null]);
    expect(minutesOf(fresh(), actOf("paste"))).toBe(35);
  });
});

describe("what is on offer", () => {
  const offered = (...presses: Press[]) => {
    const state = afterAll(presses);
    return state ? onOffer(state).map((a) => a.id) : null;
  };

  it("depends on whether it is closed, open or lifted", () => {
    expect(offered()).toEqual(["run", "fixed", "alone", "lamp", "outlet", "plate", "idle", "open"]);
    const open = [
      "fins",
      "screws",
      "warm",
      "edges",
      "lift",
      "clean",
      "retighten",
      "paste",
      "pads",
      "plug",
      "blower",
      "pipes",
    ];
    expect(offered("open")).toEqual([...open, "close"]);
    expect(offered("open", "lift")).toEqual(["fins", "warm", "clean", "paste", "pads", "plug", "blower", "pipes"]);
    expect(offered("open", "lift", "paste")).toEqual([...open, "close"]);
  });

  it("keeps a look that shows nothing new, waiting, until something was done", () => {
    const why = (act: ActId, ...presses: Press[]) => {
      const state = afterAll(presses);
      return state && whyNot(state, actOf(act));
    };
    expect(offered("lamp")).toContain("lamp");
    expect(why("lamp", "lamp")).toBe("Nothing was done since.");
    expect(why("lamp", "lamp", "outlet")).toBe("Nothing was done since.");
    expect(why("lamp", "lamp", "outlet", "clear")).toBeNull();
    expect(why("run", "run")).toBeNull();
    expect(why("clear")).toBe("Look first.");
    expect(why("bigger", "outlet")).toBe("Look first.");
    expect([why("clear", "outlet"), why("bigger", "plate"), why("end", "idle"), why("auto", "idle")]).toEqual([
      null,
      null,
      null,
      null,
    ]);
    expect(why("fins")).toBe("Open it first.");
    expect(why("run", "open")).toBe("Close it first.");
    expect(why("screws", "open", "lift")).toBe("The plate is off: new paste first.");
  });
});

describe("a run of a mystery machine", () => {
  const mean = (run: Run, key: string, from: number, to: number) => {
    const values = [...(channelOf(run, key)?.values ?? [])].filter((_, i) => {
      const t = run.timeS[i] ?? 0;
      return t >= from && t < to;
    });
    return values.reduce((a, b) => a + b, 0) / values.length;
  };
  const sound = aCase([]);
  const usual = practiceRun(sound, [], "run", 0);
  const { run } = usual.input;

  it("idles two minutes, works thirteen, cools three, and is logged every two seconds", () => {
    expect(run.stepS).toBe(2);
    expect(run.timeS.at(-1)).toBeGreaterThan(1070);
    expect(run.timeS.at(-1)).toBeLessThanOrEqual(1080);
    expect(usual.input.phases?.loadOnS).toBeCloseTo(120, -1);
    expect(usual.input.phases?.loadOffS).toBeCloseTo(900, -1);
    const alone = practiceRun(aCase([], { kind: "tessaly" }), [], "alone", 0).input;
    expect(alone.run.timeS.at(-1)).toBeLessThanOrEqual(840);
    expect(alone.phases?.loadOffS).toBeCloseTo(720, -1);
    expect(mean(alone.run, "gpu.power", 300, 700)).toBeLessThan(mean(alone.run, "cpu.power", 300, 700) / 4);
  });

  it("is led by hand at six tenths of its speed where the fans are fixed", () => {
    const fixed = practiceRun(sound, [], "fixed", 0);
    expect(fixed.seen.led).toBe(0.6);
    expect(usual.seen.led).toBeNull();
    const most = usualOf(sound).usual.fanMost ?? 0;
    expect(mean(fixed.input.run, "fan1.speed", 300, 800) / most).toBeCloseTo(0.6, 1);
  });

  it("hides what its sensors leave out", () => {
    const keys = (logged: PracticeCase["logged"]) =>
      practiceRun(aCase([], { logged }), [], "run", 0).input.run.channels.map((c) => c.key);
    const all = keys("all");
    expect(all.filter((k) => /core\d/.test(k)).length).toBeGreaterThan(2);
    expect(all).toContain("fan1.speed");
    expect(keys("no-fan")).not.toContain("fan1.speed");
    expect(keys("no-fan").filter((k) => /core\d/.test(k)).length).toBeGreaterThan(2);
    expect(keys("one-core").filter((k) => /core\d/.test(k)).length).toBeLessThan(2);
    expect(keys("one-core")).toContain("fan1.speed");
    expect(keys("bare")).not.toContain("fan1.speed");
  });

  it("shows its fault, and shows it no more once that is mended", () => {
    const heights = (c: PracticeCase, done: Parameters<typeof practiceRun>[1] = []) => {
      const [chip] = practiceRun(c, done, "run", 0).seen.chips;
      return [chip?.contact.K ?? 0, chip?.airflow.K ?? 0] as const;
    };
    const [contact, air] = heights(sound);
    const dusty = heights(aCase([fault("dust", 1)]));
    expect(dusty[1] / air).toBeGreaterThan(1.5);
    expect(Math.abs(dusty[0] / contact - 1)).toBeLessThan(0.35);
    expect(heights(aCase([fault("dust", 1)]), ["clean"])[1] / air).toBeCloseTo(1, 1);
    const dry = heights(aCase([fault("paste-dry", 1)]));
    expect(dry[0] / contact).toBeGreaterThan(1.8);
    expect(Math.abs(dry[1] / air - 1)).toBeLessThan(0.25);
    expect(practiceRun(aCase([fault("fan-unplugged")]), [], "run", 0).seen.stands).toBe(true);
    const held = practiceRun(aCase([fault("adapter", 1)]), [], "run", 0).seen.chips[0]?.powerW ?? 0;
    expect(held / (usual.seen.chips[0]?.powerW ?? 1)).toBeCloseTo(0.5, 1);
    expect(practiceRun(aCase([fault("background", 1)]), [], "run", 0).seen.log.idlePct).toBeGreaterThan(30);
    expect(usual.seen.log.idlePct).toBeLessThan(15);
  });

  it("differs a little from others of its kind, and is in a room of its own", () => {
    const other = practiceRun(aCase([], { seed: 14 }), [], "run", 0);
    expect(usual.input.room?.startC).toBeCloseTo(21 + (12 % 5), 0);
    expect(other.input.room?.startC).toBeCloseTo(21 + (14 % 5), 0);
    const [a, b] = [usual, other].map((r) => r.seen.chips[0]?.contact.K ?? 0);
    expect(a).not.toBe(b);
    expect(Math.abs((a ?? 0) / (b ?? 1) - 1)).toBeLessThan(0.25);
    expect(practiceRun(sound, [], "run", 1).input.run.channels[0]?.values).not.toEqual(run.channels[0]?.values);
    expect(usualOf(sound)).toBe(usualOf(aCase([fault("dust")], { seed: 3 })));
  });

  it("of one chip is not run alone", () => {
    expect(canRun(aCase([]), "alone")).toBe(false);
    expect(canRun(aCase([], { kind: "tessaly" }), "alone")).toBe(true);
    expect(canRun(aCase([]), "run")).toBe(true);
  });
});

describe("the shortest way", () => {
  it("mends all there is: pads bring new paste, what is seen from outside needs its look", () => {
    const both = shortestWay(aCase([fault("paste-dry"), fault("pad-thick")]));
    expect(both.cures).toEqual(["pads"]);
    const outside = shortestWay(aCase([fault("outlet", 1)]));
    expect(outside.cures).toEqual(["clear"]);
    expect(outside.minutes).toBeLessThan(30);
    const way = shortestWay(aCase([fault("dust", 1)]));
    expect(way.sure).toBeGreaterThanOrEqual(0.8);
    // it can be done as it stands: tests, then open, clean, close
    expect(
      afterAll([...way.tests.filter((t) => actOf(t).where.includes("closed")), "open", "clean", "close"])?.uses,
    ).toEqual(way.uses);
  });
});

describe("codes", () => {
  it("stay what they were: a code written down years ago opens the same machine", () => {
    const c = aCase([fault("lean", 5 / 7), fault("dust", 2 / 7, { part: "blower" })], { seed: 63, logged: "one-core" });
    expect(codeOf(c)).toBe("4JQ-SRE-ZC7");
    expect(caseOf("4JQ-SRE-ZC7")).toEqual(c);
    expect(LEVELS.map((l) => codeOf(drawCase(l, 0.31)))).toEqual([
      "P95-WQ9-3EM",
      "P1V-FK1-NQ9",
      "BTQ-EFC-4RF",
      "04X-19D-C6R",
    ]);
  });
});

describe("what an owner says", () => {
  it("is short in a list and whole on the page, of each complaint its own", () => {
    const all = [
      "shuts-off",
      "loud",
      "slow-late",
      "slow-always",
      "loud-idle",
      "picture",
      "silent",
      "since-opened",
    ] as const;
    expect(new Set(all.map(complaintWords)).size).toBe(8);
    for (const c of all) expect(complaintWhole(c)).toMatch(/^[A-Z].*\.$/);
    expect(follow(aCase([], { complaint: "silent" }), []).steps[0]?.said).toContain(complaintWords("silent"));
  });
});
