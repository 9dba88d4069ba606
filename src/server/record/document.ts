import { createHash } from "node:crypto";
import { canonicalJson, type JobFile, type SignOff } from "../../core/record/jobfile";
import { bad, ok, type Result } from "../../core/base/result";
import { database } from "../../data/base/connection";
import { jobRecord, type JobRecord } from "../../data/record/jobFile";
import { addSignOff, lastSigned, signOffsOf } from "../../data/record/signoffs";
import { check } from "../../input/check";
import { SignInput } from "../../input/sign";
import { serverProblem } from "../base/http/problems";
import { writing } from "../base/http/write";
import { recordProblem } from "./problems";
import { signersOf, thisMachine } from "./signers";

export const sha256 = (bytes: string | Uint8Array): string => createHash("sha256").update(bytes).digest("hex");

/** The hash of a job's document: of its canonical text. */
export const hashOf = (file: JobFile): string => sha256(canonicalJson(file));

/** A job as it is written of: the document as signed where it is closed and signed, else as it stands now. */
export interface Written {
  record: JobRecord;
  file: JobFile;
  sha256: string;
  signOff: SignOff | null;
  signOffs: SignOff[];
}

/** The document of a job that its report and its bundle are made of; null where there is no such job. */
export async function writtenOf(jobId: number): Promise<Written | null> {
  const db = await database();
  const record = await jobRecord(db, jobId);
  if (!record) return null;
  const signOffs = await signOffsOf(db, jobId);
  const last = record.file.closedAt === null ? null : await lastSigned(db, jobId);
  // opened again since and closed anew it is another document: the signature is of the one before
  const signedFile = last?.file?.closedAt === record.file.closedAt ? last.file : null;
  const stands = last !== null && signedFile !== null;
  const file = signedFile ?? record.file;
  return { record, file, sha256: hashOf(file), signOff: stands ? last.signOff : null, signOffs };
}

/** Signs a closed job: its document is frozen as it stands, under the next revision. */
export async function signOff(jobId: number, body: unknown, from = thisMachine): Promise<Result<SignOff>> {
  const checked = check(SignInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { role, checkedRole } = checked.value;
  if (Boolean(checkedRole) !== Boolean(checked.value.checkedInitials))
    return bad(serverProblem.badFields({ checkedInitials: "Give both role and initials of who checked, or neither." }));
  const signers = await signersOf(checked.value, from);
  if (!signers.ok) return signers;
  const { initials, checkedInitials } = signers.value;
  return writing(async (tx) => {
    const record = await jobRecord(tx, jobId);
    if (!record) return bad(serverProblem.noJob());
    if (record.file.closedAt === null) return bad(recordProblem.open());
    const last = await lastSigned(tx, jobId);
    if (last?.file?.closedAt === record.file.closedAt) return bad(recordProblem.signed(last.signOff.revision));
    const text = canonicalJson(record.file);
    const signed: SignOff = {
      revision: (last?.signOff.revision ?? 0) + 1,
      at: new Date().toISOString(),
      by: { role, initials },
      checkedBy: checkedRole ? { role: checkedRole, initials: checkedInitials } : null,
      sha256: sha256(text),
    };
    await addSignOff(tx, jobId, signed, text);
    return ok(signed);
  });
}
