import AxeBuilder from "@axe-core/playwright";
import { test as base, expect as expects, type Locator, type Page } from "@playwright/test";
import { App } from "./app";

export { expect, type Locator, type Page } from "@playwright/test";

/** A journey that kills its server, takes it off the network or works on what it keeps in memory: one of its own. */
export const alone = base.extend<{ app: App }>({
  app: async ({}, provide) => {
    const app = await App.start("demo");
    await provide(app);
    app.stop();
  },
  baseURL: async ({ app }, provide) => {
    await provide(app.url);
  },
});

/** A look at the built application that changes nothing: those of one worker share a server and its database. */
export const looking = base.extend<object, { app: App }>({
  app: [
    async ({}, provide) => {
      const app = await App.start("demo");
      await provide(app);
      app.stop();
    },
    { scope: "worker" },
  ],
  baseURL: async ({ app }, provide) => {
    await provide(app.url);
  },
});

/** A journey through the built application: those of one worker share a server; each begins with the demo. */
export const test = base.extend<{ app: App }, { served: App }>({
  served: [
    async ({}, provide) => {
      const app = await App.start("demo");
      await provide(app);
      app.stop();
    },
    { scope: "worker" },
  ],
  app: async ({ served }, provide) => {
    await served.anew();
    await provide(served);
  },
  baseURL: async ({ app }, provide) => {
    await provide(app.url);
  },
});

/** Picks an option of a list as a hand would: opens it, chooses by its words. */
export async function pick(list: Locator, option: string | RegExp): Promise<void> {
  await list.click();
  await list.page().getByRole("option", { name: option }).click();
}

/** The panel of a stage of handwork, and the step it shows. */
export const panel = (page: Page): Locator => page.getByRole("complementary", { name: "Step at hand" });
export const title = (page: Page): Locator => panel(page).getByRole("heading", { level: 1 });

/** What the policy of any page that is opened from now on bars, told as it happens. */
export async function barredOn(page: Page): Promise<string[]> {
  const barred: string[] = [];
  await page.exposeFunction("barredHere", (what: string) => barred.push(what));
  await page.addInitScript(() => {
    document.addEventListener("securitypolicyviolation", (e) => {
      const tell = (window as unknown as { barredHere: (what: string) => void }).barredHere;
      tell(`${location.pathname}: ${e.violatedDirective} ${e.blockedURI} ${e.sample}`);
    });
  });
  return barred;
}

/**
 * Asks axe of the page as it stands. Colours, which take it longest, are asked once a view (looks.spec) and of the
 * tokens in every theme (contrast.test).
 */
export async function accessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode()
    .withTags(["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"])
    .disableRules(["color-contrast"])
    .analyze();
  expects(violations.map((v) => `${v.id} ${v.nodes.map((n) => n.target.join(" ")).join(", ")}`)).toEqual([]);
}

/** Goes on by Tab alone until the keyboard stands on a thing; what cannot be reached so fails by its name. */
export async function reach(page: Page, on: Locator): Promise<void> {
  await expects(on).toBeVisible();
  for (let n = 0; n < 120; n++) {
    if (await on.evaluate((e) => e === document.activeElement)) return;
    await page.keyboard.press("Tab");
  }
  throw new Error(`the keyboard does not reach ${on.toString()}`);
}

/** Presses a button, link or box that was reached by Tab. */
export async function press(page: Page, on: Locator, key: "Enter" | "Space" = "Enter"): Promise<void> {
  await reach(page, on);
  await page.keyboard.press(key);
}

/** Types into a field that was reached by Tab, over what stands there. */
export async function write(page: Page, field: Locator, text: string): Promise<void> {
  await reach(page, field);
  await page.keyboard.press("ControlOrMeta+a");
  await page.keyboard.type(text);
}
