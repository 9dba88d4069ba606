import { expect, pick, test } from "./journeys";
import { dropLog, keepBefore, rigLog, takeIn, toRunAfter } from "./logs";

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
  await toRunAfter(page);
  await dropLog(page, "bench-after.csv", rigLog({}, 0.3));
  await page.getByLabel("Room, start").fill("22");
  await page.getByRole("button", { name: "Judge with this log" }).click();
  await page.waitForURL(/verdict/);
  await page.getByRole("button", { name: "How found?" }).click();
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

test("a unit that is not clear is asked, answered by its key, and the verdict is judged by it", async ({ page }) => {
  const beside = (text: string, name: string, value: number) => {
    const [head = "", ...rows] = text.trim().split("\n");
    return [`${head},${name}`, ...rows.map((r) => `${r},${value}`)].join("\n");
  };
  await takeIn(page, "Units");
  await keepBefore(page, rigLog({ clog: 2.4 }, 0.2));
  await toRunAfter(page);
  await dropLog(page, "bench-after.csv", beside(rigLog({}, 0.3), "Ambient", 72));
  await expect(page.getByRole("heading", { name: "Which unit is Ambient in?" })).toBeVisible();
  await expect(page.getByText("It reads 72 and names no unit: 22 °C if that is °F.")).toBeVisible();
  await page.keyboard.press("1");
  await expect(page.getByRole("heading", { name: /Every column is clear/ })).toBeVisible();
  await page.getByRole("button", { name: "Judge with this log" }).click();
  await page.waitForURL(/verdict/);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Improved");
});

test("a run that is short says one side, both runs first, and asks for a longer one", async ({ page }) => {
  await takeIn(page, "Short");
  await keepBefore(page, rigLog({ clog: 3 }, 0.2));
  await toRunAfter(page);
  await dropLog(page, "bench-after.csv", rigLog({}, 0.3, {}, { loadS: 220, coolS: 20 }));
  await page.getByLabel("Room, start").fill("22");
  await page.getByRole("button", { name: "Judge with this log" }).click();
  await page.waitForURL(/verdict/);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/At least \d+.K better/);
  await expect(page.getByRole("tab", { name: /Processor/ })).toContainText("or better");
  await expect(page.getByRole("list", { name: "Both runs, side by side" })).toBeVisible();
  await expect(page.getByRole("img", { name: /^Heat ladder from the room/ })).toBeVisible();
  await expect(page.getByRole("heading", { name: /Gain in use/ })).toBeVisible();
  await expect(page.getByRole("button", { name: /Run after again/ })).toBeVisible();
  await page.keyboard.press("w");
  await expect(page.getByRole("list", { name: "Both runs, side by side" })).toBeHidden();
});

test("the room is read by a thermometer of the workshop, and what that shows too much is taken off", async ({
  page,
}) => {
  await page.goto("/settings");
  await page.getByRole("button", { name: "Add a thermometer" }).click();
  const last = page
    .getByRole("listitem")
    .filter({ has: page.getByLabel(/^Name of thermometer/) })
    .last();
  await last.getByLabel(/^Name of thermometer/).fill("Wall clock");
  await last.getByLabel(/shows too much, K$/).fill("much");
  await page.getByRole("button", { name: "Keep these settings" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "reads high" })).toBeVisible();
  await last.getByLabel(/shows too much, K$/).fill("2,5");
  await page.getByRole("button", { name: "Keep these settings" }).click();
  await expect(page.getByText("Kept", { exact: true })).toBeVisible();
  await expect(last.getByLabel(/shows too much, K$/)).toHaveValue("2.5");

  await takeIn(page, "Thermometer");
  await keepBefore(page, rigLog({ clog: 2.4 }, 0.11));
  await toRunAfter(page);
  await dropLog(page, "bench-after.csv", rigLog({}, 0.77));
  await page.getByLabel("Room, start").fill("24,5");
  await page.getByLabel("Room, end").fill("24.5");
  await pick(page.getByRole("button", { name: /^Thermometer/ }), "Wall clock");
  await expect(page.getByText(/Shows 2\.5.K too much: that is taken off/)).toBeVisible();
  await page.getByRole("button", { name: "Judge with this log" }).click();
  await page.waitForURL(/verdict/);
  await page.keyboard.press("w");
  const both = page.getByRole("list", { name: "Both runs, side by side" });
  await expect(both).toContainText(/22\.0.°C/);
  await expect(both).not.toContainText(/24\.5.°C/);
  await both.getByRole("button", { name: /^Room/ }).click();
  await expect(page.getByText(/Wall clock shows 2\.5.K too much: that is taken off/)).toBeVisible();
});

test("a machine that could not start has its run after judged alone, against good machines", async ({ page }) => {
  await takeIn(page, "Dead on arrival");
  const jobId = /jobs\/(\d+)/.exec(page.url())?.[1] ?? "";
  await page.goto(`/jobs/${jobId}/open`);
  await expect(page.getByRole("heading", { name: "No run before" })).toBeVisible();
  await page.getByRole("button", { name: "Go on, with a reason" }).click();
  await page.getByRole("textbox").last().fill("Does not start: board repaired first");
  await page.getByRole("button", { name: "Keep the reason" }).click();
  await expect(page.getByRole("heading", { name: "No run before" })).toBeHidden();
  await page.goto(`/jobs/${jobId}/after`);
  await dropLog(page, "bench-after.csv", rigLog({ clog: 2.6 }, 0.3));
  await page.getByLabel("Room, start").fill("22");
  await page.getByLabel("Room, end").fill("22");
  await page.getByRole("button", { name: /with this log|Keep this log/ }).click();
  await page.waitForURL(/verdict/);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Airflow still stands high");
  await expect(page.getByText("No run before: Does not start: board repaired first.")).toBeVisible();
  await expect(page.getByRole("img", { name: /This machine: airflow/ })).toBeVisible();
  await page.getByRole("button", { name: "Leave it, with reason" }).click();
  await page.getByRole("button", { name: "Set the date and close" }).click();
  await expect(page.getByText(/Write why the job is closed anyway/)).toBeVisible();
  await page.getByRole("button", { name: "Back" }).click();
  await page.getByRole("button", { name: /Run after again/ }).click();
  await page.waitForURL(/after\?replace=1/);
});
