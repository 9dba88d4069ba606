import { many } from "../../../testing/long";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { QuickBench } from "../../../testing/suspectRuns";
import { drawCase, knownOf, LEVELS, lookAt, type PracticeCase } from "../practice";
import {
  chanceOf,
  chanceOfComplaint,
  COMPLAINTS,
  CURES,
  effectsOf,
  FAULTS,
  faultShares,
  faultsOf,
  guessesOf,
  leftOf,
  likelihoods,
  LOOKS,
  RULED_OUT,
  shareOfSuspects,
  SIGNS,
  signsOf,
  strandsOf,
  SUSPECTS,
  suspectOf,
  usualShare,
  weighed,
  type Cure,
  type Evidence,
  type Fault,
  type Guess,
  type Strands,
  type Suspect,
  type Usual,
} from "./index";

const known = {
  chips: ["cpu", "gpu"] as const,
  blowers: 2,
  complaint: null,
  opened: null,
  contactSpread: 0.12,
  airSpread: 0.12,
};
const sumOf = (s: Record<string, number>) => Object.values(s).reduce((a, b) => a + b, 0);
const fault = (kind: Fault["kind"], size = 0.6): Fault => ({ kind, size, chip: "cpu", part: "fins" });
const seeds = (n: number) => Array.from({ length: n }, (_, i) => (i + 0.5) / n);

/** Everything a patient technician would order, without mending anything. */
function evidenceOf(c: PracticeCase, bench: QuickBench, done: readonly Cure[] = []): Evidence[] {
  const seen = bench.seen(c, done);
  const looks = LOOKS.map((look): Evidence => ({ of: "look", look, saw: lookAt(c, done, look).signs, done }));
  return [{ of: "run", seen, done }, { of: "log", seen, done }, ...looks];
}

/** Guesses after all of some evidence. */
function afterAll(guesses: readonly Guess[], evidence: readonly Evidence[], usual: Usual): Guess[] {
  const logs = evidence.map((e) => likelihoods(guesses, e, usual));
  return guesses.map((g, i) => ({ ...g, log: logs.reduce((s, l) => s + (l[i] ?? 0), g.log) }));
}

const usuals = new Map<string, Usual>();
/** What good ones show, where as much is logged: the same for every case. */
function usualFor(c: PracticeCase): Usual {
  const key = `${c.kind} ${c.logged}`;
  const usual = usuals.get(key) ?? new QuickBench(0.4).usual(c);
  usuals.set(key, usual);
  return usual;
}

const mostOf = (s: Strands): Suspect => SUSPECTS.reduce((m, k) => (s[k] > s[m] ? k : m));
const MENDS: Readonly<Record<Suspect, Cure>> = {
  other: "end",
  air: "clean",
  fan: "blower",
  pipe: "pipes",
  paste: "paste",
  plate: "retighten",
  pads: "pads",
};

const drawn = (n: number): PracticeCase[] =>
  LEVELS.flatMap((level, k) => seeds(n / LEVELS.length).map((s) => drawCase(level, (s + 0.21 * k) % 1)));

const truthOf = (c: PracticeCase): Suspect[] => (c.faults.length ? c.faults.map((f) => suspectOf(f.kind)) : ["other"]);

describe("strands", () => {
  it("sum to one, whatever is seen, and none is ever nothing", () => {
    const start = guessesOf(known);
    const look = fc.constantFrom(...LOOKS);
    fc.assert(
      fc.property(fc.array(fc.tuple(look, fc.infiniteStream(fc.boolean())), { maxLength: 8 }), (acts) => {
        let guesses = start;
        for (const [of, coin] of acts) {
          const saw = signsOf(of)
            .filter(() => coin.next().value)
            .map((s) => s.id);
          guesses = weighed(
            guesses,
            { of: "look", look: of, saw, done: [] },
            new QuickBench(0.4).usual(drawCase("easy", 0.3)),
          );
          const strands = strandsOf(guesses);
          expect(sumOf(strands)).toBeCloseTo(1, 9);
          expect(sumOf(faultShares(guesses))).toBeCloseTo(1, 9);
          expect(Math.min(...Object.values(strands))).toBeGreaterThan(0);
        }
      }),
      { numRuns: 12 },
    );
  });

  it("never rule out the true fault for good: seeded cases, all ordered, then mended and ordered again", () => {
    const lost: string[] = [];
    let leads = 0;
    const cases = many(48, 500);
    for (const [i, c] of drawn(cases).entries()) {
      const bench = new QuickBench((i + 0.5) / cases);
      const usual = usualFor(c);
      const truth = truthOf(c);
      let guesses = guessesOf(knownOf(c));
      const done: Cure[] = [];
      for (let round = 0; round < 4; round++) {
        guesses = afterAll(guesses, evidenceOf(c, bench, done), usual);
        const strands = strandsOf(guesses);
        expect(sumOf(strands)).toBeCloseTo(1, 9);
        const out = truth.filter((s) => strands[s] < RULED_OUT);
        if (round === 0 && truth.includes(mostOf(strands))) leads++;
        if (out.length === 0) break;
        if (round === 3) lost.push(JSON.stringify([c.level, c.kind, c.faults, strands]));
        // what leads is mended, and the machine is tested anew
        done.push(MENDS[mostOf(strands)]);
      }
    }
    expect(lost).toEqual([]);
    expect(leads / cases).toBeGreaterThan(0.96);
  });

  it("share a pair between its two suspects", () => {
    const pair: Guess = {
      faults: [fault("dust"), fault("lean")],
      contact: { cpu: 1, gpu: 1 },
      air: 1,
      finShare: 0.6,
      pipeShare: 0.1,
      log: 0,
    };
    expect(strandsOf([pair])).toMatchObject({ air: 0.5, plate: 0.5, paste: 0 });
    expect(shareOfSuspects([pair], ["plate", "air"])).toBe(1);
    expect(shareOfSuspects([pair], ["air"])).toBe(0);
  });
});

describe("evidence", () => {
  const usual = new QuickBench(0.4).usual(drawCase("easy", 0.3));
  const start = guessesOf(known);
  const after = (...evidence: Evidence[]) => strandsOf(evidence.reduce((g, e) => weighed(g, e, usual), start));

  it("a mat of lint speaks for blocked air, clean fins against it", () => {
    const saw = (signs: string[]): Evidence => ({ of: "look", look: "fins", saw: signs, done: [] });
    const before = strandsOf(start).air;
    expect(after(saw(["mat"])).air).toBeGreaterThan(2 * before);
    expect(after(saw([])).air).toBeLessThan(before / 2);
  });

  it("what a service changed speaks for what it mends, and a service that changed nothing against it", () => {
    const figure = (K: number) => ({ K, low: K - 1.5, high: K + 1.5 });
    const cleaned = (airflowK: number): Evidence => ({
      of: "change",
      was: [],
      done: ["clean"],
      change: {
        ran: { powerW: usual.powerW, fan: usual.fan, led: null },
        chips: [{ chip: "cpu", contact: figure(0), airflow: figure(airflowK) }],
      },
    });
    const before = strandsOf(start).air;
    expect(after(cleaned(-25)).air).toBeGreaterThan(2 * before);
    expect(after(cleaned(0)).air).toBeLessThan(before / 1.5);
    // no cure heats a machine: that speaks for nothing of it
    expect(after(cleaned(25)).air).toBeLessThan(after(cleaned(-25)).air / 2);
  });

  it("heights far over good ones speak for their own path", () => {
    const chips = usual.powerW.cpu ?? 0;
    const seen = (contact: number, airflow: number) => ({
      ...new QuickBench(0.5).seen(drawCase("easy", 0.3)),
      chips: [
        {
          chip: "cpu" as const,
          powerW: chips,
          contact: { K: contact, low: contact - 1, high: contact + 1 },
          airflow: { K: airflow, low: airflow - 1, high: airflow + 1 },
        },
      ],
      stands: false,
      led: null,
    });
    const total = Object.values(usual.powerW).reduce((a, b) => a + b, 0);
    const good = usual.good.chips.cpu;
    const [c, a] = [(good?.contact.mid ?? 0) * chips, (good?.airflow.mid ?? 0) * total];
    const only = { ...usual, powerW: { cpu: chips } };
    const run = (contact: number, airflow: number) =>
      strandsOf(
        weighed(start, { of: "run", seen: seen(contact, airflow), done: [] }, { ...only, fan: null, fanMost: null }),
      );
    const [hot, blocked] = [run(2.2 * c, (a * chips) / total), run(c, (2.4 * a * chips) / total)];
    expect(hot.paste + hot.plate + hot.pads).toBeGreaterThan(hot.air + hot.fan + hot.pipe);
    expect(blocked.air + blocked.fan + blocked.pipe).toBeGreaterThan(blocked.paste + blocked.plate + blocked.pads);
  });

  it("after it was cleaned a clean fin stack says nothing of what was there", () => {
    const e = after({ of: "look", look: "fins", saw: [], done: ["clean"] });
    expect(e.air).toBeGreaterThan(0.8 * strandsOf(start).air);
  });

  it("each fault, bad and alone, leads once its run and its looks are in", () => {
    for (const kind of FAULTS) {
      const c: PracticeCase = {
        kind: "tessaly",
        level: "easy",
        faults: kind === "nothing" ? [] : [fault(kind, 0.9)],
        complaint: "loud",
        opened: true,
        logged: "all",
        seed: 3,
      };
      const bench = new QuickBench(0.17);
      const own = bench.usual(c);
      const strands = strandsOf(evidenceOf(c, bench).reduce((g, e) => weighed(g, e, own), start));
      expect([kind, strands[suspectOf(kind)] > 0.5]).toEqual([kind, true]);
    }
  });

  it("a wide core spread tells a tilted plate from dried paste, which the heights cannot", () => {
    const lean: PracticeCase = {
      kind: "tessaly",
      level: "easy",
      faults: [fault("lean", 0.8)],
      complaint: "loud",
      opened: true,
      logged: "all",
      seed: 3,
    };
    const bench = new QuickBench(0.3);
    const seen = bench.seen(lean);
    const own = bench.usual(lean);
    const heights = weighed(start, { of: "run", seen, done: [] }, own);
    const read = weighed(heights, { of: "log", seen, done: [] }, own);
    expect(strandsOf(heights).paste).toBeGreaterThan(strandsOf(heights).plate / 2);
    expect(strandsOf(read).plate).toBeGreaterThan(4 * strandsOf(read).paste);
  });
});

describe("what is known of faults", () => {
  it("every fault has one suspect, and every suspect its faults", () => {
    expect(SUSPECTS.flatMap(faultsOf).sort()).toEqual([...FAULTS].sort());
  });

  it("shares before anything is known sum to one, and so do complaints of a fault", () => {
    expect(FAULTS.reduce((s, k) => s + usualShare(k), 0)).toBeCloseTo(1, 9);
    for (const k of FAULTS) {
      const faults = k === "nothing" ? [] : [fault(k)];
      expect(COMPLAINTS.reduce((s, c) => s + chanceOfComplaint(c, faults), 0)).toBeCloseTo(1, 9);
    }
  });

  it("every fault but what is not there is mended by something, and seen by some look", () => {
    const cured = new Set(Object.values(CURES).flat());
    for (const k of FAULTS.filter((f) => f !== "nothing")) {
      expect([k, cured.has(k)]).toEqual([k, true]);
      expect([k, SIGNS.some((s) => s.shows[k] !== undefined)]).toEqual([k, true]);
    }
  });

  it("a cure takes its own faults and leaves the others", () => {
    const both = [fault("paste-dry"), fault("lean")];
    expect(leftOf(both, ["paste"]).map((f) => f.kind)).toEqual(["lean"]);
    expect(leftOf(both, ["retighten"]).map((f) => f.kind)).toEqual(["paste-dry"]);
    expect(leftOf(both, ["pads", "retighten"])).toEqual([]);
  });

  it("a worse fault does more: each figure moves one way with its size", () => {
    fc.assert(
      fc.property(fc.constantFrom(...FAULTS), fc.double({ min: 0, max: 0.9, noNaN: true }), (kind, size) => {
        const [small, large] = [effectsOf([fault(kind, size)]), effectsOf([fault(kind, size + 0.1)])];
        const off = (e: typeof small) =>
          e.clog + e.pipe + (e.contact.cpu ?? 1) + e.leanKW - e.reach - (e.fixed ?? 1) - e.held + e.idleW + e.memory;
        expect(off(large)).toBeGreaterThanOrEqual(off(small));
      }),
    );
  });

  it("no look is certain, whatever is there", () => {
    for (const s of SIGNS)
      for (const k of FAULTS) {
        const p = chanceOf(s, k === "nothing" ? [] : [fault(k)]);
        expect(p).toBeGreaterThan(0);
        expect(p).toBeLessThan(1);
      }
  });
});
