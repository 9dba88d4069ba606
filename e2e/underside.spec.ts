import { readFileSync } from "node:fs";
import AxeBuilder from "@axe-core/playwright";
import { expect, pick, test, type Page } from "./journeys";
import sharp from "sharp";
import { homography, mapped, type Corners } from "../src/core/drawing/photo";
import { layoutFrom, parseLayout, readSvg } from "../src/core/drawing/codec";
import { type Layout } from "../src/core/drawing/parts";
import { takeIn } from "./logs";

/** Opens an empty drawing for a new machine of a model nobody has drawn. */
async function emptySheet(page: Page, model: string): Promise<void> {
  await takeIn(page, model, model);
  await page.getByRole("link", { name: /^Map/ }).click();
  await page.getByRole("button", { name: "Start drawing" }).click();
  await page.getByTestId("edit-sheet").waitFor();
  await expect(page.getByRole("heading", { name: "Nothing of the cooling assembly is drawn yet." })).toBeVisible();
}

/** Places on the sheet in mm, found from the rulers' own arithmetic: the base fits the pane. */
async function sheet(page: Page, base = { widthMm: 356, depthMm: 246 }) {
  const box = await page.getByTestId("edit-sheet").boundingBox();
  if (!box) throw new Error("no sheet");
  const scale = Math.min((box.width - 40) / (base.widthMm + 18), (box.height - 36) / (base.depthMm + 18));
  const x0 = box.x + 26 + (box.width - 26 - base.widthMm * scale) / 2;
  const y0 = box.y + 26 + (box.height - 26 - base.depthMm * scale) / 2;
  return {
    click: (x: number, y: number) => page.mouse.click(x0 + x * scale, y0 + y * scale),
    at: (x: number, y: number) => [x0 + x * scale, y0 + y * scale] as const,
  };
}

const kit = (page: Page, name: string) =>
  page.getByRole("toolbar", { name: "Parts to draw with" }).getByRole("button", { name: new RegExp(`^${name}`) });

async function saved(page: Page): Promise<void> {
  await expect(page.getByTestId("saved")).toHaveText(/Saved \d\d:\d\d/);
}

async function accessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"])
    .analyze();
  expect(violations.map((v) => `${v.id} ${v.nodes.map((n) => n.target.join(" ")).join(", ")}`)).toEqual([]);
}

async function fileOf(page: Page, form: string): Promise<string> {
  await page.getByRole("button", { name: "Files" }).click();
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("menuitem", { name: `Save as ${form}` }).click(),
  ]);
  return readFileSync(await download.path(), "utf8");
}

const asLayout = (json: string): Layout => {
  const read = parseLayout(json);
  if (!read.ok) throw new Error(read.problem.message);
  return read.value;
};

test("an assembly is drawn from nothing: sentence and checks follow, all can be undone, files come back equal", async ({
  page,
}) => {
  await emptySheet(page, "Drawn 15");
  const s = await sheet(page);
  await kit(page, "Blower").click();
  await s.click(290, 75);
  await expect(page.getByText(/B1 blows through no fin stack/)).toBeVisible();
  await kit(page, "Fin stack").click();
  await s.click(290, 24);
  await expect(page.getByText(/B1 blows through no fin stack/)).toHaveCount(0);
  await kit(page, "Chip").click();
  await s.click(150, 110);
  await expect(page.getByText(/Processor has no path to the air: no plate lies on it/)).toBeVisible();
  await kit(page, "Plate").click();
  await s.click(150, 110);
  await expect(page.getByText(/Processor has no path to the air\./)).toBeVisible();
  await kit(page, "Heat pipe").click();
  for (const [x, y] of [
    [130, 112],
    [232, 112],
    [232, 24],
    [318, 24],
  ] as const)
    await s.click(x, y);
  await page.getByRole("button", { name: "It ends here" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("1 blower, 1 pipe for the processor; 1 fin stack.");
  await expect(page.getByText(/has no path to the air/)).toHaveCount(0);
  await expect(page.getByLabel("Bend at point 2, mm")).toHaveValue("12");
  await accessible(page);

  const drawn = asLayout(await fileOf(page, "JSON"));
  expect(drawn.parts.map((p) => p.kind)).toEqual(["blower", "fins", "chip", "plate", "pipe"]);
  const svg = readSvg(await fileOf(page, "SVG"));
  expect(svg.ok && svg.value.own && svg.value.layout).toEqual(drawn);

  for (let i = 0; i < 5; i++) await page.keyboard.press("Control+z");
  await expect(page.getByRole("heading", { name: "Nothing of the cooling assembly is drawn yet." })).toBeVisible();
  await expect(page.getByRole("button", { name: "Nothing to undo" })).toBeDisabled();
  for (let i = 0; i < 5; i++) await page.keyboard.press("Control+y");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("1 blower, 1 pipe for the processor; 1 fin stack.");
  expect(asLayout(await fileOf(page, "JSON"))).toEqual(drawn);

  // the same file taken into a drawing that was changed since puts everything back
  await page.keyboard.press("Control+a");
  await page.keyboard.press("Delete");
  await expect(page.getByRole("heading", { name: "Nothing of the cooling assembly is drawn yet." })).toBeVisible();
  await page
    .getByLabel("Drawing to take in")
    .setInputFiles({ name: "drawn.json", mimeType: "application/json", buffer: Buffer.from(JSON.stringify(drawn)) });
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("1 blower, 1 pipe for the processor; 1 fin stack.");
  expect(asLayout(await fileOf(page, "JSON"))).toEqual(drawn);
});

test("the same is drawn by keys alone", async ({ page }) => {
  await emptySheet(page, "Keyed 15");
  await page
    .getByTestId("edit-sheet")
    .focus()
    .catch(() => undefined);
  const go = async (key: string, times: number, shift = false) => {
    for (let i = 0; i < times; i++) await page.keyboard.press(shift ? `Shift+${key}` : key);
  };
  // the cross starts in the middle of the base, 178 mm across and 123 mm down
  await page.keyboard.press("b");
  await go("ArrowRight", 11, true);
  await go("ArrowUp", 5, true);
  await page.keyboard.press("Enter");
  await page.keyboard.press("f");
  await go("ArrowUp", 5, true);
  await page.keyboard.press("Enter");
  await page.keyboard.press("k");
  await go("ArrowLeft", 14, true);
  await go("ArrowDown", 9, true);
  await page.keyboard.press("Enter");
  await page.keyboard.press("c");
  await page.keyboard.press("Enter");
  await page.keyboard.press("h");
  await go("ArrowLeft", 2, true);
  await page.keyboard.press("Enter");
  await go("ArrowRight", 10, true);
  await page.keyboard.press("Enter");
  await go("ArrowUp", 9, true);
  await page.keyboard.press("Enter");
  await go("ArrowRight", 8, true);
  await page.keyboard.press("Enter");
  await page.keyboard.press("Shift+Enter");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("1 blower, 1 pipe for the processor; 1 fin stack.");
  await expect(page.getByText("all adds up")).toBeVisible();

  // nudge, turn, mirror, duplicate, lock; each named in undo
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("ArrowLeft");
  await expect(page.getByRole("button", { name: "Undo: 1 part nudged" })).toBeEnabled();
  await page.keyboard.press("d");
  await expect(page.getByRole("button", { name: "Undo: H1 duplicated" })).toBeEnabled();
  await page.keyboard.press("u");
  await page.keyboard.press("u");
  await expect(page.getByRole("button", { name: "Undo: H1 drawn" })).toBeEnabled();
  await saved(page);

  // the list is the drawing: pick there, type millimetres
  await page.getByRole("button", { name: /^B1 Blower/ }).focus();
  await page.keyboard.press("Enter");
  await page.getByLabel("Width, mm").fill("80");
  await expect(page.getByRole("button", { name: "Undo: Size of B1" })).toBeEnabled();
  await page.getByLabel("Width, mm").fill("seventy");
  await expect(page.getByText("From 0.2 to 1000")).toBeVisible();
  await saved(page);
  await page.reload();
  await page.getByRole("button", { name: /^B1 Blower/ }).click();
  await expect(page.getByLabel("Width, mm")).toHaveValue("80");
  await page.getByRole("button", { name: "Keep revision 1" }).click();
  await page.waitForURL(/\/map$/);
  await expect(page.getByText("Revision 1, kept")).toBeVisible();
});

test("parts are dragged with guides, resized, framed and grouped by hand", async ({ page }) => {
  await emptySheet(page, "Dragged 15");
  const s = await sheet(page);
  await kit(page, "Fin stack").click();
  await s.click(100, 40);
  const down = await page.getByLabel("Down, mm").inputValue();
  await kit(page, "Fin stack").click();
  await s.click(250, 90);
  const [fx, fy] = s.at(250, 90);
  const [tx, ty] = s.at(251, 41.5);
  await page.mouse.move(fx, fy);
  await page.mouse.down();
  await page.mouse.move(fx, fy - 20, { steps: 3 });
  await page.mouse.move(tx, ty, { steps: 6 });
  await expect(page.getByText(/middle of F1/)).toBeVisible();
  await page.mouse.up();
  await expect(page.getByLabel("Down, mm")).toHaveValue(down);
  const [hx, hy] = s.at(251 + 35, 40);
  await page.mouse.move(hx, hy);
  await page.mouse.down();
  await page.mouse.move(hx + 30, hy, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByRole("button", { name: "Undo: F2 resized" })).toBeEnabled();
  expect(Number(await page.getByLabel("Width, mm").inputValue())).toBeGreaterThan(80);
  const [ax, ay] = s.at(40, 10);
  const [bx, by] = s.at(345, 80);
  await page.mouse.move(ax, ay);
  await page.mouse.down();
  await page.mouse.move(bx, by, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByRole("heading", { name: "2 parts" })).toBeVisible();
  await page.keyboard.press("g");
  await page.keyboard.press("Escape");
  await s.click(100, 40);
  await expect(page.getByRole("heading", { name: "2 parts" })).toBeVisible();
});

test("two tabs on one drawing lose nothing", async ({ page, context }) => {
  await emptySheet(page, "Twotab 15");
  const other = await context.newPage();
  await other.goto(page.url());
  await other.getByTestId("edit-sheet").waitFor();
  const s = await sheet(page);
  await kit(page, "Blower").click();
  await s.click(80, 80);
  await saved(page);
  const t = await sheet(other);
  await kit(other, "Pad").click();
  await t.click(200, 120);
  await expect(other.getByRole("heading", { name: /changed elsewhere meanwhile/ })).toBeVisible();
  await other.getByRole("button", { name: "Go on with mine" }).click();
  await saved(other);
  await expect(other.getByRole("button", { name: /^P1 Thermal pad/ })).toBeVisible();
  await page.goto("/layouts");
  const entry = page.getByRole("region", { name: /Twotab 15/ });
  await expect(entry.getByText(/drawn elsewhere at the same time/)).toBeVisible();
});

test("a foreign or hostile SVG is reduced to harmless lines or refused, with the reason", async ({ page }) => {
  await emptySheet(page, "Foreign 15");
  const put = (text: string) =>
    page
      .getByLabel("Drawing to take in")
      .setInputFiles({ name: "x.svg", mimeType: "image/svg+xml", buffer: Buffer.from(text) });
  await put(
    '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" viewBox="0 0 100 100" ' +
      'onload="alert(1)"><script>alert(2)</script><rect x="10" y="10" width="30" height="20"/><image ' +
      'href="http://example.invalid/x.png"/></svg>',
  );
  await expect(page.getByRole("main").getByRole("alert")).toContainText(
    /Left out: .*event handlers.*<script>.*<image>/,
  );
  await expect(page.getByRole("button", { name: /Sketch/ })).toHaveCount(1);
  await page.getByRole("button", { name: "Close" }).click();
  await put('<!DOCTYPE svg [<!ENTITY a "b">]><svg xmlns="http://www.w3.org/2000/svg"><text>&a;</text></svg>');
  await expect(page.getByRole("main").getByRole("alert")).toContainText("declares entities");
  await put("<svg><rect</svg>");
  await expect(page.getByRole("main").getByRole("alert")).toContainText("not SVG that can be read");
  await page.getByLabel("Drawing to take in").setInputFiles({
    name: "x.json",
    mimeType: "application/json",
    buffer: Buffer.from('{"version":1,"model":"x","base":{"widthMm":9,"depthMm":200},"parts":[]}'),
  });
  await expect(page.getByRole("main").getByRole("alert")).toContainText(
    "base.widthMm must be a number from 50 to 1000",
  );
  expect(layoutFrom({}).ok).toBe(false);
});

/** A photo of a drawn case, taken at a slant: the sheet bent onto a picture by a projective map. */
async function slantedPhoto(): Promise<{
  jpeg: Buffer;
  corners: [number, number][];
  width: number;
  height: number;
  known: [[number, number], [number, number]];
}> {
  const [width, height] = [1200, 900];
  const corners: [number, number][] = [
    [180, 120],
    [1040, 170],
    [1110, 800],
    [90, 740],
  ];
  const rect: Corners = [
    [0, 0],
    [356, 0],
    [356, 246],
    [0, 246],
  ];
  const toSheet = homography(corners as unknown as Corners, rect);
  const toPhoto = homography(rect, corners as unknown as Corners);
  if (!toSheet || !toPhoto) throw new Error("no map");
  const data = Buffer.alloc(width * height * 3, 90);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [mx, my] = mapped(toSheet, [x, y]);
      if (mx < 0 || my < 0 || mx > 356 || my > 246) continue;
      const hub = Math.hypot(mx - 63, my - 68) < 12;
      const drive = mx > 252 && mx < 332 && my > 117 && my < 139;
      data.fill(hub ? 20 : drive ? 60 : 205, (y * width + x) * 3, (y * width + x) * 3 + 3);
    }
  }
  const jpeg = await sharp(data, { raw: { width, height, channels: 3 } })
    .withMetadata({ orientation: 1 })
    .jpeg({ quality: 90 })
    .toBuffer();
  return {
    jpeg,
    corners,
    width,
    height,
    known: [mapped(toPhoto, [252, 128]) as [number, number], mapped(toPhoto, [332, 128]) as [number, number]],
  };
}

test("a photo is straightened by four corners and a known length, traced, and stays with the job", async ({ page }) => {
  await emptySheet(page, "Traced 15");
  const photo = await slantedPhoto();
  await page
    .getByLabel("Photo to trace")
    .setInputFiles({ name: "inside.jpg", mimeType: "image/jpeg", buffer: photo.jpeg });
  await expect(page.getByRole("heading", { name: "Straighten the photo" })).toBeVisible();
  const picture = page.getByAltText("The photo as taken");
  await expect(picture).toBeVisible();
  const box = (await picture.boundingBox()) ?? { x: 0, y: 0, width: 1, height: 1 };
  const scale = box.width / photo.width;
  const drag = async (name: string, [x, y]: [number, number]) => {
    const ring = (await page.getByRole("button", { name: new RegExp(`^${name}`) }).boundingBox()) ?? {
      x: 0,
      y: 0,
      width: 0,
      height: 0,
    };
    await page.mouse.move(ring.x + ring.width / 2, ring.y + ring.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + x * scale, box.y + y * scale, { steps: 5 });
    await page.mouse.up();
  };
  for (const [i, name] of [
    "Top left corner",
    "Top right corner",
    "Bottom right corner",
    "Bottom left corner",
  ].entries())
    await drag(name, photo.corners[i] ?? [0, 0]);
  await page.getByRole("button", { name: "Add a known length" }).click();
  await accessible(page);
  await drag("Known length, one end", photo.known[0]);
  await drag("Known length, other end", photo.known[1]);
  await expect(page.getByTestId("fit")).toHaveText(/fits within [01]\.\d mm by the known length/);
  // the length taken as true gives the case its size back, from the perspective alone
  await page.getByLabel(/Take the length as true/).check();
  await expect(page.getByTestId("fit")).toHaveText(/By the length the case is 3[456]\d\.\d × 2[345]\d\.\d mm/);
  await page.getByLabel(/Take the length as true/).uncheck();
  await page.getByRole("button", { name: "Lay it under" }).click();
  await expect(page.getByTestId("misfit")).toHaveText(/fits within/);
  const s = await sheet(page);
  await kit(page, "Blower").click();
  await s.click(63, 68);
  await expect(page.getByRole("button", { name: /^B1 Blower/ })).toBeVisible();
  await saved(page);
  // the blower was put where the hub is in the squared photo: dark there, pale beside it
  const dark = await page.evaluate(async () => {
    const image = document.querySelector<SVGImageElement>("[data-testid=edit-sheet] image");
    // pages may not ask for what stands in an address of its own, but may show it
    const shown = new Image();
    shown.src = image?.href.baseVal ?? "";
    await shown.decode();
    const canvas = new OffscreenCanvas(shown.naturalWidth, shown.naturalHeight);
    const context = canvas.getContext("2d");
    context?.drawImage(shown, 0, 0);
    const at = (x: number, y: number) =>
      context?.getImageData(Math.round((x + 14) * 4), Math.round((y + 14) * 4), 1, 1).data[0] ?? -1;
    return { hub: at(63, 68), beside: at(63, 95), drive: at(290, 128) };
  });
  expect(dark.hub).toBeLessThan(60);
  expect(dark.beside).toBeGreaterThan(150);
  expect(dark.drive).toBeLessThan(100);
  await page.reload();
  await expect(page.getByTestId("misfit")).toHaveText(/fits within/);
});

test("photos are pinned to the drawing, compared, removed and brought back", async ({ page }) => {
  await emptySheet(page, "Pinned 15");
  await page.getByRole("button", { name: "Keep revision 1" }).click();
  await page.waitForURL(/\/map$/);
  await page.getByRole("link", { name: "Photos" }).click();
  const picture = (grey: number) =>
    sharp({ create: { width: 640, height: 480, channels: 3, background: { r: grey, g: grey, b: grey } } })
      .jpeg()
      .toBuffer();
  await page
    .getByLabel("Photos to add")
    .setInputFiles({ name: "fins.jpg", mimeType: "image/jpeg", buffer: await picture(90) });
  await expect(page.getByRole("region", { name: "As found" }).getByRole("button")).toHaveCount(1);
  await page.getByRole("radio", { name: "Cleaned" }).click();
  await page
    .getByLabel("Photos to add")
    .setInputFiles({ name: "fins2.jpg", mimeType: "image/jpeg", buffer: await picture(220) });
  await expect(page.getByRole("region", { name: "Cleaned" }).getByRole("button")).toHaveCount(1);
  await page.getByLabel("Note").fill("F1 after brush and air");
  await page.getByRole("button", { name: "Pin it" }).click();
  const pane = await page.getByRole("img", { name: /Underside with 0 pinned photos/ }).boundingBox();
  await page.mouse.click((pane?.x ?? 0) + 300, (pane?.y ?? 0) + 200);
  await expect(page.getByRole("img", { name: /Underside with 1 pinned photo/ })).toBeVisible();
  await pick(page.getByRole("button", { name: /^Compare with/ }), /^(As found|Cleaned|After)/);
  const slider = page.getByRole("slider", { name: "Line between the photos" });
  await slider.focus();
  await page.keyboard.press("ArrowRight");
  await expect(slider).toHaveAttribute("aria-valuenow", "52");
  await page.getByRole("button", { name: "Back to the drawing" }).click();
  await page.getByRole("button", { name: "Remove" }).click();
  await expect(page.getByRole("region", { name: "Cleaned" })).toHaveCount(0);
  await page.getByRole("button", { name: "Bring it back" }).click();
  await expect(page.getByRole("region", { name: "Cleaned" }).getByRole("button")).toHaveCount(1);
  await page
    .getByLabel("Photos to add")
    .setInputFiles({ name: "notes.txt", mimeType: "text/plain", buffer: Buffer.from("no photo") });
  await expect(page.getByRole("main").getByRole("alert")).toContainText("not a photo that can be read");
});

test("a drawing begins on the likest sheet, told in two taps", async ({ page }) => {
  await takeIn(page, "Likest", "Novel 15", "");
  await page.goto(`${new URL(page.url()).pathname.replace(/\/before$/, "")}/map`);
  const choices = page.getByRole("radiogroup", { name: "What to begin on" });
  await expect(choices.getByRole("radio")).toHaveCount(5);
  await expect(choices.getByRole("radio", { checked: true })).toHaveAccessibleName(/^Empty base/);
  await page.getByRole("group", { name: "Blowers" }).getByRole("button", { name: "2" }).click();
  await page.getByRole("group", { name: "Chips under paste" }).getByRole("button", { name: "2" }).click();
  // this workshop's own come first, the nearest in size before the others
  await expect(choices.getByRole("radio").first()).toHaveAccessibleName(/^Like Tessaly K15/);
  await accessible(page);
  await page.keyboard.press("3");
  await expect(choices.getByRole("radio", { checked: true })).toHaveAccessibleName(/^Two blowers, two chips/);
  await page.keyboard.press("Enter");
  await expect(page.getByTestId("edit-sheet")).toBeVisible();
  await expect(page.getByText(/^Two blowers|2 blowers|two blowers/).first()).toBeVisible();
});
