import {
  LiveRig,
  servedFaults,
  standInFaults,
  standInMachine,
  type RigFaults,
  type StandInState,
} from "../../../core/simulate";
import { isLoading, stateAt, type Sample } from "../../../core/measure/protocol";
import { contextOf, doneIn, plansOf } from "../../../core/handwork/service";
import { CoolingMap, isPasted, type Layout } from "../../../core/drawing/parts";
import { database } from "../../../data/base/connection";
import { entriesOf } from "../../../data/handwork/journal";
import { findJob } from "../../../data/workshop/jobs";
import { findMachine } from "../../../data/workshop/machines";
import { lastSaved, revisionOfJob } from "../../../data/drawing/layouts";
import { jobProcedure } from "../../../data/handwork/procedures";
import { lastLiveRun, type LiveRun } from "../../../data/measure/liveRuns";
import { backgroundEnds, backgroundTask } from "../../base/background/task";
import { saveSamples } from "./samples";
import type { LiveSession } from "./liveSession";
import { todayNow } from "../../base/today";
import { processWide } from "../../../core/base/processWide";

/** What a stand-in is set to: kept with its run, so that it goes on after a restart. */
export interface StandInSetting {
  state: StandInState;
  speed: number;
  seed: number;
}

/** How often a stand-in sends, ms; what it sends at once is that much of its own time. */
const EVERY_MS = 500;
/** A room where nobody read one, °C. */
const USUAL_ROOM_C = 22.5;

const standIns = processWide<Set<number>>("stand-ins");
const standing = (): Set<number> => standIns.orMake(() => new Set());

export const settingOf = (live: LiveRun): StandInSetting | null =>
  live.standIn === null
    ? null
    : { seed: live.jobId, speed: 1, ...(live.standIn as Partial<StandInSetting> & { state: StandInState }) };

/** Lets the simulated machine of a run go on from where its samples end; one that runs already is left alone. */
export function resume(session: LiveSession): void {
  if (standing().has(session.id) || session.live.closedAt !== null) return;
  standing().add(session.id);
  backgroundTask(run(session).finally(() => standing().delete(session.id)));
}

async function run(session: LiveSession): Promise<void> {
  const setting = settingOf(session.live);
  if (!setting) return;
  session.speed = setting.speed;
  const rig = await rigOf(session.live, setting);
  // what it lived through is lived through again, so that a restart changes nothing
  const { recipe } = session.live;
  const reached = Math.round(session.nowS);
  const loads = (s: number) => isLoading(stateAt(recipe, session.happened(), s));
  if (session.began) for (let s = 0; s <= reached; s++) rig.second(loads(s));
  let owed = 0;
  let last = Date.now();
  for (;;) {
    await new Promise((again) => setTimeout(again, EVERY_MS));
    if (backgroundEnds() || session.live.closedAt !== null || session.state().phase === "done") return;
    owed += ((Date.now() - last) / 1000) * setting.speed;
    last = Date.now();
    // a process that was held up does not make up for more than half a minute of the machine's own time
    owed = Math.min(owed, Math.max(30, setting.speed));
    const samples: Sample[] = [];
    for (; owed >= 1; owed--) {
      const s = rig.seconds;
      const state = stateAt(recipe, session.happened(), s);
      samples.push({ seq: s + 1, t: s, values: rig.second(isLoading(state)) });
      // the reading at its very end is the last one
      if (state.phase === "done") break;
    }
    const kept = await saveSamples(session, "", samples);
    if (!kept.ok) return;
  }
}

/** The machine that stands in: of the job's kind, with its faults, which the run after has as the service left them. */
async function rigOf(live: LiveRun, { state, seed }: StandInSetting): Promise<LiveRig> {
  const db = await database();
  const job = await findJob(db, live.jobId);
  const machine = job && (await findMachine(db, job.machineId));
  const drawing =
    (await revisionOfJob(db, live.jobId)) ?? (machine ? await lastSaved(db, machine.model, machine.variant) : null);
  const map = drawing ? new CoolingMap(drawing.document) : null;
  const chips = map?.ofKind("chip").filter(isPasted) ?? [];
  const kind = {
    gpu: chips.some((c) => c.role === "gpu"),
    blowers: map ? map.ofKind("blower").length : 1,
    limitC: machine?.limitC ?? null,
  };
  const faults = await faultsNow(live, { state, seed }, drawing?.document ?? null);
  return new LiveRig(standInMachine(kind), faults, {
    roomC: live.conditions.roomStartC ?? USUAL_ROOM_C,
    warmStartK: 0,
    seed: ((seed * 31 + (live.kind === "after" ? 17 : 3)) % 997) / 997,
    cpu: live.recipe.cpu,
    gpu: live.recipe.gpu,
  });
}

/** A run after of a machine that stood in before has the faults it had then, as the journal says it was served. */
async function faultsNow(
  live: LiveRun,
  own: Pick<StandInSetting, "state" | "seed">,
  layout: Layout | null,
): Promise<RigFaults> {
  const db = await database();
  const before = live.kind === "after" ? await lastLiveRun(db, live.jobId, "before") : null;
  const was = before ? settingOf(before) : null;
  if (!was) return standInFaults(own.state, own.seed);
  const map = layout ? new CoolingMap(layout) : null;
  const procedure = await jobProcedure(db, live.jobId);
  const done = doneIn(
    contextOf(
      {
        layout,
        entries: await entriesOf(db, live.jobId),
        procedure,
        plans: map ? plansOf(map, procedure.rounds) : [],
        model: layout?.model ?? "",
        hasBeforeRun: true,
        today: await todayNow(),
      },
      map,
    ),
  );
  return servedFaults(standInFaults(was.state, was.seed), done);
}
