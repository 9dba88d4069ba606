import type { Page } from "@playwright/test";
import {
  plainFormat,
  plainSensors,
  renderLog,
  simulate,
  standardRecipe,
  withFaults,
  type RigFaults,
  type RigFormat,
  type RigRecipe,
} from "../src/core/simulate";
import { wrenfell14 } from "../src/samples/rigs";

/** The text of a log made on the rig. */
export function rigLog(
  faults: Partial<RigFaults>,
  seed: number,
  format: Partial<RigFormat> = {},
  recipe: Partial<RigRecipe> = {},
): string {
  return renderLog(
    simulate(wrenfell14, withFaults(faults), { ...standardRecipe, roomC: 22, ...recipe }, plainSensors, seed),
    { ...plainFormat, ...format },
  );
}

/** Drops a file on the page as a hand would. */
export async function dropLog(page: Page, name: string, text: string): Promise<void> {
  const transfer = await page.evaluateHandle(
    ({ name, text }) => {
      const t = new DataTransfer();
      t.items.add(new File([text], name, { type: "text/csv" }));
      return t;
    },
    { name, text },
  );
  await page.getByTestId("drop-zone").dispatchEvent("drop", { dataTransfer: transfer });
}

let count = 0;

/** Takes a new machine in through the form and ends on its run before. */
export async function takeIn(page: Page, place: string, model = "Wrenfell 14", variant = ""): Promise<string> {
  const tag = `E2E-${process.pid}-${Date.now() % 1e6}-${count++}`;
  await page.goto("/machines/new");
  await page.getByLabel("Tag").fill(tag);
  await page.getByLabel("Model").fill(model);
  if (variant) await page.getByLabel("Variant").fill(variant);
  await page.getByLabel("Place or use").fill(place);
  await page.getByLabel("Throttle limit, °C").fill("95");
  await page.getByLabel("Complaint").fill("Fan loud all evening");
  await page.getByRole("button", { name: "Take it in" }).click();
  await page.waitForURL(/\/jobs\/\d+\/before/);
  return tag;
}

/** Drops the run before, gives its conditions, keeps it. */
export async function keepBefore(page: Page, text: string, name = "bench-before.csv"): Promise<void> {
  await dropLog(page, name, text);
  await page.getByRole("heading", { name: /rows read/ }).waitFor();
  await page.getByLabel("Room, start").fill("22");
  await page.getByLabel("Room, end").fill("22,0");
  await page.getByRole("button", { name: "Keep this log" }).click();
  await page.getByRole("heading", { name: /of load/ }).waitFor();
}

/** Goes to the run after by the rail: the handwork between is left out. */
export async function toRunAfter(page: Page): Promise<void> {
  await page
    .getByRole("link", { name: /^Run after/ })
    .first()
    .click();
  await page.waitForURL(/\/after$/);
}
