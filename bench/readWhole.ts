import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { makeLog } from "./read";

/** The common CSV library turning a file into numbers, in a process of its own. */
const GENERAL = `
import { createReadStream } from "node:fs";
import Papa from "papaparse";
const columns = Array.from({ length: 12 }, () => []);
Papa.parse(createReadStream(process.argv[1], { highWaterMark: 1 << 20 }), {
  skipEmptyLines: true,
  step: (() => {
    let first = true;
    return ({ data }) => {
      if (first) { first = false; return; }
      for (let c = 0; c < 12; c++) columns[c].push(Number(data[c]));
    };
  })(),
  complete: () => console.log(columns[0].length),
});
`;

/**
 * npm run bench -- read-whole [rows] [turns]: the whole command, its start included, beside the common CSV library that
 * turns the same file into numbers, each in a process of its own, in turn.
 */
export function benchReadWhole(args: string[]): void {
  const rows = Number(args[0] ?? 4_000_000);
  const turns = Number(args[1] ?? 3);
  const folder = mkdtempSync(join(tmpdir(), "ovrant-bench-"));
  try {
    const log = join(folder, "log.csv");
    const bytes = makeLog(rows);
    writeFileSync(log, bytes);
    const results = { "ovrant read": [] as Took[], "general CSV library": [] as Took[] };
    for (let i = 0; i < turns; i++) {
      results["general CSV library"].push(took(["--input-type=module", "-e", GENERAL, log]));
      results["ovrant read"].push(took(["bin/ovrant.mjs", "read", log, "--json"]));
    }
    console.log(
      `${rows.toLocaleString("en")} rows of 12 columns, ${(bytes.length / 1e6).toFixed(0)} MB, ${turns} turns`,
    );
    console.log("| process | s by the clock | s of processor | MB at most |\n| --- | --- | --- | --- |");
    for (const [name, all] of Object.entries(results))
      console.log(`| ${name} | ${mid(all, "clockS")} | ${mid(all, "cpuS")} | ${mid(all, "megabytes")} |`);
    const ratio =
      median(results["general CSV library"].map((t) => t.clockS)) / median(results["ovrant read"].map((t) => t.clockS));
    console.log(`ovrant is ${ratio.toFixed(2)} times as quick by the clock`);
  } finally {
    rmSync(folder, { recursive: true });
  }
}

interface Took {
  clockS: number;
  cpuS: number;
  megabytes: number;
}

/** One process by the clock, by the processor and by its memory, as it tells of itself at its end. */
function took(args: string[]): Took {
  const atExit = `process.on("exit", () => {
    const u = process.resourceUsage();
    process.stderr.write("USED " + (u.userCPUTime + u.systemCPUTime) / 1e6 + " " + u.maxRSS / 1024);
  })`;
  const tell = `data:text/javascript,${encodeURIComponent(atExit)}`;
  const from = performance.now();
  const script = `node --import ${JSON.stringify(tell)} "$@" 2>&1 >/dev/null`;
  const out = execFileSync("bash", ["-c", script, "bash", ...args], { encoding: "utf8", maxBuffer: 1 << 28 });
  const clockS = (performance.now() - from) / 1000;
  const [, cpu, memory] = /USED ([\d.]+) ([\d.]+)/.exec(out) ?? [];
  return { clockS, cpuS: Number(cpu), megabytes: Number(memory) };
}

const median = (values: number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1] ?? NaN;
const mid = (all: readonly Took[], key: keyof Took): string =>
  median(all.map((t) => t[key])).toFixed(key === "megabytes" ? 0 : 2);
