import { bad, good, type Problem, type Result } from "../result";
import { MOST_SCREWS } from "./plan";
import type { ChipFace, PlateScrew } from "./pressure";

export interface TightenFile {
  screws: PlateScrew[];
  chips: ChipFace[];
  fractions?: number[];
}

const problem = (message: string, action: string, where?: string): Problem => ({ code: "tighten-file", message, action, ...(where ? { column: where } : {}) });

class Wrong extends Error {
  constructor(readonly where: string, readonly wants: string) {
    super(`${where} ${wants}`);
  }
}
const wrong = (where: string, wants: string): never => {
  throw new Wrong(where, wants);
};

type Plain = Record<string, unknown>;
const object = (v: unknown, where: string): Plain => (typeof v === "object" && v !== null && !Array.isArray(v) ? (v as Plain) : wrong(where, "must be an object"));
const list = (v: unknown, where: string): unknown[] => (Array.isArray(v) ? v : wrong(where, "must be a list"));
const number = (v: unknown, where: string, above = -5000): number => (typeof v === "number" && Number.isFinite(v) && v > above && v < 5000 ? v : wrong(where, above < 0 ? "must be a number of mm" : "must be a number above 0"));
const name = (v: unknown, where: string): string => (typeof v === "string" && v !== "" ? v.slice(0, 60) : typeof v === "number" ? String(v) : wrong(where, "must be text"));

/** Screws, chips and fractions from the text of a file; says where it is wrong. */
export function tightenFile(text: string): Result<TightenFile> {
  let plain: unknown;
  try {
    plain = JSON.parse(text.replace(/^\ufeff/, ""));
  } catch {
    return bad(problem("The file is not JSON.", "Give screws, chips and, if you like, fractions as JSON."));
  }
  try {
    const f = object(plain, "The file");
    const screws = list(f.screws, "screws").map((v, i): PlateScrew => {
      const s = object(v, `screws[${i}]`);
      const stamp = s.stamp === undefined || s.stamp === null || s.stamp === "" ? undefined : name(s.stamp, `screws[${i}].stamp`);
      return { id: name(s.id, `screws[${i}].id`), xMm: number(s.xMm, `screws[${i}].xMm`), yMm: number(s.yMm, `screws[${i}].yMm`), ...(stamp === undefined ? {} : { stamp }) };
    });
    if (screws.length < 1 || screws.length > MOST_SCREWS) wrong("screws", `must hold 1 to ${MOST_SCREWS} screws, here are ${screws.length}`);
    const twice = screws.findIndex((s, i) => screws.findIndex((t) => t.id === s.id) < i);
    if (twice >= 0) wrong(`screws[${twice}].id`, "stands twice");
    const chips = list(f.chips, "chips").map((v, i): ChipFace => {
      const c = object(v, `chips[${i}]`);
      return { id: name(c.id, `chips[${i}].id`), xMm: number(c.xMm, `chips[${i}].xMm`), yMm: number(c.yMm, `chips[${i}].yMm`), widthMm: number(c.widthMm, `chips[${i}].widthMm`, 0), heightMm: number(c.heightMm, `chips[${i}].heightMm`, 0) };
    });
    if (chips.length < 1 || chips.length > 16) wrong("chips", `must hold 1 to 16 chips, here are ${chips.length}`);
    if (f.fractions === undefined) return good({ screws, chips });
    const fractions = list(f.fractions, "fractions").map((v, i) => number(v, `fractions[${i}]`, 0));
    if (fractions.length < 1 || fractions.length > 12) wrong("fractions", "must hold 1 to 12 rounds");
    fractions.forEach((v, i) => {
      if (v <= (fractions[i - 1] ?? 0)) wrong(`fractions[${i}]`, "must be more than the round before");
    });
    return good({ screws, chips, fractions });
  } catch (e) {
    if (e instanceof Wrong) return bad(problem(`${e.where} ${e.wants}.`, "Correct it in the file.", e.where));
    throw e;
  }
}
