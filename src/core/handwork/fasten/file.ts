import { readFile, tightenCheck, twiceIn, type Misfit } from "../../base/checked";
import type { Result } from "../../base/result";
import type { PipeSpring } from "./beam";
import type { Joined } from "./footing";
import type { ChipFace, PlateScrew } from "./pressure";

export interface TightenFile {
  screws: PlateScrew[];
  chips: ChipFace[];
  fractions?: number[];
  /** Where the screws hold several plates: which hold which, and the pipes between them. */
  joined?: Joined;
}

/** A file as its schema lets it through: ids and stamps may be numbers, stamps may be empty. */
interface Plain {
  screws: { id: string | number; xMm: number; yMm: number; stamp?: string | number | null; forceN?: number }[];
  chips: (Omit<ChipFace, "id"> & { id: string | number })[];
  fractions?: number[];
  plates?: { id: string | number; screws: (string | number)[]; chips: (string | number)[] }[];
  pipes?: (Omit<PipeSpring, "from" | "to"> & { from: string | number; to: string | number })[];
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
    gives: "Give screws, chips and, if you like, fractions, plates and pipes as JSON.",
    check: tightenCheck,
    also: (f) => twiceIn(named(f.screws), "screws") ?? growing(f.fractions ?? []) ?? misjoined(f),
  });
  if (!read.ok) return read;
  const { screws, chips, fractions, plates, pipes = [] } = read.value;
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
  const joined = plates && {
    plates: plates.map((p) => ({ id: String(p.id), screws: p.screws.map(String), chips: p.chips.map(String) })),
    pipes: pipes.map((p) => ({ ...p, from: String(p.from), to: String(p.to) })),
  };
  return { ok: true, value: { ...value, ...(fractions ? { fractions } : {}), ...(joined ? { joined } : {}) } };
}

/** Plates that name what is not there, or leave out what is; pipes to no plate. */
function misjoined({ screws, chips, plates, pipes = [] }: Plain): Misfit | null {
  if (!plates) return pipes.length ? { where: "plates", wants: "must be given where pipes are" } : null;
  const twice = twiceIn(named(plates), "plates");
  if (twice) return twice;
  for (const [kind, all] of [
    ["screws", screws],
    ["chips", chips],
  ] as const) {
    const known = new Set(all.map((x) => String(x.id)));
    const seen = new Set<string>();
    for (const [p, plate] of plates.entries())
      for (const [i, id] of plate[kind].map(String).entries()) {
        const where = `plates[${p}].${kind}[${i}]`;
        if (!known.has(id)) return { where, wants: `names none of the ${kind}` };
        if (seen.has(id)) return { where, wants: "stands under two plates" };
        seen.add(id);
      }
    const at = all.findIndex((x) => !seen.has(String(x.id)));
    if (at >= 0) return { where: `${kind}[${at}].id`, wants: "stands under no plate" };
  }
  const ids = new Set(plates.map((p) => String(p.id)));
  for (const [i, pipe] of pipes.entries())
    for (const end of ["from", "to"] as const)
      if (!ids.has(String(pipe[end]))) return { where: `pipes[${i}].${end}`, wants: "names none of the plates" };
  return null;
}

const named = (items: readonly { id: string | number }[]) => items.map((s) => ({ id: String(s.id) }));

function growing(fractions: readonly number[]): Misfit | null {
  const at = fractions.findIndex((v, i) => v <= (fractions[i - 1] ?? 0));
  return at >= 0 ? { where: `fractions[${at}]`, wants: "must be more than the round before" } : null;
}
