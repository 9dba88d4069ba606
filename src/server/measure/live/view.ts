import { roomTrue } from "../../../core/measure/pair";
import type { SoFarWords } from "../../../core/measure/says";
import { liveViewOf, type LiveView } from "../../../core/measure/protocol";
import { database } from "../../../data/base/connection";
import { loadSamples, runsOfJob } from "../../../data/measure/runs";
import { judged } from "../../../threads/pool";
import { logged, backgroundTask } from "../../base/background/task";
import type { LiveSession } from "./liveSession";
import { settingOf } from "./standIn";

/** What the judge said last of a run, and when. */
interface Heard {
  atS: number;
  said: SoFarWords;
  asking: boolean;
}

/** The judge is asked again after so much more load, s. */
const ASK_EVERY_S = 10;

type JudgeBefore = Parameters<typeof judged<"so-far">>[0]["before"];
const heardOf = new WeakMap<LiveSession, Heard>();
const before = new WeakMap<LiveSession, Promise<JudgeBefore>>();

/**
 * A run that goes, as it is known now.
 *
 * @param drawn whether its curves are wanted too: they are most of the work
 */
export function liveView(session: LiveSession, drawn = true): LiveView {
  const { live } = session;
  ask(session);
  return liveViewOf(
    {
      id: live.id,
      jobId: live.jobId,
      kind: live.kind,
      recipe: live.recipe,
      limits: live.limits,
      conditions: live.conditions,
      standIn: live.standIn === null ? null : { speed: settingOf(live)?.speed ?? 1 },
      began: session.began,
      nowS: session.nowS,
      state: session.state(),
      sources: session.names(),
      closed: live.closedAt === null ? null : { kept: live.problem === null, problem: live.problem },
    },
    session.run(),
    { heard: heardOf.get(session)?.said ?? null, drawn },
  );
}

/** Asks the judge on a thread what it thinks by now, every so often; the answer comes with the next view. */
function ask(session: LiveSession): void {
  const state = session.state();
  const { live } = session;
  const held = heardOf.get(session);
  if (state.phase !== "load" || state.loadOnS === null || live.closedAt !== null) return;
  if (held && (held.asking || state.loadedS - held.atS < ASK_EVERY_S)) return;
  const said = held?.said ?? { enoughS: null, said: [] };
  heardOf.set(session, { atS: state.loadedS, said, asking: true });
  const run = session.run();
  const phases = { loadOnS: state.loadOnS, loadOffS: session.nowS };
  const own = { run, phases, room: roomTrue(live.conditions), conditions: live.conditions };
  backgroundTask(
    beforeOf(session)
      .then((other) => judged<"so-far">({ kind: "so-far", run: own, before: other }))
      .catch(logged)
      .then((now) => heardOf.set(session, { atS: state.loadedS, said: now ?? said, asking: false })),
  );
}

/** The run before of a run after, read once. */
function beforeOf(session: LiveSession): Promise<JudgeBefore> {
  const known = before.get(session);
  if (known) return known;
  const asked = loadBefore(session);
  before.set(session, asked);
  asked.catch(() => before.delete(session));
  return asked;
}

async function loadBefore({ live }: LiveSession): Promise<JudgeBefore> {
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
