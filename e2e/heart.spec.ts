import { expect, test } from "./journeys";
import { dropLog, keepBefore, rigLog, takeIn } from "./logs";

test("the run before is read alone before anything is opened", async ({ page }) => {
  await takeIn(page, "Triage");
  await keepBefore(page, rigLog({ clog: 3 }, 0.2));
  await page.getByRole("link", { name: "Read alone" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Mostly airflow");
  await expect(page.getByRole("img", { name: /This machine: airflow/ })).toBeVisible();
  await expect(page.getByText(/Expect a matted fin stack|Expect lint at the fin inlet/)).toBeVisible();
  await expect(page.getByRole("heading", { name: "To be surer" })).toBeVisible();
  await page.getByRole("link", { name: "Curves" }).click();
  await expect(page.getByRole("slider", { name: "Load on" })).toBeVisible();
});

test("a figure of the verdict can be opened to how it was found, and bounds are judged while they move", async ({
  page,
}) => {
  await takeIn(page, "Explain");
  await keepBefore(page, rigLog({ contact: { cpu: 2.2 } }, 0.2));
  await page.getByRole("link", { name: "To the run after" }).click();
  await dropLog(page, "bench-after.csv", rigLog({}, 0.3));
  await page.getByLabel("Room, start").fill("22");
  await page.getByRole("button", { name: "Judge with this log" }).click();
  await page.waitForURL(/verdict/);
  await page.getByRole("button", { name: "How was this found?" }).click();
  await expect(page.getByRole("heading", { name: /How this was found: processor/ })).toBeVisible();
  await expect(page.getByText(/Before .*K\/W ×/).first()).toBeVisible();
  await expect(page.getByRole("heading", { name: /Time constants/ })).toBeVisible();
  await page.keyboard.press("Escape");

  await page.getByRole("link", { name: /Run after/ }).click();
  await page.getByRole("slider", { name: "Load off" }).focus();
  await page.keyboard.press("Shift+ArrowLeft");
  await expect(page.getByText(/With these bounds:/)).toContainText("Improved");
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  await page.getByRole("link", { name: /Verdict/ }).click();
  await expect(page.getByText(/Judged before:/)).toBeVisible();
  await expect(page.getByText(/other bounds or conditions/)).toBeVisible();
});
