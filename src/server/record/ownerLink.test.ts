import { describe, expect, it } from "vitest";
import type { Result } from "../../core/base/result";
import { database } from "../../data/base/connection";
import { jobOn, temporaryDatabase } from "../../testing/bed";
import { benchCookie } from "../workshop/trust/cookies";
import { sealed } from "../workshop/trust/seal";
import { signOff } from "./document";
import { makeOwnerLink, ownerLink, ownerLinks, takeOwnerLinkBack } from "./ownerLink";

temporaryDatabase("owner-links");

const value = <T>(r: Result<T>): T => {
  if (!r.ok) throw new Error(`${r.problem.code}: ${r.problem.message}`);
  return r.value;
};
const code = (r: Result<unknown>) => (r.ok ? "" : r.problem.code);
const fields = (r: Result<unknown>) => (r.ok ? {} : (r.problem.fields ?? { "": r.problem.code }));
const close = async (jobId: number, at: string | null) =>
  (await database())("jobs").where({ id: jobId }).update({ closed_at: at });
const CLOSED = "2031-03-05T10:00:00.000Z";

async function closedJob(): Promise<number> {
  const jobId = await jobOn("Tessaly K15");
  await close(jobId, CLOSED);
  return jobId;
}
const linkTo = async (jobId: number) => {
  const { path, endsMs } = value(await makeOwnerLink(jobId, { days: 7 }));
  return { token: path.replace("/owner/", ""), endsMs };
};

describe("an owner's link", () => {
  it("opens the report of one closed job until it ends, and of no open one", async () => {
    const jobId = await jobOn("Tessaly K15");
    expect(fields(await makeOwnerLink(jobId, { days: 7 }))).toHaveProperty("days");
    await close(jobId, CLOSED);
    expect(fields(await makeOwnerLink(jobId, { days: 90 }))).toHaveProperty("days");
    expect(code(await makeOwnerLink(9_999, { days: 7 }))).toBe("job-not-found");
    const { token, endsMs } = await linkTo(jobId);
    expect(await ownerLink(token)).toEqual({ job: jobId, endsMs });
    expect(await ownerLink(token, endsMs + 1)).toBeNull();
    expect(await ownerLink(token.replace(/.{4}~2$/, "AAAA~2"))).toBeNull();
    await close(jobId, null);
    expect(await ownerLink(token)).toBeNull();
    // closed anew it is another report
    await close(jobId, "2031-04-01T10:00:00.000Z");
    expect(await ownerLink(token)).toBeNull();
  });

  it("names the job, not its number: after the row became another customer's it opens nothing", async () => {
    const jobId = await closedJob();
    const { token } = await linkTo(jobId);
    const db = await database();
    const [{ uid }] = (await db("jobs").where({ id: jobId }).select("uid")) as [{ uid: string }];
    await db("jobs")
      .where({ id: jobId })
      .update({ uid: `${uid}-another` });
    expect(await ownerLink(token)).toBeNull();
    await db("jobs").where({ id: jobId }).update({ uid });
    expect((await ownerLink(token))?.job).toBe(jobId);
  });

  it("of a signed report opens that revision alone", async () => {
    const jobId = await closedJob();
    const sign = { role: "Technician", initials: "HM", checkedRole: "", checkedInitials: "" };
    value(await signOff(jobId, sign));
    const { token } = await linkTo(jobId);
    expect((await ownerLink(token))?.job).toBe(jobId);
    await (await database())("signoffs").where({ job_id: jobId }).update({ revision: 2 });
    expect(await ownerLink(token)).toBeNull();
  });

  it("can be listed and taken back; what was made before, or is no link, says to ask the workshop", async () => {
    const jobId = await closedJob();
    const { token, endsMs } = await linkTo(jobId);
    const [listed] = value(await ownerLinks(jobId));
    expect(listed).toMatchObject({ endsMs, madeBy: "" });
    expect(code(await takeOwnerLinkBack(jobId, "another"))).toBe("link-not-found");
    value(await takeOwnerLinkBack(jobId, listed?.id ?? ""));
    expect(await ownerLink(token)).toBeNull();
    expect(value(await ownerLinks(jobId))).toEqual([]);
    expect(code(await takeOwnerLinkBack(jobId, listed?.id ?? ""))).toBe("link-not-found");
    expect(await ownerLink(await sealed("owner", { job: jobId, endsMs }, 60))).toBeNull();
    expect(await ownerLink((await benchCookie(1)).split(/[=;]/)[1] ?? "")).toBeNull();
  });
});
