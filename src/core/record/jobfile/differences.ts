import { canonicalJson } from "./canonical";
import type { JobFile } from "./types";

/** What a part of a job is called, for a list of differences. */
const PARTS: readonly (readonly [keyof JobFile, string])[] = [
  ["machine", "machine"],
  ["due", "next date"],
  ["complaint", "complaint"],
  ["openedAt", "day it was opened"],
  ["closedAt", "closing"],
  ["closingNote", "closing note"],
  ["waits", "what it waits for"],
  ["checkOn", "check run"],
  ["comesBackFrom", "job it came back from"],
  ["ways", "ways"],
  ["drawing", "drawing"],
  ["journal", "journal"],
  ["runs", "runs"],
  ["verdicts", "verdicts"],
  ["photos", "photos"],
  ["lots", "lots"],
  ["bookings", "materials"],
  ["cuttings", "cut pads"],
];

/** A part of a job that is not the same in two documents. */
export interface PartDifference {
  part: string;
  /** In a few words: "41 here, 43 in the file". */
  says: string;
}

/** Where two documents of one job differ; none where they say the same. */
export function jobDifferences(here: JobFile, file: JobFile): PartDifference[] {
  return PARTS.flatMap(([key, part]) => {
    const [a, b] = [here[key], file[key]];
    if (canonicalJson(a) === canonicalJson(b)) return [];
    if (Array.isArray(a) && Array.isArray(b))
      return [
        {
          part,
          says: a.length === b.length ? `${a.length} each, not the same` : `${a.length} here, ${b.length} in the file`,
        },
      ];
    if (typeof a !== "object" && typeof b !== "object")
      return [{ part, says: `“${String(a)}” here, “${String(b)}” in the file` }];
    return [
      { part, says: a === null ? "only in the file" : b === null ? "only here" : fieldsOf(a as object, b as object) },
    ];
  });
}

const fieldsOf = (a: object, b: object): string => {
  const keys = [...new Set([...Object.keys(a), ...Object.keys(b)])].filter(
    (k) => canonicalJson((a as never)[k]) !== canonicalJson((b as never)[k]),
  );
  return `not the same: ${keys.slice(0, 6).join(", ")}`;
};
