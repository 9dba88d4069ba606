/** Longest name of a file that is given out, letters. */
const LONGEST = 80;

/**
 * A name under which anybody may save a file: plain letters, no path, no file that hides itself, and an ending of its
 * kind, whatever it was called where it came from.
 *
 * @param endings those of its kind; the first is put behind a name that has none of them
 * @example
 * safeName("..\\réglages.exe", ["csv", "txt"]); // "r_glages.exe.csv"
 */
export function safeName(name: string, endings: readonly string[]): string {
  const plain = name
    .replace(/[^\w.-]+/g, "_")
    .replace(/^[._-]+/, "")
    .slice(-LONGEST);
  const own = plain.split(".").at(-1)?.toLowerCase() ?? "";
  if (plain.includes(".") && endings.includes(own)) return plain;
  return `${plain || "file"}.${endings[0] ?? "txt"}`;
}

/** A file to be saved under its name, whatever it holds: nothing of it is shown as a page. */
export function fileResponse(
  { name, bytes }: { name: string; bytes: Uint8Array },
  type: string,
  endings: readonly string[],
): Response {
  return new Response(new Uint8Array(bytes), {
    headers: {
      "content-type": type,
      "content-length": String(bytes.length),
      "content-disposition": `attachment; filename="${safeName(name, endings)}"`,
      "x-content-type-options": "nosniff",
    },
  });
}
