import { accessible, expect, press, write, alone as test } from "./journeys";

test("a day is planned, a run takes the rig unthought of, and another order that is offered is taken", async ({
  page,
  app,
}) => {
  await page.goto("/day");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^4 machines wait\./);
  await accessible(page);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^All 4 are home by \d+:\d\d/, { timeout: 30_000 });
  await accessible(page);
  const picture = () => page.getByRole("img", { name: /^Planned:/ }).getAttribute("aria-label");
  const firstOf = async () => /^Planned: \d+:\d\d to \d+:\d\d (LR-\d+) (\w+)/.exec((await picture()) ?? "")?.slice(1);
  const planned = await picture();
  // kept: another look at it shows the same order
  await page.reload();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^All 4 are home/);
  const names = (said: string | null) => [...(said ?? "").matchAll(/(LR-\d+ \w+)/g)].map((m) => m[1]);
  expect(names(await picture())).toEqual(names(planned));
  // a run of LR-08 goes on while nobody thought of it
  const begun = await page.request.post("/api/v1/jobs/6/runs", { data: { kind: "after" } });
  const { runId, token } = (await begun.json()) as { runId: number; token: string };
  await page.request.post(`/api/v1/runs/${runId}/samples`, {
    headers: { authorization: `Bearer ${token}` },
    data: Buffer.from(JSON.stringify({ seq: 1, t: 0, "cpu.temperature": 50, "cpu.power": 20 })),
  });
  await page.reload();
  // its hill goes; what is left of LR-08 begins once it is over
  await expect(page.getByText(/after, \d+ min left/)).toBeVisible();
  // the machine whose hands come last of those that could come first is wanted at once
  const tags = names(await picture()).map((n) => n?.split(" ")[0] ?? "");
  const last = [...new Set(tags)].filter((t) => t !== "LR-08").at(-1) ?? "";
  const [y, m] = [new Date().getHours(), new Date().getMinutes()];
  const soon = Math.min(1_439, 60 * y + m + 1);
  await page.keyboard.press("s");
  const form = page.getByRole("dialog");
  const clock = `${Math.floor(soon / 60)}:${String(soon % 60).padStart(2, "0")}`;
  await write(page, form.getByLabel(`${last} promised for`), clock);
  await write(page, form.getByLabel(`Weight of ${last}`), "5");
  await accessible(page);
  await press(page, form.getByRole("button", { name: "Keep this" }));
  await expect(page.getByRole("heading", { level: 1 })).toContainText(`${last} `);
  await expect(page.getByRole("heading", { level: 1 })).toContainText("min late");
  const before = await picture();
  await page.keyboard.press("x");
  const others = page.getByRole("dialog", { name: "Not as planned" });
  await expect(others.getByRole("button", { name: "Take this order" }).first()).toBeVisible({ timeout: 30_000 });
  expect(await others.getByRole("listitem").filter({ hasText: "home by" }).count()).toBeLessThanOrEqual(2);
  await accessible(page);
  await page.keyboard.press("Escape");
  await expect(others).toHaveCount(0);
  await page.keyboard.press("x");
  // nothing has moved until one is taken
  expect(names(await page.locator("svg[role=img]").getAttribute("aria-label"))).toEqual(names(before));
  await others.getByRole("button", { name: "Take this order" }).first().click();
  await expect(others).toHaveCount(0);
  expect((await firstOf())?.[0]).toBe(last);
  expect(app.rows("SELECT count(*) AS n FROM keeping WHERE key = 'day-kept'")).toEqual([{ n: 1 }]);
  // the day goes out as a calendar
  const calendar = await page.request.get("/day.ics");
  expect(await calendar.text()).toContain("BEGIN:VEVENT");
});
