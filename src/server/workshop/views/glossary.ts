import { readFile } from "node:fs/promises";
import { join } from "node:path";

export interface Term {
  name: string;
  means: string;
}

/** The terms of the glossary, as the docs have them. */
export async function glossary(): Promise<Term[]> {
  const text = await readFile(join(/* turbopackIgnore: true */ process.cwd(), "docs", "glossary.md"), "utf8");
  return [...text.matchAll(/^- \*\*(.+?)\*\*: (.+)$/gm)].map(([, name = "", means = ""]) => ({ name, means }));
}
