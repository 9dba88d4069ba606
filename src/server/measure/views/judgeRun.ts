import { roomTrue, type JudgeRun } from "../../../core/measure/pair";
import { database } from "../../../data/base/connection";
import { loadWholeSamples, type RunRecord } from "../../../data/measure/runs";

/** A stored run as the judge takes it. */
export async function judgeRunOf(record: RunRecord): Promise<JudgeRun> {
  return {
    run: await loadWholeSamples(await database(), record),
    phases: record.phases,
    room: roomTrue(record.conditions),
    conditions: record.conditions,
  };
}
