import { tilted } from "./cases";
import { accessible, expect, press, reach, test, write } from "./journeys";

test("a mystery machine from its complaint to its review: named wrong, then taken once more and named right", async ({
  page,
  app,
}) => {
  const real = () => app.rows("SELECT (SELECT count(*) FROM jobs) AS jobs, (SELECT count(*) FROM runs) AS runs");
  const before = real();
  await page.goto("/practice");
  await accessible(page);
  await write(page, page.getByLabel("Your initials"), "AB");
  // how hard it may be goes by the arrows
  const level = (name: RegExp) => page.getByRole("radio", { name });
  await reach(page, page.getByRole("radio", { checked: true }));
  await page.keyboard.press("ArrowDown");
  await expect(level(/^Fair/)).toBeChecked();
  await page.keyboard.press("ArrowUp");
  await expect(level(/^Easy/)).toBeChecked();
  await write(page, page.getByLabel("Or by its code"), tilted.toLowerCase());
  await page.keyboard.press("Enter");
  await expect(page.getByText("Shuts off in rehearsal, forty minutes in.")).toBeVisible();
  const orders = page.getByRole("region", { name: /^Order a test/ });
  const head = page.getByRole("heading", { level: 1 });
  await expect(head).toHaveText(/suspects are left, nothing ordered yet/);
  await accessible(page);

  // a run by its key; its log stays unread
  await page.keyboard.press("1");
  await expect(head).toHaveText(/18 minutes spent/, { timeout: 30_000 });
  await expect(page.getByText(/contact high, \+\d+/)).toBeVisible();
  await expect(page.getByText(/The log of run 1 has every core/)).toBeVisible();
  await press(page, orders.getByRole("button", { name: /Open 9 min/ }));
  await orders.getByRole("button", { name: /New paste 35 min/ }).click();
  await orders.getByRole("button", { name: /Close 8 min/ }).click();
  await orders.getByRole("button", { name: /Load run 18 min/ }).click();
  await expect(head).toHaveText(/88 minutes spent/, { timeout: 30_000 });
  await expect(page.getByText("no real change")).toBeVisible();
  await expect(page.getByText("1 dose of paste").first()).toBeVisible();

  // what was ordered stands after the page is loaded anew
  await page.reload();
  await expect(head).toHaveText(/88 minutes spent/, { timeout: 30_000 });

  // the wrong answer
  await page.keyboard.press("Enter");
  const naming = page.getByRole("dialog", { name: "Say what is wrong" });
  await press(page, naming.getByRole("checkbox", { name: "Dried paste" }), "Space");
  await accessible(page);
  await press(page, naming.getByRole("button", { name: "That is it" }));
  await expect(head).toHaveText("Not dried paste: it was a tilted plate. It could have been said at minute 18.", {
    timeout: 60_000,
  });
  await expect(page.getByText("High contact fits dried paste and a tilted plate alike.")).toBeVisible();
  await expect(page.getByText(/It was in the log of run 1, unread/)).toBeVisible();
  await expect(page.getByText("Unread:")).toBeVisible();
  await expect(page.getByText(/Yours: 88 min, 1 dose of paste/)).toBeVisible();
  await page.getByRole("button", { name: /^Screws 3/ }).click();
  await expect(page.getByText("Screws: one screw stands short.")).toBeVisible({ timeout: 30_000 });
  await page.getByRole("button", { name: "See both runs" }).click();
  const both = page.getByRole("dialog", { name: /Unchanged|No real change/i });
  await expect(both.getByRole("button", { name: "Back to the review" })).toBeVisible();
  await accessible(page);
  await both.getByRole("button", { name: "Back to the review" }).click();

  // once more from where it could have been said: its log is read this time
  await page.keyboard.press("b");
  await expect(page).toHaveURL(/\/practice\/2$/);
  await expect(head).toHaveText(/18 minutes spent/, { timeout: 30_000 });
  await page.keyboard.press("l");
  const log = page.getByRole("dialog", { name: /^Log of run 1/ });
  await expect(log.getByText("Hottest core over the others")).toBeVisible({ timeout: 30_000 });
  await accessible(page);
  await page.keyboard.press("Escape");
  await expect(head).toHaveText("Tilted plate leads, 18 minutes spent.", { timeout: 30_000 });
  await page.keyboard.press("Enter");
  await naming.getByRole("checkbox", { name: "A tilted plate" }).check();
  await naming.getByRole("button", { name: "That is it" }).click();
  await expect(head).toHaveText("Right, as soon as it could be said.", { timeout: 60_000 });
  await accessible(page);

  // the record stands apart from everything real
  await page.getByRole("link", { name: "Practice bench" }).first().click();
  await expect(page.getByRole("heading", { name: "Record of AB" })).toBeVisible();
  await expect(page.getByRole("row", { name: /Mystery machine 2 .* right/ })).toBeVisible();
  await expect(page.getByRole("row", { name: /Mystery machine 1 .* not it/ })).toBeVisible();
  expect(real()).toEqual(before);
});

test("a teacher makes a case, and a learner practises on it by its code", async ({ page }) => {
  await page.goto("/practice/cases");
  await accessible(page);
  await page.getByLabel("Name of the case").fill("The howling desk");
  await page.getByLabel("In other words").fill("It howls since the last tour.");
  await page.getByRole("button", { name: "Keep the case" }).click();
  await expect(page.getByText("Kept. Its code is")).toBeVisible();
  await page.getByRole("button", { name: "Take The howling desk off the list" }).click();
  await expect(page.getByText("The howling desk is off the list.")).toBeVisible();
  await page.getByRole("button", { name: "Put it back" }).click();
  await page.goto("/practice?learner=CD");
  await page.getByRole("button", { name: "Practise on The howling desk" }).click();
  await expect(page.getByText("It howls since the last tour.")).toBeVisible();
  await expect(page.getByText(/The howling desk, a Tessaly K15/)).toBeVisible();
});
