import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { drawingColours } from "../../core/drawing/draw";
import { emptyLayout, newPart, type Layout } from "../../core/drawing/parts";
import { layoutJson, layoutSvg, parseLayout, readSvg } from "../../core/drawing/codec";
import { moveParts } from "../../core/drawing/edit";
import { database } from "../../data/base/connection";
import { drawingsOfMachines } from "../../data/drawing/drawings";
import { revisionOfJob } from "../../data/drawing/layouts";
import { tessalyK15Layout } from "../../samples/layouts";
import { layoutFile } from "./layoutFiles";
import { forkLayout, importLayout, keepLayout, saveLayout, setLayoutAside, startLayout } from "./layouts";
import { intake, newJob } from "../workshop/machines";
import { jobPhotos, photoBytes, storePhoto, updatePhoto } from "./photos";
import { jobView } from "../job/job";
import { alikeView, layoutStage, library } from "./views/layout";

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "ovrant-layouts-"));
  process.env.OVRANT_DB = join(folder, "layouts.db");
});
afterAll(async () => {
  await (await database()).destroy();
  rmSync(folder, { recursive: true });
});

let count = 0;
async function opened(model: string, variant = ""): Promise<{ machineId: number; jobId: number }> {
  const taken = await intake({
    tag: `L-${count++}`,
    model,
    variant,
    complaint: "hot",
    environment: "lint",
    form: "fifteen",
    limitC: 95,
  });
  if (!taken.ok) throw new Error(taken.problem.message);
  return taken.value;
}
const value = <T>(r: { ok: true; value: T } | { ok: false; problem: { message: string } }): T => {
  if (!r.ok) throw new Error(r.problem.message);
  return r.value;
};
const started = async (jobId: number, from: string) => value(await startLayout(jobId, { from })).revisionId;
const stage = async (jobId: number) => {
  const view = await jobView(jobId);
  if (!view) throw new Error("no job");
  return layoutStage(view);
};
const drawn = (model: string): Layout => ({
  ...emptyLayout(model, "", 356, 246),
  parts: [newPart("blower", "p1", "B1", 60, 60), newPart("fins", "p2", "F1", 60, 15)],
});

describe("a job's drawing", () => {
  it("starts empty, is saved, kept, and serves the next job of the model", async () => {
    const first = await opened("Amble 15");
    expect(await stage(first.jobId)).toEqual({ revision: null, offer: null });
    expect((await startLayout(first.jobId, { from: "last" })).ok).toBe(false);
    const id = await started(first.jobId, "empty");
    expect(await started(first.jobId, "empty")).toBe(id);
    expect(value(await saveLayout(id, { expects: 1, document: drawn("Amble 15") }))).toEqual({
      saved: true,
      version: 2,
    });
    expect(value(await keepLayout(id, { note: "Both drawn" })).number).toBe(1);
    const again = await saveLayout(id, { expects: 2, document: drawn("Amble 15") });
    expect(again.ok ? "" : again.problem.message).toMatch(/kept/);

    const next = await opened("amble 15");
    expect((await stage(next.jobId)).offer?.document.parts.length).toBe(2);
    expect(await started(next.jobId, "last")).toBe(id);
    const edit = await started(next.jobId, "edit");
    expect(edit).not.toBe(id);
    value(await saveLayout(edit, { expects: 1, document: moveParts(drawn("Amble 15"), new Set(["p1"]), 4, 0) }));
    value(await keepLayout(edit, { note: "" }));
    // the first job keeps the revision it used
    expect((await stage(first.jobId)).revision?.id).toBe(id);
    const entry = (await library()).entries.find((l) => l.model === "Amble 15");
    expect(entry?.revisions.map((r) => r.changes)).toEqual([[expect.stringMatching(/B1 moved/)], []]);
    // a machine shows the drawing of its newest job, else the last kept one of its model, however that is written
    const other = await opened("AMBLE 15");
    const shown = await drawingsOfMachines(await database(), [first.machineId, other.machineId]);
    expect([shown.get(other.machineId)?.revisionId, shown.get(first.machineId)?.revisionId]).toEqual([edit, id]);
    expect(shown.get(first.machineId)).toMatchObject({ widthMm: 356, depthMm: 246, number: 1 });
  });

  it("begins on a typical arrangement, or on the kept drawing of one it is like, under its own name", async () => {
    const { jobId } = await opened("Start 15", "plain");
    await started(jobId, "empty");
    const typical = (await opened("Start 16")).jobId;
    value(await startLayout(typical, { from: "arrangement", arrangement: "two-blowers" }));
    expect((await stage(typical)).revision?.document).toMatchObject({ model: "Start 16", base: { widthMm: 356 } });
    expect((await stage(typical)).revision?.document.parts.filter((p) => p.kind === "blower")).toHaveLength(2);
    // what is not kept yet is nobody's to be like
    const open = (await stage(typical)).revision?.id ?? 0;
    const third = (await opened("Start 17")).jobId;
    const refused = await startLayout(third, { from: "like", like: open });
    expect(refused.ok ? "" : refused.problem.code).toBe("layout-not-found");
    value(await keepLayout(open, { note: "" }));
    value(await startLayout(third, { from: "like", like: open }));
    expect((await stage(third)).revision?.document).toMatchObject({ model: "Start 17", variant: "" });
    expect((await stage(third)).revision?.document.parts).toHaveLength(
      (await stage(typical)).revision?.document.parts.length ?? 0,
    );
    for (const body of [{ from: "arrangement", arrangement: "three" }, { from: "guess" }, { from: "like", like: "x" }])
      expect((await startLayout(third, body)).ok).toBe(false);
    const none = await startLayout((await opened("Start 18")).jobId, { from: "arrangement" });
    expect(none.ok ? "" : none.problem.code).toBe("layout-not-found");
  });

  it("is told alike by blowers, chips and size, of each model its newest kept one", async () => {
    const { jobId } = await opened("Alike 15");
    const view = await jobView(jobId);
    if (!view) throw new Error("no job");
    const kept = async (model: string, name: string, widthMm: number) => {
      const own = (await opened(model)).jobId;
      const id = value(await startLayout(own, { from: "arrangement", arrangement: name })).revisionId;
      const now = (await stage(own)).revision?.document as Layout;
      value(await saveLayout(id, { expects: 1, document: { ...now, base: { ...now.base, widthMm } } }));
      value(await keepLayout(id, { note: "" }));
    };
    await kept("Far one", "one-blower", 400);
    await kept("Near one", "one-blower", 350);
    await kept("Other", "still", 356);
    const alike = (blowers: number, chips: number) => alikeView(view, { blowers, chips });
    expect((await alike(1, 1)).map((a) => a.name)).toEqual(["Near one", "Far one"]);
    expect((await alike(0, 1)).map((a) => a.name)).toEqual(["Other"]);
    expect(await alike(0, 2)).toEqual([]);
    expect((await alike(2, 2)).length).toBeLessThanOrEqual(4);
  });

  it("drawn in two tabs keeps both, and says what differs", async () => {
    const { jobId } = await opened("Bevel 15");
    const id = await started(jobId, "empty");
    value(await saveLayout(id, { expects: 1, document: drawn("Bevel 15") }));
    const mine = { ...drawn("Bevel 15"), parts: drawn("Bevel 15").parts.slice(0, 1) };
    const late = value(await saveLayout(id, { expects: 1, document: mine }));
    expect(late).toMatchObject({ saved: false, theirs: { version: 2, changes: [expect.stringMatching(/F1 added/)] } });
    const over = value(await saveLayout(id, { expects: 1, document: mine, overTheirs: true }));
    expect(over).toEqual({ saved: true, version: 3 });
    const entry = (await library()).entries.find((l) => l.model === "Bevel 15");
    expect(entry?.revisions.map((r) => r.parts).sort()).toEqual([1, 2]);
    expect(entry?.revisions.find((r) => r.parts === 2)?.note).toMatch(/elsewhere/);
  });

  it("laid aside is a revision of its own, and the open one stays as it is", async () => {
    const { jobId } = await opened("Aside 15");
    const id = await started(jobId, "empty");
    value(await saveLayout(id, { expects: 1, document: drawn("Aside 15") }));
    const mine = { ...drawn("Aside 15"), parts: drawn("Aside 15").parts.slice(0, 1) };
    expect(value(await setLayoutAside(id, { document: mine })).number).toBe(2);
    const entry = (await library()).entries.find((l) => l.model === "Aside 15");
    expect(entry?.revisions.map((r) => [r.number, r.parts])).toEqual([
      [2, 1],
      [1, 2],
    ]);
    expect((await stage(jobId)).revision?.id).toBe(id);
    expect((await setLayoutAside(id, { document: { parts: 7 } })).ok).toBe(false);
    expect((await setLayoutAside(9999, { document: mine })).ok).toBe(false);
  });

  it("forks into a variant once, and refuses what is no layout", async () => {
    const { jobId } = await opened("Cantle 15");
    const id = await started(jobId, "empty");
    value(await saveLayout(id, { expects: 1, document: drawn("Cantle 15") }));
    value(await keepLayout(id, { note: "" }));
    value(await forkLayout(id, { variant: "with graphics chip" }));
    expect(
      (await library()).entries.filter((l) => l.model === "Cantle 15").map((l) => [l.variant, l.forkedFrom]),
    ).toEqual([
      ["", ""],
      ["with graphics chip", "plain variant, revision 1"],
    ]);
    expect((await forkLayout(id, { variant: "With Graphics Chip" })).ok).toBe(false);
    expect((await forkLayout(id, { variant: "" })).ok).toBe(false);
    const other = await opened("Cantle 15", "with graphics chip");
    expect((await stage(other.jobId)).offer?.document.variant).toBe("with graphics chip");
    const wrong = await saveLayout(id, {
      expects: 1,
      document: { ...drawn("Cantle 15"), parts: [{ id: "x", kind: "magnet" }] },
    });
    expect(wrong.ok ? "" : wrong.problem.message).toContain("parts[0].kind");
  });

  it("takes files in and gives them out: JSON, SVG, CSV, PNG", async () => {
    const { jobId } = await opened("Dowel 15");
    const id = await started(jobId, "empty");
    const k15 = tessalyK15Layout();
    const taken = value(await importLayout(jobId, layoutSvg(k15, drawingColours)));
    expect(taken).toMatchObject({ own: true, document: { model: "Dowel 15", parts: k15.parts } });
    expect(value(await importLayout(jobId, layoutJson(k15))).document.parts).toEqual(k15.parts);
    const foreign = value(
      await importLayout(jobId, '<svg xmlns="http://www.w3.org/2000/svg"><rect width="9" height="9"/><script/></svg>'),
    );
    expect([foreign.own, foreign.leftOut, foreign.document.parts.map((p) => p.kind)]).toEqual([
      false,
      ["<script>"],
      ["sketch"],
    ]);
    value(await saveLayout(id, { expects: 1, document: taken.document }));
    const out = async (form: string) => value(await layoutFile(id, form));
    const text = async (form: string) => Buffer.from((await out(form)).bytes).toString("utf8");
    expect(parseLayout(await text("json"))).toMatchObject({ ok: true, value: taken.document });
    expect(readSvg(await text("svg"))).toMatchObject({ ok: true, value: { own: true, layout: taken.document } });
    expect((await text("csv")).split("\r\n").length).toBe(k15.parts.length + 2);
    const png = await sharp((await out("png")).bytes).metadata();
    // 5 px to the mm, 8 mm of edge on either side
    expect([png.width, png.height]).toEqual([(k15.base.widthMm + 16) * 5, (k15.base.depthMm + 16) * 5]);
    const shades = (await sharp((await out("png")).bytes).stats()).channels;
    expect(shades.every((c) => c.stdev > 10)).toBe(true);
  });

  it("of a closed job is not started, nor is one of a job that is not there", async () => {
    const { machineId, jobId } = await opened("Easel 15");
    await (await database())("jobs").where({ id: jobId }).update({ closed_at: new Date().toISOString() });
    expect((await startLayout(jobId, { from: "empty" })).ok).toBe(false);
    expect((await startLayout(9999, { from: "empty" })).ok).toBe(false);
    expect(await revisionOfJob(await database(), jobId)).toBeNull();
    expect((await newJob(machineId, { complaint: "hot again" })).ok).toBe(true);
  });
});

describe("photos", () => {
  async function* body(bytes: Buffer): AsyncGenerator<Uint8Array> {
    for (let at = 0; at < bytes.length; at += 9001) yield await Promise.resolve(bytes.subarray(at, at + 9001));
  }
  const plain = (width: number, height: number) =>
    sharp({ create: { width, height, channels: 3, background: "#808080" } });

  it("are turned as the camera was held, made smaller, and lose where and with what they were taken", async () => {
    const { jobId } = await opened("Fettle 15");
    const bytes = await plain(4000, 3000)
      .withExif({ IFD0: { Make: "Camera of a customer" }, IFD3: { GPSLatitude: "51/1 0/1 0/1" } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    const { photoId } = value(await storePhoto(jobId, "found", body(bytes)));
    const [photo] = await jobPhotos(jobId);
    expect(photo).toMatchObject({ id: photoId, phase: "found", width: 2400, height: 3200 });
    const kept = await sharp((await photoBytes(photoId, false)) ?? undefined).metadata();
    expect([kept.width, kept.height, kept.exif, kept.orientation]).toEqual([2400, 3200, undefined, undefined]);
    expect((await photoBytes(photoId, false))?.includes("Camera of a customer")).toBe(false);
    const thumb = await sharp((await photoBytes(photoId, true)) ?? undefined).metadata();
    expect(Math.max(thumb.width, thumb.height)).toBe(320);
  });

  it("are pinned, squared and taken away, and can be brought back", async () => {
    const { jobId } = await opened("Gusset 15");
    const { photoId } = value(await storePhoto(jobId, "cleaned", body(await plain(640, 480).png().toBuffer())));
    value(await updatePhoto(photoId, { xMm: 120, yMm: 30, note: "F1 after brush and air" }));
    value(
      await updatePhoto(photoId, {
        squaring: {
          corners: [
            { x: 1, y: 2 },
            { x: 600, y: 5 },
            { x: 620, y: 470 },
            { x: 3, y: 460 },
          ],
          knownFrom: { x: 9, y: 9 },
          knownTo: { x: 90, y: 9 },
          knownMm: 80,
          opacity: 0.4,
        },
      }),
    );
    const kept = (await jobPhotos(jobId))[0];
    expect(kept).toMatchObject({
      xMm: 120,
      note: "F1 after brush and air",
      squaring: {
        corners: [
          [1, 2],
          [600, 5],
          [620, 470],
          [3, 460],
        ],
        known: { mm: 80 },
        opacity: 0.4,
      },
    });
    value(await updatePhoto(photoId, { removed: true }));
    expect(await jobPhotos(jobId)).toEqual([]);
    value(await updatePhoto(photoId, { removed: false }));
    expect(await jobPhotos(jobId)).toEqual([kept]);
    expect((await updatePhoto(9999, { note: "" })).ok).toBe(false);
    expect((await updatePhoto(photoId, { squaring: { corners: [], opacity: 3 } })).ok).toBe(false);
  });

  it("that are none, of no phase, of no job, are refused and nothing is kept", async () => {
    const { jobId } = await opened("Hasp 15");
    const png = await plain(40, 40).png().toBuffer();
    const why = async (job: number, phase: string, bytes: Buffer) => {
      const r = await storePhoto(job, phase, body(bytes));
      return r.ok ? "" : r.problem.code;
    };
    expect(await why(jobId, "found", Buffer.from("<svg xmlns='http://www.w3.org/2000/svg'"))).toBe("not-a-photo");
    expect(await why(jobId, "found", png.subarray(0, 60))).toBe("not-a-photo");
    expect(await why(jobId, "someday", png)).not.toBe("");
    expect(await why(9999, "found", png)).not.toBe("");
    expect(await jobPhotos(jobId)).toEqual([]);
  });
});
