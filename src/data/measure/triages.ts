import type { Knex } from "knex";
import { storedJson } from "../base/storedJson";
import type { Triaged } from "../../core/learn/suspects";

interface Row {
  run_id: number;
  asked_sha256: string;
  result_json: string;
}

/** Undefined where it cannot be read any more: the run is then read anew. */
const triagedIn = (row: Row): Triaged | null | undefined =>
  row.result_json === "null"
    ? null
    : storedJson<Triaged | undefined>(row.result_json, undefined, `triage ${row.run_id}`);

/** What was said of a run alone, where it was asked with the very same; undefined where it was not. */
export async function findTriage(db: Knex, runId: number, askedSha256: string): Promise<Triaged | null | undefined> {
  const row = await db<Row>("triages").where({ run_id: runId, asked_sha256: askedSha256 }).first();
  return row && triagedIn(row);
}

/** What was last said of a run alone, whatever it was asked with; null where nothing was. */
export async function lastTriage(db: Knex, runId: number): Promise<Triaged | null> {
  const row = await db<Row>("triages").where({ run_id: runId }).first();
  return (row && triagedIn(row)) ?? null;
}

/** Keeps what was said of a run alone, in the place of what was said before. */
export async function saveTriage(db: Knex, runId: number, askedSha256: string, result: Triaged | null): Promise<void> {
  await db<Row>("triages")
    .insert({ run_id: runId, asked_sha256: askedSha256, result_json: JSON.stringify(result) })
    .onConflict("run_id")
    .merge();
}
