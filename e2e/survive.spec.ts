import { expect, test } from "@playwright/test";
import { App } from "./app";
import { rigLog } from "./logs";
import { planFor } from "../src/testing/plans";

test("what was acknowledged is there after kill -9", async ({ page }) => {
  const app = await App.start("empty");
  try {
    const intake = await fetch(`${app.url}/api/intake`, {
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
        plan: planFor(text),
        phases: null,
        conditions: { roomStartC: 22, roomEndC: 22 },
      };
      const stored = await fetch(`${app.url}/api/runs`, { method: "POST", body: `${JSON.stringify(head)}\n${text}` });
      expect(await stored.json()).toMatchObject({ ok: true });
    }
    await app.killAndServe();
    await page.goto(`${app.url}/jobs/${value.jobId}/verdict`);
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("Improved");
    const file = await fetch(`${app.url}/api/runs/1/file`);
    expect(await file.text()).toBe(rigLog({ clog: 2.4 }, 0.2));
  } finally {
    app.stop();
  }
});
