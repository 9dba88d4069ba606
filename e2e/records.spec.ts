import { readFileSync } from "node:fs";
import { unzipSync } from "fflate";
import { getDocument, OPS } from "pdfjs-dist/legacy/build/pdf.mjs";
import { App } from "./app";
import { accessible, expect, press, test, write, type Page } from "./journeys";
import { keepBefore, rigLog } from "./logs";

/** Text and the number of drawn paths of every page of a PDF. */
async function pagesOf(bytes: Uint8Array): Promise<{ text: string; paths: number }[]> {
  const doc = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const pages = [];
  for (let n = 1; n <= doc.numPages; n++) {
    const page = await doc.getPage(n);
    const { items } = await page.getTextContent();
    const { fnArray } = await page.getOperatorList();
    const text = items
      .map((i) => ("str" in i ? i.str : ""))
      .join(" ")
      .replace(/\s+/g, " ");
    pages.push({ text, paths: fnArray.filter((f) => f === OPS.constructPath || f === OPS.stroke).length });
  }
  return pages;
}

async function saved(page: Page, name: string): Promise<Buffer> {
  const coming = page.waitForEvent("download");
  await page.getByRole("link", { name }).click();
  return readFileSync(await (await coming).path());
}

test("a job is signed, printed, exported, and taken into an empty Ovrant as it was", async ({ page, browser }) => {
  test.setTimeout(150_000);
  await page.goto("/jobs/1/verdict");
  await press(page, page.getByRole("link", { name: "Report", exact: true }));
  await expect(page.getByText("Draft, not signed").first()).toBeVisible();
  await accessible(page);
  await write(page, page.getByLabel("Initials").first(), "mt!");
  await press(page, page.getByRole("button", { name: "Sign and freeze" }));
  await expect(page.getByRole("alert").filter({ hasText: "Initials are one to eight" })).toBeVisible();
  await write(page, page.getByLabel("Initials").first(), "MT");
  await press(page, page.getByRole("button", { name: "Sign and freeze" }));
  await expect(page.getByRole("heading", { name: "Signed, revision 1" })).toBeVisible();
  const headline = (await page.getByRole("heading", { level: 2 }).first().textContent()) ?? "-";
  expect(headline).toMatch(/^Your laptop runs \d+ degrees cooler/);

  // as the browser prints it, and as the server writes it: the same two pages, drawing and ladder in vectors
  for (const bytes of [
    await page.pdf({ preferCSSPageSize: true, printBackground: true }),
    await saved(page, "Save as PDF"),
  ]) {
    const pages = await pagesOf(bytes);
    expect(pages).toHaveLength(2);
    expect(pages[0]?.text.replace(/ /g, "")).toContain(headline.replace(/ /g, ""));
    expect(pages[0]?.text).toContain("Done by Bench technician, MT");
    expect(pages[0]?.text).not.toContain("Print");
    expect(pages[0]?.paths).toBeGreaterThan(300);
    expect(pages[1]?.text).toContain("For the workshop");
  }

  const bundle = await saved(page, "Export the whole job");
  const other = await App.start("empty");
  try {
    const there = await (await browser.newContext({ baseURL: other.url, acceptDownloads: true })).newPage();
    await there.goto("/bring");
    await there
      .getByLabel("Choose exported jobs")
      .setInputFiles({ name: "LR-02-1.zip", mimeType: "application/zip", buffer: bundle });
    await there.getByRole("link", { name: "job 1 of LR-02" }).click();
    await there.waitForURL(/\/jobs\/1\//);
    await there.goto("/jobs/1/report");
    await expect(there.getByRole("heading", { name: "Signed, revision 1" })).toBeVisible();
    await expect(there.getByRole("heading", { level: 2 }).first()).toHaveText(headline);
    const [a, b] = [unzipSync(bundle), unzipSync(await saved(there, "Export the whole job"))];
    for (const name of ["job.json", "signed/1.json", "runs/1-before.csv", "runs/2-after.csv", "drawing.svg"])
      expect([name, Buffer.from(b[name] ?? []).equals(Buffer.from(a[name] ?? []))]).toEqual([name, true]);
    // once more it is known; a damaged one is refused in words
    await there.goto("/bring");
    await there.getByLabel("Choose exported jobs").setInputFiles([
      { name: "again.zip", mimeType: "application/zip", buffer: bundle },
      { name: "half.zip", mimeType: "application/zip", buffer: bundle.subarray(0, 9_000) },
    ]);
    await expect(there.getByText("was here already, the same.")).toBeVisible();
    await expect(there.getByRole("alert").filter({ hasText: "not a whole zip" })).toBeVisible();
    await accessible(there);
  } finally {
    other.stop();
  }
});

test("a date that goes by measured drift comes nearer when a run shows faster drift", async ({ page }) => {
  test.setTimeout(120_000);
  await page.goto("/due");
  const row = page.getByRole("link", { name: /Sound mobile/ });
  await expect(row).toContainText("measured");
  await accessible(page);
  const dueOf = async () => ((await row.textContent()) ?? "").slice(0, 40);
  const was = await dueOf();
  await row.click();
  await expect(page.getByRole("heading", { level: 1 })).toContainText("Dust comes back");
  await expect(page.getByRole("img", { name: /^Airflow in K\/W: / })).toBeVisible();
  await accessible(page);

  await page.goto("/machines/11");
  await page.getByLabel("In again for").fill("Loud again already");
  await page.getByRole("button", { name: "New job" }).click();
  await page.waitForURL(/\/jobs\/\d+/);
  const job = /\/jobs\/(\d+)/.exec(page.url())?.[1] ?? "";
  await page.goto(`/jobs/${job}/before`);
  await keepBefore(page, rigLog({ clog: 2.6, contact: { cpu: 1.4 } }, 0.37), "check.csv");
  await expect(async () => {
    await page.goto("/due");
    expect(await dueOf()).not.toBe(was);
  }).toPass({ timeout: 30_000 });
  await page.goto("/machines/11/history");
  await page.getByText(/^Dates it had/).click();
  await expect(page.getByText(/moved by itself/)).toHaveCount(1);
  // set by hand it stays, put off it says so
  await page.getByRole("button", { name: "Other date" }).click();
  await page.getByLabel("Due on").fill("2031-09-01");
  await page.getByRole("button", { name: "Set the date" }).click();
  await expect(page.getByRole("alert").filter({ hasText: /why then/i })).toBeVisible();
  await page.getByLabel("Why").fill("after the tour");
  await page.getByRole("button", { name: "Set the date" }).click();
  await expect(page.getByText("1 September 2031", { exact: true })).toBeVisible();
  await page.getByRole("button", { name: "Put off" }).click();
  await page.getByRole("button", { name: "Put it off" }).click();
  await expect(page.getByText("15 September 2031", { exact: true })).toBeVisible();
});

test("a word in a note is found from every page, and leads to its machine", async ({ page, app }) => {
  app.change(
    `INSERT INTO journal (id, job_id, at, stage, step, act, value, reason, received_at, who, aside)
     VALUES ('note00000001', 6, '2031-01-01T10:00:00Z', 'strip', 'strip:look', 'noted', '',
       'Coin cell at 2.71 V, socket zölibat', '2031-01-01T10:00:00Z', '', 0)`,
  );
  await page.goto("/layouts");
  await page.keyboard.press("Control+k");
  await page.waitForURL(/\/search/);
  await page.getByLabel("Words to look for").fill("zolib");
  const notes = page.getByRole("region", { name: "Notes and findings on the way" });
  await expect(notes.getByRole("link", { name: /LR-08/ })).toContainText("zölibat");
  await accessible(page);
  await page.getByLabel("Words to look for").fill("nothing-holds-this");
  await expect(page.getByRole("status")).toContainText("Nothing holds");
  await page.getByLabel("Words to look for").fill('coin "2.71');
  await notes.getByRole("link").click();
  await page.waitForURL(/\/jobs\/6/);
});

test("a part found on the way is written down at the bench, found by its number, and shown over the years", async ({
  page,
}) => {
  await page.goto("/jobs/6/strip");
  await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
  await page.keyboard.press("a");
  const form = page.getByRole("dialog");
  await form.getByRole("radio", { name: "Battery" }).click();
  await form.getByLabel("Part number").fill("XB-90-4C");
  await form.getByLabel("When new, Wh").fill("90");
  await form.getByLabel("When full now, Wh").fill("x");
  await form.getByRole("button", { name: "Write it down" }).click();
  await expect(form.getByRole("alert")).toHaveText("Give a figure in Wh.");
  await form.getByLabel("When full now, Wh").fill("58,5");
  await form.getByLabel("Note").fill("label faded");
  await accessible(page);
  await form.getByRole("button", { name: "Write it down" }).click();
  await expect(form.getByRole("list", { name: "Written down" })).toContainText(
    "holds 65\u00a0% of what it did when new",
  );
  await page.keyboard.press("Escape");
  await expect(page.getByRole("button", { name: /Found on the way/ })).toContainText("battery");
  await page.keyboard.press("Control+k");
  await page.waitForURL(/\/search/);
  await page.getByLabel("Words to look for").fill("xb-90");
  await expect(page.getByRole("region", { name: "Notes and findings on the way" })).toContainText("label faded");
  // the rail leads from the job to the machine's history
  await page.goto("/jobs/6/due");
  await page.waitForURL(/\/machines\/\d+\/history/);
  await expect(page.getByRole("list", { name: "Jobs" })).toContainText("Battery: XB-90-4C");
  await accessible(page);
});

test("a list of 3,000 machines comes in by its good lines; the two bad ones are told by line", async ({
  page,
  app,
}) => {
  const lines = ["tag;model;place;environment;limit;bought"];
  for (let i = 1; i <= 3_000; i++)
    lines.push(
      i === 1_200
        ? `=HYPERLINK("x");Tessaly K15;Row;lint;97;`
        : i === 2_500
          ? `M-${i};Tessaly K15;Row;swamp;97;`
          : `M-${i};Tessaly K15;Row ${i % 40};lint;97;2030-0${1 + (i % 9)}`,
    );
  await page.goto("/bring");
  await page
    .getByLabel("Choose a CSV of machines")
    .setInputFiles({ name: "fleet.csv", mimeType: "text/csv", buffer: Buffer.from(lines.join("\r\n")) });
  await expect(page.getByRole("status")).toContainText("2,998 machines are new, 2 lines cannot be taken");
  await expect(page.getByRole("listitem").filter({ hasText: /^Line 1201/ })).toContainText("Give a tag");
  await expect(page.getByRole("listitem").filter({ hasText: /^Line 2501, M-2500/ })).toContainText("where it lives");
  expect(app.rows("SELECT count(*) AS n FROM machines")).toEqual([{ n: 11 }]);
  await page.getByRole("button", { name: "Take in 2,998 machines" }).click();
  await expect(page.getByRole("status")).toContainText("2,998 machines are here now");
  expect(app.rows("SELECT count(*) AS n FROM machines")).toEqual([{ n: 3_009 }]);
  // once more there is nothing to take in
  await page
    .getByLabel("Choose a CSV of machines")
    .setInputFiles({ name: "fleet.csv", mimeType: "text/csv", buffer: Buffer.from(lines.join("\r\n")) });
  await expect(page.getByRole("button", { name: "Nothing to take in" })).toBeDisabled();
  const table = await (await page.request.get("/api/tables/machines.csv")).text();
  expect(table.split("\r\n")).toHaveLength(3_009 + 2);
});

test("a back-up is made by its button, and an old one is told on the bench", async ({ page, app }) => {
  await page.goto("/settings");
  await page.getByRole("button", { name: "Back up now" }).click();
  await expect(page.getByText(/The last good one is of/)).toContainText("11 machines");
  await accessible(page);
  await page.getByLabel("Folder").fill("not/whole");
  await page.getByRole("button", { name: "Keep this plan" }).click();
  await expect(page.getByText("Give the whole path of the folder, from the root on.")).toBeVisible();
  await page.goto("/");
  await expect(page.getByText(/The last good back-up/)).toHaveCount(0);
  app.change(
    `UPDATE keeping SET value_json = json_set(value_json, ` +
      `'$.good.at', '2026-01-02T10:00:00Z') WHERE key = 'backup-state'`,
  );
  await page.reload();
  await expect(page.getByText(/The last good back-up is \d+ days old/)).toBeVisible();
});
