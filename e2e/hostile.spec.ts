import { barredOn, expect, test, type Page } from "./journeys";

/** Text that would run, break out, or count, wherever it is not taken as text. */
const MARKUP = `"'><img src=x onerror="window.ranAnyway=1"><script>window.ranAnyway=1</script>`;
const FORMULA = `=HYPERLINK("http://x.test","x")`;

const sql = (text: string): string => `'${text.replace(/'/g, "''")}'`;

/** Every text somebody may type, made hostile on disk, whatever way it came there. */
const spoiled = `
  UPDATE machines SET place = ${sql(MARKUP)} || id, due_why = ${sql(MARKUP)}, variant = ${sql(MARKUP)};
  UPDATE jobs SET complaint = ${sql(MARKUP)}, closing_note = ${sql(MARKUP)};
  UPDATE journal SET reason = ${sql(MARKUP)} WHERE reason <> '' OR rowid % 3 = 0;
  UPDATE lots SET name = ${sql(MARKUP)} || id, lot = ${sql(FORMULA)} || id;
  UPDATE layouts SET variant = ${sql(MARKUP)};
  UPDATE layout_revisions SET note = ${sql(MARKUP)},
    document_json = replace(document_json, '"label":"', '"label":' || ${sql(`"${MARKUP.replace(/"/g, '\\"')}`)});
  UPDATE machines SET environment = ${sql(FORMULA)} WHERE id = 1;
  INSERT INTO practice_cases (code, title, complaint, who, created_at)
    VALUES ('FAH-S5D-QHM', ${sql(MARKUP)}, ${sql(MARKUP)}, 'AB', '2031-01-01T00:00:00.000Z');
  INSERT INTO audit (at, who, bench, what) VALUES ('2031-01-01T00:00:00.000Z', 'AB', ${sql(MARKUP)}, ${sql(MARKUP)});
  INSERT INTO benches (name, joined_at, last_at)
    VALUES (${sql(MARKUP)}, '2031-01-01T00:00:00.000Z', '2031-01-01T00:00:00.000Z');
`;

const PAGES = [
  "/",
  "/day",
  "/machines",
  "/machines/1",
  "/machines/1/history",
  "/due",
  "/layouts",
  "/materials",
  "/forecasts",
  "/search?q=img",
  "/network",
  "/audit",
  "/practice",
  "/practice/cases",
  "/jobs/1/verdict",
  "/jobs/1/map",
  "/jobs/1/heat",
  "/jobs/1/report",
  "/jobs/1/tray",
  "/jobs/3/strip",
];

const ran = (page: Page): Promise<boolean> => page.evaluate(() => "ranAnyway" in window);

test("hostile text in every field, on every page and in every file: nothing runs, and it stands there as text", async ({
  page,
  app,
}) => {
  app.change(spoiled);
  const barred = await barredOn(page);
  let shown = 0;
  for (const path of PAGES) {
    const answer = await page.goto(path);
    expect([path, answer?.status()]).toEqual([path, 200]);
    await page.waitForLoadState("load");
    expect([path, await ran(page), await page.locator("img[src='x']").count()]).toEqual([path, false, 0]);
    if ((await page.locator("body").innerText()).includes("<img src=x")) shown++;
  }
  // the policy had nothing to bar: the text never was markup
  expect(barred).toEqual([]);
  expect(shown).toBeGreaterThan(5);

  // files: drawings, lists, calendars, the PDF
  for (const form of ["svg", "csv", "json"]) {
    const file = await page.request.get(`/api/layouts/1/file?form=${form}`);
    expect([form, file.status()]).toEqual([form, 200]);
    if (form === "svg") expect(await file.text()).not.toMatch(/<script>|<img/);
  }
  for (const name of ["machines", "jobs", "lots"]) {
    const csv = await (await page.request.get(`/api/tables/${name}`)).text();
    expect([name, /(^|[,\n])"?=HYPERLINK/.test(csv)]).toEqual([name, false]);
  }
  const calendar = await (await page.request.get("/calendar.ics")).text();
  expect(calendar.split(/\r\n/).filter((l) => !/^([A-Z-]+[;:]|[ \t])/.test(l) && l !== "")).toEqual([]);
  const pdf = await page.request.get("/api/jobs/1/report");
  expect([pdf.status(), (await pdf.body()).subarray(0, 5).toString()]).toEqual([200, "%PDF-"]);
  expect((await pdf.body()).toString("latin1")).not.toMatch(/\/JavaScript|\/JS /);
});
