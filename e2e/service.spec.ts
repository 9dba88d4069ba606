import AxeBuilder from "@axe-core/playwright";
import { expect, test, type Locator, type Page } from "./journeys";
import { takeIn } from "./logs";

/** A fresh job on a Tessaly K15, whose drawing the demo keeps. */
async function newJob(page: Page): Promise<string> {
  await takeIn(page, "Sound playback", "Tessaly K15", "with graphics chip");
  return new URL(page.url()).pathname.replace(/\/before$/, "");
}

const panel = (page: Page) => page.getByRole("complementary", { name: "Step at hand" });
const title = (page: Page) => panel(page).getByRole("heading", { level: 1 });
const kept = (page: Page) => expect(page.getByText("On this device, sends later")).toHaveCount(0);

/** Reloads in the middle of a stage: the step at hand is the same. */
async function reload(page: Page): Promise<void> {
  await kept(page);
  const was = await title(page).textContent();
  await page.reload();
  await expect(title(page)).toHaveText(was ?? "");
}

async function accessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"])
    .analyze();
  expect(violations.map((v) => `${v.id} ${v.nodes.map((n) => n.target.join(" ")).join(", ")}`)).toEqual([]);
}

/** What the panel shows now: title and place, to see that a step was left. */
const shown = (page: Page) =>
  panel(page).evaluate(
    (e) => `${e.querySelector("h1")?.textContent ?? ""}|${/Step \d+ of \d+/.exec(e.textContent)?.[0] ?? ""}`,
  );

/** Goes on by keys until a title is reached, answering as told: a key for a title, else Space. */
async function until(
  page: Page,
  wanted: RegExp,
  answer: (title: string) => string = () => "Space",
  most = 80,
): Promise<void> {
  for (let i = 0; i < most; i++) {
    const now = await shown(page);
    const name = now.split("|")[0] ?? "";
    if (wanted.test(name)) return;
    const key = answer(name);
    if (key.startsWith("type:")) {
      await panel(page).getByRole("textbox").first().fill(key.slice(5));
      await page.keyboard.press("Enter");
    } else await page.keyboard.press(key);
    await expect.poll(() => shown(page), { intervals: [30, 50, 100] }).not.toBe(now);
  }
  throw new Error(`never came to ${wanted.source}`);
}

/** Presses a button or link by keyboard alone. */
async function enter(page: Page, on: Locator): Promise<void> {
  await on.focus();
  await page.keyboard.press("Enter");
}

test(
  "a whole job from intake to close-up by keys, with a missed pad, an extra piece and an unplugged fan each " +
    "caught",
  async ({ page }) => {
    const job = await newJob(page);

    await page.goto(`${job}/intake`);
    await expect(page.getByRole("heading", { name: /minutes of handwork/ })).toBeVisible();
    await accessible(page);
    await page.keyboard.press("1");
    await expect(title(page)).toHaveText("Damage that was there");
    await reload(page);
    await enter(page, panel(page).getByRole("button", { name: "Nothing to write" }));
    await expect(title(page)).toHaveText("Warranty");
    await enter(page, panel(page).getByRole("button", { name: "Nothing to write" }));
    await until(page, /Intake is done/, (t) => (/Adapter/.test(t) ? "type:180" : "1"));

    // no run before: firm, but a reason opens it
    await page.goto(`${job}/open`);
    await expect(panel(page).getByRole("heading", { name: "No run before" })).toBeVisible();
    await page.keyboard.press("Space");
    await expect(panel(page).getByRole("heading", { name: "No run before" })).toBeVisible();
    await enter(page, panel(page).getByRole("button", { name: "Go on, with a reason" }));
    await page.keyboard.type("Will not start at all");
    await enter(page, panel(page).getByRole("button", { name: "Keep the reason" }));
    await expect(panel(page).getByRole("heading", { name: "No run before" })).toHaveCount(0);
    await until(page, /^Under the/, () => "Space");
    await accessible(page);
    await reload(page);
    await expect(page.getByRole("img", { name: "10 of 11 screws are out" })).toBeVisible();
    await until(page, /Count the tray/);
    await kept(page);
    await enter(page, page.getByRole("link", { name: "Print the map" }));
    await expect(page.getByRole("img", { name: "Tray map, 11 screws, 1 to 1.5" })).toBeVisible();
    await enter(page, page.getByRole("link", { name: "Back to the bench" }));
    await until(page, /Free the cover/, () => "type:12");
    await expect(panel(page).getByRole("heading", { name: "The tray does not count up" })).toBeVisible();
    await page.keyboard.press("b");
    await until(page, /Free the cover/, () => "type:11");
    await expect(panel(page).getByRole("heading", { name: "The tray does not count up" })).toHaveCount(0);

    // tools wait for the battery plug
    await kept(page);
    await page.goto(`${job}/strip`);
    await expect(panel(page).getByRole("heading", { name: "The battery plug is not out" })).toBeVisible();
    await page.goto(`${job}/open`);
    await until(page, /Open is done/, (t) => (/^Clips/.test(t) ? "type:0" : "Space"));
    await kept(page);

    await page.goto(`${job}/strip`);
    await until(page, /^Heatsink screw/);
    await reload(page);
    await expect(panel(page).getByRole("img", { name: /^Pressure now .*, after this turn/ })).toBeVisible();
    // a screw that will not turn: advice first, and the try is noted
    await page.keyboard.press("x");
    await expect(panel(page).getByRole("region", { name: "Will not turn" })).toContainText(
      "Drilling is for another day",
    );
    await enter(page, panel(page).getByRole("button", { name: "It goes now" }));
    await expect(panel(page).getByText("Note: Will not turn")).toBeVisible();
    await until(page, /^Print of the processor/, (t) => (/^Paste on/.test(t) ? "3" : "Space"));
    await expect(panel(page).getByText("67 %")).toBeVisible();
    await enter(page, panel(page).getByRole("button", { name: "Row 2, column 2, bare" }));
    await expect(panel(page).getByText("71 %")).toBeVisible();
    await accessible(page);
    await enter(page, panel(page).getByRole("button", { name: "That is the print" }));
    await until(page, /^Fin stack/, (t) =>
      /^Paste on/.test(t) ? "3" : /^Pad P7/.test(t) ? "2" : /^Pad/.test(t) ? "1" : "Space",
    );
    await accessible(page);
    await page.keyboard.press("4");
    // bays that cannot be grade 4: it is asked which one holds
    await expect(title(page)).toHaveText("How much is closed");
    for (const bay of "1123344") await page.keyboard.press(bay);
    await page.keyboard.press("Space");
    await expect(panel(page).getByRole("region", { name: "Grade and bays do not fit" })).toContainText(
      "Which one holds?",
    );
    await accessible(page);
    await enter(page, panel(page).getByRole("button", { name: "Grade 4", exact: true }));
    // its question is answered: on to the next fins
    await expect(title(page)).toHaveText(/^Fin stack/);
    await reload(page);
    await until(page, /^Bearing of B1/, (t) => (/Fin stack/.test(t) ? "4" : /^How much/.test(t) ? "Space" : "3"));
    await until(page, /Strip is done/, (t) => (/^Blower/.test(t) ? "2" : "1"));
    await expect(
      page.getByText(/Found: F1 matted, .*pumped-out paste, print on the processor .*71\s% wetted.*, P7 torn/),
    ).toBeVisible();
    await kept(page);

    await page.goto(`${job}/clean`);
    await expect(title(page)).toHaveText("Blower B1, taken out");
    await enter(page, panel(page).locator("summary", { hasText: "Change" }));
    await enter(page, panel(page).getByRole("button", { name: "More: Swabs" }));
    await enter(page, panel(page).getByRole("button", { name: "B1 is clean" }));
    await expect(
      page.getByRole("region", { name: "What was cleaned" }).getByRole("row", { name: /Blower B1 taken out 9 swabs/ }),
    ).toBeVisible();
    await reload(page);
    await until(page, /Clean is done/);
    await kept(page);

    // pad P4 is passed by, its neighbours are laid
    await page.goto(`${job}/paste`);
    await until(page, /^Cut P7/);
    await reload(page);
    // the pads are laid out off the page's own thread
    await expect(panel(page).getByRole("button", { name: /^[1-9]\d* pads? cut/ })).toBeEnabled();
    await page.keyboard.press("Space");
    await expect(panel(page).getByRole("button", { name: "On to laying them" })).toBeVisible();
    await page.keyboard.press("Space");
    await until(page, /^Pad P4/);
    await enter(page, panel(page).locator("summary", { hasText: /^All \d+ steps/ }));
    await enter(
      page,
      panel(page)
        .getByRole("group")
        .getByRole("button", { name: /^Pad P5 stays/ }),
    );
    await page.keyboard.press("Space");
    await expect(title(page)).toHaveText("Pad P4 stays");
    await reload(page);
    await page.goto(`${job}/close`);
    await until(page, /^Heatsink screw 1/);
    await accessible(page);
    await enter(page, panel(page).getByRole("button", { name: "Why this order" }));
    await expect(panel(page).getByRole("row", { name: /Stamped, 3 rounds/ })).toBeVisible();
    await reload(page);
    for (let r = 1; r <= 3; r++)
      await enter(page, panel(page).getByRole("button", { name: `All heatsink screws, round ${r} at once` }));
    await expect(title(page)).toHaveText("Plug of blower B1");
    await page.keyboard.press("x");
    await page.keyboard.type("Its plug is worn, a new one comes");
    await enter(page, panel(page).getByRole("button", { name: "Skip it" }));
    await until(page, /Put the cover on/);
    const gate = panel(page).getByRole("region", { name: "Something is still out" });
    await expect(gate).toContainText("Pads: P4, P6");
    await expect(gate).toContainText("Fan plugs: B1");

    // the run after waits for the fan
    await kept(page);
    await page.goto(`${job}/after`);
    await expect(page.getByRole("heading", { name: "B1 is not plugged in" })).toBeVisible();
    await accessible(page);
    await enter(page, page.getByRole("link", { name: "Back to closing up" }));
    await enter(page, panel(page).locator("summary", { hasText: /^All \d+ steps/ }));
    await enter(page, panel(page).getByRole("button", { name: /Plug of blower B1/ }));
    await page.keyboard.press("Space");
    await kept(page);
    await page.goto(`${job}/paste`);
    await until(page, /Paste and pads is done/);
    await kept(page);

    await page.goto(`${job}/close`);
    await expect(title(page)).toHaveText("Put the cover on");
    await expect(gate).toHaveCount(0);
    await until(page, /^(Cover|Captive) screw/, (t) => (/^Clips/.test(t) ? "type:4" : "Space"));
    // a long one in a short hole is stopped, and noted
    await expect(panel(page).getByText("6 mm: this hole takes no other length.")).toBeVisible();
    await page.keyboard.press("2");
    await expect(panel(page).getByRole("heading", { name: "8 mm in a hole for 6 mm" })).toBeVisible();
    await accessible(page);
    await enter(page, panel(page).getByRole("button", { name: "All cover screws of 6 mm at once" }));
    await expect(panel(page).getByText("8 mm: this hole takes no other length.")).toBeVisible();
    await page.keyboard.press("2");
    await reload(page);
    await until(page, /First start/, (t) => (/^Look at the tray/.test(t) ? "type:1" : "Space"));
    await expect(panel(page).getByRole("heading", { name: "1 piece is left on the tray" })).toBeVisible();
    await page.keyboard.press("b");
    await until(page, /First start/, (t) => (/^Look at the tray/.test(t) ? "type:0" : "Space"));
    await until(page, /Close up is done/);
    await kept(page);
    await page.goto(`${job}/after`);
    await expect(page.getByRole("heading", { name: "B1 is not plugged in" })).toHaveCount(0);
  },
);

test("steps done while the server cannot be reached stay on the device and arrive later, once", async ({
  page,
  context,
}) => {
  const job = await newJob(page);
  await page.goto(`${job}/intake`);
  await expect(title(page)).toHaveText("Battery, from outside");
  await context.route("**/api/jobs/*/journal", (route) => route.abort());
  await page.keyboard.press("1");
  await expect(page.getByText("On this device, sends later")).toBeVisible();
  await page.reload();
  await expect(page.getByText("On this device, sends later")).toBeVisible();
  await expect(title(page)).toHaveText("Damage that was there");
  // sent, but the answer is lost: it is sent again and stands once
  await context.unroute("**/api/jobs/*/journal");
  let lost = 0;
  await context.route("**/api/jobs/*/journal", async (route) => {
    if (lost++ > 0) return route.continue();
    await route.fetch();
    await route.abort();
  });
  await kept(page);
  expect(lost).toBeGreaterThan(1);
  const sent = await page.request.post(`/api${job}/journal`, { data: { entries: [] } });
  const journal = (await sent.json()) as { value: { entries: { step: string }[] } };
  expect(journal.value.entries.map((e) => e.step)).toEqual(["intake:battery"]);
});

test("a swollen battery stops the job, and the ways page sets how it is worked", async ({ page }) => {
  const job = await newJob(page);
  await page.goto(`${job}/intake`);
  await page.keyboard.press("2");
  await expect(panel(page).getByRole("heading", { name: "The battery is swollen" })).toBeVisible();
  await expect(panel(page).getByRole("button", { name: /with a reason/ })).toHaveCount(0);
  await expect(panel(page).getByRole("button", { name: "Skip" })).toBeDisabled();
  await kept(page);
  // no load run either, until it was dealt with
  await page.goto(`${job}/before`);
  await expect(page.getByRole("heading", { name: "No load on a swollen battery" })).toBeVisible();
  await accessible(page);
  await page.getByRole("link", { name: "To the battery at intake" }).click();
  await page.getByRole("link", { name: "How this job is worked" }).click();
  await page.getByRole("radio", { name: "any order" }).check();
  await page.getByRole("button", { name: "Keep these ways" }).click();
  await expect(page.getByText("Kept", { exact: true })).toBeVisible();
  await page.goto("/ways");
  await expect(page.getByRole("radio", { name: "any order" })).not.toBeChecked();
  await accessible(page);
  await page.getByText("four", { exact: true }).click();
  await page.getByRole("button", { name: "Keep our own" }).click();
  // a way of one's own is written with its reason
  await expect(page.getByText("Write why this is your way.")).toBeVisible();
  await page.getByLabel("Why this is your way").fill("Soft boards in this house");
  await page.getByRole("button", { name: "Keep our own" }).click();
  await expect(page.getByText("Kept", { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole("radio", { name: "four" })).toBeChecked();
  await expect(page.getByText("Yours: Soft boards in this house")).toBeVisible();
  await page.getByText("three", { exact: true }).click();
  await page.getByRole("button", { name: "Take ours" }).click();
  await expect(page.getByRole("heading", { name: /All ways are ours so far/ })).toBeVisible();

  // how pads press back is the workshop's own, within sense
  const curves = page.getByRole("form", { name: "How pads press back" });
  await curves.getByLabel("Aim at, %, soft pads").fill("50");
  await curves.getByRole("button", { name: "Keep these curves" }).click();
  await expect(curves.getByRole("alert")).toHaveText("Least, target, most and limit must rise.");
  await curves.getByLabel("Aim at, %, soft pads").fill("30");
  await curves.getByRole("button", { name: "Keep these curves" }).click();
  await expect(curves.getByText("Curves kept")).toBeVisible();
  await page.reload();
  await expect(curves.getByLabel("Aim at, %, soft pads")).toHaveValue("30");
  await curves.getByRole("button", { name: "Back to ours" }).click();
  await curves.getByRole("button", { name: "Keep these curves" }).click();
  await expect(curves.getByText("Curves kept")).toBeVisible();
});
