import { lanternRow } from "../src/demo/scenario";
import { accessible, expect, panel, test, title } from "./journeys";

const jobOf = (tag: string) => `/jobs/${lanternRow.findIndex((j) => j.machine.tag === tag) + 1}`;

test("a forecast stays shut until the eye has spoken, and both stand beside the outcomes of past jobs", async ({
  page,
}) => {
  test.setTimeout(120_000);
  await page.goto("/forecasts");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^The forecast held in \d+ of 11 jobs\.\s*$/);
  await expect(
    page.getByRole("link", { name: /^LR-02: forecast \d+ to \d+.K cooler, measured \d+.K cooler, held\.$/ }),
  ).toBeVisible();
  await expect(page.getByRole("link", { name: /^LR-11: .* warmer, outside\.$/ })).toBeVisible();
  // X walks those outside, arrows all
  await page.keyboard.press("x");
  await expect(page.locator("a[aria-current=true]")).toHaveAccessibleName(/^LR-16: .* outside\.$/);
  await page.keyboard.press("x");
  await expect(page.locator("a[aria-current=true]")).toHaveAccessibleName(/^LR-11: /);
  await page.keyboard.press("ArrowRight");
  await expect(page.locator("a[aria-current=true]")).toHaveAccessibleName(/^LR-09: /);
  await accessible(page);

  // the inspection of LR-08 to its end
  await page.goto(`${jobOf("LR-08")}/strip`);
  const heading = title(page);
  const ask = page.getByLabel("How many kelvins cooler will it run?");
  await expect(heading).toBeVisible();
  for (let i = 0; i < 30 && (await ask.count()) === 0; i++) {
    const was = (await heading.textContent()) ?? "";
    await page.keyboard.press(
      /^(Fin stack|Blower)/.test(was) ? "4" : /^Paste on/.test(was) ? "2" : /^Pad/.test(was) ? "1" : "Space",
    );
    await expect(heading).not.toHaveText(was);
  }
  await expect(ask).toBeVisible();
  await expect(page.getByRole("list", { name: "What the work should give" })).toHaveCount(0);
  await ask.fill("lots");
  await expect(page.getByRole("alert").filter({ hasText: "From −50 to 100 K" })).toBeVisible();
  await ask.fill("18,5");
  await accessible(page);
  await page.getByRole("button", { name: "Say it" }).click();
  const list = page.getByRole("list", { name: "What the work should give" });
  await expect(list.getByText(/^Cleaning the fin stacks should give \d+.K \(\d+ to \d+\)/)).toBeVisible();
  await expect(ask).toHaveCount(0);
  await expect(page.getByText("On this device, sends later")).toHaveCount(0);

  await page.goto("/forecasts");
  await expect(page.getByText("Next: the run after of LR-08.")).toBeVisible();
  await page.getByRole("link", { name: "On with LR-08" }).click();
  await expect(list).toBeVisible();
  await expect(panel(page)).toBeVisible();
});
