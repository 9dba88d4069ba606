import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium, type Browser, type Page } from "@playwright/test";
import { CHROMIUM } from "../../scripts/chromium";
import Database from "better-sqlite3";
import { lanternRow } from "../../src/demo/scenario";
import { ready, serve, stop } from "../served";

const PORT = 4391;
const base = `http://127.0.0.1:${PORT}`;

interface Entry {
  id: string;
  step: string;
  act: string;
}

/**
 * Two tablets lose their link and take the same machine through a whole stage, step by step over so many minutes; one
 * is loaded anew in the middle. When the link is back every step stands in the journal once, and both show the same.
 */
export async function twoTablets(minutes: number): Promise<boolean> {
  const folder = mkdtempSync(join(tmpdir(), "ovrant-tablets-"));
  const path = join(folder, "tablets.db");
  execFileSync(process.execPath, ["bin/ovrant.mjs", "demo"], {
    env: { ...process.env, OVRANT_DB: path },
    stdio: "ignore",
  });
  const jobId = lanternRow.findIndex((j) => j.machine.tag === "LR-08") + 1;
  const stage = `${base}/jobs/${jobId}/strip`;
  const server = serve(path, PORT);
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: ARGS });
  try {
    await ready(PORT);
    const tablets = await Promise.all([tablet(browser, stage), tablet(browser, stage)]);
    for (const t of tablets) await t.context().setOffline(true);
    const [first, second] = await Promise.all(tablets.map((t, i) => through(t, (minutes * 60_000) / 20, i)));
    const made = await Promise.all(tablets.map(waiting));
    for (const t of tablets) await t.context().setOffline(false);
    for (const t of tablets) await t.goto(stage);
    for (let i = 0; i < 300 && (await Promise.all(tablets.map(waiting))).flat().length; i++) await sleep(200);
    const left = (await Promise.all(tablets.map(waiting))).flat().length;
    const db = new Database(path, { readonly: true });
    const rows = db.prepare("SELECT id FROM journal WHERE job_id = ?").all(jobId) as { id: string }[];
    db.close();
    const ids = rows.map((r) => r.id);
    const lost = made.flat().filter((e) => !ids.includes(e.id)).length;
    const doubled = ids.length - new Set(ids).size;
    const shown = await Promise.all(tablets.map(titleAfter(stage)));
    console.log(`two tablets without a link for ${minutes} min, each through the stage: ${first} and ${second} steps`);
    console.log(`  made ${made[0]?.length ?? 0} and ${made[1]?.length ?? 0} entries; still waiting ${left}`);
    console.log(`  lost ${lost}, doubled ${doubled}; they show "${shown[0]}" and "${shown[1]}"`);
    return lost + doubled + left === 0 && shown[0] === shown[1] && made.every((m) => m.length > 3);
  } finally {
    await browser.close();
    stop(server, "SIGKILL");
    await sleep(300);
    rmSync(folder, { recursive: true, force: true });
  }
}

const ARGS = ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking"];

const sleep = (ms: number) => new Promise((r) => setTimeout(r, ms));

const panel = (page: Page) => page.getByRole("complementary", { name: "Step at hand" });
const shownBy = (page: Page): Promise<string> =>
  panel(page).evaluate(
    (e) => `${e.querySelector("h1")?.textContent ?? ""}|${/Step \d+ of \d+/.exec(e.textContent)?.[0] ?? ""}`,
  );

/** A device of its own, at the stage, which it keeps. */
async function tablet(browser: Browser, stage: string): Promise<Page> {
  const page = await (await browser.newContext({ serviceWorkers: "allow" })).newPage();
  await page.goto(base);
  await page.goto(stage);
  const kept = () => page.evaluate(async (u) => Boolean(await (await caches.open("ovrant-pages")).match(u)), stage);
  for (let i = 0; i < 300 && !(await kept()); i++) await sleep(200);
  return page;
}

/** Goes through every step by keys, resting between them; gives back how many. */
async function through(page: Page, restMs: number, which: number): Promise<number> {
  for (let n = 0; n < 60; n++) {
    if (!(await wentOn(page, which))) return n;
    await sleep(restMs);
    // one of them is shut and opened again on the way
    if (which === 1 && n === 3) await page.reload();
  }
  return 60;
}

/** Settles the step at hand: by the key that does it, or by one of its answers; false where none does. */
async function wentOn(page: Page, which: number): Promise<boolean> {
  await panel(page).getByRole("heading").first().waitFor();
  const was = await shownBy(page);
  for (const key of ["Space", String(2 + which), "1", "Enter"]) {
    await page.keyboard.press(key);
    for (let i = 0; i < 20; i++) {
      if ((await shownBy(page)) !== was) return true;
      await sleep(60);
    }
  }
  return false;
}

/** What waits on a device. */
const waiting = (page: Page): Promise<Entry[]> =>
  page.evaluate(
    () =>
      new Promise<Entry[]>((done, failed) => {
        const open = indexedDB.open("ovrant-journal");
        open.onerror = () => failed(new Error("the outbox cannot be opened"));
        open.onsuccess = () => {
          const all = open.result.transaction("waiting").objectStore("waiting").getAll();
          all.onsuccess = () => {
            open.result.close();
            done(all.result as Entry[]);
          };
        };
      }),
  );

const titleAfter =
  (stage: string) =>
  async (page: Page): Promise<string> => {
    await page.goto(stage);
    await panel(page).getByRole("heading").first().waitFor();
    await sleep(1500);
    return shownBy(page);
  };
