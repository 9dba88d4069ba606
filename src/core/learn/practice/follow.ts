import type { Verdict } from "../../measure/says";
import {
  guessesOf,
  shareOfSuspects,
  strandsOf,
  suspectOf,
  weighed,
  type ChangeSeen,
  type Cure,
  type Evidence,
  type Guess,
  type Strands,
  type Suspect,
} from "../suspects";
import { actOf, after, cureOf, fresh, lookOf, type ActId, type BenchState, type Press } from "./acts";
import type { PracticeCase } from "./case";
import { chipsOf, rigOf } from "./kinds";
import { lookAt, type Saw } from "./looks";
import { GOOD_SPREAD, practiceRun, practiceVerdict, usualOf, type PracticeRun, type RunKind } from "./runs";
import { complaintWords, runWords } from "./words";

/** One step at the bench, with what it said and how the strands stand after it. */
export interface PracticeStep {
  /** What was ordered; "complaint" is what the owner said. */
  of: ActId | "complaint";
  /** Minutes since the start, when it is done. */
  minutes: number;
  said: string;
  strands: Strands;
  /** The strands had everything in the logs so far been read. */
  whole: Strands;
  /** How sure it was then that just the true suspects are at work, everything read. */
  sure: number;
  /** Which run it was, from 1; and what a look showed. */
  run: number | null;
  saw: Saw | null;
}

/** A mystery machine followed through what was ordered. */
export interface Followed {
  state: BenchState;
  steps: PracticeStep[];
  runs: PracticeRun[];
  /** The judge between the first and the last plain run, with something done between; null where there are none. */
  verdict: Verdict | null;
  /** Runs whose log was not read and holds something beside the heights. */
  unread: number[];
}

/** What the guesses of a case are made of, before anything is measured. */
export const knownOf = (c: PracticeCase): Parameters<typeof guessesOf>[0] => ({
  chips: chipsOf(c.kind),
  blowers: rigOf(c.kind).fan.count,
  complaint: c.complaint,
  opened: c.opened,
  contactSpread: GOOD_SPREAD,
  airSpread: GOOD_SPREAD,
});

/** The suspects that are truly at work. */
export const trueSuspects = (c: PracticeCase): Suspect[] =>
  c.faults.length ? c.faults.map((f) => suspectOf(f.kind)) : ["other"];

/** Follows a case press by press; what was reckoned before stays. */
export class PracticeBench {
  private state = fresh();
  private readonly steps: PracticeStep[] = [];
  private readonly runs: PracticeRun[] = [];
  /** What was done by each run. */
  private readonly doneBy: Cure[][] = [];
  /** Guesses as read, and had all been read. */
  private asRead: Guess[];
  private asWhole: Guess[];
  private verdict: Verdict | null = null;

  constructor(private readonly c: PracticeCase) {
    this.asRead = guessesOf(knownOf(c));
    this.asWhole = this.asRead;
    this.note("complaint", complaintWords(c.complaint));
  }

  /** One press more. Throws where it cannot be: check with `afterAll` first. */
  press(press: Press): void {
    const next = after(this.state, press);
    if (!next) throw new Error(`${press} cannot be done now`);
    this.state = next;
    const run = /^read:(\d+)$/.exec(press);
    if (run) this.readLog(Number(run[1]) - 1);
    else this.order(press as ActId);
  }

  /** How the case stands now. */
  now(): Followed {
    const { state, steps, runs, verdict } = this;
    const unread = runs.flatMap((_, i) => (state.read.includes(i + 1) ? [] : [i + 1]));
    return { state, steps: [...steps], runs: [...runs], verdict, unread };
  }

  private order(id: ActId): void {
    const look = lookOf(id);
    if (actOf(id).kind === "run") this.run(id as RunKind);
    else if (look) {
      const saw = lookAt(this.c, this.state.done, look);
      this.weigh({ of: "look", look, saw: saw.signs, done: this.state.done });
      this.note(id, saw.words, null, saw);
    } else
      this.note(id, cureOf(id) ? actOf(id).uses.join(", ") || "done" : id === "open" ? "from below" : "ready to run");
  }

  private run(kind: RunKind): void {
    const { c } = this;
    const { done } = this.state;
    const before = kind === "run" ? this.runs.findLastIndex((r) => r.kind === "run") : -1;
    const run = practiceRun(c, done, kind, this.runs.length);
    this.runs.push(run);
    this.doneBy.push([...done]);
    const earlier = this.runs[before];
    const verdict = earlier ? practiceVerdict(c, earlier, run) : null;
    const change = verdict && earlier ? changeOf(verdict, earlier) : null;
    this.weigh(
      change ? { of: "change", change, done, was: this.doneBy[before] ?? [] } : { of: "run", seen: run.seen, done },
    );
    this.asWhole = weighed(this.asWhole, { of: "log", seen: run.seen, done }, usualOf(c).usual);
    if (verdict) this.verdict = this.verdictOver(run, earlier === this.firstPlain ? verdict : null);
    this.note(kind, runWords(run.triage, verdict), this.runs.length);
  }

  private get firstPlain(): PracticeRun | undefined {
    return this.runs.find((r) => r.kind === "run");
  }

  /** The judge between the first plain run and the last; what was judged already stands. */
  private verdictOver(last: PracticeRun, judged: Verdict | null): Verdict | null {
    const first = this.firstPlain;
    return judged ?? (first ? practiceVerdict(this.c, first, last) : null);
  }

  /** A log that is read changes what is known from the step on at which it is read. */
  private readLog(i: number): void {
    const run = this.runs[i];
    const last = this.steps.at(-1);
    if (!run || !last) return;
    const evidence: Evidence = { of: "log", seen: run.seen, done: this.doneBy[i] ?? [] };
    this.asRead = weighed(this.asRead, evidence, usualOf(this.c).usual);
    this.steps[this.steps.length - 1] = { ...last, strands: strandsOf(this.asRead) };
  }

  private weigh(evidence: Evidence): void {
    const { usual } = usualOf(this.c);
    const same = this.asRead === this.asWhole;
    this.asRead = weighed(this.asRead, evidence, usual);
    this.asWhole = same ? this.asRead : weighed(this.asWhole, evidence, usual);
  }

  private note(of: PracticeStep["of"], said: string, run: number | null = null, saw: Saw | null = null): void {
    this.steps.push({
      of,
      minutes: this.state.minutes,
      said,
      strands: strandsOf(this.asRead),
      whole: strandsOf(this.asWhole),
      sure: shareOfSuspects(this.asWhole, trueSuspects(this.c)),
      run,
      saw,
    });
  }
}

/** What changed between two runs as the judge says it; null where it says nothing. */
function changeOf(v: Verdict, before: PracticeRun): ChangeSeen | null {
  if (v.verdict === "not-comparable" || v.chips.some((c) => c.bound)) return null;
  const chips = v.chips.map((c) => ({ chip: c.chip, contact: c.paths[0].change, airflow: c.paths[1].change }));
  if (!chips.some((c) => c.contact ?? c.airflow)) return null;
  return {
    ran: {
      powerW: Object.fromEntries(before.seen.chips.map((c) => [c.chip, c.powerW])),
      fan: before.seen.log.fan,
      led: null,
    },
    chips,
  };
}

/**
 * A case after some presses.
 *
 * @example
 * follow(drawCase("easy", 0.3), ["run", "read:1", "lamp"]).steps.length; // 3: the complaint, a run, a look
 */
export function follow(c: PracticeCase, presses: readonly Press[]): Followed {
  const bench = new PracticeBench(c);
  for (const p of presses) bench.press(p);
  return bench.now();
}
