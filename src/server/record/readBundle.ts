import { checked, jobCheck, layoutCheck, plainFrom, signOffsCheck } from "../../core/base/checked";
import { canonicalJson, oddDate, type JobFile, type SignOff } from "../../core/record/jobfile";
import { pictureKind } from "../../core/drawing/photo";
import { bad, ok, type Result } from "../../core/base/result";
import { inThread } from "../../threads/pool";
import { textIn, type ZipFile } from "../../threads/zip";
import { SUMS } from "./bundle";
import { sha256 } from "./document";
import { recordProblem } from "./problems";

/** A bundle whose files are all there and as they were. */
export interface ReadBundle {
  file: JobFile;
  signed: { signOff: SignOff; text: string }[];
  logs: Uint8Array[];
  photos: Uint8Array[];
}

export const BUNDLE_LIMIT_MB = 400;

/** Unpacks a bundle and looks at all of it: its form, that every file it names is there, and that none changed. */
export async function readBundle(bytes: Uint8Array): Promise<Result<ReadBundle>> {
  const files = await inThread("unzip", bytes);
  if (!files.ok) return files;
  const text = textIn(files.value, "job.json");
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
  const whole = sumsFit(files.value);
  if (!whole.ok) return whole;
  const logs = namedIn(files.value, file.runs);
  if (!logs.ok) return logs;
  const photos = namedIn(files.value, file.photos);
  if (!photos.ok) return photos;
  const odd = photos.value.findIndex((p) => pictureKind(p) !== "jpeg");
  if (odd >= 0) return bad(recordProblem.unreadable(file.photos[odd]?.file ?? "", "it is no JPEG picture."));
  const signed = signedIn(files.value);
  if (!signed.ok) return signed;
  return ok({ file, signed: signed.value, logs: logs.value, photos: photos.value });
}

/** Every file as it was when the bundle was made, those too that are only for people. */
function sumsFit(files: readonly ZipFile[]): Result<null> {
  const sums = plainFrom(textIn(files, SUMS) ?? "")?.plain;
  if (typeof sums !== "object" || sums === null) return bad(recordProblem.missing(SUMS));
  for (const f of files) {
    if (f.name === SUMS) continue;
    if ((sums as Record<string, unknown>)[f.name] !== sha256(f.bytes)) return bad(recordProblem.changed(f.name));
  }
  const gone = Object.keys(sums).find((name) => !files.some((f) => f.name === name));
  return gone === undefined ? ok(null) : bad(recordProblem.missing(gone.slice(0, 60)));
}

/** A place that leads nowhere; null where all lead to something. */
function placesMisfit(f: JobFile): string | null {
  const v = f.verdicts.findIndex((x) => !f.runs[x.before] || !f.runs[x.after]);
  if (v >= 0) return `verdicts[${v}]`;
  const b = f.bookings.findIndex((x) => !f.lots[x.lot]);
  return b >= 0 ? `bookings[${b}].lot` : null;
}

/** The bytes of every file that is named, each as its hash says. */
function namedIn(files: readonly ZipFile[], named: readonly { file: string; sha256: string }[]): Result<Uint8Array[]> {
  const out: Uint8Array[] = [];
  for (const n of named) {
    const found = files.find((f) => f.name === n.file);
    if (!found) return bad(recordProblem.missing(n.file));
    if (sha256(found.bytes) !== n.sha256) return bad(recordProblem.changed(n.file));
    out.push(found.bytes);
  }
  return ok(out);
}

function signedIn(files: readonly ZipFile[]): Result<ReadBundle["signed"]> {
  const plain = plainFrom(textIn(files, "signoffs.json") ?? "[]");
  const fits = plain && checked<SignOff[]>(signOffsCheck, plain.plain);
  if (!fits?.ok)
    return bad(
      recordProblem.unreadable("signoffs.json", fits ? `${fits.misfit.where} ${fits.misfit.wants}.` : "no JSON."),
    );
  const out: ReadBundle["signed"] = [];
  for (const signOff of fits.value) {
    const name = `signed/${signOff.revision}.json`;
    const text = textIn(files, name);
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
