import type { Knex } from "knex";
import { bad, ok, type Result } from "../../../core/base/result";
import { database } from "../../../data/base/connection";
import { findJob, type Job } from "../../../data/workshop/jobs";
import { serverProblem } from "./problems";

/** Thrown to take a transaction back whose use case was refused. */
class Refused extends Error {
  constructor(readonly result: Result<never>) {
    super("refused");
  }
}

/**
 * One use case in one immediate transaction: what it reads holds until it has written, and a refusal takes back
 * whatever was written before it. Nothing slow may be awaited inside: other writers wait.
 */
export async function writing<T>(work: (tx: Knex) => Promise<Result<T>>): Promise<Result<T>> {
  const db = await database();
  try {
    return await db.transaction(async (tx) => {
      const result = await work(tx);
      if (!result.ok) throw new Refused(result);
      return result;
    });
  } catch (e) {
    if (e instanceof Refused) return e.result;
    throw e;
  }
}

/** The same thing to be made, sent again within this time, is the same press of a button, ms. */
export const AGAIN_MS = 10_000;

/** A job that may still be changed: a closed one only by opening it again. */
export async function openJob(tx: Knex, jobId: number): Promise<Result<Job>> {
  const job = await findJob(tx, jobId);
  if (!job) return bad(serverProblem.noJob());
  return job.closedAt ? bad(serverProblem.jobClosed()) : ok(job);
}
