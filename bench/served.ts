import { spawn, type ChildProcess } from "node:child_process";
import { readFileSync } from "node:fs";
import { parseEnv } from "node:util";

/** The built application, served over a database, for as long as `work` takes. */
export async function served<T>(db: string, port: number, work: (base: string) => Promise<T>): Promise<T> {
  const server = serve(db, port);
  try {
    await ready(port);
    return await work(`http://127.0.0.1:${port}`);
  } finally {
    stop(server, "SIGTERM");
  }
}

/** What `scripts/serve.sh` sets for the server as well. */
const AS_SERVED = parseEnv(readFileSync("scripts/serve.env", "utf8"));

const nodeFlags = (): string[] =>
  [AS_SERVED.OVRANT_NODE, process.env.BENCH_NODE].flatMap((flags) => (flags ?? "").split(" ")).filter(Boolean);

export const serve = (db: string, port: number): ChildProcess =>
  spawn(process.execPath, [...nodeFlags(), "bin/serve.mjs", "127.0.0.1", String(port)], {
    env: { ...process.env, ...AS_SERVED, OVRANT_DB: db, NEXT_TELEMETRY_DISABLED: "1", NODE_ENV: "production" },
    stdio: ["ignore", "ignore", "inherit"],
    detached: true,
  });

export function stop(server: ChildProcess, how: "SIGTERM" | "SIGKILL"): void {
  try {
    if (server.pid) process.kill(-server.pid, how);
  } catch {
    // it has ended already
  }
}

export async function ready(port: number): Promise<void> {
  for (let i = 0; i < 600; i++) {
    const up = await fetch(`http://127.0.0.1:${port}/glossary`).then(
      (r) => r.ok,
      () => false,
    );
    if (up) return;
    await new Promise((r) => setTimeout(r, 100));
  }
  throw new Error("the server did not come up; is the application built?");
}

/** The value below which a share of them lies. */
export function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)] ?? 0;
}
