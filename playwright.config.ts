import { defineConfig } from "@playwright/test";
import { CHROMIUM } from "./scripts/chromium";

/** Flags that keep Debian's Chromium from calling out. */
const args = [
  "--no-sandbox",
  // the workshop's own name, as a tablet on its network has it
  "--host-resolver-rules=MAP bench.test 127.0.0.1",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
];

export default defineConfig({
  testDir: "e2e",
  globalSetup: "./e2e/prepare.ts",
  fullyParallel: true,
  // a journey waits as much as it works
  workers: 3,
  timeout: 300_000,
  // slow disks are no fault of the interface
  expect: { timeout: 30_000 },
  forbidOnly: true,
  reporter: [["list"], ["json", { outputFile: ".reports/browser.json" }]],
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 30_000,
    navigationTimeout: 60_000,
    // pages kept on the device have a journey of their own
    serviceWorkers: "block",
    trace: process.env.TRACE ? "retain-on-failure" : "off",
    launchOptions: { executablePath: CHROMIUM, args },
  },
});
