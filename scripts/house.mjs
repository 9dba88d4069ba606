// What no linter looks at: lines and files that grew too long, and packages that ask for more than we do.
import { execFileSync } from "node:child_process";
import { existsSync, readFileSync } from "node:fs";
import semver from "semver";

/** Columns of a line, and lines of a file of code (tests and what is compiled aside). */
const COLUMNS = 120;
const LINES = 350;

/** What is wrong with the packages: loose versions, and locked ones that want a newer Node than ours. */
export function packageFaults(pack, lock) {
  const asked = Object.entries({ ...pack.dependencies, ...pack.devDependencies });
  const loose = asked
    .filter(([, v]) => !semver.valid(v.replace(/^npm:.+@/, "")))
    .map(([name, v]) => `package.json: ${name} is "${v}"; name one version.`);
  const ours = semver.minVersion(pack.engines.node);
  const newer = Object.entries(lock.packages)
    .filter(([path, p]) => path && p.engines?.node && !semver.satisfies(ours, p.engines.node))
    .map(([path, p]) => `${path} ${p.version} wants Node ${p.engines.node}; ours may be ${ours}.`);
  return [...loose, ...newer];
}

/** A pattern cannot be broken; a line that holds one is as long as it is. */
const PATTERN = /(^|[\s(=,:])\/[^/*\s].*\/[dgimsuy]*/;

/** What is too long in a file. */
export function lengthFaults(name, text) {
  const lines = text.split("\n");
  const wide = lines.flatMap((l, i) =>
    [...l].length > COLUMNS && !PATTERN.test(l)
      ? [`${name}:${i + 1} has ${[...l].length} columns; ${COLUMNS} at most.`]
      : [],
  );
  const many = lines.length - 1;
  const test = /\.test\.tsx?$/.test(name) || name.startsWith("e2e/");
  return many > LINES && !test ? [...wide, `${name} has ${many} lines; ${LINES} at most: it holds two ideas.`] : wide;
}

if (process.argv[1]?.endsWith("house.mjs")) {
  const json = (file) => JSON.parse(readFileSync(file, "utf8"));
  const files = execFileSync("git", ["ls-files", "-co", "--exclude-standard", "*.ts", "*.tsx", "*.mjs"], {
    encoding: "utf8",
  });
  const faults = [
    ...packageFaults(json("package.json"), json("package-lock.json")),
    ...files
      .split("\n")
      .filter((f) => f && existsSync(f))
      .flatMap((f) => lengthFaults(f, readFileSync(f, "utf8"))),
  ];
  for (const fault of faults) console.error(fault);
  process.exitCode = faults.length ? 1 : 0;
}
