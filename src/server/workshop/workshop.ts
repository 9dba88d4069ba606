import type { Workshop } from "../../core/workshop/job";
import sharp from "sharp";
import { pictureKind } from "../../core/drawing/photo";
import { bad, ok, type Result } from "../../core/base/result";
import { database } from "../../data/base/connection";
import { openJobsChanged } from "../../data/workshop/jobSummaries";
import { dropMark, findMark, findWorkshop, setMark, setWorkshop } from "../../data/workshop/workshop";
import { check } from "../../input/check";
import { WorkshopInput } from "../../input/workshop";
import { serverProblem } from "../base/http/problems";
import { writing } from "../base/http/write";

/** Sets what the workshop says of itself. */
export async function changeWorkshop(body: unknown): Promise<Result<Workshop>> {
  const checked = check(WorkshopInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { name, currency, people, language, unit, zone, thresholdK } = checked.value;
  const thermometers = checked.value.thermometers.map(({ name: called, highK }) => ({ name: called, highK }));
  const names = thermometers.map((t) => t.name.toLowerCase());
  const twice = names.findIndex((n, i) => names.indexOf(n) < i);
  if (twice >= 0)
    return bad(
      serverProblem.badFields({
        [`thermometers.${twice}.name`]: "Two thermometers have this name: call one otherwise.",
      }),
    );
  const workshop: Workshop = {
    name,
    currency,
    people: [...new Set(people)],
    thermometers,
    language,
    unit,
    zone,
    thresholdK,
  };
  return writing(async (tx) => {
    const was = await findWorkshop(tx);
    await setWorkshop(tx, workshop);
    // open jobs are judged by it from now on; a closed one keeps what it was closed with
    if (was.thresholdK !== thresholdK) await openJobsChanged(tx);
    return ok(workshop);
  });
}

export const MARK_LIMIT_MB = 4;
/** It is kept so large at most, px: four times what it stands for on paper. */
const MARK_PX = { width: 640, height: 160 };
const MOST_PIXELS = 40e6;
const MOST_S = 10;

/** The workshop's own mark for what it prints, as PNG; null where it has none. */
export const markBytes = async (): Promise<Buffer | null> => findMark(await database());

/** Sets the workshop's mark from a picture: made smaller and stored anew, so that nothing else of it comes along. */
export async function changeMark(bytes: Buffer): Promise<Result<null>> {
  const kind = pictureKind(bytes);
  if (kind === null || kind === "heic") return bad(serverProblem.notMark());
  const png = await sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: "error" })
    .timeout({ seconds: MOST_S })
    .rotate()
    .resize({ ...MARK_PX, fit: "inside", withoutEnlargement: true })
    .png()
    .toBuffer()
    .catch(() => null);
  if (!png) return bad(serverProblem.notMark());
  return writing(async (tx) => {
    await setMark(tx, png);
    return ok(null);
  });
}

export const removeMark = (): Promise<Result<null>> =>
  writing(async (tx) => {
    await dropMark(tx);
    return ok(null);
  });
