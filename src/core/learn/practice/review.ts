import type { Verdict } from "../../measure/says";
import {
  faultName,
  signsOf,
  SUSPECTS,
  suspectOf,
  usualShare,
  faultsOf,
  type FaultKind,
  type Suspect,
} from "../suspects";
import { actOf, afterAll, lookOf, type ActId, type Press } from "./acts";
import type { PracticeCase } from "./case";
import { PracticeBench, trueSuspects, type Followed, type PracticeStep } from "./follow";
import { MARK_WORDS, MARKS, MARKS_OF, type Mark } from "./words";
import { words } from "../../base/words";
import { canRun, SAID_AT, shortestWay, TESTS, type Way } from "./ways";

/** How what was named stands to what was wrong. */
export type Outcome = "right" | "near" | "half" | "wrong";

/** A case once it is named: what was wrong, when it could have been known, what misled, and the shortest way. */
export interface Review {
  outcome: Outcome;
  truth: FaultKind[];
  named: FaultKind[];
  /** The step, and its minute, at which it could first have been said; null where nothing ordered could say it. */
  knownAt: { step: number; minutes: number } | null;
  misled: string;
  apart: string;
  way: Way;
  /** Tests that were not ordered. */
  others: ActId[];
  verdict: Verdict | null;
}

/**
 * How what was named stands to what is wrong: right; the right suspects but another kind; one of two; or neither.
 * "Nothing" is near to no fault: whoever says so sends the machine home as it came.
 *
 * @example
 * outcomeOf(drawCase("easy", 0.3), ["nothing"]); // "wrong"
 */
export function outcomeOf(c: Pick<PracticeCase, "faults">, named: readonly FaultKind[]): Outcome {
  const truth: FaultKind[] = c.faults.length ? c.faults.map((f) => f.kind) : ["nothing"];
  const same = <T>(a: readonly T[], b: readonly T[]) => a.length === b.length && a.every((x) => b.includes(x));
  if (same(truth, named)) return "right";
  const nothing = truth.includes("nothing") || named.includes("nothing");
  if (!nothing && same(truth.map(suspectOf), named.map(suspectOf))) return "near";
  return named.some((k) => truth.includes(k)) ? "half" : "wrong";
}

/** What a case looks like once it is named. */
export function reviewOf(c: PracticeCase, followed: Followed, named: readonly FaultKind[]): Review {
  const truth: FaultKind[] = c.faults.length ? c.faults.map((f) => f.kind) : ["nothing"];
  const { steps, state } = followed;
  const known = steps.findIndex((s) => s.sure >= SAID_AT);
  const outcome = outcomeOf(c, named);
  const missed = truth.find((k) => !named.includes(k));
  const half = outcome === "half" && missed !== undefined && named.every((k) => truth.includes(k));
  const wrong = misleader(followed, trueSuspects(c), named);
  return {
    outcome,
    truth,
    named: [...named],
    knownAt: known < 0 ? null : { step: known, minutes: steps[known]?.minutes ?? 0 },
    misled: half
      ? `${words.capital(named.map(faultName).join())} explained most of it, and ${faultName(missed)} stood behind it.`
      : misledBy(wrong, truth, named),
    apart: half ? toldApart(named[0] ?? null, [missed], followed) : toldApart(wrong?.kind ?? null, truth, followed),
    way: shortestWay(c),
    others: TESTS.filter((t) => !state.ordered.includes(t) && canRun(c, t)),
    verdict: followed.verdict,
  };
}

/** What stood against the truth, and where it stood highest. */
interface Misleader {
  kind: FaultKind;
  step: PracticeStep;
  share: number;
}

/** The wrong suspect that was named, else the one the evidence spoke for most. */
function misleader({ steps }: Followed, truth: readonly Suspect[], named: readonly FaultKind[]): Misleader | null {
  const taken = named.filter((k) => !truth.includes(suspectOf(k)));
  const suspects = SUSPECTS.filter(
    (s) => !truth.includes(s) && (taken.length === 0 || taken.some((k) => suspectOf(k) === s)),
  );
  let most: Misleader | null = null;
  for (const step of steps)
    for (const s of suspects) {
      if (most && step.strands[s] <= most.share) continue;
      const kind = taken.find((k) => suspectOf(k) === s) ?? commonest(s);
      most = { kind, step, share: step.strands[s] };
    }
  return most;
}

const commonest = (s: Suspect): FaultKind =>
  faultsOf(s).reduce((m, k) => (usualShare(k) > usualShare(m) ? k : m), faultsOf(s)[0] ?? "nothing");

/** The true fault that is most like a wrong one. */
const nearest = (kind: FaultKind, truth: readonly FaultKind[]): FaultKind =>
  truth.reduce((m, k) => (shared(k, kind).length > shared(m, kind).length ? k : m), truth[0] ?? "nothing");

const shared = (a: FaultKind, b: FaultKind): Mark[] => MARKS_OF[a].filter((m) => MARKS_OF[b].includes(m));

/** Under this share nothing misled. */
const MISLEADS = 0.2;

function misledBy(wrong: Misleader | null, truth: readonly FaultKind[], named: readonly FaultKind[]): string {
  if (!wrong || (wrong.share < MISLEADS && !named.includes(wrong.kind)))
    return "Nothing much: no other suspect stood out.";
  const like = nearest(wrong.kind, truth);
  const [mark] = shared(like, wrong.kind);
  const commoner =
    named.includes(wrong.kind) && usualShare(wrong.kind) > usualShare(like) ? " You took the commoner one." : "";
  if (mark) return `${MARK_WORDS[mark].fits} fits ${faultName(wrong.kind)} and ${faultName(like)} alike.${commoner}`;
  const by = wrong.step.of === "complaint" ? "What the owner said" : `“${wrong.step.said}”`;
  return `${by} spoke for ${faultName(wrong.kind)}.${commoner}`;
}

/** What tells the truth from what misled: a mark in a log, else a look. */
function toldApart(wrong: FaultKind | null, truth: readonly FaultKind[], followed: Followed): string {
  const kind = wrong ?? "nothing";
  const like = nearest(kind, truth);
  const mark = MARKS.find((m) => MARKS_OF[like].includes(m) !== MARKS_OF[kind].includes(m));
  if (mark) return `${MARK_WORDS[mark].tells} ${whereShown(mark, followed)}`.trim();
  for (const id of TESTS) {
    const look = lookOf(id);
    const sign = look
      ? signsOf(look).find((s) => s.shows[like] !== undefined && s.shows[kind] === undefined)
      : undefined;
    if (sign) return `Only a look tells: ${sign.words[0]}. ${actOf(id).name}, ${actOf(id).minutes} min.`;
  }
  return "Nothing but mending one of them and running it again.";
}

function whereShown(mark: Mark, { runs, unread }: Followed): string {
  const at = runs.findIndex(({ seen: { log } }) => {
    if (mark === "cores") return log.coresK !== null;
    if (mark === "fan") return log.fan !== null;
    if (mark === "memory") return log.memoryK !== null;
    return mark === "idle" || mark === "power";
  });
  if (at >= 0 && mark !== "contact" && mark !== "airflow")
    return unread.includes(at + 1)
      ? `It was in the log of run ${at + 1}, unread.`
      : `It was in the log of run ${at + 1}.`;
  if (mark === "contact" || mark === "airflow") return runs.length ? "" : "Any load run shows it.";
  return runs.length ? "This machine does not log it." : "A load run would have shown it.";
}

/** What a test that was not ordered would have said, after all that was. */
export function otherwise(c: PracticeCase, presses: readonly Press[], act: ActId): PracticeStep | null {
  const before = [[], ["open"], ["close"], ["paste", "close"], ["pads", "close"]] as const;
  for (const moves of before) {
    const all = [...presses, ...moves, act];
    if (!afterAll(all)) continue;
    const bench = new PracticeBench(c);
    for (const p of all) bench.press(p);
    const runs = bench.now().runs.length;
    if (actOf(act).kind === "run") bench.press(`read:${runs}`);
    return bench.now().steps.at(-1) ?? null;
  }
  return null;
}

/** Presses up to a step, to go on from there another way. */
export function pressesUpTo(presses: readonly Press[], step: number): Press[] {
  const out: Press[] = [];
  let at = 0;
  for (const p of presses) {
    const reads = p.startsWith("read:");
    if (!reads && ++at > step) break;
    out.push(p);
  }
  return out;
}
