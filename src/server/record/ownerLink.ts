import { randomBytes } from "node:crypto";
import type { OwnerLinkNow } from "../../core/record/jobfile";
import { bad, ok, type Result } from "../../core/base/result";
import { database } from "../../data/base/connection";
import { jobByUid } from "../../data/record/jobFile";
import { addOwnerLink, findOwnerLink, ownerLinksOf, revokeOwnerLink, uidOfJob } from "../../data/record/ownerLinks";
import { addAudit } from "../../data/workshop/trust";
import { check } from "../../input/check";
import { OwnerLinkInput } from "../../input/trust";
import { serverProblem } from "../base/http/problems";
import { writing } from "../base/http/write";
import { opened, sealed } from "../workshop/trust/seal";
import { actor } from "../workshop/trust/actor";
import { recordProblem } from "./problems";
import { writtenOf } from "./document";

const DAY_S = 86_400;

/** A signed link to the report of a job as it is closed now, for so many days: nothing else is seen by it. */
export async function makeOwnerLink(
  jobId: number,
  body: unknown,
  nowMs = Date.now(),
): Promise<Result<{ path: string; endsMs: number }>> {
  const checked = check(OwnerLinkInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const db = await database();
  const [written, jobUid] = [await writtenOf(jobId), await uidOfJob(db, jobId)];
  if (!written || !jobUid) return bad(serverProblem.noJob());
  const { closedAt } = written.record.file;
  if (closedAt === null)
    return bad(
      serverProblem.badFields({ days: "The job is still open: close it, then its owner may read the report." }),
    );
  const { days } = checked.value;
  const endsMs = nowMs + days * DAY_S * 1000;
  const id = randomBytes(12).toString("hex");
  const by = await actor();
  const revision = written.signOff?.revision ?? 0;
  const kept = await writing(async (tx) => {
    const madeAt = new Date(nowMs).toISOString();
    await addOwnerLink(tx, { id, jobUid, revision, closedAt, madeAt, madeBy: by.who, endsMs });
    await addAudit(tx, { ...by, what: `a link to the report of job ${jobId}, for ${days} days` });
    return ok(null);
  });
  if (!kept.ok) return kept;
  return ok({ path: `/owner/${await sealed("owner", { link: id }, days * DAY_S)}`, endsMs });
}

/** What a link opens now: the job's number here, until when. Null where it opens nothing. */
export async function ownerLink(token: string, nowMs = Date.now()): Promise<{ job: number; endsMs: number } | null> {
  const held = await opened<{ link: string }>("owner", token, (d) => typeof d.link === "string");
  const db = await database();
  const link = held && (await findOwnerLink(db, held.link));
  if (!link || link.revokedAt !== null || link.endsMs <= nowMs) return null;
  const job = await jobByUid(db, link.jobUid);
  const written = job === null ? null : await writtenOf(job);
  // opened again since, or closed and signed anew, it is another report than the one the owner was sent
  if (job === null || written?.record.file.closedAt !== link.closedAt) return null;
  if (link.revision > 0 && written.signOff?.revision !== link.revision) return null;
  return { job, endsMs: link.endsMs };
}

/** The links of a job that open its report now. */
export async function ownerLinks(jobId: number, nowMs = Date.now()): Promise<Result<OwnerLinkNow[]>> {
  const db = await database();
  const jobUid = await uidOfJob(db, jobId);
  if (!jobUid) return bad(serverProblem.noJob());
  const links = await ownerLinksOf(db, jobUid, nowMs);
  return ok(links.map(({ id, madeAt, madeBy, endsMs }) => ({ id, madeAt, madeBy, endsMs })));
}

/** Takes a link back: who has it is told to ask the workshop. */
export async function takeOwnerLinkBack(jobId: number, id: string): Promise<Result<null>> {
  const by = await actor();
  return writing(async (tx): Promise<Result<null>> => {
    const jobUid = await uidOfJob(tx, jobId);
    if (!jobUid) return bad(serverProblem.noJob());
    if ((await revokeOwnerLink(tx, { id, jobUid })) === 0) return bad(recordProblem.noLink());
    await addAudit(tx, { ...by, what: `a link to the report of job ${jobId} was taken back` });
    return ok(null);
  });
}
