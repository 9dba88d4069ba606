import { spawn, type ChildProcess } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@playwright/test";
import { rigLog } from "./logs";

const PORT = 3187;
const base = `http://127.0.0.1:${PORT}`;

function serve(db: string): ChildProcess {
  return spawn("node_modules/.bin/next", ["start", "-H", "127.0.0.1", "-p", String(PORT)], {
    env: { ...process.env, OVRANT_DB: db, NEXT_TELEMETRY_DISABLED: "1" },
    stdio: "ignore",
    detached: true,
  });
}

async function ready(): Promise<void> {
  for (let i = 0; i < 600; i++) {
    const ok = await fetch(base).then(
      (r) => r.ok,
      () => false,
    );
    if (ok) return;
    await new Promise((r) => setTimeout(r, 150));
  }
  throw new Error("the server did not come up");
}

const kill = (p: ChildProcess) => p.pid && process.kill(-p.pid, "SIGKILL");

test("what was acknowledged is there after kill -9", async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), "ovrant-kill-"));
  const db = join(folder, "kept.db");
  let server = serve(db);
  try {
    await ready();
    const intake = await fetch(`${base}/api/intake`, {
      method: "POST",
      body: JSON.stringify({
        tag: "KILL-1",
        model: "Wrenfell 14",
        complaint: "hot",
        form: "fourteen",
        environment: "office",
      }),
    });
    const { value } = (await intake.json()) as { value: { jobId: number } };
    for (const kind of ["before", "after"] as const) {
      const text = rigLog(kind === "before" ? { clog: 2.4 } : {}, 0.2);
      const head = {
        jobId: value.jobId,
        kind,
        name: `${kind}.csv`,
        bytes: Buffer.byteLength(text),
        choices: {},
        phases: null,
        conditions: { roomStartC: 22, roomEndC: 22 },
      };
      const stored = await fetch(`${base}/api/runs`, { method: "POST", body: `${JSON.stringify(head)}\n${text}` });
      expect(await stored.json()).toMatchObject({ ok: true });
    }
    // at once, with no chance to tidy up
    kill(server);
    server = serve(db);
    await ready();
    await page.goto(`${base}/jobs/${value.jobId}/verdict`);
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("Improved");
    const file = await fetch(`${base}/api/runs/1/file`);
    expect(await file.text()).toBe(rigLog({ clog: 2.4 }, 0.2));
  } finally {
    kill(server);
    rmSync(folder, { recursive: true, force: true });
  }
});
