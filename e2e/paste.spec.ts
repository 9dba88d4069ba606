import { accessible, expect, panel, pick, test, title, type Page } from "./journeys";
import { takeIn } from "./logs";

/** Sends what was done up to here as the journal of the job, so that the test begins at paste and pads. */
async function upTo(
  page: Page,
  job: string,
  entries: readonly { stage: string; step: string; value?: string; act?: string; reason?: string }[],
): Promise<void> {
  const sent = await page.request.post(`/api${job}/journal`, {
    data: {
      entries: entries.map((e, i) => ({
        id: `${Date.now().toString(16).padStart(16, "0")}${i.toString(16).padStart(8, "0")}`,
        at: new Date(Date.now() - 60_000 + i).toISOString(),
        act: "done",
        value: "",
        reason: "",
        ...e,
      })),
    },
  });
  expect(sent.ok()).toBe(true);
}

/** Ids of the K15's parts by their tag or role, from its drawing's file. */
async function idsOf(page: Page): Promise<(tag: string) => string> {
  const layout = (await (await page.request.get("/api/layouts/1/file?form=json")).json()) as {
    parts: { id: string; tag: string; kind: string; role?: string; forWhat?: string }[];
  };
  return (tag) =>
    layout.parts.find((p) => p.tag === tag || p.role === tag || (p.kind === "plug" && p.forWhat === tag))?.id ?? "";
}

const left = async (page: Page, name: string): Promise<number> => {
  await page.goto("/materials");
  const words = await page.getByRole("article", { name }).getByText(/ left/).first().textContent();
  return Number(/[\d.]+/.exec(words ?? "")?.[0]);
};

test(
  "paste and pads of a K15: suggestion, two squeezes, thickness from the gap as measured, cutting plan, and a shelf " +
    "that goes down and comes back",
  async ({ page }) => {
    await takeIn(page, "Paste bench", "Tessaly K15", "with graphics chip");
    const job = new URL(page.url()).pathname.replace(/\/before$/, "");
    const id = await idsOf(page);
    await upTo(page, job, [
      { stage: "open", step: `unplug:${id("battery")}` },
      { stage: "strip", step: `pad-was:${id("P7")}`, value: "torn" },
      { stage: "strip", step: `pad-was:${id("P4")}`, value: "oily" },
    ]);
    const pasteBefore = await left(page, "Grey silicone paste, 6 W/m·K");
    const sheetBefore = await left(page, "Pad sheet 1.5 mm, soft");

    // the thickness, from what the old pad was pressed to
    await page.goto(`${job}/paste`);
    await expect(title(page)).toHaveText("Thickness of P7");
    await panel(page).getByRole("button", { name: "Use 1 mm for P7" }).click();
    await expect(title(page)).toHaveText("Thickness of P4");
    await expect(page.getByRole("img", { name: /^Cut across P4/ })).toBeVisible();
    await panel(page).getByLabel("Old P4 measures, mm").fill("9");
    await expect(panel(page).getByRole("alert")).toHaveText("From 0.1 to 6 mm");
    await panel(page).getByLabel("Old P4 measures, mm").fill("1.12");
    await page.keyboard.press("Enter");
    await expect(
      panel(page).getByText(/The gap is 1\.04.mm.*springs back, 1\.12 reads high\. Take 1\.5 mm.* force on C2/),
    ).toBeVisible();
    await panel(page)
      .getByRole("button", { name: /^How the gap of P4 was measured/ })
      .click();
    await page.getByRole("option", { name: "clay" }).click();
    await panel(page).getByRole("button", { name: "Use it" }).click();
    await expect(panel(page).getByText(/The gap is 1\.12.mm \(1\.04 to 1\.20\)\. Take 1\.5 mm/)).toBeVisible();
    await expect(page.getByText(/^All of C2: .* N from screws.*; .* N on the die and .* N on pads/)).toBeVisible();
    const section = page.getByRole("img", { name: /^Cut across P4/ });
    const right = await section.getAttribute("aria-label");
    await panel(page)
      .getByRole("radio", { name: /^2 mm pressed by \d+ %/ })
      .click();
    await expect(panel(page).getByText("P4 at 2 mm: pads take")).toBeVisible();
    await expect(section).not.toHaveAttribute("aria-label", right ?? "");
    await expect(panel(page).getByText(/P4 is 2 mm; the others on its level are 1.5 mm/)).toBeVisible();
    await accessible(page);
    await panel(page)
      .getByRole("radio", { name: /^1.5 mm fits/ })
      .click();
    await panel(page).getByRole("button", { name: "Use 1.5 mm for P4" }).click();

    // the cutting plan, on paper and on the shelf
    await expect(title(page)).toHaveText("Cut 2 pads");
    await expect(page.getByRole("img", { name: /^Off-cut .* 1\.5 mm thick: P4; / })).toBeVisible();
    await expect(page.getByText("On this device, sends later")).toHaveCount(0);
    await panel(page).getByRole("link", { name: "Print 1:1" }).click();
    await expect(page.getByRole("img", { name: "Bar of 50 mm" })).toBeVisible();
    await expect(page.getByRole("img", { name: /P7; .* knife line/ })).toBeVisible();
    const bar = await page.getByRole("img", { name: "Bar of 50 mm" }).boundingBox();
    expect(((bar?.width ?? 0) * 25.4) / 96).toBeCloseTo(80, 0);
    await accessible(page);
    await page.getByRole("link", { name: "Back to the bench" }).click();
    await panel(page).getByRole("button", { name: "2 pads cut" }).click();
    await expect(panel(page).getByText("They are cut, and booked to this job.")).toBeVisible();
    await accessible(page);
    expect(await left(page, "Pad sheet 1.5 mm, soft")).toBeLessThanOrEqual(sheetBefore);
    await page.goto(`${job}/paste`);
    await panel(page).getByRole("button", { name: "Take back" }).click();
    await expect(panel(page).getByRole("button", { name: "2 pads cut" })).toBeVisible();
    expect(await left(page, "Pad sheet 1.5 mm, soft")).toBe(sheetBefore);
    await page.goto(`${job}/paste`);
    await panel(page).getByRole("button", { name: "2 pads cut" }).click();
    await expect(panel(page).getByRole("button", { name: "On to laying them" })).toBeVisible();
    await page.keyboard.press("Space");
    await panel(page).getByRole("button", { name: "All pads at once" }).click();

    // paste: the suggestion, both trials to their end, another pattern
    await expect(title(page)).toHaveText("Paste on the processor");
    await expect(panel(page).getByText(/^Lay a .* wetted, \d+ µm/)).toBeVisible({ timeout: 180_000 });
    for (const trial of ["Trial A", "Trial B"])
      await expect(
        page.getByRole("region", { name: trial }).getByRole("img", { name: /^\d+ % of the die wetted/ }),
      ).toBeVisible({ timeout: 180_000 });
    await expect(page.getByRole("progressbar")).toHaveCount(0, { timeout: 180_000 });
    await accessible(page);
    const map = page.getByRole("region", { name: "Trial A" }).getByRole("img", { name: /% of the die wetted/ });
    const end = await map.getAttribute("aria-label");
    await page.getByRole("slider", { name: "Time of the squeeze" }).fill("2");
    await expect(map).not.toHaveAttribute("aria-label", end ?? "");
    await page.keyboard.press("ArrowRight");
    await expect(page.getByRole("slider", { name: "Time of the squeeze" })).toHaveValue("2.25");
    await pick(page.getByRole("button", { name: /^Pattern of trial B/ }), "Five dots");
    await expect(page.getByRole("region", { name: "Trial B" }).getByRole("progressbar")).toBeVisible();
    await page.getByRole("region", { name: "Trial B" }).getByRole("button", { name: "Cancel" }).click();
    await expect(page.getByRole("progressbar")).toHaveCount(0);
    // silver and liquid metal conduct: said at the step
    await pick(panel(page).getByRole("button", { name: /^Paste:/ }), "Liquid metal, 40 W/m·K, conducts, 1.0 g");
    await expect(panel(page).getByText("It conducts", { exact: false })).toBeVisible();
    await pick(panel(page).getByRole("button", { name: /^Paste:/ }), /^Grey silicone paste/);
    await panel(page).getByRole("radio", { name: "Line" }).click();
    await panel(page).getByRole("button", { name: "Line is on" }).click();
    await expect(title(page)).toHaveText("Paste on the graphics chip");
    await expect(page.getByText(/^Materials of this job so far/)).toBeVisible();
    // beside the graphics chip lies an aluminium spreader: liquid metal has no way on
    await pick(panel(page).getByRole("button", { name: /^Paste:/ }), "Liquid metal, 40 W/m·K, conducts, 1.0 g");
    await expect(panel(page).getByRole("region", { name: "Liquid metal is blocked" })).toContainText(
      "S1 is aluminium, which it eats away.",
    );
    await expect(panel(page).getByRole("button", { name: /is on/ })).toHaveCount(0);

    // the shelf went down, and comes back with the step
    expect(await left(page, "Grey silicone paste, 6 W/m·K")).toBeLessThan(pasteBefore);
    await page.goto(`${job}/paste`);
    await expect(title(page)).toHaveText("Paste on the graphics chip");
    await page.keyboard.press("b");
    await expect(title(page)).toHaveText("Paste on the processor");
    await expect(page.getByText("On this device, sends later")).toHaveCount(0);
    await expect.poll(() => left(page, "Grey silicone paste, 6 W/m·K")).toBe(pasteBefore);
  },
);

test("a lot is put on the shelf, refused with what is wrong, archived and brought back", async ({ page }) => {
  await page.goto("/materials");
  await accessible(page);
  await page.keyboard.press("n");
  const dialog = page.getByRole("dialog");
  await pick(dialog.getByRole("button", { name: /^What it is/ }), "Pad sheet");
  await dialog.getByLabel("Name").fill("Pad sheet 3.0 mm, firm");
  await dialog.getByLabel("Sheets").fill("2");
  await dialog.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(dialog.getByText("Give thickness, width and height of the sheets.")).toBeVisible();
  await dialog.getByLabel("Thickness, mm").fill("3");
  await dialog.getByLabel("Sheet width, mm").fill("40");
  await dialog.getByLabel("Sheet height, mm").fill("40");
  await accessible(page);
  await dialog.getByRole("button", { name: "Put it on the shelf" }).click();
  const lot = page.getByRole("article", { name: "Pad sheet 3.0 mm, firm" });
  await expect(lot).toContainText("32 cm² left");
  await lot.getByRole("button", { name: /^Archive/ }).click();
  await expect(lot).toHaveCount(0);
  await page.getByRole("button", { name: "Put it back" }).click();
  await expect(lot).toBeVisible();
});
