import { readFileSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import ts from "typescript";

/** Which tests reach a file by their imports, those of its own folder and the nearest first. */
export class Related {
  private readonly users = new Map<string, string[]>();
  private readonly tests: Set<string>;

  /** Files and tests are paths from the root of the project. */
  constructor(files: readonly string[], tests: readonly string[]) {
    const known = new Set(files);
    this.tests = new Set(tests);
    for (const file of files) {
      for (const used of importsOf(file, known)) this.users.set(used, [...(this.users.get(used) ?? []), file]);
    }
  }

  /** The tests that reach this file: those beside it first, then by how many imports lie between. */
  testsOf(file: string): string[] {
    const found: string[] = [];
    const seen = new Set([file]);
    let ring = [file];
    while (ring.length > 0) {
      found.push(...ring.filter((f) => this.tests.has(f)));
      ring = ring.flatMap((f) => this.users.get(f) ?? []).filter((f) => !seen.has(f) && seen.add(f));
    }
    const beside = (test: string) => dirname(test) === dirname(file);
    return [...found.filter(beside), ...found.filter((t) => !beside(t))];
  }
}

function importsOf(file: string, known: ReadonlySet<string>): string[] {
  const { importedFiles } = ts.preProcessFile(readFileSync(file, "utf8"), true, true);
  return importedFiles.flatMap(({ fileName }) => {
    const base = fileName.startsWith("@/")
      ? join("src", fileName.slice(2))
      : fileName.startsWith(".")
        ? join(dirname(file), fileName)
        : null;
    if (base === null) return [];
    const path = resolve(base).slice(resolve(".").length + 1);
    const hit = [path, `${path}.ts`, `${path}.tsx`, join(path, "index.ts")].find((p) => known.has(p));
    return hit ? [hit] : [];
  });
}
