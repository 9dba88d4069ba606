// Adds up what the steps and the two test runners report; the last line is "N passed, N failed".
import { readFileSync } from "node:fs";

const steps = process.argv.slice(2).map((s) => s.split("="));
let passed = 0;
let failed = 0;
const report = (file) => {
  try {
    return JSON.parse(readFileSync(file, "utf8"));
  } catch {
    return null;
  }
};
const unit = report(".reports/unit.json");
const browser = report(".reports/browser.json");
if (unit) [passed, failed] = [passed + unit.numPassedTests, failed + unit.numFailedTests];
if (browser)
  [passed, failed] = [passed + browser.stats.expected, failed + browser.stats.unexpected + browser.stats.flaky];
for (const [name, code] of steps) {
  if (name === "types" || name === "lint" || name === "build") code === "0" ? passed++ : failed++;
  // a runner that fell over without counting a failure is one
  else if (code !== "0" && failed === 0) failed++;
  if (code !== "0") console.log(`${name} failed`);
}
if (!unit || !browser) failed = Math.max(1, failed);
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 ? 1 : 0;
