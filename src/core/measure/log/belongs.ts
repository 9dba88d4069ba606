import type { Problem } from "../../base/result";

/** The run a new log is held against. */
export interface OtherRun {
  kind: "before" | "after";
  name: string;
  sha256: string;
  startMs: number | null;
}

const otherKind = (kind: "before" | "after") => (kind === "before" ? "after" : "before");

/**
 * Why a log may not be the one it is said to be: the same file again, or before and after swapped.
 *
 * @example
 * doubtsOf("after", { name: "k15 before.csv", startMs: null }, null)[0]?.code; // "name-says-other"
 */
export function doubtsOf(
  kind: "before" | "after",
  log: { name: string; sha256?: string; startMs: number | null },
  other: OtherRun | null,
): Problem[] {
  const doubts: Problem[] = [];
  if (other && log.sha256 && log.sha256 === other.sha256) {
    return [
      {
        code: "same-log",
        message: `This is the same log as the run ${other.kind} (${other.name}).`,
        action: `Drop the log of the run ${kind}.`,
      },
    ];
  }
  if (other && log.startMs !== null && other.startMs !== null) {
    const swapped = kind === "after" ? log.startMs < other.startMs : log.startMs > other.startMs;
    if (swapped)
      doubts.push({
        code: "swapped-logs",
        message:
          `By its clock this log is ${kind === "after" ? "older" : "newer"} than the run ${other.kind} ` +
          `(${other.name}): before and after look swapped.`,
        action: "Check which file is which, then drop the right one.",
      });
  }
  const says = (word: string) => new RegExp(`(^|[^a-z])${word}([^a-z]|$)`, "i").test(log.name);
  if (doubts.length === 0 && says(otherKind(kind)) && !says(kind)) {
    doubts.push({
      code: "name-says-other",
      message: `The file is called ${log.name}, but this is the run ${kind}.`,
      action: "Check which file is which, then drop the right one.",
    });
  }
  return doubts;
}
