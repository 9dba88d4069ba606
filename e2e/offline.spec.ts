import { lanternRow } from "../src/demo/scenario";
import { expect, alone as test, type Page } from "./journeys";
import { dropLog, rigLog, takeIn } from "./logs";

test.use({ serviceWorkers: "allow" });

/** Whether this device keeps a page. */
const keeps = (page: Page, path: string) =>
  page.evaluate(
    async (p) => Boolean(await (await caches.open("ovrant-pages")).match(new URL(p, location.origin))),
    path,
  );

test("the bench and the job at hand, with its stages and its drawing, open and go on without the server", async ({
  page,
  app,
}) => {
  const job = `/jobs/${lanternRow.findIndex((j) => j.machine.tag === "LR-08") + 1}`;
  await page.goto("/");
  await page.goto(`${job}/strip`);
  for (const path of ["/", `${job}/strip`, `${job}/clean`, `${job}/map`, `${job}/before`])
    await expect.poll(() => keeps(page, path), { message: path, timeout: 60_000 }).toBe(true);

  app.down();
  await page.reload();
  // it says that it is kept, and not of now
  await expect(page.locator("html")).toHaveAttribute("data-kept", "");
  const panel = page.getByRole("complementary", { name: "Step at hand" });
  await expect(panel.getByRole("heading").first()).toBeVisible();
  // the next stage, the drawing and the bench open by their links
  await page.getByRole("link", { name: /^Map/ }).first().click();
  await expect(page.getByRole("heading", { level: 1 })).toContainText(/heat pipe|vapour chamber/i);
  await page.getByRole("link", { name: "Ovrant, to the bench" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toContainText(/hands/);

  // a step done meanwhile is kept, also over a reload, and says that it waits
  await page.goto(`${job}/strip`);
  await panel.getByRole("button", { name: "The heatsink is off" }).click();
  await expect(page.getByRole("button", { name: /1 step not sent yet/ })).toBeVisible();
  await page.goto("/");
  await expect(page.getByRole("button", { name: /1 step not sent yet/ })).toBeVisible();
  // a page that was never opened says so in words
  await page.goto("/glossary");
  await expect(page.getByRole("heading", { name: /server does not answer/ })).toBeVisible();

  await app.up();
  await page.goto("/");
  await expect(page.locator("html")).not.toHaveAttribute("data-kept");
  const arrived = () => app.rows("SELECT id FROM journal WHERE job_id = 6 AND step = 'strip:look'").length;
  await expect.poll(arrived).toBe(1);
  await expect(page.getByRole("button", { name: /not sent yet/ })).toHaveCount(0);

  // what was done and sent since a page was kept is done on that page too
  await page.goto(`${job}/strip`);
  await expect(panel.getByRole("heading", { level: 1 })).toHaveText(/Paste on the processor/);
  await page.keyboard.press("2");
  await expect(panel.getByRole("heading", { level: 1 })).toHaveText(/Print of the processor/);
  await expect
    .poll(() => app.rows("SELECT id FROM journal WHERE job_id = 6 AND step LIKE 'paste-was:%'").length)
    .toBe(1);
  app.down();
  await page.reload();
  await expect(page.locator("html")).toHaveAttribute("data-kept", "");
  await expect(panel.getByRole("heading", { level: 1 })).toHaveText(/Print of the processor/);
  await app.up();
});

test("a drawing's file is always that of now, its pictures are kept by their version", async ({ page }) => {
  await page.goto("/");
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.goto("/layouts");
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
  await page.evaluate(async () => {
    for (const of of ["form=json", "form=svg", "form=svg&theme=light&v=x"])
      await (await fetch(`/api/layouts/1/file?${of}`)).text();
  });
  const kept = () =>
    page.evaluate(async () => {
      const keys = await (await caches.open("ovrant-pictures")).keys();
      return keys.map((k) => new URL(k.url).search).filter((q) => q.startsWith("?form"));
    });
  // what is kept is kept behind the answer; what was asked for last is kept last
  await expect.poll(kept).toContain("?form=svg&theme=light&v=x");
  expect((await kept()).filter((q) => !/[?&]v=/.test(q))).toEqual([]);
});

test("logs are read while this device keeps the pages, with the server and without", async ({ page, app }) => {
  await page.goto("/");
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await takeIn(page, "Kept device");
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
  const path = new URL(page.url()).pathname;
  await dropLog(page, "bench-before.csv", rigLog({ clog: 2.4 }, 0.11));
  await expect(page.getByRole("heading", { name: /rows read/ })).toBeVisible();

  await page.reload();
  await expect.poll(() => keeps(page, path), { timeout: 60_000 }).toBe(true);
  app.down();
  await page.reload();
  await expect(page.locator("html")).toHaveAttribute("data-kept", "");
  await dropLog(page, "bench-before.csv", rigLog({ clog: 2.4 }, 0.11));
  await expect(page.getByRole("heading", { name: /rows read/ })).toBeVisible();
  // it cannot be stored now: that is said, and the log stays
  await page.getByRole("button", { name: "Keep this log" }).click();
  await expect(page.getByText(/server did not answer/)).toBeVisible();
  await expect(page.getByRole("heading", { name: /rows read/ })).toBeVisible();
  await app.up();
  await page.getByRole("button", { name: "Keep this log" }).click();
  await expect(page.getByRole("heading", { name: /of load/ })).toBeVisible();
});
