import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { calderNook13Layout, demoLayouts, tessalyK15Layout } from "../../../samples/layouts";
import { CoolingMap } from "../../drawing/parts";
import {
  adapterWords,
  aluminiumAt,
  agreementOf,
  baysOfGrade,
  cleaningText,
  contextOf,
  countsOut,
  coverScrews,
  estimateMinutes,
  fansUnconfirmed,
  foundIn,
  gateOf,
  gateWords,
  Journal,
  nextStep,
  pastedText,
  plansOf,
  progressOf,
  SERVICE_STAGES,
  stepsOf,
  usualProcedure,
  warrantyDays,
  type Entry,
  type Predicted,
  type ServiceContext,
  type ServiceFacts,
  type ServiceStage,
  type Step,
} from "./index";

let clock = 0;
const entry = (step: string, more: Partial<Entry> = {}): Entry => ({
  id: String(clock).padStart(20, "0"),
  at: new Date(Date.UTC(2031, 2, 4, 9) + 20_000 * clock++).toISOString(),
  stage: "open",
  step,
  act: "done",
  value: "",
  reason: "",
  ...more,
});
const k15 = tessalyK15Layout();
const k15Plans = plansOf(new CoolingMap(k15), 3);
const context = (entries: readonly Entry[] = [], more: Partial<ServiceFacts> = {}): ServiceContext =>
  contextOf({
    layout: k15,
    entries: [...entries],
    procedure: usualProcedure,
    plans: k15Plans,
    model: k15.model,
    hasBeforeRun: true,
    today: "2031-03-04",
    ...more,
  });

/** What a technician answers who finds nothing out of the way. */
function usualAnswer({ ask }: Step): string {
  if (ask.kind === "number") return String(ask.expects ?? 65);
  if (ask.kind === "choose") return ask.options[0]?.[0] ?? "";
  if (ask.kind === "grade") return "1";
  if (ask.kind === "bays") return baysOfGrade(ask.grade);
  if (ask.kind === "print") return ask.start;
  if (ask.kind === "clean") return ask.ways[0] ? cleaningText(ask.ways[0]) : "";
  if (ask.kind === "thickness") return "1";
  if (ask.kind === "paste") return pastedText({ pattern: "line", volumeMm3: 8, lotId: null });
  return ask.kind === "length" ? String(ask.fitsMm) : "";
}

/** Works a stage off in its order, answering as told; gates are told apart by what they stop. */
function work(
  stage: ServiceStage,
  entries: Entry[],
  answers: (key: string) => string | null = () => "",
  more: Partial<ServiceFacts> = {},
): { entries: Entry[]; stopped: string[] } {
  const stopped: string[] = [];
  const left = new Set<string>();
  for (;;) {
    // answers make further steps: they are asked for anew after each
    const ctx = context(entries, more);
    const step = stepsOf(stage, ctx).find((s) => !ctx.journal.isSettled(s.key) && !left.has(s.key));
    if (!step) break;
    left.add(step.key);
    const gate = gateOf(ctx, step);
    if (gate) {
      stopped.push(`${step.key} ${gate.key}`);
      continue;
    }
    const value = answers(step.key);
    if (value !== null) entries.push(entry(step.key, { stage, value: value || usualAnswer(step) }));
  }
  return { entries, stopped };
}
const whole = (answers: (key: string) => string | null = () => "", more: Partial<ServiceFacts> = {}) =>
  SERVICE_STAGES.reduce<{ entries: Entry[]; stopped: string[] }>(
    (s, stage) => {
      const w = work(stage, s.entries, answers, more);
      return { entries: w.entries, stopped: [...s.stopped, ...w.stopped] };
    },
    { entries: [], stopped: [] },
  );
const stepOf = (ctx: ServiceContext, stage: ServiceStage, key: string | RegExp) => {
  const s = stepsOf(stage, ctx).find((x) => (typeof key === "string" ? x.key === key : key.test(x.key)));
  if (!s) throw new Error(`no step ${String(key)}`);
  return s;
};

/** The gate a step stands behind, in words. */
const said = (ctx: ServiceContext, step: Step) => {
  const gate = gateOf(ctx, step);
  return gate && gateWords(gate);
};

describe("the journal", () => {
  const some = fc.array(
    fc.record({
      step: fc.constantFrom("open:off", "open:flip", "open:lift"),
      act: fc.constantFrom<Entry["act"]>("done", "undone", "skipped", "noted"),
    }),
    { maxLength: 25 },
  );
  it("comes to the same in whatever order, and however often, placed entries are given", () => {
    fc.assert(
      fc.property(some, fc.array(fc.nat(), { minLength: 30, maxLength: 30 }), (list, dice) => {
        const entries = list.map((e, seq) => entry(e.step, { ...e, seq }));
        const mixed = [...entries, ...entries.slice(0, 5)]
          .map((e, i) => ({ e, k: dice[i] ?? 0 }))
          .sort((a, b) => a.k - b.k)
          .map((x) => x.e);
        const [a, b] = [new Journal(entries), new Journal(mixed)];
        expect(b.entries).toEqual(a.entries);
        for (const s of ["open:off", "open:flip", "open:lift"]) expect(b.of(s)).toEqual(a.of(s));
      }),
    );
  });
  it("goes by the server's order and never by a clock: an undo from a device three minutes behind counts", () => {
    const at = (min: number) => new Date(Date.UTC(2031, 2, 4, 9, min)).toISOString();
    const done = entry("open:off", { seq: 1, at: at(10) });
    const undone = entry("open:off", { seq: 2, act: "undone", at: at(7) });
    expect(new Journal([undone, done]).isDone("open:off")).toBe(false);
    // a step done by a clock ahead can be taken back here and now
    const ahead = entry("open:flip", { seq: 3, at: at(50) });
    expect(new Journal([ahead]).lastSettled("open")?.id).toBe(ahead.id);
    expect(new Journal([ahead, entry("open:flip", { act: "undone", at: at(11) })]).isDone("open:flip")).toBe(false);
    // what waits on the device comes behind what the server placed, as it was done
    const waiting = [entry("open:lift", { at: at(5) }), entry("open:lift", { act: "undone", at: at(4) })];
    expect(new Journal([...waiting, ahead]).entries.map((e) => e.step)).toEqual([
      "open:flip",
      "open:lift",
      "open:lift",
    ]);
    expect(new Journal([...waiting, ahead]).isDone("open:lift")).toBe(false);
  });
  it("two entries of one moment are told apart, and a clock that goes back takes no time away", () => {
    const at = (min: number) => new Date(Date.UTC(2031, 2, 4, 9, min)).toISOString();
    const same = [entry("open:off", { at: at(1) }), entry("open:flip", { at: at(1) })];
    expect(new Journal(same).lastSettled("open")?.step).toBe("open:flip");
    const back = [
      entry("open:off", { at: at(8) }),
      entry("open:flip", { at: at(3) }),
      entry("open:lift", { at: at(5) }),
    ];
    expect(new Journal(back).seconds("open")).toBe(120);
    expect(new Journal(back).secondsOf("open:flip")).toBe(0);
    expect(new Journal(back).secondsOf("open:lift")).toBe(120);
  });
  it("undo takes back the newest settled step of its stage, down to none", () => {
    const entries = [entry("open:off"), entry("open:flip"), entry("strip:look", { stage: "strip" })];
    for (const wants of ["open:flip", "open:off"]) {
      expect(new Journal(entries).lastSettled("open")?.step).toBe(wants);
      entries.push(entry(wants, { act: "undone" }));
    }
    expect(new Journal(entries).lastSettled("open")).toBeNull();
  });
  it("counts time at work and leaves breaks out", () => {
    const at = (min: number) => new Date(Date.UTC(2031, 2, 4, 9, min)).toISOString();
    expect(new Journal([0, 2, 5, 90, 92].map((m) => entry("open:off", { at: at(m) }))).seconds("open")).toBe(7 * 60);
  });
});

describe("the steps come from the drawing", () => {
  it("every cover screw once, hidden ones after plain ones, captive ones last", () => {
    const screws = coverScrews(context());
    expect(screws.length).toBe(11);
    expect(screws[10]?.under).not.toBe("nothing");
    const keys = stepsOf("open", context()).map((s) => s.key);
    for (const s of screws) expect(keys.filter((k) => k === `out:${s.id}`).length).toBe(1);
    expect(keys.indexOf("open:drain")).toBeGreaterThan(keys.findIndex((k) => k.startsWith("unplug:")));
  });
  it("keys never stand twice and name parts there are, on every demo drawing", () => {
    for (const l of demoLayouts()) {
      const ctx = context([], { layout: l, plans: plansOf(new CoolingMap(l), 3) });
      const keys = SERVICE_STAGES.flatMap((s) => stepsOf(s, ctx)).map((s) => s.key);
      expect(new Set(keys).size, l.model).toBe(keys.length);
      for (const s of SERVICE_STAGES.flatMap((x) => stepsOf(x, ctx))) {
        expect(s.key).toMatch(/^[a-z-]{1,20}:[A-Za-z0-9:_-]{1,38}$/);
        for (const id of s.parts) expect(ctx.map?.part(id), s.key).toBeDefined();
      }
    }
  });
  it("closing is what was opened, the other way round", () => {
    const out = stepsOf("open", context())
      .filter((s) => s.key.startsWith("out:"))
      .map((s) => s.key.slice(4));
    const back = stepsOf("close", context())
      .filter((s) => s.key.startsWith("in:"))
      .map((s) => s.key.slice(3));
    expect(back).toEqual([...out].reverse());
    const loosened = stepsOf("strip", context())
      .filter((s) => s.key.startsWith("loosen:1:"))
      .map((s) => s.key.slice(9));
    const tightened = stepsOf("close", context())
      .filter((s) => s.key.startsWith("tighten:1:"))
      .map((s) => s.key.slice(10));
    expect(tightened).toEqual([...loosened].reverse());
  });
  it("follow the workshop's practice", () => {
    const own = (ways: Partial<typeof usualProcedure>, entries: Entry[] = []) =>
      context(entries, {
        procedure: { ...usualProcedure, ...ways },
        plans: plansOf(new CoolingMap(k15), ways.rounds ?? 3),
      });
    expect(stepsOf("close", own({ rounds: 4 })).filter((s) => s.key.startsWith("tighten:")).length).toBe(32);
    expect(stepsOf("strip", own({ loosen: "any" })).filter((s) => s.key.startsWith("loosen:")).length).toBe(8);
    const computed = stepsOf("close", own({ tighten: "computed" }))
      .filter((s) => s.key.startsWith("tighten:1:"))
      .map((s) => s.key.slice(10));
    expect(computed).toEqual(k15Plans[0]?.order);
    expect(stepsOf("paste", own({ pads: "always-new" })).filter((s) => /^New pad/.test(s.title)).length).toBe(8);
    const torn = [
      entry(`pad-was:${k15.parts.find((p) => p.tag === "P7")?.id ?? ""}`, { stage: "strip", value: "torn" }),
    ];
    expect(
      stepsOf("paste", own({}, torn))
        .filter((s) => /^New pad/.test(s.title))
        .map((s) => s.mark),
    ).toEqual(["P7"]);
  });
  it("without a drawing are general, and still put the battery first and last", () => {
    const ctx = context([], { layout: null, plans: [] });
    expect(stepsOf("open", ctx).map((s) => s.key)).toContain("unplug:battery");
    expect(stepsOf("close", ctx).map((s) => s.key)).toEqual(["plug:battery", "close:cover", "close:first"]);
  });
  it("aluminium that pressed-out paste could reach bars liquid metal, and none further off", () => {
    const chip = (role: string) => k15.parts.find((p) => p.kind === "chip" && p.role === role);
    const at = (role: string) => {
      const c = chip(role);
      return c?.kind === "chip" ? aluminiumAt(context(), c) : null;
    };
    expect(at("gpu")).toEqual(["S1"]);
    expect(at("cpu")).toEqual([]);
  });
  it("an aluminium spreader is warned of liquid metal", () => {
    const l = calderNook13Layout();
    expect(
      stepsOf("paste", context([], { layout: l, plans: [] })).find((s) => s.key.startsWith("paste:"))?.caution,
    ).toMatch(/never liquid metal/);
  });
});

describe("a whole job", () => {
  it("done in its order meets no gate, and everything out is in", () => {
    const { entries, stopped } = whole();
    expect(stopped).toEqual([]);
    const ctx = context(entries);
    expect(progressOf(ctx).every((p) => p.complete && p.done === p.of)).toBe(true);
    expect(countsOut(ctx).map((c) => [c.name, c.out, c.missing])).toEqual([
      ["Heatsink screws", 8, []],
      ["Pads", 8, []],
      ["Fan plugs", 2, []],
      ["Tapes", 1, []],
      ["Battery plug", 1, []],
      ["Clips", 4, []],
      ["Cover screws", 11, []],
    ]);
    for (const stage of SERVICE_STAGES) expect(nextStep(stepsOf(stage, ctx), ctx)).toBeNull();
    expect(fansUnconfirmed(ctx)).toEqual([]);
  });
  const padKey = `pad:${k15.parts.find((p) => p.tag === "P4")?.id ?? ""}`;
  const fanKey = () => stepOf(context(), "close", /^plug:/).key;
  it("a missed pad keeps the cover off, by name, until a reason is kept", () => {
    const { entries, stopped } = whole((k) => (k === padKey ? null : ""));
    expect(stopped).toContain("close:cover gate:counts");
    const cover = stepOf(context(entries), "close", "close:cover");
    expect(said(context(entries), cover)?.say).toContain("Pads: P4");
    entries.push(entry("gate:counts", { act: "skipped", stage: "close", reason: "Left out on the owner's word" }));
    expect(gateOf(context(entries), cover)).toBeNull();
  });
  it("a fan left unplugged stops the cover and the run after", () => {
    const { entries, stopped } = whole((k) => (k === fanKey() ? null : ""));
    expect(stopped).toContain("close:cover gate:counts");
    expect(fansUnconfirmed(context(entries))).toEqual(["B1"]);
    expect(
      fansUnconfirmed(context([...entries, entry("gate:fan-plugs", { act: "skipped", reason: "No fan fitted" })])),
    ).toEqual([]);
  });
  it("a piece left on the tray stops the first start", () => {
    const { entries, stopped } = whole((k) => (k === "close:left" ? "1" : ""));
    expect(stopped).toContain("close:first gate:left");
    expect(said(context(entries), stepOf(context(entries), "close", "close:first"))?.title).toBe(
      "1 piece is left on the tray",
    );
  });
  it("a screw that is still in, or one too many, stops the prying", () => {
    for (const [n, says] of [
      ["10", "1 of 11 screws is missing"],
      ["12", "1 more than the drawing has"],
    ] as const) {
      const { entries, stopped } = work("open", [], (k) => (k === "open:tray" ? n : ""));
      expect(stopped).toContain("open:pry gate:tray");
      expect(said(context(entries), stepOf(context(entries), "open", "open:pry"))?.say).toContain(says);
    }
  });
  it("nothing is opened before a run before, and no tool goes in before the battery plug is out", () => {
    expect(gateOf(context([], { hasBeforeRun: false }), stepOf(context(), "open", "open:off"))?.key).toBe(
      "gate:before-run",
    );
    expect(gateOf(context(), stepOf(context(), "strip", /^unplug:/))?.key).toBe("gate:battery-plug");
    const pulled = stepsOf("open", context())
      .filter((s) => s.key.startsWith("unplug:"))
      .map((s) => entry(s.key));
    expect(gateOf(context(pulled), stepOf(context(), "strip", /^unplug:/))).toBeNull();
  });
  it("a swollen battery stops everything but its own step, and no reason opens it", () => {
    const pulled = stepsOf("open", context())
      .filter((s) => s.key.startsWith("unplug:"))
      .map((s) => entry(s.key));
    const ctx = context([...pulled, entry("intake:battery", { stage: "intake", value: "swollen" })]);
    for (const stage of SERVICE_STAGES)
      for (const s of stepsOf(stage, ctx))
        expect(gateOf(ctx, s)?.opens ?? null, s.key).toBe(
          s.key === "intake:battery" || s.key === "strip:battery" ? null : false,
        );
    const dealt = context([...ctx.journal.entries, entry("intake:battery", { stage: "intake", value: "flat" })]);
    expect(gateOf(dealt, stepOf(dealt, "open", "open:off"))).toBeNull();
  });
});

describe("what was found", () => {
  const f1 = k15.parts.find((p) => p.tag === "F1")?.id ?? "";
  const cpu = k15.parts.find((p) => p.kind === "chip" && p.role === "cpu")?.id ?? "";
  const looked = (grade: string, paste: string) =>
    context([
      entry(`dust:${f1}`, { value: grade, stage: "strip" }),
      entry(`paste-was:${cpu}`, { value: paste, stage: "strip" }),
    ]);
  const said = (airflow: boolean, contact: boolean): Predicted => ({ airflow, contact, chip: "cpu", paths: null });
  it("is set against the run before, path by path", () => {
    expect(foundIn(looked("4", "pumped")).words).toEqual(["F1 matted", "pumped-out paste"]);
    expect(agreementOf(looked("4", "even"), said(true, false)).map((a) => a.agrees)).toEqual([true, true]);
    expect(
      agreementOf(looked("0", "even"), said(true, true))
        .map((a) => a.words)
        .join(),
    ).toMatch(/blower that turns slowly.*leaning plate/);
    expect(agreementOf(context(), said(true, true))).toEqual([]);
  });
  it("agrees by its figures where the run before has some: what lint explains must reach what the run showed", () => {
    const figures = (aboveKW: readonly [number, number]): Predicted => ({
      ...said(true, false),
      paths: {
        airflow: { aboveKW, midKW: (aboveKW[0] + aboveKW[1]) / 2, usualKW: 0.4 },
        contact: { aboveKW: [-0.05, 0.05], midKW: 0, usualKW: 0.25 },
      },
    });
    // one stack of three says nothing yet of the whole inlet: no bars
    expect(agreementOf(looked("4", "even"), figures([0.5, 0.8]))[0]?.bars).toBeNull();
    const all = (grade: string) =>
      context([
        ...["F1", "F2", "F3"].map((tag) =>
          entry(`dust:${k15.parts.find((p) => p.tag === tag)?.id ?? ""}`, { value: grade, stage: "strip" }),
        ),
        entry(`paste-was:${cpu}`, { value: "even", stage: "strip" }),
      ]);
    const [matted] = agreementOf(all("4"), figures([0.5, 0.8]));
    expect(matted?.agrees).toBe(true);
    expect(matted?.bars?.explains[0]).toBeGreaterThan(0.2);
    const [threads, contact] = agreementOf(all("1"), figures([0.5, 0.8]));
    expect(threads).toMatchObject({
      agrees: false,
      words: expect.stringContaining("more airflow trouble than the lint explains") as string,
    });
    expect(contact?.agrees).toBe(true);
  });
  it("is told chip by chip where the run before read several", () => {
    const gpu = k15.parts.find((p) => p.kind === "chip" && p.role === "gpu")?.id ?? "";
    const both = context([
      entry(`paste-was:${cpu}`, { value: "even", stage: "strip" }),
      entry(`paste-was:${gpu}`, { value: "dry", stage: "strip" }),
    ]);
    const contacts = (cpuHigh: boolean, gpuHigh: boolean) => [
      { chip: "cpu", high: cpuHigh, path: null },
      { chip: "gpu", high: gpuHigh, path: null },
    ];
    const told = (cpuHigh: boolean, gpuHigh: boolean) =>
      agreementOf(both, { ...said(false, true), contacts: contacts(cpuHigh, gpuHigh) });
    expect(told(false, true).map((a) => [a.chip, a.agrees])).toEqual([
      ["cpu", true],
      ["gpu", true],
    ]);
    expect(told(true, false).map((a) => [a.chip, a.agrees])).toEqual([
      ["cpu", false],
      ["gpu", false],
    ]);
    expect(told(true, false)[0]?.words).toMatch(/Contact of the processor: .*leaning plate/);
    expect(told(true, false)[1]?.words).toMatch(/Contact of the graphics chip: its paste was more out of order/);
    // figures of each chip are its own
    const path = { aboveKW: [0.02, 0.12] as const, midKW: 0.07, usualKW: 0.15 };
    const withBars = agreementOf(both, {
      ...said(false, true),
      contacts: [
        { chip: "cpu", high: true, path: { ...path, aboveKW: [0.3, 0.5] } },
        { chip: "gpu", high: true, path },
      ],
    });
    expect(withBars.map((a) => [a.agrees, a.bars?.predicted.aboveKW[0]])).toEqual([
      [false, 0.3],
      [true, 0.02],
    ]);
  });
  it("felted fins bring the blowers out, by grade", () => {
    const clean = (grade: string) => stepsOf("clean", context([entry(`dust:${f1}`, { value: grade, stage: "strip" })]));
    expect(clean("4").some((s) => /taken out/.test(s.title))).toBe(true);
    expect(clean("1").some((s) => /taken out/.test(s.title))).toBe(false);
  });
  it("the adapter's and the warranty's arithmetic", () => {
    const at = (step: string, value: string) => context([entry(step, { stage: "intake", value })]);
    expect(adapterWords(at("intake:adapter", "90"), 95)).toMatch(/95\sW.*113\sW.*gives 90\sW/);
    expect(adapterWords(at("intake:adapter", "180"), 95)).toBe("");
    expect(warrantyDays(at("intake:warranty", "2031-03-14"))).toBe(10);
    expect(warrantyDays(at("intake:warranty", "2031-03-01"))).toBe(-3);
    expect(warrantyDays(context())).toBeNull();
  });
});

describe("the estimate of time", () => {
  it("comes from the drawing, then from the median of earlier jobs", () => {
    const first = estimateMinutes(context(), []);
    expect(first.every((t) => t.from === "drawing" && t.minutes > 0)).toBe(true);
    const total = first.reduce((s, t) => s + t.minutes, 0);
    expect(total).toBeGreaterThan(30);
    expect(total).toBeLessThan(150);
    const later = estimateMinutes(
      context(),
      [600, 900, 1500].map((s) => new Map([["open", s] as const])),
    );
    expect(later.find((t) => t.stage === "open")).toEqual({ stage: "open", minutes: 15, from: "history" });
    expect(later.find((t) => t.stage === "strip")?.from).toBe("drawing");
  });
});
