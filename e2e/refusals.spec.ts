import { expect, test } from "./journeys";
import { dropLog, keepBefore, rigLog, takeIn, toRunAfter } from "./logs";
import { planFor } from "../src/testing/plans";

test("a wrong file is refused with the reason, and nothing is lost", async ({ page }) => {
  await takeIn(page, "Wrong file");
  await dropLog(page, "photo.png", "\u0089PNG\r\n\u001a\nxxxx");
  await expect(page.locator("main").getByRole("alert")).toContainText(/photo\.png/);
  await dropLog(page, "notes.txt", "remember to buy paste\nand pads\n");
  await expect(page.locator("main").getByRole("alert")).toContainText("No table of numbers was found");
  await expect(page.locator("main").getByRole("alert")).toContainText("Nothing was stored");
  await dropLog(
    page,
    "fans.csv",
    "Time [s],Fan [rpm]\n" + Array.from({ length: 60 }, (_, i) => `${i},2000`).join("\n"),
  );
  await expect(page.getByText(/No column was recognised as a chip temperature/)).toBeVisible();
  await expect(page.getByRole("button", { name: "Keep this log" })).toBeDisabled();
  // the right one is taken after all that
  await page.getByRole("button", { name: "Another log" }).click();
  await keepBefore(page, rigLog({}, 0.2));
});

test("a truncated file is read as far as it goes, and the verdict says what is missing", async ({ page }) => {
  await takeIn(page, "Truncated");
  await keepBefore(page, rigLog({ clog: 2.2 }, 0.2));
  await toRunAfter(page);
  const whole = rigLog({}, 0.3);
  const lines = whole.split("\n");
  await dropLog(page, "bench-after.csv", lines.slice(0, 190).join("\n").slice(0, -9));
  await expect(page.getByText("The last line is cut off and was left out.")).toBeVisible();
  await page.getByLabel("Room, start").fill("22");
  await page.getByRole("button", { name: "Judge with this log" }).click();
  await page.waitForURL(/verdict/);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Not comparable");
  await expect(page.getByText(/load of the run after was too short/i).first()).toBeVisible();
  // the whole one takes its place
  await page.getByRole("button", { name: /Run after again/ }).click();
  await dropLog(page, "bench-after.csv", whole);
  await page.getByLabel("Room, start").fill("22");
  await page.getByRole("button", { name: "Judge with this log" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Improved");
});

test("swapped and repeated files are noticed before anything is stored", async ({ page }) => {
  await takeIn(page, "Swapped");
  const before = rigLog({ clog: 2.2 }, 0.2, { time: "iso", startOfDayS: 50_000 });
  await keepBefore(page, before, "monday.csv");
  await toRunAfter(page);
  await dropLog(page, "sunday.csv", rigLog({}, 0.3, { time: "iso", startOfDayS: 30_000 }));
  await expect(page.locator("main").getByRole("alert")).toContainText(/older than the run before/);
  await page.getByRole("button", { name: "Another log" }).click();
  await dropLog(page, "lr-before.csv", rigLog({}, 0.3));
  await expect(page.locator("main").getByRole("alert")).toContainText(/but this is the run after/);
  await expect(page.getByRole("button", { name: "Use it anyway" })).toBeVisible();
  await page.getByRole("button", { name: "Another log" }).click();
  await dropLog(page, "tuesday.csv", before);
  await page.getByRole("button", { name: "Judge with this log" }).click();
  await expect(page.locator("main").getByRole("alert")).toContainText("This is the same log as the run before");
  await page.getByRole("link", { name: /Run before/ }).click();
  await expect(page.getByText(/monday\.csv/)).toBeVisible();
});

test("wrong conditions are told at their field, and the log stays", async ({ page }) => {
  await takeIn(page, "Conditions");
  await dropLog(page, "bench-before.csv", rigLog({}, 0.2));
  await page.getByLabel("Room, start").fill("220");
  await page.getByRole("button", { name: "Keep this log" }).click();
  await expect(page.getByText("A room temperature lies between −10 and 50 °C.").first()).toBeVisible();
  await page.getByLabel("Room, start").fill("22");
  await page.getByRole("button", { name: "Keep this log" }).click();
  await expect(page.getByRole("heading", { name: /of load/ })).toBeVisible();
});

test("a big file shows how far it is, and can be cancelled", async ({ page }) => {
  await takeIn(page, "Big");
  const transfer = await page.evaluateHandle(() => {
    const rows = Array.from({ length: 400_000 }, (_, i) => `${i},${50 + (i % 9)},${40 + (i % 7)},3000`).join("\n");
    const t = new DataTransfer();
    t.items.add(
      new File(
        ["Time [s],CPU temperature [°C],CPU power [W],Fan [rpm]\n", ...Array.from({ length: 6 }, () => rows + "\n")],
        "big.csv",
      ),
    );
    return t;
  });
  await page.getByTestId("drop-zone").dispatchEvent("drop", { dataTransfer: transfer });
  await expect(page.getByRole("progressbar", { name: "Reading big.csv" })).toBeVisible();
  await page.getByRole("button", { name: "Cancel" }).click();
  await expect(page.getByTestId("drop-zone")).toBeVisible();
});

test("requests from other sites, odd bodies and cut uploads are refused without a trace of the inside", async ({
  request,
  baseURL,
}) => {
  const foreign = await request.post("/api/intake", { headers: { origin: "http://elsewhere.example" }, data: {} });
  expect(foreign.status()).toBe(403);
  const sent = async (data: string, headers: Record<string, string> = {}) =>
    (await request.post("/api/intake", { headers: { origin: baseURL ?? "", ...headers }, data })).status();
  expect(await sent("nonsense")).toBe(400);
  expect(await sent("[]")).toBe(422);
  expect(await sent("[".repeat(5000))).toBe(400);
  expect(await sent(JSON.stringify({ tag: "x".repeat(300_000) }))).toBe(413);
  expect(await sent("{}", { origin: "null" })).toBe(403);
  // another name that leads to this machine reads nothing, neither pages nor runs
  for (const path of ["/", "/machines", "/api/runs/1/file"]) {
    expect((await request.get(path, { headers: { host: "elsewhere.example" } })).status()).toBe(421);
    expect((await request.get(path)).status()).toBe(200);
  }
  expect((await request.post("/api/runs", { data: "no description" })).status()).toBe(422);
  const head = JSON.stringify({
    jobId: 1,
    kind: "before",
    name: "x.csv",
    bytes: 9999,
    plan: planFor(""),
    phases: null,
    conditions: {},
  });
  const cut = await request.post("/api/runs", {
    headers: { "content-type": "application/octet-stream" },
    data: `${head}\nTime [s],CPU temperature [°C]\n0,1\n`,
  });
  expect(await cut.json()).toMatchObject({ ok: false, problem: { code: "upload-cut-off" } });
  const text = await (await request.patch("/api/runs/1", { data: { phases: { loadOnS: "x" } } })).text();
  expect(text).not.toMatch(/at \w+ \(|\.ts|node_modules/);
});
