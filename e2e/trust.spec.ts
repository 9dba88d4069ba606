import { connect } from "node:net";
import type { Browser } from "@playwright/test";
import { loadPath } from "../src/core/measure/protocol";
import { lanternRow } from "../src/demo/scenario";
import type { App } from "./app";
import { accessible, barredOn, expect, alone as test, type Page } from "./journeys";
import { tilted } from "./cases";

const PHRASE = "babebi dodudi fafefi kokuki lalelo mimumo";

/** A page on a device of its own, with cookies of its own. */
const device = async (browser: Browser): Promise<Page> =>
  (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();

/** Gives the digits of a PIN by keys. */
async function pin(page: Page, digits: string): Promise<void> {
  for (const d of digits) await page.keyboard.press(d);
}

/** Takes a tag, as soon as the page is alive, and gives its PIN. */
async function signIn(page: Page, tag: string, digits: string): Promise<void> {
  await take(page, tag);
  await pin(page, digits);
}

async function take(page: Page, tag: string): Promise<void> {
  await expect(async () => {
    await page.getByRole("button", { name: tag }).click();
    await expect(page.getByRole("heading", { name: /your PIN/ })).toBeVisible({ timeout: 1_000 });
  }).toPass();
}

const lock = (page: Page, initials: string) =>
  page.getByRole("button", { name: `${initials} works here: lock this bench` });

/** Locks the bench by its button, as soon as the page is alive. */
async function leave(page: Page, initials: string): Promise<void> {
  await expect(async () => {
    if (!page.url().includes("/locked")) await lock(page, initials).click({ timeout: 1_000 });
    await expect(page).toHaveURL(/\/locked/, { timeout: 2_000 });
  }).toPass();
}

/** Asks from within a page, with its cookies; what it is led to is followed. */
const ask = (page: Page, method: string, path: string, body?: unknown) =>
  page.evaluate(
    async ([m, p, b]) => {
      const answer = await fetch(p, {
        method: m,
        headers: { "content-type": "application/json" },
        ...(b === undefined ? {} : { body: JSON.stringify(b) }),
      });
      const type = answer.headers.get("content-type") ?? "";
      return { status: answer.status, type, path: new URL(answer.url).pathname, text: await answer.text() };
    },
    [method, path, body] as const,
  );

test("first start on the network: passphrase, tags, a bench that joins, signing in, roles, the lock and Stop", async ({
  page,
  app,
  browser,
}) => {
  // the machine Ovrant runs on needs nothing, and sets the workshop up
  await page.goto("/network");
  await expect(page.getByRole("heading", { name: "Set a passphrase first" })).toBeVisible();
  await accessible(page);
  await page.getByLabel("Passphrase").fill("too short");
  await page.getByRole("button", { name: "Set it" }).click();
  await expect(page.getByText("Six words at least; these are 2.")).toBeVisible();
  await page.getByLabel("Passphrase").fill(PHRASE);
  await page.getByRole("button", { name: "Set it" }).click();
  await expect(page.getByText("The passphrase is set.")).toBeVisible();
  for (const [initials, role, digits] of [
    ["HM", "Technician", "4712"],
    ["KW", "Learner", "8391"],
    ["FD", "Front desk", "2846"],
  ] as const) {
    await page.getByLabel("Initials").fill(initials);
    await page.getByRole("button", { name: /^Is a/ }).click();
    await page.getByRole("option", { name: role }).click();
    await page.getByLabel("First PIN").fill(digits);
    await page.getByRole("button", { name: "Hang a tag" }).click();
    await expect(page.getByText(`Tag ${initials} hangs on its hook.`)).toBeVisible();
  }
  const shown = await page.getByLabel(/^Digits \d{4}$/).textContent();

  // a tablet nobody knows sees one page, and nothing of the workshop in it
  const tablet = await device(browser);
  await tablet.goto(`${app.networkUrl}/machines`);
  await expect(tablet).toHaveURL(/\/join$/);
  expect(await tablet.content()).not.toMatch(/Lantern Row|Tessaly|LR-0/);
  await expect(tablet.getByText(shown ?? "none").first()).toBeVisible();
  await accessible(tablet);
  await tablet.getByLabel("Name of this bench").fill("Bench 3");
  await tablet.getByLabel("Workshop passphrase").fill("six words that are not it");
  await tablet.getByRole("button", { name: /Join the workshop/ }).click();
  await expect(tablet.getByText("That is not the workshop's passphrase.")).toBeVisible();
  await tablet.getByLabel("Workshop passphrase").fill(PHRASE);
  await tablet.keyboard.press("Enter");
  await expect(tablet).toHaveURL(/\/locked$/);
  await expect(tablet.getByRole("button", { name: "HM, technician" })).toBeVisible();
  expect(await tablet.content()).not.toMatch(/Lantern Row|Tessaly/);
  await accessible(tablet);

  // a run goes: its countdown and its Stop need no PIN
  const begun = await page.request.post(`${app.url}/api/v1/jobs/6/runs`, {
    data: { kind: "after", standIn: { state: "sound", speed: 60 }, conditions: { roomStartC: 22.5 } },
  });
  expect(begun.ok()).toBe(true);
  await expect(tablet.getByRole("timer")).toBeVisible();
  expect(await tablet.content()).not.toMatch(/Scene shop|Orrowby/);
  // on the smallest screen Stop is in sight over the tags, and nothing reaches out once a tag is taken
  await tablet.setViewportSize({ width: 320, height: 640 });
  await expect(tablet.getByRole("button", { name: /^Stop load/ })).toBeInViewport({ ratio: 1 });
  await take(tablet, "KW, learner");
  expect(await tablet.evaluate(() => document.documentElement.scrollWidth)).toBe(320);
  await tablet.setViewportSize({ width: 1280, height: 800 });
  await tablet.getByRole("button", { name: /^Stop load/ }).click();
  await expect(tablet.getByText(/to go; cools down|No run goes|to go; done/)).toBeVisible();

  // a learner: steps, but not the settings, nor closing
  await tablet.keyboard.press("2");
  await pin(tablet, "8390");
  await expect(tablet.getByText("That is not this tag's PIN.")).toBeVisible();
  await pin(tablet, "8391");
  await expect(tablet).toHaveURL(`${app.networkUrl}/`);
  await expect(tablet.getByRole("button", { name: "KW works here: lock this bench" })).toBeVisible();
  expect((await tablet.goto(`${app.networkUrl}/settings`))?.status()).toBe(403);
  await tablet.goto(`${app.networkUrl}/jobs/6`);
  const reopen = await ask(tablet, "POST", "/api/jobs/1/reopen", {});
  expect([reopen.status, reopen.text]).toEqual([403, expect.stringContaining("A technician does this.")]);
  await leave(tablet, "KW");
  await expect(tablet).toHaveURL(/\/locked\?back=/);
  await tablet.goBack();
  await expect(tablet).toHaveURL(/\/locked/);

  // the front desk looks and changes nothing; a technician may all, and the audit says who did what
  await signIn(tablet, "FD, front desk", "2846");
  await expect(tablet.getByRole("button", { name: "FD works here: lock this bench" })).toBeVisible();
  expect((await ask(tablet, "POST", "/api/practice/tries", { learner: "FD", level: "easy" })).status).toBe(403);
  await leave(tablet, "FD");
  await signIn(tablet, "HM, technician", "4712");
  await expect(tablet.getByRole("button", { name: "HM works here: lock this bench" })).toBeVisible();
  await tablet.getByRole("link", { name: "HM: change my PIN" }).click();
  await tablet.getByLabel("Your PIN now").fill("4712");
  await tablet.getByLabel("The new one").fill("5829");
  await accessible(tablet);
  await tablet.getByRole("button", { name: "Change it" }).click();
  await expect(tablet).toHaveURL(/\/locked/);
  await signIn(tablet, "HM, technician", "5829");
  await expect(tablet.getByRole("button", { name: "HM works here: lock this bench" })).toBeVisible();
  await tablet.goto(`${app.networkUrl}/audit`);
  await expect(tablet.getByRole("row", { name: /HM Bench 3 changed the own PIN/ })).toBeVisible();
  await expect(tablet.getByRole("row", { name: /FD Bench 3 signed out/ })).toBeVisible();
  await expect(tablet.getByRole("row", { name: /KW Bench 3 signed in/ })).toBeVisible();
  await accessible(tablet);

  // five wrong PINs rest one tag; the others do not
  await leave(tablet, "HM");
  await take(tablet, "KW, learner");
  for (let i = 0; i < 5; i++) {
    await pin(tablet, "0007");
    await expect(tablet.getByText(/That is not this tag's PIN|Tag KW rests/)).toBeVisible();
    await expect(tablet.getByLabel("0 digits given")).toBeVisible();
  }
  await expect(tablet.getByText(/Tag KW rests for 5 min/)).toBeVisible();
  await tablet.reload();
  await expect(tablet.getByRole("button", { name: "KW, learner, rests for a while" })).toBeDisabled();
  await signIn(tablet, "HM, technician", "5829");
  await expect(tablet.getByRole("button", { name: "HM works here: lock this bench" })).toBeVisible();

  // a lost tablet is sent away: whatever it does next, it is a stranger again
  await page.goto("/network");
  await page.getByRole("button", { name: "Send Bench 3 away" }).click();
  await expect(page.getByText("Bench 3 is sent away")).toBeVisible();
  await tablet.goto(`${app.networkUrl}/machines`);
  await expect(tablet).toHaveURL(/\/join$/);
});

/** Sets the workshop up for its network: the passphrase, and one tag for each of these. */
async function setUp(app: App, people: readonly (readonly [string, string, string])[]): Promise<void> {
  const give = (method: string, path: string, data: unknown) =>
    fetch(`${app.url}/api/trust/${path}`, {
      method,
      headers: { "content-type": "application/json" },
      body: JSON.stringify(data),
    });
  expect((await give("PUT", "passphrase", { passphrase: PHRASE })).status).toBe(200);
  for (const [initials, role, digits] of people)
    expect((await give("POST", "people", { initials, role, pin: digits })).status).toBe(200);
}

/** A tablet that joined. */
async function joined(tablet: Page, url: string): Promise<void> {
  await tablet.goto(`${url}/`);
  await tablet.getByLabel("Name of this bench").fill("Bench 3");
  await tablet.getByLabel("Workshop passphrase").fill(PHRASE);
  await tablet.keyboard.press("Enter");
  await expect(tablet).toHaveURL(/\/locked$/);
}

test.describe("without the server", () => {
  test.use({ serviceWorkers: "allow" });
  test("a tablet locks by itself, asks for the PIN itself, and sends each step in the name of who did it", async ({
    app,
    browser,
  }) => {
    await setUp(app, [
      ["HM", "technician", "4712"],
      ["KW", "learner", "8391"],
    ]);
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: "allow" });
    const tablet = await context.newPage();
    await joined(tablet, app.trustedUrl);
    for (const [initials, digits] of [
      ["KW, learner", "8391"],
      ["HM, technician", "4712"],
    ] as const) {
      if (await lock(tablet, "KW").isVisible()) await leave(tablet, "KW");
      await signIn(tablet, initials, digits);
      await expect(lock(tablet, initials.slice(0, 2))).toBeVisible();
    }
    await tablet.goto(`${app.trustedUrl}/jobs/6/strip`);
    const panel = tablet.getByRole("complementary", { name: "Step at hand" });
    await expect(panel.getByRole("heading").first()).toBeVisible();
    const kept = () =>
      tablet.evaluate(async (u) => Boolean(await (await caches.open("ovrant-pages")).match(u)), tablet.url());
    await expect.poll(kept, { timeout: 60_000 }).toBe(true);

    app.down();
    await panel.getByRole("button", { name: "The heatsink is off" }).click();
    await expect(tablet.getByRole("button", { name: /1 step not sent yet/ })).toBeVisible();
    await lock(tablet, "HM").click();
    await expect(tablet.getByText("The server does not answer.")).toBeVisible();
    await expect(panel).toHaveCount(0);
    await accessible(tablet);
    // loading the page again opens nothing
    await tablet.reload();
    await expect(tablet.getByText("The server does not answer.")).toBeVisible();
    await expect(panel).toHaveCount(0);
    await signIn(tablet, "KW, learner", "4712");
    await expect(tablet.getByText("That is not this tag's PIN.")).toBeVisible();
    await pin(tablet, "8391");
    await expect(panel.getByRole("heading", { level: 1 })).toHaveText(/Paste on the processor/);
    // the page was made for HM, and says who is at it now
    await expect(lock(tablet, "KW")).toBeVisible();
    await tablet.keyboard.press("2");
    await expect(tablet.getByRole("button", { name: /2 steps not sent yet/ })).toBeVisible();

    // what a tag did goes out once that tag is signed in with the server, and under no other
    await app.up();
    const entries = () =>
      app.rows("SELECT step, who FROM journal WHERE job_id = 6 AND (step = 'strip:look' OR step LIKE 'paste-was:%')");
    // the server had not heard of the lock and is told first: nobody goes on with what HM may
    await expect(tablet).toHaveURL(/\/locked/);
    await signIn(tablet, "HM, technician", "4712");
    await expect.poll(entries).toHaveLength(1);
    expect(entries()).toEqual([{ step: "strip:look", who: "HM" }]);
    await tablet.getByRole("button", { name: /1 step not sent yet/ }).click();
    await expect(tablet.getByText(/What KW did is sent once that tag signs in here/)).toBeVisible();
    await tablet.keyboard.press("Escape");
    await leave(tablet, "HM");
    await signIn(tablet, "KW, learner", "8391");
    await expect.poll(entries).toHaveLength(2);
    expect(entries()).toEqual(expect.arrayContaining([expect.objectContaining({ who: "KW" })]));
    await expect(tablet.getByRole("button", { name: /not sent yet/ })).toHaveCount(0);
    await context.close();
  });
});

/** The job whose verdict asks for more: its contact got worse. */
const mixed = lanternRow.findIndex((j) => j.machine.tag === "LR-03") + 1;

test("learner and front desk are told before what is not theirs: forms at rest, steps and places left out", async ({
  app,
  browser,
}) => {
  await setUp(app, [
    ["KW", "learner", "8391"],
    ["FD", "desk", "2846"],
  ]);
  const tablet = await device(browser);
  await joined(tablet, app.networkUrl);
  await signIn(tablet, "FD, front desk", "2846");
  await expect(lock(tablet, "FD")).toBeVisible();
  await tablet.goto(`${app.networkUrl}/jobs/6/strip`);
  const panel = tablet.getByRole("complementary", { name: "Step at hand" });
  await expect(panel.getByText("the front desk looks on", { exact: false })).toBeVisible();
  await expect(panel.getByRole("button", { name: "The heatsink is off" })).toBeDisabled();
  await tablet.keyboard.press("Space");
  await expect(tablet.getByText("Nothing was kept.")).toBeVisible();
  expect(app.rows("SELECT id FROM journal WHERE job_id = 6 AND step = 'strip:look'")).toEqual([]);
  await accessible(tablet);
  await tablet.goto(`${app.networkUrl}/machines/new`);
  await expect(tablet.getByText("A technician does this.")).toBeVisible();
  await expect(tablet.getByLabel("Model").first()).toBeDisabled();
  await tablet.getByRole("button", { name: "Places" }).click();
  await expect(tablet.getByRole("menuitem", { name: "Due" })).toBeVisible();
  await expect(tablet.getByRole("menuitem", { name: "Settings" })).toHaveCount(0);
  await tablet.keyboard.press("Escape");
  await leave(tablet, "FD");

  await signIn(tablet, "KW, learner", "8391");
  await expect(lock(tablet, "KW")).toBeVisible();
  await tablet.goto(`${app.networkUrl}/jobs/6/strip`);
  await expect(panel.getByRole("button", { name: "The heatsink is off" })).toBeEnabled();
  await tablet.goto(`${app.networkUrl}/jobs/${mixed}/verdict`);
  await expect(tablet.getByRole("button", { name: "Leave it, with reason" })).toBeDisabled();
  await expect(tablet.getByRole("button", { name: /[Rr]un after again/ })).toBeEnabled();
  await tablet.goto(`${app.networkUrl}/jobs/6/map`);
  await expect(tablet.getByRole("button", { name: "Edit" })).toBeDisabled();
  await tablet.goto(`${app.networkUrl}/materials`);
  await tablet.keyboard.press("n");
  await expect(tablet.getByRole("heading", { name: "New lot" })).toHaveCount(0);
  await accessible(tablet);

  // what a learner practises goes on their own record; the others look on
  await tablet.goto(`${app.networkUrl}/practice`);
  await expect(tablet.getByText("You practise as KW.", { exact: false })).toBeVisible();
  await tablet.getByLabel("Or by its code").fill(tilted);
  await tablet.keyboard.press("Enter");
  await expect(tablet.getByRole("heading", { level: 1 })).toHaveText(/nothing ordered yet/);
  const practised = tablet.url();
  expect(app.rows("SELECT learner FROM practice_tries")).toEqual([{ learner: "KW" }]);
  await leave(tablet, "KW");
  await signIn(tablet, "FD, front desk", "2846");
  await expect(lock(tablet, "FD")).toBeVisible();
  await tablet.goto(practised);
  await expect(tablet.getByText("KW practises here, and you look on.", { exact: false })).toBeVisible();
  await expect(tablet.getByRole("button", { name: /Load run 18 min/ })).toBeDisabled();
  await accessible(tablet);
});

test("wrong PINs are told to whose tag it is, one address stands for one page, and a link is taken back", async ({
  page,
  app,
  browser,
}) => {
  await setUp(app, [["KW", "learner", "8391"]]);
  const tablet = await device(browser);
  await joined(tablet, app.networkUrl);
  await take(tablet, "KW, learner");
  for (let i = 1; i <= 3; i++) {
    await pin(tablet, "0007");
    await expect(tablet.getByText(`${5 - i} more until it rests for a while.`)).toBeVisible();
  }
  await pin(tablet, "8391");
  const told = tablet.getByRole("region", { name: "Wrong PINs" });
  await expect(told.getByRole("alert")).toHaveText(/^3 wrong PINs were given for your tag/);
  await accessible(tablet);
  await tablet.getByRole("button", { name: /go on/ }).click();
  await expect(lock(tablet, "KW")).toBeVisible();
  // the framework's second name of a page, and the data of one, are nobody's
  for (const path of ["/_next/data/x/audit.json", "/_next/data/x/api/tables/journal.json"])
    expect([path, (await ask(tablet, "GET", path)).status]).toEqual([path, 404]);
  for (const path of ["/audit.rsc", "/settings.segments/_tree.segment.rsc", "/network/", "/audit"])
    expect([path, (await ask(tablet, "GET", path)).status]).toEqual([path, 403]);
  // a socket that asks for more than HTTP is closed
  expect(await upgraded(app.url)).toBe("closed");

  await page.goto(`${app.url}/jobs/1/report`);
  await page.getByRole("button", { name: "Make a link" }).click();
  const link = await page.getByLabel("Link for the owner").inputValue();
  const owner = await device(browser);
  const path = new URL(link).pathname;
  await owner.goto(`${app.networkUrl}${path}`);
  await expect(owner.getByRole("heading", { level: 1, name: /^Report of/ })).toBeAttached();
  await page
    .getByRole("list", { name: "Links that open this report" })
    .getByRole("button", { name: "Take back" })
    .click();
  await expect(page.getByRole("list", { name: "Links that open this report" })).toHaveCount(0);
  await owner.reload();
  await expect(owner.getByRole("heading", { name: "This link is over." })).toBeVisible();
});

/** Asks for a socket of another kind; what becomes of it. */
const upgraded = (url: string): Promise<string> =>
  new Promise((told) => {
    const { hostname, port } = new URL(url);
    const socket = connect(Number(port), hostname, () =>
      socket.write(
        `GET / HTTP/1.1\r\nHost: ${hostname}:${port}\r\nConnection: Upgrade\r\nUpgrade: websocket\r\n` +
          "Sec-WebSocket-Key: AAAAAAAAAAAAAAAAAAAAAA==\r\nSec-WebSocket-Version: 13\r\n\r\n",
      ),
    );
    socket.setTimeout(3_000, () => (socket.destroy(), told("open")));
    socket.on("close", () => told("closed"));
    socket.on("error", () => told("closed"));
  });

test("another name that leads here is not answered, and an owner's link opens one report until it ends", async ({
  page,
  app,
  browser,
}) => {
  for (const path of ["/", "/api/live", "/join", "/owner/x"]) {
    const answer = await page.request.get(`${app.url}${path}`, { headers: { host: "rebound.example" } });
    expect([path, answer.status()]).toEqual([path, 421]);
  }
  const made = await page.request.post(`${app.url}/api/jobs/1/owner`, { data: { days: 7 } });
  const { value } = (await made.json()) as { value: { path: string } };
  const owner = await device(browser);
  await owner.goto(`${app.networkUrl}${value.path}`);
  await expect(owner.getByRole("heading", { level: 1, name: /^Report of/ })).toBeAttached();
  await expect(owner.getByText(/shown until/)).toBeVisible();
  await accessible(owner);
  const pdf = await ask(owner, "GET", `${value.path}/report`);
  expect([pdf.status, pdf.type]).toEqual([200, "application/pdf"]);
  for (const path of ["/jobs/1/report", "/machines", "/audit"])
    expect([path, (await ask(owner, "GET", path)).path]).toEqual([path, "/join"]);
  for (const path of ["/api/jobs/1/report", "/api/photos/1"])
    expect([path, (await ask(owner, "GET", path)).status]).toEqual([path, 401]);
  await owner.goto(`${app.networkUrl}${value.path.slice(0, -9)}AAAAAAA~2`);
  await expect(owner.getByRole("heading", { name: "This link is over." })).toBeVisible();
});

test("the machine under test opens the load page by its run's own address, and nothing else", async ({
  page,
  app,
  browser,
}) => {
  const begun = await page.request.post(`${app.url}/api/v1/jobs/6/runs`, { data: { kind: "after" } });
  const { token } = (await begun.json()) as { token: string };
  const tested = await device(browser);
  await tested.goto(`${app.networkUrl}/load#${token}`);
  await expect(tested).toHaveURL(/\/join/);
  expect((await tested.goto(`${app.networkUrl}/load/0123456789ab#${token}`))?.status()).toBe(404);
  await expect(tested.getByText("This address opens no run.")).toBeVisible();
  await accessible(tested);
  expect((await tested.goto(`${app.networkUrl}${loadPath(token)}`))?.status()).toBe(200);
  await expect(tested.getByText("Run after")).toBeVisible();
  await expect(tested.getByText("Ready.")).toBeVisible();
  expect(await tested.content()).not.toMatch(/Lantern Row|Scene shop/);
});

/** Pages of every kind. */
const PAGES = [
  "/",
  "/day",
  "/machines",
  "/machines/1",
  "/machines/1/history",
  "/machines/new",
  "/due",
  "/layouts",
  "/materials",
  "/forecasts",
  "/ways",
  "/settings",
  "/search?q=paste",
  "/glossary",
  "/bring",
  "/load",
  "/network",
  "/audit",
  "/practice",
  "/practice/cases",
  "/jobs/1/verdict",
  "/jobs/1/map",
  "/jobs/1/heat",
  "/jobs/1/photos",
  "/jobs/1/report",
  "/jobs/1/ways",
  "/jobs/1/cutting",
  "/jobs/1/tray",
  "/jobs/1/before",
  "/jobs/1/after",
  "/jobs/3/strip",
  "/jobs/3/paste",
  "/no-such-page",
];

test("every page runs under a strict policy: no script without its nonce, and nothing is barred that is ours", async ({
  page,
  request,
}) => {
  // what pages show runs under it as well: looks.spec opens them
  for (const path of PAGES) {
    const policy = (await request.get(path)).headers()["content-security-policy"] ?? "";
    expect([path, policy]).toEqual([
      path,
      expect.stringMatching(/script-src 'self' 'nonce-[\w+/=]{22,}' 'strict-dynamic'/),
    ]);
    expect(policy).not.toMatch(/script-src[^;]*unsafe/);
  }
  const barred = await barredOn(page);
  // what runs by itself runs: a theme is chosen, a worker reckons
  await page.goto("/practice");
  await page.getByLabel("Your initials").fill("AB");
  await page.getByLabel("Your initials").press("Enter");
  await expect(page.getByText(/suspects are left|leads/)).toBeVisible();
  expect(barred).toEqual([]);
  // a script that is not ours does not run
  await page.evaluate(() => {
    const script = document.createElement("img");
    script.setAttribute("onerror", "window.ranAnyway = true");
    script.src = "data:,";
    document.body.append(script);
  });
  await expect.poll(() => barred.length).toBeGreaterThan(0);
  expect(await page.evaluate(() => "ranAnyway" in window)).toBe(false);
});
