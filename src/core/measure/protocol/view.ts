import { roomTrue, type RunConditions } from "../pair";
import type { SoFarWords } from "../says";
import { channelOf, curvesOf, type Run, type RunCurves } from "../log";
import type { Problem } from "../../base/result";
import { enoughAtS, isEnough, needsOf, type Need } from "./needs";
import { remainingS, type RunState } from "./phase";
import type { Recipe } from "./recipe";
import { settlingOf, type Settling } from "./settling";
import { startsOf, type StartFact } from "./starts";
import type { StopLimits } from "./stop";
import { remarksOn, type Remark } from "./watch";

/** The newest reading of everything that is shown large. */
export interface Readings {
  chips: { chip: "cpu" | "gpu"; C: number | null; W: number | null; work: number | null }[];
  fans: { value: number; unit: string }[];
  roomC: number | null;
}

/** What is known of a run that goes, beside what follows from its readings. */
export interface LiveFacts {
  id: number;
  jobId: number;
  kind: "before" | "after";
  recipe: Recipe;
  limits: StopLimits;
  conditions: RunConditions;
  /** The simulated machine that stands in, and how many times as fast. */
  standIn: { speed: number } | null;
  /** Whether anything came yet. */
  began: boolean;
  nowS: number;
  state: RunState;
  /** What each source is called that was heard; "" the first. */
  sources: string[];
  closed: { kept: boolean; problem: Problem | null } | null;
}

/** A run that goes, as its page shows it. */
export interface LiveView extends LiveFacts {
  remainingS: number | null;
  needs: Need[];
  enough: boolean;
  /** When it can be judged, s of load. */
  enoughAtS: number | null;
  settling: Settling | null;
  remarks: Remark[];
  starts: StartFact[];
  readings: Readings;
  curves: RunCurves;
}

const NO_CURVES: RunCurves = { endS: 0, temperature: [], power: [], fans: [], found: null };

/**
 * A run that goes, from its readings so far and what the judge said of them last.
 *
 * @param heard null before the judge was asked
 * @param drawn whether the curves are wanted too
 */
export function liveViewOf(
  facts: LiveFacts,
  run: Run,
  { heard, drawn }: { heard: SoFarWords | null; drawn: boolean },
): LiveView {
  const { recipe, state, conditions } = facts;
  const needs = needsOf({ run, state, recipe, enoughS: heard?.enoughS ?? null });
  const roomC = channelOf(run, "room.temperature")?.values.at(-1) ?? roomTrue(conditions).startC;
  const loaded = state.phase === "load" && state.loadOnS !== null;
  return {
    ...facts,
    remainingS: remainingS(recipe, state),
    needs,
    enough: isEnough(needs),
    enoughAtS: enoughAtS(needs, state),
    settling: loaded ? settlingOf(run, state.loadOnS ?? 0, roomC) : null,
    remarks: facts.began ? remarksTogether(remarksOn(run, state), heard) : [],
    starts: startsOf(facts.began ? run : null, conditions),
    readings: readingsOf(run),
    curves: drawn ? growing(run) : NO_CURVES,
  };
}

/** Its curves as they grow; where its load lies it knows itself. */
const growing = (run: Run): RunCurves => ({ ...curvesOf(run, false), found: null });

/** What the run shows by itself and what the witnesses say, each thing once. */
function remarksTogether(own: readonly Remark[], heard: SoFarWords | null): Remark[] {
  const said = (heard?.said ?? []).map((s): Remark => ({ code: s.of, level: s.level, text: s.text }));
  const spoken = (of: string) => own.some((o) => o.code.startsWith(of));
  return [...own, ...said.filter((s) => !spoken(s.code))];
}

/** Readings that are looked back for, where the newest row has none. */
const LOOK_BACK = 20;

function lastOf(values: Float32Array | undefined): number | null {
  for (let i = (values?.length ?? 0) - 1, n = 0; i >= 0 && n < LOOK_BACK; i--, n++) {
    const v = values?.[i] ?? NaN;
    if (Number.isFinite(v)) return Math.round(v * 100) / 100;
  }
  return null;
}

/** The newest reading of each quantity. */
function readingsOf(run: Run): Readings {
  const of = (key: string) => lastOf(channelOf(run, key)?.values);
  return {
    chips: (["cpu", "gpu"] as const).flatMap((chip) => {
      const [C, W, work] = [of(`${chip}.temperature`), of(`${chip}.power`), of(`${chip}.work`)];
      return C === null && W === null && work === null ? [] : [{ chip, C, W, work }];
    }),
    fans: run.channels
      .filter((c) => /^fan\d+\.(speed|duty)$/.test(c.key))
      .flatMap((c) => {
        const value = lastOf(c.values);
        return value === null ? [] : [{ value, unit: c.unit }];
      }),
    roomC: of("room.temperature"),
  };
}
