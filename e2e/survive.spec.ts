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

test("a pair whose verdict was never given, or is of runs that changed since, is judged when it is opened", async ({
  page,
}) => {
  const app = await App.start("demo");
  try {
    await page.goto(`${app.url}/machines`);
    await page.getByRole("button", { name: /LR-03/ }).click();
    await page.getByRole("link", { name: "History" }).click();
    await page.waitForURL(/machines\/\d+/);
    const job = (await page.locator("main table a").first().getAttribute("href")) ?? "";
    const id = /jobs\/(\d+)/.exec(job)?.[1] ?? "";
    const given = () => app.rows(`select id from verdicts where job_id = ${id}`).length;
    // as a server leaves it that is killed between storing and judging
    app.change(`delete from verdicts where job_id = ${id}`);
    await page.goto(`${app.url}/jobs/${id}`);
    await page.waitForURL(/\/verdict$/);
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^Improved, but contact got worse/);
    expect(given()).toBe(1);
    await page.goto(`${app.url}/jobs/${id}/heat`);
    await expect(page).toHaveURL(/\/heat$/);
    // bounds moved by a server that was killed before it judged: the old verdict is not shown
    app.change(`update runs set revision = revision + 1 where job_id = ${id} and kind = 'after'`);
    await page.goto(`${app.url}/jobs/${id}/heat`);
    await page.waitForURL(/\/verdict$/);
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^Improved, but contact got worse/);
    expect(given()).toBe(2);
    await page.reload();
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^Improved, but contact got worse/);
    expect(given()).toBe(2);
  } finally {
    app.stop();
  }
});
