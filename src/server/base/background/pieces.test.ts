import { mkdirSync } from "node:fs";
import { dirname, join } from "node:path";
import sharp from "sharp";
import { beforeAll, describe, expect, it } from "vitest";
import { backUp } from "../../../data/base/backup";
import { takeSuspicion } from "../../../data/base/brokenPieces";
import { database, databasePath } from "../../../data/base/connection";
import { machineByTag } from "../../../data/workshop/machines";
import { loadDemo } from "../../../demo/load";
import { temporaryDatabase } from "../../../testing/bed";
import { photoBytes, storePhoto } from "../../drawing/photos";
import { jobView } from "../../job/job";
import { sourceOf } from "../../measure/runs";
import { runStage } from "../../measure/views/stage";
import { judgeRunOf } from "../../measure/views/judgeRun";
import { bundleOf } from "../../record/bundle";
import { signOff, writtenOf } from "../../record/document";
import { setDueDate, openAgain } from "../../workshop/machines";
import { handle } from "../http/respond";
import { piecesState, readPieces } from "./pieces";
import { backgroundOver } from "./task";

temporaryDatabase("pieces");

let [job, run, photo] = [0, 0, 0];
beforeAll(async () => {
  const db = await database();
  await loadDemo(db, new Date(), ["LR-02"]);
  await backgroundOver();
  const machine = await machineByTag(db, "LR-02");
  job = (
    await db("jobs")
      .where({ machine_id: machine?.id ?? 0 })
      .orderBy("id", "desc")
      .first<{ id: number }>("id")
  ).id;
  run = (await db("runs").where({ job_id: job, kind: "after" }).first<{ id: number }>("id")).id;
  await openAgain(job);
  const picture = sharp({ create: { width: 400, height: 300, channels: 3, background: "#b4622f" } });
  const bytes = await picture.jpeg().toBuffer();
  const stored = await storePhoto(
    job,
    "found",
    (async function* () {
      yield await Promise.resolve(new Uint8Array(bytes));
    })(),
  );
  photo = stored.ok ? stored.value.photoId : 0;
  await setDueDate(job, { dueOn: "2031-06-02", why: "after the tour", close: true, note: "" });
  await signOff(job, { role: "bench technician", initials: "MT", checkedRole: "", checkedInitials: "" });
}, 120_000);

/** Turns one bit of a piece, as a disk does. */
async function flip(table: string, column: string, where: Record<string, unknown>): Promise<void> {
  const db = await database();
  const row = await db(table).where(where).first<{ piece: Buffer }>({ piece: column });
  row.piece[row.piece.length >> 1] = (row.piece[row.piece.length >> 1] ?? 0) ^ 8;
  await db(table)
    .where(where)
    .update({ [column]: row.piece });
}
const asked = async (act: () => Promise<unknown>) => {
  const request = { method: "GET", headers: new Headers({ host: "localhost" }), body: null };
  const response = await handle(request, async () => Response.json((await act()) ?? null));
  const { problem } = (await response.json()) as { problem?: { code: string } };
  return [response.status, problem?.code];
};
const told = async () => (await jobView(job))?.head.broken.map((b) => `${b.kind} ${b.of}`);

describe("a piece that is not what it was", () => {
  it("is never given out, and not judged by; who meets it has all looked at", async () => {
    expect(takeSuspicion()).toBe(false);
    const before = await runStage((await jobView(job)) ?? fail(), "after");
    await flip("run_files", "gzip", { run_id: run });
    await flip("run_channels", "block", { run_id: run, key: "cpu.power" });
    await flip("photo_files", "image", { photo_id: photo });
    await flip("signoffs", "document_gzip", { job_id: job });
    for (const act of [() => sourceOf(run), () => photoBytes(photo, false), () => bundleOf(job)])
      expect(await asked(act)).toEqual([409, "piece-broken"]);
    expect(takeSuspicion()).toBe(true);
    const view = (await jobView(job)) ?? fail();
    const record = view.runs.after ?? fail();
    expect(await asked(() => judgeRunOf(record))).toEqual([409, "piece-broken"]);
    // its page opens with what still stands
    const stage = await runStage(view, "after");
    const keys = (s: typeof stage) =>
      [s.curves?.temperature, s.curves?.power, s.curves?.fans].flatMap((of) => of?.map((c) => c.key) ?? []);
    expect(keys(before)).toContain("cpu.power");
    expect(keys(stage)).toEqual(keys(before).filter((k) => k !== "cpu.power"));
    expect((await photoBytes(photo, true))?.length).toBeGreaterThan(100);
    // a document that is not what was signed is no signed one
    expect(await writtenOf(job)).toMatchObject({ signOff: null, signOffs: [{ revision: 1 }] });
  });

  it("is told on its job's pages, until a back-up that has it whole is there to take it back from", async () => {
    expect(await readPieces()).toMatchObject({ broken: 4, mended: [] });
    expect(await told()).toEqual(["log after", "readings after", "photo ", "signed document 1"]);
    // a back-up of what is broken already has nothing to give
    const folder = join(dirname(databasePath()), "backups");
    mkdirSync(folder);
    await backUp(databasePath(), join(folder, "ovrant-2031-03-02-10-00-00.db"));
    expect(await readPieces()).toMatchObject({ broken: 4, mended: [] });
    await flip("run_files", "gzip", { run_id: run });
    await flip("photo_files", "image", { photo_id: photo });
    expect(await readPieces()).toMatchObject({ broken: 2 });
    await flip("run_channels", "block", { run_id: run, key: "cpu.power" });
    await flip("signoffs", "document_gzip", { job_id: job });
    expect(await readPieces()).toMatchObject({ broken: 0 });
    await backUp(databasePath(), join(folder, "ovrant-2031-03-01-10-00-00.db"));
    await flip("run_files", "gzip", { run_id: run });
    await flip("signoffs", "document_gzip", { job_id: job });
    const done = await readPieces();
    expect(done.mended).toEqual([
      `log ${run} from ovrant-2031-03-01-10-00-00.db`,
      "signed document 1 from ovrant-2031-03-01-10-00-00.db",
    ]);
    expect(await piecesState()).toEqual(done);
    expect(await told()).toEqual([]);
    expect((await sourceOf(run))?.bytes.length).toBeGreaterThan(1000);
    expect((await writtenOf(job))?.signOff?.revision).toBe(1);
  }, 60_000);
});

function fail(): never {
  throw new Error("nothing there");
}
