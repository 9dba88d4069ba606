import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ready, serve, stop } from "../served";
import { again, keepSteps, liveRun, wholeJob, type Place } from "./acts";
import { remount, smallDisk, unmounted } from "./mounts";
import { missing, nothingSaid, saidWords, stuckJobs } from "./said";

const PORT = 4396;
const SMALL_MB = 12;
/** So many refusals in a row, and the disk counts as full. */
const REFUSALS = 30;

/** Counts refusals by their code. */
function counted(): { codes: Map<string, number>; refused: (code: string) => void; total: () => number } {
  const codes = new Map<string, number>();
  return {
    codes,
    refused: (code) => void codes.set(code, (codes.get(code) ?? 0) + 1),
    total: () => [...codes.values()].reduce((a, n) => a + n, 0),
  };
}

const listed = (codes: ReadonlyMap<string, number>): string =>
  [...codes].map(([code, n]) => `${code} ${n}`).join(", ") || "none";

/**
 * The disk fills up while a technician and a live run are at work: each refusal says so in words, all that was
 * acknowledged is there, and with room made the same server goes on.
 */
export async function fullDisk(): Promise<boolean | null> {
  const folder = mkdtempSync(join(tmpdir(), "ovrant-full-"));
  const disk = join(folder, "disk");
  if (!smallDisk(disk, SMALL_MB)) return cannot(folder, "a full disk");
  const path = join(disk, "full.db");
  const base = `http://127.0.0.1:${PORT}`;
  const said = nothingSaid();
  const server = serve(path, PORT);
  try {
    await ready(PORT);
    const { codes, refused, total } = counted();
    const ends = { now: false };
    const place: Place = { base, said, refused };
    const work = Promise.all([
      again(ends, (n) => wholeJob(place, `F${n}`)),
      again(ends, (n) => wholeJob(place, `G${n}`)),
      again(ends, (n) => liveRun(place, `FL${n}`, ends)),
    ]);
    for (let i = 0; i < 1200 && total() < REFUSALS; i++) await new Promise((r) => setTimeout(r, 100));
    ends.now = true;
    await work;
    const wereFull = (codes.get("disk-full") ?? 0) > 0;
    const others = [...codes.keys()].filter((c) => c !== "disk-full" && c.startsWith("no words"));
    const page = await fetch(`${base}/`).then((r) => r.status);
    remount(disk, `size=${SMALL_MB * 8}m`);
    const after = counted();
    await wholeJob({ base, said, refused: after.refused }, "ROOM");
    const [lost, stuck] = [missing(path, said), await stuckJobs(base, path)];
    console.log(`a disk of ${SMALL_MB} MB filled up; refusals by code: ${listed(codes)}; the bench answered ${page}`);
    console.log(`  acknowledged: ${saidWords(said)}`);
    console.log(`  with room made, refusals: ${listed(after.codes)}; lost or doubled: ${lost.length}; stuck: ${stuck}`);
    for (const l of lost.slice(0, 10)) console.log(`    ${l}`);
    return wereFull && others.length === 0 && after.total() === 0 && lost.length + stuck === 0;
  } finally {
    await ended(server, disk, folder);
  }
}

/** A disk that cannot be written to: it is said on the page and to every change, and writing goes on once it can. */
export async function readOnlyDisk(): Promise<boolean | null> {
  const folder = mkdtempSync(join(tmpdir(), "ovrant-ro-"));
  const disk = join(folder, "disk");
  if (!smallDisk(disk, 200)) return cannot(folder, "a read-only disk");
  const path = join(disk, "ro.db");
  const base = `http://127.0.0.1:${PORT}`;
  const said = nothingSaid();
  let server = serve(path, PORT);
  try {
    await ready(PORT);
    await wholeJob({ base, said }, "RO");
    stop(server, "SIGTERM");
    await new Promise((r) => setTimeout(r, 1500));
    const barred = remount(disk, "ro");
    server = serve(path, PORT);
    await answering(base);
    const page = await (await fetch(`${base}/`)).text();
    const { codes, refused } = counted();
    const place: Place = { base, said: nothingSaid(), refused };
    await wholeJob(place, "BARRED");
    await keepSteps(place, 1, "barred");
    remount(disk, "rw");
    const after = counted();
    await wholeJob({ base, said, refused: after.refused }, "AGAIN");
    const [lost, stuck] = [missing(path, said), await stuckJobs(base, path)];
    const tells = page.includes("cannot be written to");
    console.log(`a read-only disk: the page ${tells ? "says so" : "does not say so"}; refusals: ${listed(codes)}`);
    console.log(`  writable again, refusals: ${listed(after.codes)}; lost or doubled: ${lost.length}; stuck: ${stuck}`);
    const plain = [...codes.keys()].every((c) => c === "database-read-only") && codes.size > 0;
    return barred && tells && plain && after.total() === 0 && lost.length + stuck === 0;
  } finally {
    await ended(server, disk, folder);
  }
}

/** Waits for any answer: a page that says what is wrong is one. */
async function answering(base: string): Promise<void> {
  const asked = () =>
    fetch(base).then(
      (r) => r.status !== 503,
      () => false,
    );
  for (let i = 0; i < 600 && !(await asked()); i++) await new Promise((r) => setTimeout(r, 100));
}

export function cannot(folder: string, what: string): null {
  rmSync(folder, { recursive: true, force: true });
  console.log(`${what}: not tried, this machine lets no disk be mounted`);
  return null;
}

async function ended(server: ReturnType<typeof serve>, disk: string, folder: string): Promise<void> {
  stop(server, "SIGKILL");
  await new Promise((r) => setTimeout(r, 300));
  unmounted(disk);
  rmSync(folder, { recursive: true, force: true });
}
