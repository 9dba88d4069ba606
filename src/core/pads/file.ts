import { once, plainList, plainName, plainNumber, plainObject, readPlain, wrong } from "../plain";
import type { Result } from "../result";
import type { Piece, Sheet } from "./cutting";

export interface PadsFile {
  sheets: Sheet[];
  pieces: Piece[];
  kerfMm?: number;
}

const MOST_SHEETS = 200;
const MOST_PIECES = 200;

/** Sheets, pieces and kerf from the text of a file; says where it is wrong. */
export const padsFile = (text: string): Result<PadsFile> =>
  readPlain(text, "pads-file", "Give sheets, pieces and, if you like, kerfMm as JSON.", (f) => {
    const sized = (v: unknown, where: string): Piece => {
      const s = plainObject(v, where);
      return {
        id: plainName(s.id, `${where}.id`),
        widthMm: plainNumber(s.widthMm, `${where}.widthMm`, 0),
        heightMm: plainNumber(s.heightMm, `${where}.heightMm`, 0),
        thicknessMm: plainNumber(s.thicknessMm, `${where}.thicknessMm`, 0),
      };
    };
    const sheets = plainList(f.sheets, "sheets").map((v, i): Sheet => {
      const offcut = plainObject(v, `sheets[${i}]`).offcut;
      if (offcut !== undefined && typeof offcut !== "boolean") wrong(`sheets[${i}].offcut`, "must be true or false");
      return { ...sized(v, `sheets[${i}]`), ...(offcut === true ? { offcut: true } : {}) };
    });
    const pieces = plainList(f.pieces, "pieces").map((v, i) => sized(v, `pieces[${i}]`));
    if (sheets.length > MOST_SHEETS) wrong("sheets", `must hold ${MOST_SHEETS} at most, here are ${sheets.length}`);
    if (pieces.length < 1 || pieces.length > MOST_PIECES)
      wrong("pieces", `must hold 1 to ${MOST_PIECES}, here are ${pieces.length}`);
    once(sheets, "sheets");
    once(pieces, "pieces");
    if (f.kerfMm === undefined) return { sheets, pieces };
    const kerfMm = f.kerfMm;
    if (typeof kerfMm !== "number" || !(kerfMm >= 0 && kerfMm < 50))
      return wrong("kerfMm", "must be a number from 0 to 50");
    return { sheets, pieces, kerfMm };
  });
