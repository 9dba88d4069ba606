import { gzipSync } from "node:zlib";
import type { Knex } from "knex";
import type { JobFile, SignOff } from "../../core/record/jobfile";
import { PieceBroken, wholeUnpacked } from "../base/brokenPieces";
import { withSum } from "../base/pieceSum";
import { storedJson } from "../base/storedJson";

interface Row {
  id: number;
  job_id: number;
  revision: number;
  at: string;
  by_json: string;
  checked_json: string | null;
  sha256: string;
  document_gzip: Buffer;
  document_gzip_sha256: string | null;
}

const NOBODY = { role: "", initials: "" };
const fromRow = (r: Row): SignOff => ({
  revision: r.revision,
  at: r.at,
  by: storedJson<SignOff["by"]>(r.by_json, NOBODY, `who signed ${r.id}`),
  checkedBy: storedJson<SignOff["by"] | null>(r.checked_json, null, `who checked ${r.id}`),
  sha256: r.sha256,
});

/** What was signed of a job, oldest first. */
export async function signOffsOf(db: Knex, jobId: number): Promise<SignOff[]> {
  return (await db<Row>("signoffs").where({ job_id: jobId }).orderBy("revision")).map(fromRow);
}

/** The document of a sign-off as it was signed: its canonical text; null where there is none. */
export async function signedText(db: Knex, jobId: number, revision: number): Promise<string | null> {
  const row = await db<Row>("signoffs").where({ job_id: jobId, revision }).first();
  return row ? textOf(row) : null;
}

/** The newest sign-off with its document, which is null where it is not what was signed; null while nothing is. */
export async function lastSigned(db: Knex, jobId: number): Promise<{ signOff: SignOff; file: JobFile | null } | null> {
  const row = await db<Row>("signoffs").where({ job_id: jobId }).orderBy("revision", "desc").first();
  if (!row) return null;
  return { signOff: fromRow(row), file: documentOf(row) };
}

/** What was signed, letter for letter. Throws PieceBroken. */
const textOf = (row: Row): string =>
  wholeUnpacked(
    row.document_gzip,
    { sum: row.document_gzip_sha256, own: row.sha256 },
    "signed document",
    row.id,
  ).toString();

function documentOf(row: Row): JobFile | null {
  try {
    return JSON.parse(textOf(row)) as JobFile;
  } catch (e) {
    if (e instanceof PieceBroken || e instanceof SyntaxError) return null;
    throw e;
  }
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
    ...withSum("document_gzip", gzipSync(Buffer.from(text, "utf8"))),
  });
}
