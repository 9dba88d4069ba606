import { chromium, type Page } from "@playwright/test";
const [, , name, path, width = "1280", theme = "light", act = ""] = process.argv;
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox", "--disable-gpu"] });
const ctx = await browser.newContext({ viewport: { width: Number(width), height: 800 }, reducedMotion: "reduce" });
await ctx.addInitScript((t) => localStorage.setItem("theme", t), theme);
const page: Page = await ctx.newPage();
page.setDefaultTimeout(20000);
await page.goto("http://127.0.0.1:3199" + path);
await page.waitForLoadState("networkidle");
if (act) { const f = new Function("page", `return (async () => { ${act} })()`); try { await f(page); } catch (e) { console.log("ACT", String(e).slice(0, 400)); } }
await page.waitForTimeout(500);
await page.screenshot({ path: `/tmp/looks/${name}.png` });
await browser.close();
