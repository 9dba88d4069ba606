// npm run share: how much of the code is tests, by room; counts lines that hold anything.
import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";

const files = execFileSync(
  "git",
  ["ls-files", "-co", "--exclude-standard", "--", "*.ts", "*.tsx", "*.mjs", "*.css", "*.sh"],
  { encoding: "utf8" },
)
  .split("\n")
  .filter(Boolean);
const isTest = (file) => /\.(test|spec)\.tsx?$/.test(file) || file.startsWith("e2e/");
const lines = (file) =>
  readFileSync(file, "utf8")
    .split("\n")
    .filter((l) => l.trim()).length;
const roomOf = (file) => {
  const folders = file.split("/").slice(0, -1);
  return folders.slice(0, folders[1] === "core" || folders[1] === "ui" ? 3 : 2).join("/") || ".";
};

const rooms = new Map();
for (const file of files) {
  const room = rooms.get(roomOf(file)) ?? { code: 0, tests: 0 };
  room[isTest(file) ? "tests" : "code"] += lines(file);
  rooms.set(roomOf(file), room);
}
const share = ({ code, tests }) => `${((100 * tests) / Math.max(1, code + tests)).toFixed(1)} %`;
const all = { code: 0, tests: 0 };
for (const [name, room] of [...rooms].sort()) {
  all.code += room.code;
  all.tests += room.tests;
  console.log(
    `${name.padEnd(24)} ${String(room.code).padStart(7)} ${String(room.tests).padStart(7)} ${share(room).padStart(8)}`,
  );
}
console.log(
  `${"all".padEnd(24)} ${String(all.code).padStart(7)} ${String(all.tests).padStart(7)} ${share(all).padStart(8)}`,
);
