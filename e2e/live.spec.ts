import { spawn } from "node:child_process";
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { demoJournal } from "../src/demo/journal";
import { withFaults } from "../src/core/simulate";
import { wrenfell14Layout } from "../src/samples/layouts";
import { loadPath } from "../src/core/measure/protocol";
import { accessible, expect, pick, alone as test, type Page } from "./journeys";
import { takeIn } from "./logs";

/** A job fresh from intake, and its number. */
async function freshJob(page: Page, place: string): Promise<number> {
  await takeIn(page, place);
  return Number(/jobs\/(\d+)/.exec(page.url())?.[1]);
}

interface Going {
  url: string;
  runId: number;
  token: string;
}

/** Begins a live run as a program would. */
async function begin(url: string, jobId: number, more: object = {}): Promise<Going> {
  const answer = await fetch(`${url}/api/v1/jobs/${jobId}/runs`, {
    method: "POST",
    body: JSON.stringify({ kind: "before", conditions: { roomStartC: 22, roomEndC: 22 }, ...more }),
  });
  return { url, ...((await answer.json()) as { runId: number; token: string }) };
}

/** Posts one reading a second from one number to another, and gives the answer back. */
async function post({ url, runId, token }: Going, from: number, to: number, C = 50, lateS = 0) {
  const lines = Array.from({ length: to - from + 1 }, (_, i) =>
    JSON.stringify({ seq: from + i, t: from + i - 1 + lateS, "cpu.temperature": C + (i % 2), "cpu.power": 20 }),
  );
  const answer = await fetch(`${url}/api/v1/runs/${runId}/samples`, {
    method: "POST",
    headers: { authorization: `Bearer ${token}` },
    body: lines.join("\n"),
  });
  return (await answer.json()) as { acknowledged: number; state: string; missing: [number, number][] };
}

const act = ({ url, runId }: Going, what: string) =>
  fetch(`${url}/api/live/${runId}`, { method: "POST", body: JSON.stringify({ act: what }) });

test("a whole job on a machine that stands in: both runs, the service, and the verdict of what was done", async ({
  page,
  app,
}) => {
  const jobId = await freshJob(page, "Prompt desk");
  await page.getByRole("link", { name: "Run it live" }).click();
  await expect(page.getByRole("heading", { name: "Run before, live" })).toBeVisible();
  await page.getByLabel("Room, start").fill("22,5");
  await page.getByRole("radio", { name: /simulated/ }).click();
  await pick(page.getByLabel(/^What is wrong with it/), "Dust before the fins");
  await pick(page.getByLabel(/^How fast it runs/), "120 times as fast");
  await accessible(page);
  await page.getByRole("button", { name: "Begin the run" }).press("Enter");
  await expect(page.getByText("Slow part settled")).toBeVisible();
  await expect(page.getByText(/settling to/)).toBeVisible();
  await accessible(page);
  await expect(page.getByRole("heading", { name: "Enough to judge this run" })).toBeVisible();
  // it ends by itself, and is a run like any other
  await expect(page.getByRole("heading", { name: /15:00 of load, 1,501 readings/ })).toBeVisible();
  await expect(
    page
      .getByText("To the run after")
      .or(page.getByRole("link", { name: /^Open/ }))
      .first(),
  ).toBeVisible();

  // fins cleaned and paste laid anew, as the journal of a finished service has it
  const entries = demoJournal(wrenfell14Layout(), withFaults({ clog: 2.5 }), new Date().toISOString());
  for (let i = 0; i < entries.length; i += 40)
    expect(
      (await page.request.post(`/api/jobs/${jobId}/journal`, { data: { entries: entries.slice(i, i + 40) } })).ok(),
    ).toBe(true);

  await page.goto(`/jobs/${jobId}/after?live=1`);
  await expect(page.getByText("25 min, as before")).toBeVisible();
  await page.getByRole("radio", { name: /^Short/ }).click();
  await expect(page.getByText("the load is 7:00 shorter")).toBeVisible();
  await page.getByRole("radio", { name: /^Standard/ }).click();
  await page.getByLabel("Room, start").fill("22,5");
  await page.getByRole("radio", { name: /simulated/ }).click();
  await pick(page.getByLabel(/^How fast it runs/), "120 times as fast");
  await page.getByRole("button", { name: "Begin the run" }).click();
  await expect(page.getByText("dashed: the run before")).toBeVisible();
  await expect(page.getByRole("link", { name: /See the verdict/ })).toBeVisible({ timeout: 60_000 });
  await page.goto(`/jobs/${jobId}/verdict`);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Improved");
  const paths = app.rows(`select result_json from verdicts where job_id = ${jobId}`) as { result_json: string }[];
  const [contact, airflow] =
    (JSON.parse(paths[0]?.result_json ?? "{}") as { chips: { paths: { finding: string }[] }[] }).chips[0]?.paths ?? [];
  expect([contact?.finding, airflow?.finding]).toEqual(["same", "better"]);
});

test("a lost link rests the load; what was acknowledged outlives kill -9, and the run goes on", async ({
  page,
  app,
}) => {
  const jobId = await freshJob(page, "Box office");
  const run = await begin(app.url, jobId);
  expect(await post(run, 1, 40)).toMatchObject({ acknowledged: 40, state: "idle" });
  await act(run, "load-now");
  expect(await post(run, 41, 60)).toMatchObject({ acknowledged: 60, state: "load" });
  await page.goto(`/jobs/${jobId}/before`);
  await expect(page.getByText("Jump at load on caught").or(page.getByText("No jump at load on"))).toBeVisible();
  // nothing comes for a while
  await expect(page.getByText("The link to the machine is lost.")).toBeVisible();
  expect(await post(run, 61, 70, 50, 12)).toMatchObject({ acknowledged: 70, state: "load" });
  await expect(page.getByText("The link to the machine is lost.")).toHaveCount(0);

  await app.killAndServe();
  // the page finds its way back by itself
  await expect(page.getByText("server does not answer")).toHaveCount(0);
  expect(await post(run, 65, 72, 50, 12)).toMatchObject({ acknowledged: 72, state: "load", missing: [] });
  expect(
    app.rows(`select count(*) as n, count(distinct seq) as of from live_samples where run_id = ${run.runId}`),
  ).toEqual([{ n: 72, of: 72 }]);
  await page.keyboard.press("Escape");
  await expect(page.getByText("The load was stopped by hand.")).toBeVisible();
  await accessible(page);
  await post(run, 73, 80, 50, 12);
  await page.getByRole("button", { name: "End the log here and keep it" }).click();
  await expect(page.getByRole("heading", { name: /readings\.$/ })).toContainText("80 readings");
  const file = await page.request.get(`/api/runs/${run.runId}/file`);
  expect((await file.text()).split("\n")[0]).toBe("Time,CPU temperature [°C],CPU power [W]");
});

test("a chip over its stop temperature ends the load; the log stays, and says why", async ({ page, app }) => {
  const jobId = await freshJob(page, "Sound desk");
  const run = await begin(app.url, jobId);
  await post(run, 1, 30);
  await act(run, "load-now");
  await page.goto(`/jobs/${jobId}/before`);
  await post(run, 31, 40, 96);
  await expect(page.getByText(/^Safety limit 100/)).toBeVisible();
  // standing at the throttle limit is measured, not stopped
  expect(await post(run, 41, 60, 95)).toMatchObject({ state: "load" });
  expect(await post(run, 61, 75, 101)).toMatchObject({ state: "cool" });
  await expect(page.getByText("The load was stopped: a chip stood too hot.")).toBeVisible();
  await expect(page.getByText("stopped at 0:")).toBeVisible();
  await accessible(page);
  expect(await post(run, 76, 80, 60)).toMatchObject({ acknowledged: 80, state: "cool" });
});

test("the load page works the cores, tells how much, and stops when it is hidden", async ({ page, app, context }) => {
  const jobId = await freshJob(page, "Projection");
  const run = await begin(app.url, jobId);
  const load = await context.newPage();
  await load.goto(loadPath(run.token));
  await expect(load.getByText("Ready.")).toBeVisible();
  await accessible(load);
  await load.getByRole("button", { name: /^Start/ }).click();
  await expect(load.getByText("Idle.")).toBeVisible();
  await expect(load.getByText("No graphics load here:")).toBeVisible();
  await expect.poll(async () => (await act(run, "load-now")).status).toBe(200);
  await expect(load.getByText("Load is on.")).toBeVisible();
  const rate = load.getByRole("region", { name: "Processor" }).locator(".num").first();
  await expect(rate).toHaveText(/^[\d,.]{2,}/);
  await accessible(load);
  const told = () =>
    app
      .rows(`select values_json from live_samples where run_id = ${run.runId} and source = 'load'`)
      .filter((r) => /"cpu.work":\d/.test((r as { values_json: string }).values_json)).length;
  await expect.poll(told).toBeGreaterThan(2);
  await load.evaluate(() => {
    Object.defineProperty(document, "hidden", { get: () => true });
    document.dispatchEvent(new Event("visibilitychange"));
  });
  await expect(load.getByText("Stopped: this page was hidden.")).toBeVisible();
  const events = () => app.rows(`select what, why from live_events where run_id = ${run.runId}`);
  await expect.poll(events).toContainEqual({ what: "stop", why: "hidden" });
  await page.goto(`/jobs/${jobId}/before`);
  await expect(page.getByText("The load page was hidden: the load stopped.")).toBeVisible();
  // an address without a token names no run
  await load.goto("about:blank");
  await load.goto("/load");
  await expect(load.getByText("This address names no run.")).toBeVisible();
});

test("the probe sends what a made-up machine's kernel shows, and the page shows it", async ({ page, app }) => {
  const root = mkdtempSync(join(tmpdir(), "ovrant-tree-"));
  const put = (path: string, text: string) => {
    mkdirSync(dirname(join(root, path)), { recursive: true });
    writeFileSync(join(root, path), text);
  };
  put("sys/class/hwmon/hwmon0/name", "chiptemp\n");
  put("sys/class/hwmon/hwmon0/temp1_label", "Package id 0\n");
  put("sys/class/hwmon/hwmon0/temp1_input", "47500\n");
  put("sys/class/hwmon/hwmon0/fan1_input", "2710\n");
  put("proc/uptime", "77.5 1\n");
  const jobId = await freshJob(page, "Scene shop");
  await page.goto(`/jobs/${jobId}/before?live=1`);
  await page.getByRole("button", { name: "Begin the run" }).click();
  const line = page.getByText(/probe\.sh \| sh -s/);
  await expect(line).toBeVisible();
  await accessible(page);
  const [, bench = "", run = "", token = ""] =
    /sh -s -- (\S+) (\S+) (\S+)/.exec((await line.textContent()) ?? "") ?? [];
  expect(bench).toBe(app.url);
  const script = join(root, "probe.sh");
  writeFileSync(script, await (await page.request.get("/probe.sh")).text());
  const probe = spawn("dash", [script, bench, run, token, "0.2"], {
    env: { ...process.env, OVRANT_SYS: join(root, "sys"), OVRANT_PROC: join(root, "proc"), no_proxy: "*" },
  });
  try {
    let at = 77;
    const clock = setInterval(() => put("proc/uptime", `${(at += 0.25)} 1\n`), 250);
    await expect(page.getByText("47.5")).toBeVisible();
    await expect(page.getByText("2,710")).toBeVisible();
    await expect(page.getByText("No load page is open")).toHaveCount(0);
    await page.getByRole("button", { name: "Start the load now" }).click();
    await expect(page.getByText("No load page is open")).toBeVisible();
    clearInterval(clock);
  } finally {
    probe.kill();
    rmSync(root, { recursive: true });
  }
});
