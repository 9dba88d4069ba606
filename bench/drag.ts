import { spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium, type Page } from "@playwright/test";
import { CHROMIUM } from "../scripts/chromium";
import { emptyLayout, newPart, type Kind, type Layout, type Part } from "../src/core/drawing/parts";
import { database } from "../src/data/base/connection";
import { saveLayout, startLayout } from "../src/server/drawing/layouts";
import { intake } from "../src/server/workshop/machines";

const PORT = 3187;
const SECONDS = 3;

/** A sheet full of parts of every boxed kind that is drawn with detail. */
function crowded(count: number): Layout {
  const kinds: Kind[] = ["chip", "screw", "pad", "plug", "chip", "screw", "fins", "blower", "module", "clip"];
  const parts = Array.from({ length: count }, (_, i): Part => {
    const kind = kinds[i % kinds.length] ?? "pad";
    const size =
      kind === "blower"
        ? { wMm: 14, hMm: 14 }
        : kind === "fins"
          ? { wMm: 13, hMm: 6 }
          : kind === "module"
            ? { wMm: 12, hMm: 6 }
            : {};
    return {
      ...newPart(kind, `p${i + 1}`, kind === "pad" ? `P${i}` : "", 14 + (i % 25) * 13.6, 14 + Math.floor(i / 25) * 11),
      ...size,
    };
  });
  return { ...emptyLayout("Crowded 15", "", 356, 246), parts };
}

/** Frames the page paints while the hand moves, by the page's own frame clock; the slowest frame too. */
async function frames(page: Page, from: [number, number]): Promise<{ fps: number; slowestMs: number }> {
  await page.mouse.move(...from);
  await page.mouse.down();
  await page.mouse.move(from[0] + 6, from[1] + 6, { steps: 2 });
  await page.evaluate(
    "window.frames = []; window.going = true; requestAnimationFrame(function tick(t) { window.frames.push(t); if " +
      "(window.going) requestAnimationFrame(tick); })",
  );
  const end = Date.now() + SECONDS * 1000;
  for (let k = 0; Date.now() < end; k++)
    await page.mouse.move(from[0] + 40 + 60 * Math.sin(k / 9), from[1] + 20 + 30 * Math.cos(k / 7));
  const times = await page.evaluate<number[]>("window.going = false; window.frames");
  await page.mouse.up();
  const gaps = times.slice(1).map((t, i) => t - (times[i] ?? t));
  return {
    fps: (gaps.length * 1000) / ((times[times.length - 1] ?? 1) - (times[0] ?? 0)),
    slowestMs: Math.max(...gaps),
  };
}

/** `npm run bench -- drag [parts]`: frames a second in the built app while parts are dragged; needs a build. */
export async function benchDrag(args: string[]): Promise<void> {
  const count = Number(args[0] ?? 500);
  const folder = mkdtempSync(join(tmpdir(), "ovrant-drag-"));
  process.env.OVRANT_DB = join(folder, "drag.db");
  const taken = await intake({
    tag: "DRAG-1",
    model: "Crowded 15",
    complaint: "none",
    environment: "lint",
    form: "fifteen",
    limitC: 95,
  });
  if (!taken.ok) throw new Error(taken.problem.message);
  const started = await startLayout(taken.value.jobId, { from: "empty" });
  if (!started.ok) throw new Error(started.problem.message);
  const saved = await saveLayout(started.value.revisionId, { expects: 1, document: crowded(count) });
  if (!saved.ok) throw new Error(saved.problem.message);
  await (await database()).destroy();
  const server = spawn(process.execPath, ["bin/serve.mjs", "127.0.0.1", String(PORT)], {
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1" },
    stdio: "ignore",
    detached: true,
  });
  try {
    const base = `http://127.0.0.1:${PORT}`;
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
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${base}/jobs/${taken.value.jobId}/map?edit=1`);
    const sheet = page.getByTestId("edit-sheet");
    await sheet.waitFor();
    await page.waitForTimeout(1500);
    const box = await sheet.boundingBox();
    if (!box) throw new Error("no sheet");
    // the first part lies 14 mm in; its place follows from how the base is fitted
    const scale = Math.min((box.width - 40) / (356 + 18), (box.height - 36) / (246 + 18));
    const first: [number, number] = [
      box.x + 26 + (box.width - 26 - 356 * scale) / 2 + 14 * scale,
      box.y + 26 + (box.height - 26 - 246 * scale) / 2 + 14 * scale,
    ];
    const one = await frames(page, first);
    const name = await page.getByRole("button", { name: /^Undo: / }).textContent();
    await page.keyboard.press("u");
    await page.keyboard.press("Control+a");
    const all = await frames(page, first);
    const moved = await page.getByRole("button", { name: /^Undo: / }).textContent();
    console.log(`drawing of ${count} parts, ${SECONDS} s of dragging, page clock (60 at most)`);
    console.log(
      `  one part    ${one.fps.toFixed(1)} frames/s, slowest ${one.slowestMs.toFixed(0)} ms   (${name ?? "no step"})`,
    );
    console.log(
      `  ${count} parts   ${all.fps.toFixed(1)} frames/s, ` +
        `slowest ${all.slowestMs.toFixed(0)} ms   (${moved ?? "no step"})`,
    );
    if (
      Math.min(one.fps, all.fps) < 50 ||
      !/moved/.test(name ?? "") ||
      !new RegExp(`${count} parts moved`).test(moved ?? "")
    ) {
      console.log("  below the bar of 50");
      process.exitCode = 1;
    }
    await browser.close();
  } finally {
    if (server.pid) process.kill(-server.pid, "SIGKILL");
    rmSync(folder, { recursive: true });
  }
}
