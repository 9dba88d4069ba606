import { readFile, tightenCheck, twiceIn, type Misfit } from "../checked";
import type { Result } from "../result";
import type { ChipFace, PlateScrew } from "./pressure";

export interface TightenFile {
  screws: PlateScrew[];
  chips: ChipFace[];
  fractions?: number[];
}

/** A file as its schema lets it through: ids and stamps may be numbers, stamps may be empty. */
interface Plain {
  screws: { id: string | number; xMm: number; yMm: number; stamp?: string | number | null; forceN?: number }[];
  chips: (Omit<ChipFace, "id"> & { id: string | number })[];
  fractions?: number[];
}

/**
 * Screws, chips and fractions from the text of a file; says where it is wrong.
 *
 * @example
 * const file = tightenFile(await readFile("plate.json", "utf8"));
 * if (file.ok) tightenPlan(file.value.screws, file.value.chips, file.value.fractions ?? [0.3, 1]);
 */
export function tightenFile(text: string): Result<TightenFile> {
  const read = readFile<Plain>(text, {
    code: "tighten-file",
    gives: "Give screws, chips and, if you like, fractions as JSON.",
    check: tightenCheck,
    also: (f) => twiceIn(named(f.screws), "screws") ?? growing(f.fractions ?? []),
  });
  if (!read.ok) return read;
  const { screws, chips, fractions } = read.value;
  const value: TightenFile = {
    screws: screws.map(({ id, xMm, yMm, stamp, forceN }) => ({
      id: String(id),
      xMm,
      yMm,
      ...(stamp === undefined || stamp === null || stamp === "" ? {} : { stamp: String(stamp) }),
      ...(forceN === undefined ? {} : { forceN }),
    })),
    chips: chips.map(({ id, xMm, yMm, widthMm, heightMm }) => ({ id: String(id), xMm, yMm, widthMm, heightMm })),
  };
  return { ok: true, value: fractions ? { ...value, fractions } : value };
}

const named = (items: readonly { id: string | number }[]) => items.map((s) => ({ id: String(s.id) }));

function growing(fractions: readonly number[]): Misfit | null {
  const at = fractions.findIndex((v, i) => v <= (fractions[i - 1] ?? 0));
  return at >= 0 ? { where: `fractions[${at}]`, wants: "must be more than the round before" } : null;
}
