import AxeBuilder from "@axe-core/playwright";
import { lanternRow } from "../src/demo/scenario";
import { barredOn, expect, looking as test, pick, type Page } from "./journeys";

/** Addresses of the demo's main views: its machines and their jobs are numbered as the scenario has them. */
function views(): Record<string, string> {
  const of = (tag: string) => lanternRow.findIndex((j) => j.machine.tag === tag) + 1;
  const stage = (tag: string, name: string) => `/jobs/${of(tag)}/${name}`;
  return {
    bench: "/",
    machines: "/machines",
    models: "/machines?way=model",
    intake: "/machines/new",
    machine: `/machines/${of("LR-02")}`,
    verdict: stage("LR-02", "verdict"),
    mixed: stage("LR-03", "verdict"),
    none: stage("LR-13", "verdict"),
    run: stage("LR-03", "after"),
    drop: stage("LR-14", "before"),
    alone: stage("LR-03", "before?view=alone"),
    map: stage("LR-02", "map"),
    heat: stage("LR-02", "heat"),
    photos: stage("LR-03", "photos"),
    layouts: "/layouts",
    materials: "/materials",
    forecasts: "/forecasts",
    history: `/machines/${of("LR-16")}/history`,
    "history of one": `/machines/${of("LR-02")}/history`,
    due: "/due",
    report: `/jobs/${of("LR-02")}/report`,
    search: "/search?q=fan",
    settings: "/settings",
    bring: "/bring",
    day: "/day",
    practice: "/practice",
    cases: "/practice/cases",
    ways: "/ways",
    network: "/network",
    audit: "/audit",
    join: "/join",
    locked: "/locked",
    strip: stage("LR-08", "strip"),
    paste: stage("LR-08", "paste"),
  };
}

const TAGS = ["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"];

/** What stands on a page that nobody could read aloud: pictures and gauges without words, numbers that are none. */
const unsaid = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const roles = ["img", "meter", "timer", "progressbar", "slider"].map((r) => `[role=${r}]`).join(",");
    const named = (e: Element) =>
      e.getAttribute("aria-label") ??
      (e.getAttribute("aria-labelledby") ?? "")
        .split(" ")
        .map((id) => document.getElementById(id)?.textContent ?? "")
        .join(" ");
    const pictures = [...document.querySelectorAll(roles)].filter((e) => !e.closest("[aria-hidden=true]"));
    // no number, one word over and over, signs that are not read, or numbers of nothing
    const odd = /\bNaN\b|undefined|\bnull\b|\[object/;
    const unheard = /\b(\w+), \1, \1\b|[→←▲▼●■|_]|^[\d\s.,%]+( of [\d\s.,]+)?$/;
    const inside = (h: Element) => [...h.querySelectorAll("button, a")];
    const said = (e: Element) => e.textContent.trim();
    return [
      ...pictures.filter((e) => named(e).trim().length < 4).map((e) => `no words: ${e.outerHTML.slice(0, 90)}`),
      ...pictures.filter((e) => odd.test(named(e))).map((e) => `odd words: ${named(e)}`),
      ...pictures.filter((e) => unheard.test(named(e))).map((e) => `not said: ${named(e)}`),
      // what is pressed is no part of a heading's words, unless it is all of them
      ...[...document.querySelectorAll("h1, h2, h3")]
        .filter((h) => inside(h).some((e) => said(e) !== said(h)))
        .map((h) => `heading with more in it: ${said(h)}`),
      ...(odd.test(document.body.innerText) ? [`odd text: ${odd.exec(document.body.innerText)?.[0] ?? ""}`] : []),
    ];
  });

for (const part of [0, 1, 2]) {
  const which = ["first", "second", "third"][part] ?? "";
  test(`every main view is accessible, quiet, whole at every width and under a strict policy, ${which} part`, async ({
    browser,
  }) => {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, reducedMotion: "reduce" });
    const page = await context.newPage();
    const complaints: string[] = [];
    page.on("console", (m) => m.type() === "error" && complaints.push(m.text()));
    page.on("pageerror", (e) => complaints.push(e.message));
    const barred = await barredOn(page);
    for (const [name, path] of Object.entries(views()).filter((_, i) => i % 3 === part)) {
      await page.setViewportSize({ width: 1280, height: 800 });
      await page.goto(path);
      await page.waitForLoadState("networkidle");
      // a page that is not alive yet holds a place for the focus of its tabs
      await expect(page.locator("button[aria-hidden=true]")).toHaveCount(0);
      expect([name, await unsaid(page)]).toEqual([name, []]);
      // colours of the other themes are held by the tokens (contrast.test)
      // no view holds frames of others, for which the results would be gathered in a second page
      const { violations } = await new AxeBuilder({ page }).setLegacyMode().withTags(TAGS).analyze();
      expect(violations.map((v) => `${name}: ${v.id} ${v.nodes.map((n) => n.target.join(" ")).join(", ")}`)).toEqual(
        [],
      );
      expect([name, await page.locator("[onclick], [onload], [onerror]").count()]).toEqual([name, 0]);
      // nothing reaches out of the page: at 1024, enlarged twice, and at 320, which is four times
      for (const width of [1024, 640, 320]) {
        await page.setViewportSize({ width, height: 768 });
        const out = () => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
        await expect.poll(out, { message: `${name} at ${width}`, timeout: 5000 }).toBeLessThanOrEqual(0);
      }
    }
    expect(complaints).toEqual([]);
    expect(barred).toEqual([]);
    await context.close();
  });
}

/** What the keyboard stands on: where its ring is drawn, or nothing. */
const ringed = (page: Page): Promise<string | null> =>
  page.evaluate(() => {
    const e = document.activeElement;
    if (!e || e === document.body) return null;
    const { outlineStyle, outlineWidth, boxShadow } = getComputedStyle(e);
    const ring = (outlineStyle !== "none" && parseFloat(outlineWidth) >= 1.5) || boxShadow !== "none";
    const { width, height } = e.getBoundingClientRect();
    const words = (e.getAttribute("aria-label") ?? e.textContent ?? "").trim().slice(0, 40);
    return `${e.tagName} ${words}${ring ? "" : " WITHOUT A RING"}${width * height > 1 ? "" : " UNSEEN"}`;
  });

test("the keyboard reaches what there is, sees where it stands, and is held nowhere", async ({ page }) => {
  const { verdict, strip, practice, network, day, materials } = views();
  for (const path of [verdict, strip, practice, network, day, materials]) {
    await page.goto(path ?? "/");
    await page.waitForLoadState("networkidle");
    // radios and tabs of one group count once: arrows go on inside them
    const all = await page.evaluate(
      () =>
        [...document.querySelectorAll<HTMLElement>("a[href],button:enabled,input:enabled,textarea:enabled")].filter(
          (e) => e.tabIndex >= 0 && e.offsetParent !== null && !["radio", "tab"].includes(e.getAttribute("role") ?? ""),
        ).length,
    );
    const met: string[] = [];
    for (let n = 0; n < Math.min(all, 40); n++) {
      await page.keyboard.press("Tab");
      const on = await ringed(page);
      if (on !== null) met.push(on);
    }
    expect([path, met.filter((m) => /WITHOUT|UNSEEN/.test(m))]).toEqual([path, []]);
    expect([path, met.length]).toEqual([path, expect.closeTo(Math.min(all, 40), -0.4)]);
  }
});

test("nothing moves by itself for those who asked for that", async ({ browser }) => {
  const moving = async (reducedMotion: "reduce" | "no-preference") => {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, reducedMotion });
    const page = await context.newPage();
    const found: string[] = [];
    const { bench, verdict, paste, "history of one": history } = views();
    for (const path of [bench, verdict, paste, history]) {
      await page.goto(path ?? "/");
      await page.waitForLoadState("networkidle");
      // a bar of which only is known that work goes on is shown for moments: one is put there
      const here = await page.evaluate(() => {
        document.body.insertAdjacentHTML("beforeend", '<div class="under-way"></div>');
        const longest = (durations: string) => Math.max(...durations.split(",").map((d) => parseFloat(d)));
        return [...document.querySelectorAll("*")].flatMap((e) =>
          [null, "::before", "::after"].flatMap((part) => {
            const { transitionDuration, animationName, animationDuration, scrollBehavior } = getComputedStyle(e, part);
            const moves =
              longest(transitionDuration) > 0 ||
              (animationName !== "none" && longest(animationDuration) > 0) ||
              scrollBehavior === "smooth";
            return moves ? [`${e.tagName}.${e.getAttribute("class") ?? ""}`.slice(0, 60)] : [];
          }),
        );
      });
      found.push(...here.map((e) => `${path}: ${e}`));
    }
    await context.close();
    return found;
  };
  expect((await moving("no-preference")).filter((e) => e.includes("under-way"))).toHaveLength(4);
  expect(await moving("reduce")).toEqual([]);
});

test("begins in the theme of the machine, without a complaint", async ({ browser }) => {
  const context = await browser.newContext({ colorScheme: "dark" });
  const page = await context.newPage();
  const complaints: string[] = [];
  page.on("console", (m) => m.type() === "error" && complaints.push(m.text()));
  await page.goto("/");
  await page.waitForLoadState("networkidle");
  await expect(page.locator("html")).toHaveAttribute("data-theme", "dark");
  expect(complaints).toEqual([]);
  await context.close();
});

test("a theme is picked for the bench lamp and kept, the words have a glossary", async ({ page }) => {
  await page.goto("/");
  await pick(page.getByRole("button", { name: /^Theme/ }), "Bright, for a bench lamp");
  await page.reload();
  await expect(page.locator("html")).toHaveAttribute("data-theme", "lamp");
  await page.keyboard.press("?");
  await page.getByRole("link", { name: "Glossary" }).click();
  await expect(page.getByRole("term").filter({ hasText: "Bond line" })).toBeVisible();
});

test("the bench is worked by keys", async ({ page }) => {
  await page.goto("/");
  await page.keyboard.press("?");
  await expect(page.getByRole("heading", { name: "Keys" })).toBeVisible();
  await page.keyboard.press("Escape");
  await page.keyboard.press("1");
  await page.waitForURL(/jobs\/\d+/);
});

test("a lost path is the first thing said, and leaving it needs a reason", async ({ page }) => {
  const { mixed } = views();
  await page.goto(mixed ?? "");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Improved, but contact got worse: reopen");
  await expect(page.getByText(/the plate leans/).first()).toBeVisible();
  await page.getByRole("tab", { name: /Graphics chip/ }).click();
  await expect(page.getByRole("img", { name: /Heat ladder/ })).toBeVisible();
  await page.getByRole("button", { name: "Leave it, with reason" }).click();
  await page.getByRole("button", { name: "Set the date and close" }).click();
  await expect(page.getByRole("dialog").getByRole("alert")).toContainText("A path got worse");
  await page.getByRole("button", { name: "Back" }).click();
  await expect(page.getByRole("dialog")).toBeHidden();
});
