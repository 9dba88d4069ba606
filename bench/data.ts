import { existsSync, mkdirSync, rmSync } from "node:fs";
import Database from "better-sqlite3";
import { database } from "../src/data/base/connection";
import { bringUpToDate } from "../src/server/job/makeSummaries";
import { fill, LARGE, type Size } from "./fill";
import { quantile, served } from "./served";

const PORT = 4391;
const DB = "var/bench-data.db";
/** Each page is opened so many times, of other machines and jobs each time. */
const TURNS = 20;
const BARS = { medianMs: 100, p95Ms: 250, kB: 200 };

/** The large workshop's database: filled when it is missing, brought up to date with what lists show. */
export async function largeDatabase(scale: number, anew: boolean): Promise<string> {
  const path = scale === 1 ? DB : DB.replace(".db", `-${scale}.db`);
  if (anew) for (const end of ["", "-wal", "-shm"]) rmSync(path + end, { force: true });
  if (existsSync(path)) return path;
  mkdirSync("var", { recursive: true });
  const of = (n: number) => Math.max(1, Math.round(n * scale));
  const size: Size = {
    machines: of(LARGE.machines),
    jobs: of(LARGE.jobs),
    entries: of(LARGE.entries),
    models: of(LARGE.models),
    lots: of(LARGE.lots),
  };
  process.env.OVRANT_DB = path;
  const from = Date.now();
  await fill(path, size);
  console.log(`filled with ${JSON.stringify(size)} in ${((Date.now() - from) / 1000).toFixed(0)} s`);
  const made = Date.now();
  const n = await bringUpToDate();
  console.log(`${n} jobs' standings worked out in ${((Date.now() - made) / 1000).toFixed(0)} s`);
  await (await database()).destroy();
  return path;
}

/** Files another program asks for now and then: made on a thread, and as large as what they hold. */
const FILES = new Set(["calendar"]);

/** Pages that read a run alone where nobody has yet. */
const READS = new Set(["run before", "verdict", "intake", "open", "strip", "clean", "paste", "close"]);

/** The pages, with `turn` choosing which machine, job or page of a list. */
function pagesOf(path: string): Record<string, (turn: number) => string> {
  const db = new Database(path, { readonly: true });
  const ids = (sql: string) => (db.prepare(sql).all() as { id: number }[]).map((r) => r.id);
  const [machines, jobs] = [ids("SELECT id FROM machines"), ids("SELECT id FROM jobs")];
  const open = ids("SELECT id FROM jobs WHERE closed_at IS NULL AND id > 20");
  const revisions = ids("SELECT id FROM layout_revisions");
  const lots = ids("SELECT id FROM lots WHERE retired_at IS NULL");
  db.close();
  const some = (all: number[], turn: number) => all[Math.floor(((turn * 0.618) % 1) * all.length)] ?? 1;
  const job =
    (stage: string, of = jobs) =>
    (t: number) =>
      `/jobs/${some(of, t)}/${stage}`;
  const stages = ["intake", "open", "strip", "clean", "paste", "close"];
  return {
    bench: () => "/",
    rack: () => "/machines",
    "rack by model": (t) => `/machines?way=model&from=Model ${t}`,
    "rack by place": (t) => `/machines?way=place&from=${"ADFLSV"[t % 6]}`,
    "a shelf alone": (t) => `/machines?way=waits&shelf=later&page=${1 + t * 9}`,
    "a word searched": (t) => `/machines?q=${1000 + t * 37}`,
    machine: (t) => `/machines/${some(machines, t)}`,
    history: (t) => `/machines/${some(machines, t)}/history`,
    due: () => "/due",
    "due, the next weeks": (t) => `/due?page=${1 + t}`,
    "a word many have": (t) => `/search?q=${["hot", "fan", "loud", "dust", "swab"][t % 5]}`,
    "two words few have": (t) => `/search?q=B-${String(t * 37).padStart(5, "0")} model`,
    "a word begun": (t) => `/search?q=${["ho", "B-0", "st", "lo", "mo"][t % 5]}`,
    calendar: () => "/calendar.ics",
    "a machine's calendar": (t) => `/machines/${some(machines, t)}/calendar.ics`,
    day: () => "/day",
    layouts: (t) => `/layouts?page=${1 + t}`,
    materials: () => "/materials",
    "uses of a lot": (t) => `/api/lots/${some(lots, t)}/uses`,
    ways: () => "/ways",
    intake: () => "/machines/new",
    "run before": job("before"),
    "run after": job("after"),
    verdict: job("verdict"),
    map: job("map"),
    heat: job("heat"),
    ...Object.fromEntries(stages.map((s) => [s, job(s, open)])),
    tray: job("tray"),
    cutting: job("cutting"),
    "a drawing's picture": (t) => `/api/layouts/${some(revisions, t)}/file?form=svg`,
  };
}

/**
 * `npm run bench -- data [scale] [--anew]`: a workshop of 10,000 machines, 50,000 jobs, 100,000 runs and 1,000,000
 * journal entries; every page opened. Times are of whole answers at the server's door; needs a build.
 */
export async function benchData(args: string[]): Promise<void> {
  const scale = Number(args.find((a) => !a.startsWith("--")) ?? 1);
  const path = await largeDatabase(scale, args.includes("--anew"));
  const pages = pagesOf(path);
  await served(path, PORT, async (base) => {
    console.log("page                   median ms   p95 ms       kB");
    let failed = 0;
    for (const [name, at] of Object.entries(pages)) {
      // a run alone is read when its log is stored: here the first opening does that
      const cold: number[] = [];
      for (let turn = 1; turn <= TURNS && READS.has(name); turn++) {
        const from = performance.now();
        await fetch(base + at(turn)).then((r) => r.arrayBuffer());
        cold.push(performance.now() - from);
      }
      if (cold.length) console.log(`${name}, logs just stored: median ${quantile(cold, 0.5).toFixed(0)} ms`);
      await fetch(base + at(0)).then((r) => r.arrayBuffer());
      const times: number[] = [];
      let bytes = 0;
      for (let turn = 1; turn <= TURNS; turn++) {
        const from = performance.now();
        const answer = await fetch(base + at(turn), { headers: { "accept-encoding": "identity" } });
        bytes = Math.max(bytes, (await answer.arrayBuffer()).byteLength);
        times.push(performance.now() - from);
        if (!answer.ok) console.log(`  ${at(turn)} answered ${answer.status}`);
        if (!answer.ok) failed++;
      }
      const [median, p95, kB] = [quantile(times, 0.5), quantile(times, 0.95), bytes / 1000];
      const over = !FILES.has(name) && (median > BARS.medianMs || p95 > BARS.p95Ms || kB > BARS.kB);
      if (over) failed++;
      const figures = [median.toFixed(0).padStart(9), p95.toFixed(0).padStart(8), kB.toFixed(0).padStart(8)];
      console.log(`${name.padEnd(22)} ${figures.join(" ")}${over ? "  over the bar" : ""}`);
    }
    console.log(`bars: median ${BARS.medianMs} ms, p95 ${BARS.p95Ms} ms, ${BARS.kB} kB; ${failed} over or failed`);
    process.exitCode = failed ? 1 : 0;
  });
}
