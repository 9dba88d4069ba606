import { tilted } from "./cases";
import { alone, expect, test, type Locator, type Page } from "./journeys";
import { rigLog } from "./logs";

/** Goes on by Tab alone until the keyboard stands on a thing; what cannot be reached so fails by its name. */
async function reach(page: Page, on: Locator): Promise<void> {
  await expect(on).toBeVisible();
  for (let n = 0; n < 120; n++) {
    if (await on.evaluate((e) => e === document.activeElement)) return;
    await page.keyboard.press("Tab");
  }
  throw new Error(`the keyboard does not reach ${on.toString()}`);
}

/** Presses a button, link or box that was reached by Tab. */
async function press(page: Page, on: Locator, key: "Enter" | "Space" = "Enter"): Promise<void> {
  await reach(page, on);
  await page.keyboard.press(key);
}

async function write(page: Page, field: Locator, text: string): Promise<void> {
  await reach(page, field);
  await page.keyboard.press("ControlOrMeta+a");
  await page.keyboard.type(text);
}

test("by keys alone: a machine is taken in, both logs are read, and the verdict closes the job", async ({ page }) => {
  test.setTimeout(120_000);
  await page.goto("/");
  await page.keyboard.press("n");
  await page.waitForURL(/machines\/new/);
  await write(page, page.getByLabel("Tag"), "KB-1");
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
  await give("before.csv", rigLog({ clog: 2.4 }, 0.11));
  await write(page, page.getByLabel("Room, start"), "22");
  await write(page, page.getByLabel("Room, end"), "22");
  await press(page, page.getByRole("button", { name: "Keep this log" }));
  await expect(page.getByRole("heading", { name: /of load/ })).toBeVisible();
  await press(page, page.getByRole("link", { name: /^Run after/ }).first());
  await page.waitForURL(/\/after$/);
  await give("after.csv", rigLog({}, 0.77));
  await write(page, page.getByLabel("Room, start"), "22");
  await write(page, page.getByLabel("Room, end"), "22");
  await press(page, page.getByRole("button", { name: "Judge with this log" }));
  await page.waitForURL(/verdict/);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Improved");

  await press(page, page.getByRole("button", { name: "Set due date" }));
  const closing = page.getByRole("dialog");
  await write(page, closing.getByLabel("What was found and done"), "Lint at the fin inlet");
  // a dialog gives the keyboard back to where it was opened
  await page.keyboard.press("Escape");
  await expect(closing).toBeHidden();
  await expect(page.getByRole("button", { name: "Set due date" })).toBeFocused();
  await page.keyboard.press("Enter");
  await write(page, closing.getByLabel("What was found and done"), "Lint at the fin inlet");
  await press(page, closing.getByRole("button", { name: "Set the date and close" }));
  await page.waitForURL(/\/$/);
});

test("by keys alone: a report is signed and saved", async ({ page }) => {
  await page.goto("/jobs/1/verdict");
  await press(page, page.getByRole("link", { name: "Report", exact: true }));
  await expect(page.getByText("Draft, not signed").first()).toBeVisible();
  await write(page, page.getByLabel("Initials").first(), "MT");
  await press(page, page.getByRole("button", { name: "Sign and freeze" }));
  await expect(page.getByRole("heading", { name: "Signed, revision 1" })).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    press(page, page.getByRole("link", { name: "Save as PDF" })),
  ]);
  expect(download.suggestedFilename()).toMatch(/\.pdf$/);
});

alone("by keys alone: a day is planned, a promise is set, and another order is looked at", async ({ page }) => {
  await page.goto("/day");
  const head = page.getByRole("heading", { level: 1 });
  await expect(head).toHaveText(/^4 machines wait\./);
  await page.keyboard.press("Enter");
  await expect(head).toHaveText(/^All 4 are home by/, { timeout: 30_000 });
  await page.keyboard.press("s");
  const form = page.getByRole("dialog");
  await write(page, form.getByLabel(/promised for$/).first(), "23:58");
  await press(page, form.getByRole("button", { name: "Keep this" }));
  await expect(form).toHaveCount(0);
  await expect(head).toHaveText(/^All 4 are home by/, { timeout: 30_000 });
  await page.keyboard.press("x");
  const others = page.getByRole("dialog", { name: "Not as planned" });
  await expect(others.getByRole("button").first()).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(others).toHaveCount(0);
});

test("by keys alone: a mystery machine is measured, opened, named and reviewed", async ({ page }) => {
  await page.goto("/practice");
  await write(page, page.getByLabel("Your initials"), "KB");
  // how hard it may be goes by the arrows
  const level = (name: RegExp) => page.getByRole("radio", { name });
  await reach(page, page.getByRole("radio", { checked: true }));
  await page.keyboard.press("ArrowDown");
  await expect(level(/^Fair/)).toBeChecked();
  await page.keyboard.press("ArrowUp");
  await expect(level(/^Easy/)).toBeChecked();
  // the machine is one that is known here: a drawn one might be anything
  await write(page, page.getByLabel("Or by its code"), tilted);
  await page.keyboard.press("Enter");
  const head = page.getByRole("heading", { level: 1 });
  await expect(head).toHaveText(/nothing ordered yet/);
  await page.keyboard.press("1");
  await expect(head).toHaveText(/18 minutes spent/, { timeout: 30_000 });
  const orders = page.getByRole("region", { name: /^Order a test/ });
  await press(page, orders.getByRole("button", { name: /Open 9 min/ }));
  await expect(head).toHaveText(/27 minutes spent/, { timeout: 30_000 });
  await page.keyboard.press("Enter");
  const naming = page.getByRole("dialog", { name: "Say what is wrong" });
  await press(page, naming.getByRole("checkbox", { name: "Dried paste" }), "Space");
  await press(page, naming.getByRole("button", { name: "That is it" }));
  await expect(head).toHaveText(/^Not dried paste: it was a tilted plate\./, { timeout: 60_000 });
  await press(page, page.getByRole("link", { name: "Practice bench" }).first());
  await expect(page.getByRole("heading", { name: "Record of KB" })).toBeVisible();
});
