import { expect, press, test, write } from "./journeys";
import { dropLog, keepBefore, rigLog, takeIn, toRunAfter } from "./logs";

test("a technician takes a machine in, logs both runs, and reads the verdict: by keys where hands are full", async ({
  page,
}) => {
  test.setTimeout(120_000);
  await page.goto("/");
  await page.keyboard.press("n");
  await page.waitForURL(/machines\/new/);
  const tag = `KB-${Date.now() % 100_000}`;
  await write(page, page.getByLabel("Tag"), tag);
  await write(page, page.getByLabel("Model"), "Wrenfell 14");
  await write(page, page.getByLabel("Place or use"), "Ticket desk");
  await write(page, page.getByLabel("Throttle limit, °C"), "95");
  await write(page, page.getByLabel("Complaint"), "Fan loud all evening");
  await press(page, page.getByRole("button", { name: "Take it in" }));
  await page.waitForURL(/\/jobs\/\d+\/before/);

  const give = async (name: string, text: string) => {
    const coming = page.waitForEvent("filechooser");
    await press(page, page.getByRole("button", { name: "Choose a file" }));
    await (await coming).setFiles({ name, mimeType: "text/csv", buffer: Buffer.from(text) });
    await expect(page.getByRole("heading", { name: /rows read/ })).toBeVisible();
  };
  await give("bench-before.csv", rigLog({ clog: 2.4 }, 0.11));
  await write(page, page.getByLabel("Room, start"), "22");
  await write(page, page.getByLabel("Room, end"), "22");
  await press(page, page.getByRole("button", { name: "Keep this log" }));
  await expect(page.getByRole("heading", { name: /of load/ })).toBeVisible();
  await page.getByLabel("Power mode").fill("Performance");
  await page.getByLabel("Surface").fill("Hard table");
  await page.getByRole("button", { name: "Keep conditions" }).click();
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  await toRunAfter(page);

  await give("bench-after.csv", rigLog({}, 0.77, { separator: ";", decimalComma: true }));
  await expect(page.getByText(/semicolons, decimal commas/)).toBeVisible();
  // the settings of the run before are there already; one is changed and pointed out
  await expect(page.getByLabel("Surface")).toHaveValue("Hard table");
  await page.getByLabel("Power mode").fill("Balanced");
  await expect(page.getByText(/Fans follow another curve/)).toBeVisible();
  await page.getByLabel("Room, start").fill("22");
  await page.getByLabel("Room, end").fill("22");
  await page.getByRole("button", { name: "Judge with this log" }).click();

  await page.waitForURL(/verdict/);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Improved");
  await expect(page.getByText(/won in airflow/).first()).toBeVisible();
  await expect(page.getByRole("img", { name: /Heat ladder from the room at 25 °C/ })).toBeVisible();

  await page.reload();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Improved");
  await page.getByRole("link", { name: /Run before/ }).click();
  await expect(page.getByLabel("Room, end")).toHaveValue("22");
  await expect(page.getByText("bench-before.csv")).toBeVisible();

  // the original file comes back as it went in
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Log", exact: true }).click(),
  ]);
  expect(download.suggestedFilename()).toBe("bench-before.csv");

  await page.getByRole("link", { name: /Verdict/ }).click();
  await press(page, page.getByRole("button", { name: "Set due date" }));
  const closing = page.getByRole("dialog");
  await write(page, closing.getByLabel("What was found and done"), "Lint");
  // a dialog gives the keyboard back to where it was opened
  await page.keyboard.press("Escape");
  await expect(closing).toBeHidden();
  await expect(page.getByRole("button", { name: "Set due date" })).toBeFocused();
  await page.keyboard.press("Enter");
  await write(page, closing.getByLabel("What was found and done"), "Lint at the fin inlet");
  await press(page, closing.getByRole("button", { name: "Set the date and close" }));
  await page.waitForURL(/\/$/);
  await expect(page.getByText("Ticket desk").first()).toBeVisible();
  await page.getByRole("link", { name: "Rack" }).click();
  await page.getByRole("button", { name: new RegExp(tag) }).click();
  await page.getByRole("link", { name: "History" }).click();
  await expect(page.getByText("Found: Lint at the fin inlet")).toBeVisible();
});

test("the load's bounds move by drag and by keys, and the pair is judged again", async ({ page }) => {
  await takeIn(page, "Bounds");
  await keepBefore(page, rigLog({ contact: { cpu: 2.2 } }, 0.2));
  const on = page.getByRole("slider", { name: "Load on" });
  const at = Number(await on.getAttribute("aria-valuenow"));
  await on.focus();
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Shift+ArrowRight");
  await expect(on).toHaveAttribute("aria-valuenow", String(at + 11));
  await expect(page.getByText("set by hand").first()).toBeVisible();
  const off = page.getByRole("slider", { name: "Load off" });
  const box = await off.boundingBox();
  if (!box) throw new Error("no grip");
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x - 60, box.y + 10, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  const moved = Number(await off.getAttribute("aria-valuenow"));
  expect(moved).toBeLessThan(1000);
  await page.reload();
  await expect(page.getByRole("slider", { name: "Load off" })).toHaveAttribute("aria-valuenow", String(moved));
});

test("text can be pasted, an unknown column is asked about once and remembered", async ({ page }) => {
  const withProbe = (text: string) =>
    text
      .trim()
      .split("\n")
      .map((l, i) => `${l},${i === 0 ? `temp probe ${process.pid}` : 30 + Math.min(12, i / 60)}`)
      .join("\n");
  await takeIn(page, "Pasted");
  await page.getByRole("button", { name: "Paste text" }).click();
  await page.getByLabel("Text of the log").fill(withProbe(rigLog({}, 0.3, {}, { loadS: 300 })));
  await page.getByRole("button", { name: "Read this text" }).click();
  await expect(page.getByRole("heading", { name: /One column to ask about/ })).toBeVisible();
  await expect(page.getByRole("heading", { name: /What is temp probe/ })).toBeVisible();
  await page.getByRole("button", { name: "Drive" }).click();
  await expect(page.getByRole("heading", { name: /Every column is clear/ })).toBeVisible();
  await page.getByRole("button", { name: "Keep this log" }).click();
  await toRunAfter(page);
  await dropLog(page, "next.csv", withProbe(rigLog({}, 0.4, {}, { loadS: 300 })));
  await expect(page.getByRole("heading", { name: /Every column is clear/ })).toBeVisible();
});
