import { checked, jobCheck, layoutCheck, plainFrom, signOffsCheck } from "../../core/base/checked";
import { canonicalJson, oddDate, type JobFile, type SignOff } from "../../core/record/jobfile";
import { pictureKind } from "../../core/drawing/photo";
import { bad, ok, type Result } from "../../core/base/result";
import { createHash } from "node:crypto";
import { SUMS } from "./bundle";
import { sha256 } from "./document";
import { recordProblem } from "./problems";
import { openZip, type OpenZip, type ZipEntry } from "./zipFile";

/** A bundle whose files are all there and as they were; logs and photos are read when they are wanted. */
export interface ReadBundle {
  file: JobFile;
  signed: { signOff: SignOff; text: string }[];
  logs: ZipEntry[];
  photos: ZipEntry[];
  /** To be called when nothing of it is wanted any more. */
  close: () => void;
}

/**
 * Looks at all of a bundle: its form, that every file it names is there, and that none changed.
 *
 * @param source the path of a file, or its bytes
 */
export async function readBundle(source: string | Uint8Array): Promise<Result<ReadBundle>> {
  const zip = await openZip(source);
  if (!zip.ok) return zip;
  const read = await lookedThrough(zip.value).catch((): Result<ReadBundle> => bad(recordProblem.notBundle()));
  if (!read.ok) zip.value.close();
  return read;
}

async function lookedThrough(zip: OpenZip): Promise<Result<ReadBundle>> {
  const text = await textIn(zip, "job.json");
  if (text === null) return bad(recordProblem.notBundle());
  const plain = plainFrom(text);
  if (!plain) return bad(recordProblem.unreadable("job.json", "it is no JSON, or nests too deep."));
  const fits = checked<JobFile>(jobCheck, plain.plain);
  if (!fits.ok) return bad(recordProblem.misfit(fits.misfit.where, fits.misfit.wants));
  const file = fits.value;
  const drawn = file.drawing && checked(layoutCheck, file.drawing.document);
  if (drawn && !drawn.ok)
    return bad(recordProblem.misfit(`drawing.document.${drawn.misfit.where}`, drawn.misfit.wants));
  const undated = oddDate(file);
  if (undated) return bad(recordProblem.misfit(undated, "is no day of the calendar"));
  const places = placesMisfit(file);
  if (places) return bad(recordProblem.misfit(places, "names nothing in the file"));
  const sums = await sumsOf(zip);
  const whole = await sumsFit(zip, sums);
  if (!whole.ok) return whole;
  const logs = namedIn(zip, sums, file.runs);
  if (!logs.ok) return logs;
  const photos = namedIn(zip, sums, file.photos);
  if (!photos.ok) return photos;
  for (const p of photos.value)
    if (pictureKind(await p.bytes()) !== "jpeg") return bad(recordProblem.unreadable(p.name, "it is no JPEG picture."));
  const signed = await signedIn(zip);
  if (!signed.ok) return signed;
  const close = () => zip.close();
  return ok({ file, signed: signed.value, logs: logs.value, photos: photos.value, close });
}

/** The text of a file of a bundle; null where it has none of that name. */
const textIn = async (zip: OpenZip, name: string): Promise<string | null> =>
  (await zip.entry(name)?.bytes())?.toString("utf8") ?? null;

/** The hash of every file, read through once and never held. */
async function sumsOf(zip: OpenZip): Promise<ReadonlyMap<string, string>> {
  const sums = new Map<string, string>();
  for (const e of zip.entries) {
    const hash = createHash("sha256");
    for await (const c of (await e.stream()) as AsyncIterable<Buffer>) hash.update(c);
    sums.set(e.name, hash.digest("hex"));
  }
  return sums;
}

/** Every file as it was when the bundle was made, those too that are only for people. */
async function sumsFit(zip: OpenZip, found: ReadonlyMap<string, string>): Promise<Result<null>> {
  const sums = plainFrom((await textIn(zip, SUMS)) ?? "")?.plain;
  if (typeof sums !== "object" || sums === null) return bad(recordProblem.missing(SUMS));
  for (const [name, sum] of found)
    if (name !== SUMS && (sums as Record<string, unknown>)[name] !== sum) return bad(recordProblem.changed(name));
  const gone = Object.keys(sums).find((name) => !found.has(name));
  return gone === undefined ? ok(null) : bad(recordProblem.missing(gone.slice(0, 60)));
}

/** A place that leads nowhere; null where all lead to something. */
function placesMisfit(f: JobFile): string | null {
  const v = f.verdicts.findIndex((x) => !f.runs[x.before] || !f.runs[x.after]);
  if (v >= 0) return `verdicts[${v}]`;
  const b = f.bookings.findIndex((x) => !f.lots[x.lot]);
  return b >= 0 ? `bookings[${b}].lot` : null;
}

/** Every file that is named, each as its hash says. */
function namedIn(
  zip: OpenZip,
  sums: ReadonlyMap<string, string>,
  named: readonly { file: string; sha256: string }[],
): Result<ZipEntry[]> {
  const out: ZipEntry[] = [];
  for (const n of named) {
    const found = zip.entry(n.file);
    if (!found) return bad(recordProblem.missing(n.file));
    if (sums.get(n.file) !== n.sha256) return bad(recordProblem.changed(n.file));
    out.push(found);
  }
  return ok(out);
}

async function signedIn(zip: OpenZip): Promise<Result<ReadBundle["signed"]>> {
  const plain = plainFrom((await textIn(zip, "signoffs.json")) ?? "[]");
  const fits = plain && checked<SignOff[]>(signOffsCheck, plain.plain);
  if (!fits?.ok)
    return bad(
      recordProblem.unreadable("signoffs.json", fits ? `${fits.misfit.where} ${fits.misfit.wants}.` : "no JSON."),
    );
  const out: ReadBundle["signed"] = [];
  for (const signOff of fits.value) {
    const name = `signed/${signOff.revision}.json`;
    const text = await textIn(zip, name);
    if (text === null) return bad(recordProblem.missing(name));
    const doc = plainFrom(text);
    const undated = doc && oddDate(doc.plain);
    if (undated) return bad(recordProblem.unreadable(name, `${undated} is no day of the calendar.`));
    // by its canonical text: a program that only wrote it another way changed nothing
    if (!doc || sha256(canonicalJson(doc.plain)) !== signOff.sha256) return bad(recordProblem.changed(name));
    out.push({ signOff, text: canonicalJson(doc.plain) });
  }
  return ok(out);
}
