import { spawn, execFileSync } from "node:child_process";
import { mkdirSync, rmSync } from "node:fs";
import { parseArgs } from "node:util";
import { codeOf } from "../src/core/learn/practice";
import { lanternRow } from "../src/demo/scenario";
import { chromium, type Page } from "@playwright/test";
import { CHROMIUM } from "./chromium";
import sharp from "sharp";

/**
 * npm run screenshots [views …] [-- --theme dark --width 1024 --out var/looks]
 *
 * One current picture of each main view from the demo data, 1280 x 800, into docs/screenshots. Needs a build.
 */
const { values: asked, positionals: only } = parseArgs({
  allowPositionals: true,
  options: {
    theme: { type: "string", default: "light" },
    width: { type: "string", default: "1280" },
    out: { type: "string", default: "docs/screenshots" },
  },
});
const PORT = 3177;
const base = `http://127.0.0.1:${PORT}`;
const DB = "var/screenshots.db";

interface Shot {
  name: string;
  /** Machine whose newest job is opened, or a path. */
  at: { tag: string; stage: string } | { path: string };
  act?: (page: Page) => Promise<void>;
}

const shots: Shot[] = [
  { name: "bench", at: { path: "/" } },
  { name: "rack", at: { path: "/machines" } },
  {
    name: "import",
    at: { tag: "LR-14", stage: "before" },
    act: async (page) => {
      await page.setInputFiles("input[type=file]", "demo-files/lr14-before.csv");
      await page.getByRole("heading", { name: /rows read/ }).waitFor();
      await page.getByLabel("Room, start").fill("21.5");
      await page.getByLabel("Room, end").fill("21.5");
      await page.getByLabel("Power mode").fill("Balanced");
    },
  },
  { name: "triage", at: { tag: "LR-03", stage: "before?view=alone" } },
  { name: "map", at: { tag: "LR-02", stage: "map" } },
  { name: "heat", at: { tag: "LR-02", stage: "heat" } },
  { name: "verdict", at: { tag: "LR-02", stage: "verdict" } },
  { name: "verdict-mixed", at: { tag: "LR-03", stage: "verdict" } },
  { name: "forecast", at: { path: "/forecasts" } },
  { name: "history", at: { path: `/machines/${lanternRow.findIndex((j) => j.machine.tag === "LR-16") + 1}/history` } },
  { name: "report", at: { tag: "LR-02", stage: "report" } },
  { name: "practice", at: { path: "/practice" }, act: practised },
  { name: "pads", at: { tag: "LR-14", stage: "paste" }, act: padded },
  { name: "paste", at: { tag: "LR-14", stage: "paste" }, act: pasted },
  { name: "materials", at: { path: "/materials" } },
  { name: "close-up", at: { tag: "LR-14", stage: "close" }, act: closing },
  // the last: what it draws is the drawing of that job from then on
  { name: "editor", at: { tag: "LR-14", stage: "map" }, act: traced },
  // runs that go would stand on every other page
  { name: "day", at: { path: "/day" }, act: planned },
  { name: "run", at: { tag: "LR-08", stage: "after" }, act: running },
];

/** A run of the same machine as before, cleaned meanwhile, ten minutes into its load. */
async function running(page: Page): Promise<void> {
  const jobId = /jobs\/(\d+)/.exec(page.url())?.[1] ?? "";
  await fetch(`${base}/api/v1/jobs/${jobId}/runs`, {
    method: "POST",
    body: JSON.stringify({ kind: "after", standIn: { state: "sound", speed: 40 }, conditions: { roomStartC: 22.5 } }),
  });
  await page.goto(`${base}/jobs/${jobId}/after`);
  await page.getByText("1 of 4 met").or(page.getByText("2 of 4 met")).or(page.getByText("3 of 4 met")).waitFor();
  await page.getByText(/settling to/).waitFor();
  await page.waitForTimeout(5_000);
}

/** The day, planned. */
async function planned(page: Page): Promise<void> {
  await page.getByRole("button", { name: /^Plan the day/ }).click();
  await page.getByRole("heading", { name: /home by/ }).waitFor();
  await page.mouse.move(0, 0);
}

/** A photo made of the drawing itself, a little askew, squared up and laid under; the first parts traced on it. */
async function traced(page: Page): Promise<void> {
  const layouts = await (await fetch(`${base}/layouts`)).text();
  const ids = [...layouts.matchAll(/\/api\/layouts\/(\d+)\/file\?form=png/g)].map((m) => m[1]);
  const png = Buffer.from(
    await (await fetch(`${base}/api/layouts/${ids[2] ?? ids[0] ?? ""}/file?form=png`)).arrayBuffer(),
  );
  const photo = await sharp(png)
    .affine(
      [
        [1, 0.03],
        [-0.02, 0.97],
      ],
      { background: "#554a40" },
    )
    .extend({ top: 60, bottom: 60, left: 80, right: 80, background: "#554a40" })
    .jpeg({ quality: 88 })
    .toBuffer();
  const { width } = await sharp(photo).metadata();
  await page
    .getByRole("button", { name: /^Redraw|^Start drawing|^Edit|^Draw/ })
    .first()
    .click();
  const sheet = page.getByTestId("edit-sheet");
  await sheet.waitFor();
  await page.getByLabel("Photo to trace").setInputFiles({ name: "inside.jpg", mimeType: "image/jpeg", buffer: photo });
  const picture = page.getByAltText("The photo as taken");
  await picture.waitFor();
  const box = await picture.boundingBox();
  if (!box) throw new Error("no photo");
  const k = box.width / width;
  const corners: [string, number, number][] = [
    ["Top left", 0, 0],
    ["Top right", 356, 0],
    ["Bottom right", 356, 246],
    ["Bottom left", 0, 246],
  ];
  for (const [name, x, y] of corners) {
    const [u, v] = [(x + 8) * 5, (y + 8) * 5];
    const ring = await page.getByRole("button", { name: new RegExp(`^${name} corner`) }).boundingBox();
    if (!ring) throw new Error("no ring");
    await page.mouse.move(ring.x + ring.width / 2, ring.y + ring.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + (80 + u + 0.03 * v) * k, box.y + (60 + 37 - 0.02 * u + 0.97 * v) * k, { steps: 4 });
    await page.mouse.up();
  }
  await page.getByRole("button", { name: "Lay it under" }).click();
  await page.getByTestId("misfit").waitFor();
  const pane = await sheet.boundingBox();
  if (!pane) throw new Error("no sheet");
  const scale = Math.min((pane.width - 40) / (356 + 18), (pane.height - 36) / (246 + 18));
  const tap = (x: number, y: number) =>
    page.mouse.click(
      pane.x + 26 + (pane.width - 26 - 356 * scale) / 2 + x * scale,
      pane.y + 26 + (pane.height - 26 - 246 * scale) / 2 + y * scale,
    );
  await page.keyboard.press("b");
  await tap(62, 68);
  await page.keyboard.press("f");
  await tap(66, 16);
  await page.keyboard.press("h");
  for (const [x, y] of [
    [28, 9],
    [118, 9],
    [118, 73],
    [236, 73],
  ] as const)
    await tap(x, y);
  await page.keyboard.press("Shift+Enter");
  await page.mouse.move(pane.x + 4, pane.y + pane.height - 4);
}

/** In the first round of tightening. */
async function closing(page: Page): Promise<void> {
  for (let i = 0; i < 4; i++) {
    await page.keyboard.press("Space");
    await page.waitForTimeout(120);
  }
}

const panel = (page: Page) => page.getByRole("complementary", { name: "Step at hand" });

/** Opens the gate of the battery plug where it stands. */
async function pastGate(page: Page): Promise<void> {
  const open = panel(page).getByRole("button", { name: "Go on, with a reason" });
  if ((await open.count()) === 0) return;
  await open.click();
  await panel(page).getByRole("textbox").fill("Came in with its battery out");
  await panel(page).getByRole("button", { name: "Keep the reason" }).click();
}

/** Goes on by keys until a title comes. */
async function onTo(page: Page, wanted: RegExp, key: (title: string) => string): Promise<void> {
  for (let i = 0; i < 80; i++) {
    const title = (await panel(page).getByRole("heading", { level: 1 }).textContent()) ?? "";
    if (wanted.test(title)) return;
    await page.keyboard.press(key(title));
    await page.waitForTimeout(250);
  }
}

/** A tilted plate, taken for dried paste, mended in vain, and looked back on. */
async function practised(page: Page): Promise<void> {
  const code = codeOf({
    kind: "tessaly",
    level: "fair",
    faults: [{ kind: "lean", size: 4 / 7, chip: "cpu", part: "fins" }],
    complaint: "shuts-off",
    opened: false,
    logged: "all",
    seed: 7,
  });
  const post = async (path: string, body: unknown) => {
    const answer = await fetch(`${base}/api/practice/tries${path}`, { method: "POST", body: JSON.stringify(body) });
    return ((await answer.json()) as { value: { id: number } }).value;
  };
  const { id } = await post("", { learner: "AB", code });
  const presses = ["run", "lamp", "open", "paste", "close", "run"];
  for (const [after, press] of presses.entries()) await post(`/${id}/presses`, { press, after });
  await post(`/${id}/named`, { named: ["lean"] });
  await page.goto(`${base}/practice/${id}`);
  await page.getByText("Shortest way").waitFor({ timeout: 60_000 });
}

/** A pad a step too thick, and what it does. */
async function padded(page: Page): Promise<void> {
  await pastGate(page);
  await panel(page)
    .getByRole("radio", { name: /^1.5 mm/ })
    .click();
}

/** Both trials of the processor, in the middle of the first round. */
async function pasted(page: Page): Promise<void> {
  await pastGate(page);
  await onTo(page, /^Paste on/, () => "Space");
  await panel(page)
    .getByText(/^Lay a/)
    .waitFor({ timeout: 60_000 });
  await page
    .getByRole("region", { name: "Trial B" })
    .getByRole("img", { name: /wetted/ })
    .waitFor({ timeout: 60_000 });
  await page.waitForFunction(() => document.querySelectorAll("[role=progressbar]").length === 0, undefined, {
    timeout: 60_000,
  });
  await page.getByRole("slider", { name: "Time of the squeeze" }).fill("5");
}

const MORNING = 9;

async function main(): Promise<void> {
  mkdirSync(asked.out, { recursive: true });
  for (const end of ["", "-wal", "-shm"]) rmSync(DB + end, { force: true });
  // whenever the pictures are made, it is morning on them
  const ahead = new Date().getUTCHours() - MORNING;
  const TZ = `Etc/GMT${ahead < 0 ? ahead : `+${Math.min(12, ahead)}`}`;
  const env = { ...process.env, OVRANT_DB: DB, NEXT_TELEMETRY_DISABLED: "1", TZ };
  execFileSync("npm", ["run", "--silent", "ovrant", "--", "demo"], { env, stdio: "inherit" });
  const server = spawn(process.execPath, ["bin/serve.mjs", "127.0.0.1", String(PORT)], {
    env,
    stdio: "ignore",
    detached: true,
  });
  try {
    for (
      let i = 0;
      i < 100 &&
      !(await fetch(base).then(
        (r) => r.ok,
        () => false,
      ));
      i++
    )
      await new Promise((r) => setTimeout(r, 200));
    const browser = await chromium.launch({
      executablePath: CHROMIUM,
      args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
    });
    for (const shot of shots.filter((s) => only.length === 0 || only.includes(s.name))) {
      const context = await browser.newContext({
        viewport: { width: Number(asked.width), height: 800 },
        colorScheme: "light",
        reducedMotion: "reduce",
      });
      await context.addInitScript((theme) => localStorage.setItem("theme", theme), asked.theme);
      const page = await context.newPage();
      await page.goto(base + pathOf(shot.at));
      await page.waitForLoadState("networkidle");
      // an act that no longer fits its screen keeps no other picture from being taken
      const failed = await (shot.act?.(page) ?? Promise.resolve()).then(
        () => null,
        (e: unknown) => String(e).split("\n")[0],
      );
      await page.waitForTimeout(400);
      await page.screenshot({
        path: failed === null ? `${asked.out}/${shot.name}.png` : `var/${shot.name}-failed.png`,
      });
      await context.close();
      if (failed === null) continue;
      console.error(`${shot.name}: ${failed}; see var/${shot.name}-failed.png`);
      process.exitCode = 1;
    }
    await browser.close();
  } finally {
    if (server.pid) process.kill(-server.pid, "SIGKILL");
  }
}

function pathOf(at: Shot["at"]): string {
  if ("path" in at) return at.path;
  // machines and jobs are numbered as the scenario has them
  const n = lanternRow.findIndex((j) => j.machine.tag === at.tag) + 1;
  return `/jobs/${n}/${at.stage}`;
}

await main();
