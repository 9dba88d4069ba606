#!/usr/bin/env node
// The command, from its bundle; made when it is missing or older than its sources.
import { readdirSync, statSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const entry = join(root, "dist/cli/main.mjs");

function madeAt() {
  return statSync(entry, { throwIfNoEntry: false })?.mtimeMs ?? 0;
}

/** Whether any source of the command was changed after a moment. */
function changedSince(moment) {
  for (const folder of ["cli", "core", "data", "demo", "input", "samples", "server", "threads"].map((d) =>
    join(root, "src", d),
  ))
    for (const item of readdirSync(folder, { recursive: true, withFileTypes: true })) {
      const code = item.isFile() && item.name.endsWith(".ts") && !item.name.endsWith(".test.ts");
      if (code && statSync(join(item.parentPath ?? item.path, item.name)).mtimeMs > moment) return true;
    }
  return false;
}

const made = madeAt();
if (made === 0 || changedSince(made)) await (await import("../scripts/bundle.mjs")).bundle(root);
await import(pathToFileURL(entry).href);
