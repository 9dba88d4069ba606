import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync, writeFileSync } from "node:fs";
import { basename, join } from "node:path";
import { build } from "esbuild";

/** Parts of earlier bundles that may still be loaded by a command that runs, ms. */
const KEEP_MS = 3_600_000;

/** What is started by its name: the command, and the thread of the server that judges. */
const ENTRIES = new Set(["main.mjs", "threads.mjs"]);

/**
 * Makes the command: one small entry, each sub-command in files of its own, loaded when it is called. The entry is
 * put in place last and at once, so that a command started meanwhile finds a whole bundle, old or new.
 */
export async function bundle(root) {
  const outdir = join(root, "dist/cli");
  const { outputFiles } = await build({
    absWorkingDir: root,
    entryPoints: { main: "src/cli/main.ts", threads: "src/threads/worker.ts" },
    outdir,
    outExtension: { ".js": ".mjs" },
    bundle: true,
    splitting: true,
    minify: true,
    write: false,
    platform: "node",
    target: "node20",
    format: "esm",
    tsconfig: "tsconfig.json",
    // what holds binaries stays outside
    external: ["better-sqlite3", "knex", "sharp", "piscina", "pdfkit", "svg-to-pdfkit"],
    banner: { js: 'import{createRequire as __r}from"node:module";const require=__r(import.meta.url);' },
    logLevel: "error",
  });
  mkdirSync(outdir, { recursive: true });
  const made = new Set(outputFiles.map((f) => basename(f.path)));
  const isEntry = (f) => ENTRIES.has(basename(f.path));
  for (const f of outputFiles) if (!isEntry(f) && !existsSync(f.path)) place(f);
  for (const f of outputFiles) if (isEntry(f)) place(f);
  for (const name of readdirSync(outdir)) {
    const age = Date.now() - (statSync(join(outdir, name), { throwIfNoEntry: false })?.mtimeMs ?? Date.now());
    if (!made.has(name) && age > KEEP_MS) rmSync(join(outdir, name), { force: true });
  }
}

function place({ path, contents }) {
  const draft = `${path}.${process.pid}`;
  writeFileSync(draft, contents);
  renameSync(draft, path);
}
