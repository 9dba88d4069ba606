import { padsCheck, readFile, twiceIn } from "../../base/checked";
import type { Result } from "../../base/result";
import type { Piece, Sheet } from "./sheets";

export interface PadsFile {
  sheets: Sheet[];
  pieces: Piece[];
  kerfMm?: number;
  marginMm?: number;
}

/**
 * Sheets, pieces and kerf from the text of a file; says where it is wrong.
 *
 * @example
 * const file = padsFile(await readFile("pads.json", "utf8"));
 * if (!file.ok) file.problem.message; // names the field that is wrong
 */
export function padsFile(text: string): Result<PadsFile> {
  const read = readFile<PadsFile>(text, {
    code: "pads-file",
    gives: "Give sheets, pieces and, if you like, kerfMm and marginMm as JSON.",
    check: padsCheck,
    also: (f) => twiceIn(named(f.sheets), "sheets") ?? twiceIn(named(f.pieces), "pieces"),
  });
  if (!read.ok) return read;
  return { ok: true, value: { ...read.value, sheets: named(read.value.sheets), pieces: named(read.value.pieces) } };
}

/** Ids may be numbers in the file. */
const named = <T extends { id: string }>(items: readonly T[]): T[] => items.map((s) => ({ ...s, id: String(s.id) }));
