import { once, plainList, plainName, plainNumber, plainObject, readPlain, wrong } from "../plain";
import type { Result } from "../result";
import { MOST_SCREWS } from "./plan";
import type { ChipFace, PlateScrew } from "./pressure";

export interface TightenFile {
  screws: PlateScrew[];
  chips: ChipFace[];
  fractions?: number[];
}

/** Screws, chips and fractions from the text of a file; says where it is wrong. */
export const tightenFile = (text: string): Result<TightenFile> =>
  readPlain(text, "tighten-file", "Give screws, chips and, if you like, fractions as JSON.", (f) => {
    const screws = plainList(f.screws, "screws").map((v, i): PlateScrew => {
      const s = plainObject(v, `screws[${i}]`);
      const stamp =
        s.stamp === undefined || s.stamp === null || s.stamp === ""
          ? undefined
          : plainName(s.stamp, `screws[${i}].stamp`);
      return {
        id: plainName(s.id, `screws[${i}].id`),
        xMm: plainNumber(s.xMm, `screws[${i}].xMm`),
        yMm: plainNumber(s.yMm, `screws[${i}].yMm`),
        ...(stamp === undefined ? {} : { stamp }),
      };
    });
    if (screws.length < 1 || screws.length > MOST_SCREWS)
      wrong("screws", `must hold 1 to ${MOST_SCREWS} screws, here are ${screws.length}`);
    once(screws, "screws");
    const chips = plainList(f.chips, "chips").map((v, i): ChipFace => {
      const c = plainObject(v, `chips[${i}]`);
      return {
        id: plainName(c.id, `chips[${i}].id`),
        xMm: plainNumber(c.xMm, `chips[${i}].xMm`),
        yMm: plainNumber(c.yMm, `chips[${i}].yMm`),
        widthMm: plainNumber(c.widthMm, `chips[${i}].widthMm`, 0),
        heightMm: plainNumber(c.heightMm, `chips[${i}].heightMm`, 0),
      };
    });
    if (chips.length < 1 || chips.length > 16) wrong("chips", `must hold 1 to 16 chips, here are ${chips.length}`);
    if (f.fractions === undefined) return { screws, chips };
    const fractions = plainList(f.fractions, "fractions").map((v, i) => plainNumber(v, `fractions[${i}]`, 0));
    if (fractions.length < 1 || fractions.length > 12) wrong("fractions", "must hold 1 to 12 rounds");
    fractions.forEach((v, i) => {
      if (v <= (fractions[i - 1] ?? 0)) wrong(`fractions[${i}]`, "must be more than the round before");
    });
    return { screws, chips, fractions };
  });
