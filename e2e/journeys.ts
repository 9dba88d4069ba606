import { test as base, type Locator } from "@playwright/test";
import { App } from "./app";

export { expect, type Locator, type Page } from "@playwright/test";

/** A journey through the built application, on a server and a copy of the demo's database of its own. */
export const test = base.extend<{ app: App }>({
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

/** Picks an option of a list as a hand would: opens it, chooses by its words. */
export async function pick(list: Locator, option: string | RegExp): Promise<void> {
  await list.click();
  await list.page().getByRole("option", { name: option }).click();
}
