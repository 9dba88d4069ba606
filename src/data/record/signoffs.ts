import { gunzipSync, gzipSync } from "node:zlib";
import type { Knex } from "knex";
import type { JobFile, SignOff } from "../../core/record/jobfile";

interface Row {
  id: number;
  job_id: number;
  revision: number;
  at: string;
  by_json: string;
  checked_json: string | null;
  sha256: string;
  document_gzip: Buffer;
}

const fromRow = (r: Row): SignOff => ({
  revision: r.revision,
  at: r.at,
  by: JSON.parse(r.by_json) as SignOff["by"],
  checkedBy: r.checked_json === null ? null : (JSON.parse(r.checked_json) as SignOff["by"]),
  sha256: r.sha256,
});

/** What was signed of a job, oldest first. */
export async function signOffsOf(db: Knex, jobId: number): Promise<SignOff[]> {
  return (await db<Row>("signoffs").where({ job_id: jobId }).orderBy("revision")).map(fromRow);
}

/** The document of a sign-off as it was signed: its canonical text; null where there is none. */
export async function signedText(db: Knex, jobId: number, revision: number): Promise<string | null> {
  const row = await db<Row>("signoffs").where({ job_id: jobId, revision }).first();
  return row ? gunzipSync(row.document_gzip).toString("utf8") : null;
}

/** The newest sign-off with its document; null while nothing is signed. */
export async function lastSigned(db: Knex, jobId: number): Promise<{ signOff: SignOff; file: JobFile } | null> {
  const row = await db<Row>("signoffs").where({ job_id: jobId }).orderBy("revision", "desc").first();
  if (!row) return null;
  return { signOff: fromRow(row), file: JSON.parse(gunzipSync(row.document_gzip).toString("utf8")) as JobFile };
}

/** Keeps a sign-off with the document it is of. */
export async function addSignOff(db: Knex, jobId: number, s: SignOff, text: string): Promise<void> {
  await db("signoffs").insert({
    job_id: jobId,
    revision: s.revision,
    at: s.at,
    by_json: JSON.stringify(s.by),
    checked_json: s.checkedBy && JSON.stringify(s.checkedBy),
    sha256: s.sha256,
    document_gzip: gzipSync(Buffer.from(text, "utf8")),
  });
}
