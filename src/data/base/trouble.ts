import type { Problem } from "../../core/base/result";

/**
 * What can be wrong with the database itself, and what to do; null where an error is of another kind.
 *
 * @param isReadOnly whether what stands at a path may not be written to: the reason why one cannot be opened
 */
export function troubleOf(
  e: unknown,
  path: string,
  isReadOnly: (path: string) => boolean = () => false,
): Problem | null {
  if (!(e instanceof Error)) return null;
  const told = "code" in e && typeof e.code === "string" ? e.code : "";
  const code = told.startsWith("SQLITE_CANTOPEN") && isReadOnly(path) ? "SQLITE_READONLY" : told;
  if (/migration directory is corrupt/i.test(e.message)) return newer(path);
  if (code.startsWith("SQLITE_READONLY") || code === "EACCES" || code === "EROFS" || code === "EPERM")
    return {
      code: "database-read-only",
      message: `The database ${path} cannot be written to.`,
      action: "Give the account that runs Ovrant the right to write to it and to its folder, then load the page again.",
    };
  if (code === "SQLITE_FULL" || code === "ENOSPC")
    return {
      code: "disk-full",
      message: `The disk that holds the database ${path} is full.`,
      action: "Make room on it, then do it again. What was acknowledged is kept.",
    };
  if (code === "SQLITE_NOTADB" || code.startsWith("SQLITE_CORRUPT"))
    return {
      code: "database-damaged",
      message: `The database ${path} is damaged, or it is no database of Ovrant.`,
      action: "Stop Ovrant, put the file aside, and put your last copy in its place (docs/running.md says how).",
    };
  if (code.startsWith("SQLITE_CANTOPEN") || code.startsWith("SQLITE_IOERR") || code === "ENOTDIR")
    return {
      code: "database-unreachable",
      message: `The database ${path} cannot be opened.`,
      action: "Look whether its folder is there and its disk answers, then load the page again.",
    };
  if (code.startsWith("SQLITE_BUSY"))
    return {
      code: "database-busy",
      message: "Another program holds the database, and did not let go in time.",
      action: "Wait a moment and do it again; nothing was changed.",
    };
  return null;
}

const newer = (path: string): Problem => ({
  code: "database-newer",
  message: `The database ${path} was written by a newer Ovrant than this one.`,
  action: "Start the newer one again; this one would not understand what it holds. Nothing was changed.",
});
