// npm run licences: every package the served program stands on, with its version and licence, into docs/licences.md.
import { readFileSync, writeFileSync } from "node:fs";

const lock = JSON.parse(readFileSync("package-lock.json", "utf8"));
const rows = Object.entries(lock.packages)
  .filter(([path, p]) => path && !p.dev && !p.devOptional && !p.optional)
  .map(([path, p]) => [path.replace(/^.*node_modules\//, ""), p.version, licenceOf(path, p)])
  .sort(([a, v], [b, w]) => a.localeCompare(b, "en") || v.localeCompare(w, "en"));
const seen = new Set();
const lines = rows.filter((r) => !seen.has(r.join()) && seen.add(r.join())).map((r) => `| ${r.join(" | ")} |`);
writeFileSync(
  "docs/licences.md",
  [
    "# Licences",
    "",
    "What the served program stands on; made by `npm run licences`.",
    "",
    "| package | version | licence |",
    "| --- | --- | --- |",
    ...lines,
    "",
  ].join("\n"),
);
console.log(`${lines.length} packages`);

function licenceOf(path, p) {
  if (p.license) return p.license;
  try {
    const told = JSON.parse(readFileSync(`${path}/package.json`, "utf8"));
    return told.license ?? told.licenses?.map((l) => l.type).join(", ") ?? "not said";
  } catch {
    return "not installed here";
  }
}
