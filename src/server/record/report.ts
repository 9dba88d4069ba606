import { alignRuns, type PairCurves } from "../../core/measure/judge";
import { reportOf, type Report, type ReportForm } from "../../core/record/report";
import { bad, ok, type Result } from "../../core/base/result";
import { database } from "../../data/base/connection";
import { photoFile } from "../../data/drawing/photos";
import { findRun, loadSamples } from "../../data/measure/runs";
import { findMark, findWorkshop } from "../../data/workshop/workshop";
import { RowUnreadable } from "../../data/base/storedJson";
import { rowUnreadable } from "../base/http/respond";
import { serverProblem } from "../base/http/problems";
import { writtenOf, type Written } from "./document";
import { pdfOf } from "./pdf/write";
import { zoneNow } from "../base/today";

export interface ReportView {
  report: Report;
  written: Written;
  /** Whether the workshop has a mark of its own. */
  mark: boolean;
}

/**
 * A job's report, from its document as it was signed, or as it stands; null where there is no such job. Refused where
 * something of the job cannot be read: a report is whole or none.
 */
export async function reportView(jobId: number): Promise<Result<ReportView> | null> {
  try {
    const written = await writtenOf(jobId);
    if (!written) return null;
    return ok({ report: await reportFrom(written), written, mark: (await findMark(await database())) !== null });
  } catch (e) {
    if (e instanceof RowUnreadable) return bad(rowUnreadable(e));
    throw e;
  }
}

async function reportFrom(written: Written): Promise<Report> {
  const workshop = await findWorkshop(await database());
  const form: ReportForm = { language: workshop.language, unit: workshop.unit, zone: await zoneNow() };
  const facts = { ...written, workshop: workshop.name, curves: await curvesOf(written) };
  return reportOf(facts, form);
}

/** Chip temperatures of the runs the document stands by. */
async function curvesOf({ file, record }: Written): Promise<PairCurves | null> {
  const db = await database();
  const of = async (kind: "before" | "after") => {
    const at = file.runs.findIndex((r) => r.kind === kind && r.replacedAt === null);
    const own = await findRun(db, record.runIds[at] ?? 0);
    return own && { run: await loadSamples(db, own), phases: file.runs[at]?.phases ?? null };
  };
  const [before, after] = [await of("before"), await of("after")];
  return before && after ? alignRuns(before, after) : null;
}

/** The report as PDF. */
export async function reportPdf(written: Written): Promise<Buffer> {
  const report = await reportFrom(written);
  const db = await database();
  const photos = new Map<number, Buffer>();
  for (const { at } of report.technical.photos.list) {
    const bytes = await photoFile(db, written.record.photoIds[at] ?? 0, "thumbnail");
    if (bytes) photos.set(at, bytes);
  }
  const created = new Date(written.signOff?.at ?? written.file.closedAt ?? written.file.openedAt);
  return pdfOf(report, { sha256: written.sha256, photos, created, mark: await findMark(db) });
}

/** The report of a job as PDF, with its file name. */
export async function reportFile(jobId: number): Promise<Result<{ name: string; bytes: Buffer }>> {
  const written = await writtenOf(jobId);
  if (!written) return bad(serverProblem.noJob());
  const tag = written.file.machine.tag.replace(/[^\w.-]+/g, "_");
  return ok({ name: `${tag}-${written.file.number}.pdf`, bytes: await reportPdf(written) });
}
