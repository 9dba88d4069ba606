import Papa from "papaparse";
import { LogReader } from "../src/core/measure/log";

const CHUNK = 1 << 20;

/**
 * npm run bench -- read [rows]: rows per second of Ovrant's reader and of the common general CSV library doing the same
 * conversion to numbers, in one run, beside a bare scan that only sums the digits.
 */
export function benchRead(args: string[]): void {
  const rows = Number(args[0] ?? 1_000_000);
  const bytes = makeLog(rows);
  console.log(`${rows.toLocaleString("en")} rows of 12 columns, ${(bytes.length / 1e6).toFixed(0)} MB`);
  // each goes once on a small part first, so that both run compiled
  const small = bytes.subarray(0, Math.min(bytes.length, 4e6));
  ours(small);
  general(small);
  const results = [
    { name: "bare scan", s: timed(() => scan(bytes)) },
    { name: "ovrant", s: timed(() => ours(bytes)) },
    { name: "general CSV library", s: timed(() => general(bytes)) },
  ];
  const reference = results[2]?.s ?? 1;
  console.log("| reader | s | rows/s | times the general library |\n| --- | --- | --- | --- |");
  for (const r of results)
    console.log(
      `| ${r.name} | ${r.s.toFixed(2)} | ${Math.round(rows / r.s).toLocaleString("en")} | ` +
        `${(reference / r.s).toFixed(2)} |`,
    );
  console.log(
    `memory after: ${(process.memoryUsage().arrayBuffers / 1e6).toFixed(0)} MB in array buffers, of it ` +
      `${(bytes.length / 1e6).toFixed(0)} MB the log itself; the numbers kept need ` +
      `${((rows * (8 + 4 + 11 * 4)) / 1e6).toFixed(0)} MB`,
  );
}

export function makeLog(rows: number): Uint8Array {
  const head =
    "Elapsed [s],CPU temperature [°C],CPU load [%],CPU clock [MHz],CPU power [W],GPU temperature [°C],GPU load " +
    "[%],GPU clock [MHz],GPU power [W],Fan 1 speed [RPM],Fan 2 speed [RPM],Room temperature [°C]\n";
  const parts: Uint8Array[] = [new TextEncoder().encode(head)];
  for (let at = 0; at < rows; at += 20_000) {
    let text = "";
    for (let i = at; i < Math.min(rows, at + 20_000); i++)
      text += `${[
        `${i}.0`,
        `${60 + (i % 37)}`,
        `${i % 101}`,
        `${3000 + (i % 997)}`,
        `${(30 + (i % 413) / 10).toFixed(2)}`,
        `${50 + (i % 31)}`,
        `${(i * 7) % 101}`,
        `${1500 + (i % 389)}`,
        `${(20 + (i % 611) / 10).toFixed(2)}`,
        `${3000 + ((i * 10) % 1900)}`,
        `${2990 + ((i * 10) % 1900)}`,
        `${(21 + (i % 23) / 10).toFixed(1)}`,
      ].join(",")}\n`;
    parts.push(new TextEncoder().encode(text));
  }
  const all = new Uint8Array(parts.reduce((s, p) => s + p.length, 0));
  let at = 0;
  for (const p of parts) {
    all.set(p, at);
    at += p.length;
  }
  return all;
}

function ours(bytes: Uint8Array): number {
  const reader = new LogReader({ sizeBytes: bytes.length });
  for (let at = 0; at < bytes.length; at += CHUNK) reader.push(bytes.subarray(at, at + CHUNK));
  const table = reader.finish();
  if (!table.ok) throw new Error(table.problem.message);
  return table.value.rows;
}

/**
 * The general library in its quickest fair use: fast mode, text in pieces of whole lines, cells turned to numbers into
 * columns.
 */
function general(bytes: Uint8Array): number {
  const decoder = new TextDecoder();
  const columns = Array.from({ length: 12 }, () => new Float32Array(bytes.length / 40));
  let rest = "";
  let first = true;
  let rows = 0;
  const take = (text: string) => {
    const parsed = Papa.parse<string[]>(text, { delimiter: ",", newline: "\n", fastMode: true, skipEmptyLines: true });
    for (const cells of parsed.data) {
      if (first) {
        first = false;
        continue;
      }
      for (let c = 0; c < 12; c++) (columns[c] as Float32Array)[rows] = Number(cells[c]);
      rows++;
    }
  };
  for (let at = 0; at < bytes.length; at += CHUNK) {
    const text = rest + decoder.decode(bytes.subarray(at, at + CHUNK), { stream: true });
    const cut = text.lastIndexOf("\n");
    rest = text.slice(cut + 1);
    take(text.slice(0, cut));
  }
  if (rest) take(rest);
  return rows;
}

function scan(bytes: Uint8Array): number {
  let sum = 0;
  let value = 0;
  for (let i = 0; i < bytes.length; i++) {
    const b = bytes[i] as number;
    if (b >= 48 && b <= 57) value = value * 10 + b - 48;
    else if (b !== 46) {
      sum += value;
      value = 0;
    }
  }
  return sum;
}

function timed(act: () => number): number {
  const start = performance.now();
  act();
  return (performance.now() - start) / 1000;
}
