import { bad, ok, type Result } from "../../../core/base/result";
import { database } from "../../../data/base/connection";
import { addAudit } from "../../../data/workshop/trust";
import { findJob } from "../../../data/workshop/jobs";
import { check } from "../../../input/check";
import { OwnerLinkInput } from "../../../input/trust";
import { serverProblem } from "../../base/http/problems";
import { actor } from "./actor";
import { opened, sealed } from "./seal";

const DAY_S = 86_400;

/** What a link for an owner opens: the report of one job, until it ends. */
export interface OwnerLink {
  job: number;
  endsMs: number;
}

/** A signed link to the report of a job, for so many days: nothing else is seen by it. */
export async function makeOwnerLink(
  jobId: number,
  body: unknown,
  nowMs = Date.now(),
): Promise<Result<{ path: string; endsMs: number }>> {
  const checked = check(OwnerLinkInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const db = await database();
  const job = await findJob(db, jobId);
  if (!job) return bad(serverProblem.noJob());
  if (job.closedAt === null)
    return bad(
      serverProblem.badFields({ days: "The job is still open: close it, then its owner may read the report." }),
    );
  const { days } = checked.value;
  const endsMs = nowMs + days * DAY_S * 1000;
  const token = await sealed({ job: jobId, endsMs }, days * DAY_S);
  await addAudit(db, { ...(await actor()), what: `a link to the report of job ${jobId}, for ${days} days` });
  return ok({ path: `/owner/${token}`, endsMs });
}

/** What a link opens; null where it is over or was never made here. */
export async function ownerLink(token: string, nowMs = Date.now()): Promise<OwnerLink | null> {
  const link = await opened<OwnerLink>(token);
  return link && Number.isInteger(link.job) && link.endsMs > nowMs ? link : null;
}
