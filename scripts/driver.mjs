/**
 * Writes the part of the lock file that the database's driver needs, so that it can be built by itself while all other
 * packages arrive: the same versions, the same hashes.
 *
 * node scripts/driver.mjs FOLDER
 */
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";

const DRIVER = "better-sqlite3";

/** The folder: the driver's own project, made anew. */
const folder = process.argv[2];
const { packages } = JSON.parse(readFileSync("package-lock.json", "utf8"));

/** Where a package finds another, from its own folder outwards. */
function found(from, name) {
  for (let at = from; ; at = at.slice(0, Math.max(0, at.lastIndexOf("node_modules/") - 1))) {
    const path = `${at ? `${at}/` : ""}node_modules/${name}`;
    if (packages[path]) return path;
    if (!at) return null;
  }
}

const needed = new Set();
const waiting = [`node_modules/${DRIVER}`];
for (let path; (path = waiting.pop());) {
  if (needed.has(path)) continue;
  needed.add(path);
  const { dependencies = {}, optionalDependencies = {} } = packages[path];
  for (const name of Object.keys({ ...dependencies, ...optionalDependencies })) {
    const at = found(path, name);
    if (at) waiting.push(at);
  }
}

const project = {
  name: "driver",
  private: true,
  dependencies: { [DRIVER]: packages[`node_modules/${DRIVER}`].version },
};
const kept = Object.fromEntries([...needed].sort().map((path) => [path, packages[path]]));
const lock = { name: "driver", lockfileVersion: 3, requires: true, packages: { "": project, ...kept } };
mkdirSync(folder, { recursive: true });
writeFileSync(join(folder, "package.json"), JSON.stringify(project));
writeFileSync(join(folder, "package-lock.json"), JSON.stringify(lock));
