import { spawn, execFileSync } from "node:child_process";
import { mkdirSync, rmSync } from "node:fs";
import { chromium, type Page } from "@playwright/test";

/** One current picture of each main view from the demo data, 1280 x 800, into docs/screenshots. Needs a build. */
const PORT = 3177;
const base = `http://127.0.0.1:${PORT}`;
const DB = "var/screenshots.db";
const OUT = "docs/screenshots";

interface Shot {
  name: string;
  /** Machine whose newest job is opened, or a path. */
  at: { tag: string; stage: string } | { path: string };
  theme?: "dark";
  act?: (page: Page) => Promise<void>;
}

const shots: Shot[] = [
  { name: "bench", at: { path: "/" } },
  { name: "intake", at: { path: "/machines/new" } },
  { name: "machine", at: { tag: "LR-02", stage: "machine" } },
  {
    name: "import",
    at: { tag: "LR-08", stage: "after" },
    act: async (page) => {
      await page.setInputFiles("input[type=file]", "demo-files/lr08-after.csv");
      await page.getByRole("heading", { name: /rows read/ }).waitFor();
      await page.getByLabel("Room, start").fill("21.5");
      await page.getByLabel("Room, end").fill("21.5");
      await page.getByLabel("Power mode").fill("Balanced");
    },
  },
  { name: "triage", at: { tag: "LR-03", stage: "before?view=alone" } },
  {
    name: "explain",
    at: { tag: "LR-02", stage: "verdict" },
    act: async (page) => {
      await page.getByRole("button", { name: "How was this found?" }).click();
      await page.getByRole("heading", { name: /Time constants/ }).waitFor();
    },
  },
  { name: "run", at: { tag: "LR-03", stage: "after" } },
  { name: "verdict", at: { tag: "LR-02", stage: "verdict" } },
  { name: "verdict-dark", at: { tag: "LR-02", stage: "verdict" }, theme: "dark" },
  { name: "verdict-mixed", at: { tag: "LR-03", stage: "verdict" } },
  { name: "verdict-pinned", at: { tag: "LR-07", stage: "verdict" } },
  { name: "verdict-none", at: { tag: "LR-13", stage: "verdict" } },
];

async function main(): Promise<void> {
  mkdirSync(OUT, { recursive: true });
  for (const end of ["", "-wal", "-shm"]) rmSync(DB + end, { force: true });
  const env = { ...process.env, OVRANT_DB: DB, NEXT_TELEMETRY_DISABLED: "1" };
  execFileSync("npm", ["run", "--silent", "ovrant", "--", "demo"], { env, stdio: "inherit" });
  const server = spawn("node_modules/.bin/next", ["start", "-H", "127.0.0.1", "-p", String(PORT)], { env, stdio: "ignore", detached: true });
  try {
    for (let i = 0; i < 100 && !(await fetch(base).then((r) => r.ok, () => false)); i++) await new Promise((r) => setTimeout(r, 200));
    const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium", args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"] });
    const only = process.argv.slice(2);
    for (const shot of shots.filter((s) => only.length === 0 || only.includes(s.name))) {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, colorScheme: shot.theme ?? "light", reducedMotion: "reduce" });
      const page = await context.newPage();
      await page.goto(base + (await pathOf(page, shot.at)));
      await page.waitForLoadState("networkidle");
      await shot.act?.(page);
      await page.waitForTimeout(400);
      await page.screenshot({ path: `${OUT}/${shot.name}.png` });
      await context.close();
    }
    await browser.close();
  } finally {
    if (server.pid) process.kill(-server.pid, "SIGKILL");
  }
}

async function pathOf(page: Page, at: Shot["at"]): Promise<string> {
  if ("path" in at) return at.path;
  await page.goto(`${base}/machines`);
  await page.getByRole("link", { name: new RegExp(at.tag) }).click();
  await page.waitForURL(/machines\/\d+/);
  if (at.stage === "machine") return new URL(page.url()).pathname;
  const href = (await page.locator("main ul a").first().getAttribute("href")) ?? "";
  return href.replace(/[^/]+$/, at.stage);
}

await main();
