import { guessesOf, likelihoods, shareOfSuspects, sharesOf, type Evidence, type FaultKind } from "../suspects";
import { actOf, afterAll, lookOf, type ActId, type Press } from "./acts";
import type { PracticeCase } from "./case";
import { knownOf, trueSuspects } from "./follow";
import { chipsOf } from "./kinds";
import { lookAt } from "./looks";
import { practiceRun, usualOf, type RunKind } from "./runs";

/** A way to the fault and to its cure. */
export interface Way {
  /** What is ordered to know it, and what to mend it. */
  tests: ActId[];
  cures: ActId[];
  minutes: number;
  uses: string[];
  /** How sure it is that just the true suspects are at work, after the tests. */
  sure: number;
}

/** So sure it may be said. */
export const SAID_AT = 0.8;
/** Tests of a way at most. */
const MOST = 4;

const CURE_OF: Readonly<Record<FaultKind, ActId | null>> = {
  nothing: null,
  background: "end",
  adapter: "bigger",
  dust: "clean",
  outlet: "clear",
  "fan-weak": "blower",
  "fan-unplugged": "plug",
  "fan-fixed": "auto",
  pipe: "pipes",
  "paste-dry": "paste",
  "paste-little": "paste",
  lean: "retighten",
  "pad-thick": "pads",
  "pad-missing": "pads",
};
/** What is only done once somebody has looked. */
const NEEDS: Partial<Record<ActId, ActId>> = { end: "idle", bigger: "plate", clear: "outlet", auto: "idle" };

/** Everything that can be looked at or run without changing anything. */
export const TESTS: readonly ActId[] = [
  "lamp",
  "outlet",
  "plate",
  "idle",
  "alone",
  "run",
  "fixed",
  "screws",
  "edges",
  "fins",
  "warm",
  "lift",
];

/** Whether a machine can be tested so: one chip is always alone. */
export const canRun = ({ kind }: Pick<PracticeCase, "kind">, act: ActId): boolean =>
  act !== "alone" || chipsOf(kind).length > 1;

/** Cures of a case: new pipes and new pads bring new paste with them. */
function curesOf(c: PracticeCase): ActId[] {
  const all = [...new Set(c.faults.flatMap((f) => CURE_OF[f.kind] ?? []))];
  return all.filter((a) => !(a === "paste" && (all.includes("pads") || all.includes("pipes"))));
}

/**
 * The way that takes the fewest minutes until it can be said what is wrong, then least material; found by trying every
 * few tests on this very machine.
 */
export function shortestWay(c: PracticeCase): Way {
  const guesses = guessesOf(knownOf(c));
  const { usual } = usualOf(c);
  const possible = TESTS.filter((t) => canRun(c, t));
  const logs = new Map(
    possible.map((t) => {
      const all = evidenceFor(c, t).map((e) => likelihoods(guesses, e, usual));
      return [t, guesses.map((_, i) => all.reduce((s, l) => s + (l[i] ?? 0), 0))] as const;
    }),
  );
  const cures = curesOf(c);
  const ways = fewOf(possible, MOST)
    .flatMap((tests): Way[] => {
      const state = afterAll(legal(tests, cures));
      return state ? [{ tests, cures, minutes: state.minutes, uses: state.uses, sure: 0 }] : [];
    })
    .sort((a, b) => a.minutes - b.minutes || a.uses.length - b.uses.length || a.tests.length - b.tests.length);
  const truth = trueSuspects(c);
  const sureAfter = (tests: readonly ActId[]): number =>
    shareOfSuspects(
      guesses.map((g, i) => ({ ...g, log: g.log + tests.reduce((s, t) => s + (logs.get(t)?.[i] ?? 0), 0) })),
      truth,
    );
  let best: Way | null = null;
  for (const way of ways) {
    const sure = sureAfter(way.tests);
    if (sure >= SAID_AT) return { ...way, sure };
    if (!best || sure > best.sure) best = { ...way, sure };
  }
  return best ?? { tests: [], cures, minutes: 0, uses: [], sure: Math.max(...sharesOf(guesses)) };
}

/** What a test shows of a machine nothing was done to. */
function evidenceFor(c: PracticeCase, test: ActId): Evidence[] {
  const look = lookOf(test);
  if (look) return [{ of: "look", look, saw: lookAt(c, [], look).signs, done: [] }];
  const { seen } = practiceRun(c, [], test as RunKind, 0);
  return [
    { of: "run", seen, done: [] },
    { of: "log", seen, done: [] },
  ];
}

/** Every few of some tests, in their order. */
function fewOf(tests: readonly ActId[], most: number): ActId[][] {
  const out: ActId[][] = [];
  const from = (start: number, held: ActId[]) => {
    for (let i = start; i < tests.length; i++) {
      const next = [...held, tests[i] as ActId];
      out.push(next);
      if (next.length < most) from(i + 1, next);
    }
  };
  from(0, []);
  return out;
}

/** Tests and cures in an order that can be done: what is done from outside, then inside, the plate last. */
function legal(tests: readonly ActId[], cures: readonly ActId[]): Press[] {
  const outside = (a: ActId) => actOf(a).where.includes("closed");
  const looks = cures.flatMap((a) => NEEDS[a] ?? []).filter((a) => !tests.includes(a));
  const out: Press[] = [...tests.filter(outside), ...new Set(looks), ...cures.filter(outside)];
  const inner = [...tests, ...cures].filter((a) => !outside(a));
  if (inner.length === 0) return out;
  const lifts = tests.includes("lift");
  const pastes = cures.some((a) => actOf(a).liftMin !== undefined);
  // retightening wants the plate where it is
  const before = inner.filter((a) => a !== "lift" && actOf(a).liftMin === undefined);
  out.push("open", ...before, ...(lifts ? (["lift"] as const) : []));
  out.push(...inner.filter((a) => actOf(a).liftMin !== undefined));
  if (lifts && !pastes) out.push("paste");
  return [...out, "close"];
}
