import { execFileSync } from "node:child_process";
import { existsSync, mkdirSync, rmSync } from "node:fs";
import Database from "better-sqlite3";
import { TEMPLATE } from "./app";

/** Makes the demo's database once, whole in one file, for the journeys to copy. */
export default function prepare(): void {
  // made already, beside what was checked before
  if (process.env.OVRANT_DEMO_MADE === "1" && existsSync(TEMPLATE)) return;
  mkdirSync("var", { recursive: true });
  for (const end of ["", "-wal", "-shm"]) rmSync(TEMPLATE + end, { force: true });
  execFileSync("npm", ["run", "--silent", "ovrant", "--", "demo"], {
    env: { ...process.env, OVRANT_DB: TEMPLATE, NEXT_TELEMETRY_DISABLED: "1" },
    stdio: "inherit",
  });
  const db = new Database(TEMPLATE);
  db.pragma("wal_checkpoint(TRUNCATE)");
  db.close();
}
