import { layoutJson } from "../../core/drawing/codec";
import { canonicalJson, type JobFile } from "../../core/record/jobfile";
import { database } from "../../data/base/connection";
import { photoFile } from "../../data/drawing/photos";
import { originalFile } from "../../data/measure/runs";
import { signedText } from "../../data/record/signoffs";
import { inThread } from "../../threads/pool";
import type { ZipFile } from "../../threads/zip";
import { sha256, writtenOf, type Written } from "./document";
import { reportPdf } from "./report";

/** The hash of every other file of the bundle. */
export const SUMS = "sums.json";

const bytesOf = (text: string): Uint8Array => Buffer.from(text, "utf8");

/** What a bundle is, for who opens it without Ovrant. */
const README = `A job of Ovrant, whole.

job.json        everything of it; formats are described in docs/formats.md
signoffs.json   who signed which revision; signed/ holds each document as it was signed
runs/           the logs as they came, CSV
photos/         pictures, JPEG
drawing.svg     the underside as drawn; drawing.json the same as data
report.pdf      the report for the owner
sums.json       SHA-256 of every file

ovrant verify FILE tells whether anything changed by accident; it proves nothing against somebody who means to
deceive. ovrant import FILE takes the job into another Ovrant.
`;

/** A job as one zip with its name; null where there is no such job. */
export async function bundleOf(jobId: number): Promise<{ name: string; bytes: Uint8Array } | null> {
  const written = await writtenOf(jobId);
  if (!written) return null;
  const { record } = written;
  const files: ZipFile[] = [
    { name: "README.txt", bytes: bytesOf(README) },
    { name: "job.json", bytes: bytesOf(canonicalJson(record.file)) },
    { name: "signoffs.json", bytes: bytesOf(canonicalJson(written.signOffs)) },
    ...(await signedIn(jobId, written)),
    ...(await logsIn(record.file, record.runIds)),
    ...(await photosIn(record.file, record.photoIds)),
    ...(await drawnIn(record.file)),
    { name: "report.pdf", bytes: await reportPdf(written) },
  ];
  const sums = Object.fromEntries(files.map((f) => [f.name, sha256(f.bytes)]));
  files.push({ name: SUMS, bytes: bytesOf(canonicalJson(sums)) });
  return { name: bundleName(record.file), bytes: await inThread("zip", files) };
}

/** "LR-02-4.zip" */
export const bundleName = (f: JobFile): string => `${f.machine.tag.replace(/[^\w.-]+/g, "_")}-${f.number}.zip`;

async function signedIn(jobId: number, { signOffs }: Written): Promise<ZipFile[]> {
  const db = await database();
  const files: ZipFile[] = [];
  for (const { revision } of signOffs) {
    const text = await signedText(db, jobId, revision);
    if (text !== null) files.push({ name: `signed/${revision}.json`, bytes: bytesOf(text) });
  }
  return files;
}

async function logsIn(file: JobFile, ids: readonly number[]): Promise<ZipFile[]> {
  const db = await database();
  const files: ZipFile[] = [];
  for (const [i, id] of ids.entries()) {
    const bytes = await originalFile(db, id);
    const name = file.runs[i]?.file;
    if (bytes && name) files.push({ name, bytes });
  }
  return files;
}

async function photosIn(file: JobFile, ids: readonly number[]): Promise<ZipFile[]> {
  const db = await database();
  const files: ZipFile[] = [];
  for (const [i, id] of ids.entries()) {
    const bytes = await photoFile(db, id, "image");
    const name = file.photos[i]?.file;
    if (bytes && name) files.push({ name, bytes });
  }
  return files;
}

async function drawnIn({ drawing }: JobFile): Promise<ZipFile[]> {
  if (!drawing) return [];
  // the same document gives the same files, wherever it was written
  const document = JSON.parse(canonicalJson(drawing.document)) as typeof drawing.document;
  return [
    { name: "drawing.svg", bytes: bytesOf(await inThread("svg", { layout: document, dark: false })) },
    { name: "drawing.json", bytes: bytesOf(layoutJson(document)) },
  ];
}
