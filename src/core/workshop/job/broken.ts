/** What is kept in one piece. */
export type BrokenKind = "log" | "readings" | "photo" | "small photo" | "signed document";

/** A piece of a job that is not what it was, and was in no back-up. */
export interface BrokenOfJob {
  kind: BrokenKind;
  /** Of which run (before, after), the note of a photo, the revision that was signed. */
  of: string;
  foundAt: string;
}

const STANDS: Readonly<Record<BrokenKind, string>> = {
  log: "Its readings and every verdict stand. Bring the same file again where you have it.",
  readings: "Its log and every verdict stand. Bring the log again to judge anew.",
  photo: "Its small picture stands.",
  "small photo": "The photo itself stands.",
  "signed document": "The job's record stands; sign it again, or ask whoever has the paper.",
};

/**
 * What is said of a broken piece on its job's pages: what it is, and what still stands.
 *
 * @example
 * brokenOfJobWords({ kind: "log", of: "after", foundAt: "…" }); // "The log of the run after is not what it was. Its …"
 */
export function brokenOfJobWords({ kind, of }: BrokenOfJob): string {
  const which = {
    log: `The log of the run ${of}`,
    readings: `The readings of the run ${of}`,
    photo: of ? `The photo “${of}”` : "A photo",
    "small photo": of ? `The small picture of “${of}”` : "A small picture of a photo",
    "signed document": `The document signed as revision ${of}`,
  }[kind];
  return `${which} ${kind === "readings" ? "are not what they were" : "is not what it was"}, and no back-up has it whole. ${STANDS[kind]}`;
}
