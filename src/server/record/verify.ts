import { readFileSync } from "node:fs";
import { checked, jobCheck, plainFrom } from "../../core/base/checked";
import { canonicalJson, jobDifferences, type JobFile } from "../../core/record/jobfile";
import { bad, ok, type Result } from "../../core/base/result";
import { readBundle } from "./readBundle";
import { sha256 } from "./document";
import { recordProblem } from "./problems";

/** What a file says of itself. */
export interface Verified {
  sha256: string;
  /** Newest signed revision; null where nothing is signed. */
  revision: number | null;
  /** Signed, and since then changed in these parts: opened again, say. Empty where the document is as signed. */
  since: string[];
  logs: number;
  photos: number;
}

/** Whether a bundle, or a job's document alone, is as it was written; what changed by accident is told. */
export async function verified(name: string, source: string | Uint8Array): Promise<Result<Verified>> {
  if (/\.json$/i.test(name)) return documentAlone(source);
  const read = await readBundle(source);
  if (!read.ok) return read;
  const { file, signed, logs, photos, close } = read.value;
  close();
  const last = signed.at(-1);
  const since = last ? jobDifferences(JSON.parse(last.text) as JobFile, file).map((d) => d.part) : [];
  return ok({
    sha256: last?.signOff.sha256 ?? sha256(canonicalJson(file)),
    revision: last?.signOff.revision ?? null,
    since,
    logs: logs.length,
    photos: photos.length,
  });
}

function documentAlone(source: string | Uint8Array): Result<Verified> {
  const plain = plainFrom((typeof source === "string" ? readFileSync(source) : Buffer.from(source)).toString("utf8"));
  if (!plain) return bad(recordProblem.notBundle());
  const fits = checked<JobFile>(jobCheck, plain.plain);
  if (!fits.ok) return bad(recordProblem.misfit(fits.misfit.where, fits.misfit.wants));
  return ok({ sha256: sha256(canonicalJson(fits.value)), revision: null, since: [], logs: 0, photos: 0 });
}
