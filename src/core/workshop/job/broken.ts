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

/** What stands where a run has lost both its log and readings. */
const VERDICTS_STAND = "Every verdict stands. Bring the same file again where you have it.";

/**
 * What is said of a broken piece on its job's pages: what it is, and what still stands.
 *
 * @param all what is broken of the job: of a run that lost its log as well, its log does not stand
 * @example
 * brokenOfJobWords({ kind: "log", of: "after", foundAt: "…" }); // "The log of the run after is not what it was, …"
 */
export function brokenOfJobWords({ kind, of }: BrokenOfJob, all: readonly BrokenOfJob[] = []): string {
  const which = {
    log: `The log of the run ${of}`,
    readings: `The readings of the run ${of}`,
    photo: of ? `The photo “${of}”` : "A photo",
    "small photo": of ? `The small picture of “${of}”` : "A small picture of a photo",
    "signed document": `The document signed as revision ${of}`,
  }[kind];
  const other = { log: "readings", readings: "log" }[kind as string];
  const both = all.some((b) => b.kind === other && b.of === of);
  const was = kind === "readings" ? "are not what they were" : "is not what it was";
  return `${which} ${was}, and no back-up has it whole. ${both ? VERDICTS_STAND : STANDS[kind]}`;
}
