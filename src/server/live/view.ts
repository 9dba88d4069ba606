import type { HeardSoFar, RunConditions } from "../../core/judge";
import { roomTrue } from "../../core/judge";
import { channelOf, curvesOf, type RunCurves } from "../../core/log";
import {
  enoughAtS,
  isEnough,
  needsOf,
  remainingS,
  remarksOn,
  settlingOf,
  startsOf,
  type Need,
  type Recipe,
  type Remark,
  type RunState,
  type Settling,
  type StartFact,
  type StopLimits,
} from "../../core/protocol";
import type { Problem } from "../../core/result";
import { database } from "../../data/connection";
import { loadSamples, runsOfJob } from "../../data/runs";
import { judged } from "../../threads/pool";
import type { Book } from "./book";
import { settingOf } from "./standIn";

/** The newest reading of everything that is shown large. */
export interface Readings {
  chips: { chip: "cpu" | "gpu"; C: number | null; W: number | null; work: number | null }[];
  fans: { value: number; unit: string }[];
  roomC: number | null;
}

/** A run that goes, as its page shows it. */
export interface LiveView {
  id: number;
  kind: "before" | "after";
  recipe: Recipe;
  limits: StopLimits;
  conditions: RunConditions;
  standIn: { speed: number } | null;
  began: boolean;
  nowS: number;
  state: RunState;
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
  /** What each source is called that was heard. */
  sources: string[];
  closed: { kept: boolean; problem: Problem | null } | null;
}

/** What the judge said last of a run, and when. */
interface Heard {
  atS: number;
  said: HeardSoFar;
  asking: boolean;
}

/** The judge is asked again after so much more load, s. */
const ASK_EVERY_S = 10;

const heardOf = new WeakMap<Book, Heard>();
const before = new WeakMap<Book, Promise<JudgeBefore | null>>();
type JudgeBefore = Parameters<typeof judged<"so-far">>[0]["before"];

/** A run that goes, as it is known now. */
export function liveView(book: Book): LiveView {
  const { live } = book;
  const run = book.run();
  const state = book.state();
  const heard = heardOf.get(book);
  ask(book);
  const needs = needsOf({ run, state, recipe: live.recipe, enoughS: heard?.said.enoughS ?? null });
  const roomC = channelOf(run, "room.temperature")?.values.at(-1) ?? roomTrue(live.conditions).startC;
  const said: Remark[] = (heard?.said.said ?? []).map((s) => ({ code: s.of, level: s.level, text: s.text }));
  const own = book.began ? remarksOn(run, state) : [];
  const { found: _found, ...curves } = curvesOf(run);
  return {
    id: live.id,
    kind: live.kind,
    recipe: live.recipe,
    limits: live.limits,
    conditions: live.conditions,
    standIn: live.standIn === null ? null : { speed: settingOf(live)?.speed ?? 1 },
    began: book.began,
    nowS: book.nowS,
    state,
    remainingS: remainingS(live.recipe, state),
    needs,
    enough: isEnough(needs),
    enoughAtS: enoughAtS(needs, state),
    settling: state.phase === "load" && state.loadOnS !== null ? settlingOf(run, state.loadOnS, roomC) : null,
    // what the run shows by itself is said once
    remarks: [...own, ...said.filter((s) => !own.some((o) => o.code.startsWith("fan") && s.code === "fan"))],
    starts: startsOf(book.began ? run : null, live.conditions),
    readings: readingsOf(run),
    curves: { ...curves, found: null },
    sources: book.names(),
    closed: live.closedAt === null ? null : { kept: live.problem === null, problem: live.problem },
  };
}

const lastOf = (values: Float32Array | undefined): number | null => {
  for (let i = (values?.length ?? 0) - 1, n = 0; i >= 0 && n < 20; i--, n++) {
    const v = values?.[i] ?? NaN;
    if (Number.isFinite(v)) return Math.round(v * 100) / 100;
  }
  return null;
};

function readingsOf(run: ReturnType<Book["run"]>): Readings {
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

/** Asks the judge on a thread what it thinks by now, every so often; the answer comes with the next view. */
function ask(book: Book): void {
  const state = book.state();
  const { live } = book;
  const held = heardOf.get(book);
  if (state.phase !== "load" || state.loadOnS === null || live.closedAt !== null) return;
  if (held && (held.asking || state.loadedS - held.atS < ASK_EVERY_S)) return;
  const said = held?.said ?? { enoughS: null, said: [] };
  heardOf.set(book, { atS: state.loadedS, said, asking: true });
  const run = book.run();
  const phases = { loadOnS: state.loadOnS, loadOffS: book.nowS };
  const own = { run, phases, room: roomTrue(live.conditions), conditions: live.conditions };
  void beforeOf(book)
    .then((other) => judged<"so-far">({ kind: "so-far", run: own, before: other }))
    .then((now) => heardOf.set(book, { atS: state.loadedS, said: now, asking: false }))
    .catch((e: unknown) => {
      console.error(e);
      heardOf.set(book, { atS: state.loadedS, said, asking: false });
    });
}

/** The run before of a run after, read once. */
function beforeOf(book: Book): Promise<JudgeBefore> {
  const known = before.get(book);
  if (known) return known;
  const asked = loadBefore(book);
  before.set(book, asked);
  asked.catch(() => before.delete(book));
  return asked;
}

async function loadBefore({ live }: Book): Promise<JudgeBefore> {
  if (live.kind !== "after") return null;
  const db = await database();
  const record = (await runsOfJob(db, live.jobId)).before;
  if (!record) return null;
  return {
    run: await loadSamples(db, record),
    phases: record.phases,
    room: roomTrue(record.conditions),
    conditions: record.conditions,
  };
}
