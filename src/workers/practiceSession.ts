import { curvesOf, type Phases, type RunCurves } from "../core/measure/log";
import {
  caseOf,
  otherwise,
  PracticeBench,
  reviewOf,
  shownOf,
  usualOf,
  type ActId,
  type PracticeCase,
  type PracticeStep,
  type Press,
  type Review,
  type Shown,
} from "../core/learn/practice";
import type { FaultKind, LogSeen, Usual } from "../core/learn/suspects";

/** The log of a practice run as its chart shows it, and what a good machine of the kind shows. */
export interface ShownLog {
  curves: RunCurves;
  phases: Phases;
  room: { startC: number | null; endC: number | null };
  seen: LogSeen;
  powerW: number | null;
  usual: Usual;
}

/** One mystery machine at a time: what was reckoned stays, and a press more costs only itself. */
export class PracticeSession {
  private held: { code: string; presses: Press[]; bench: PracticeBench } | null = null;

  /** The machine after some presses. */
  shown(code: string, presses: readonly Press[]): Shown {
    return shownOf(caseIn(code), this.benchAt(code, presses).now());
  }

  review(code: string, presses: readonly Press[], named: readonly FaultKind[]): Review {
    return reviewOf(caseIn(code), this.benchAt(code, presses).now(), named);
  }

  /** What a test that was not ordered would have said. */
  otherwise(code: string, presses: readonly Press[], act: ActId): PracticeStep | null {
    return otherwise(caseIn(code), presses, act);
  }

  /** The log of a run, from 1; null where there is none. */
  log(code: string, presses: readonly Press[], n: number): ShownLog | null {
    const run = this.benchAt(code, presses).now().runs[n - 1];
    if (!run?.input.phases) return null;
    const { startC, endC } = run.input.room;
    return {
      curves: curvesOf(run.input.run),
      phases: run.input.phases,
      room: { startC, endC },
      seen: run.seen.log,
      powerW: run.seen.chips.find((c) => c.chip === "cpu")?.powerW ?? null,
      usual: usualOf(caseIn(code)).usual,
    };
  }

  private benchAt(code: string, presses: readonly Press[]): PracticeBench {
    const { held } = this;
    const goesOn =
      held?.code === code && held.presses.length <= presses.length && held.presses.every((p, i) => p === presses[i]);
    const now = goesOn ? held : { code, presses: [], bench: new PracticeBench(caseIn(code)) };
    for (const p of presses.slice(now.presses.length)) {
      now.bench.press(p);
      now.presses.push(p);
    }
    this.held = now;
    return now.bench;
  }
}

function caseIn(code: string): PracticeCase {
  const c = caseOf(code);
  if (!c) throw new Error(`no case ${code}`);
  return c;
}
