import { defineConfig } from "@playwright/test";

const port = Number(process.env.E2E_PORT ?? 3117);

/** Flags that keep Debian's Chromium from calling out. */
const args = [
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
];

export default defineConfig({
  testDir: "e2e",
  fullyParallel: true,
  workers: 2,
  timeout: 300_000,
  // slow disks are no fault of the interface
  expect: { timeout: 30_000 },
  forbidOnly: true,
  reporter: [["list"], ["json", { outputFile: ".reports/browser.json" }]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    trace: process.env.TRACE ? "retain-on-failure" : "off",
    launchOptions: { executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium", args },
  },
  webServer: {
    command: "rm -f var/e2e.db* && npm run --silent ovrant -- demo && npx next start -H 127.0.0.1 -p " + port,
    env: { OVRANT_DB: "var/e2e.db", NEXT_TELEMETRY_DISABLED: "1" },
    url: `http://127.0.0.1:${port}`,
    timeout: 240_000,
  },
});
