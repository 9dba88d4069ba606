import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import { quantile, ready, serve, stop } from "./served";

const PORT = 4395;
const SOURCES = 20;
const PAGES = 10;
const PER_SECOND = 50;
const SECONDS = 60;
/** A source sends what it has so often, ms. */
const EVERY_MS = 250;

interface Source {
  id: number;
  jobId: number;
  token: string;
  /** Highest number made, and acknowledged. */
  made: number;
  acknowledged: number;
  /** When each sample that is not seen by a page yet was sent, by its time. */
  sent: { t: number; atMs: number }[];
}

/**
 * `npm run bench -- live [seconds]`: twenty sources send fifty samples a second each while ten pages follow, and the
 * server is killed and started again in the middle. Tells how long an acknowledgement and an update of a page take, and
 * whether a sample was lost or doubled. Needs a build.
 */
export async function benchLive(args: string[]): Promise<void> {
  const seconds = Number(args[0] ?? SECONDS);
  const folder = mkdtempSync(join(tmpdir(), "ovrant-live-"));
  const path = join(folder, "live.db");
  const base = `http://127.0.0.1:${PORT}`;
  let server = serve(path, PORT);
  const acks: number[] = [];
  const updates: number[] = [];
  const ends = { now: false };
  try {
    await ready(PORT);
    const sources: Source[] = [];
    for (let i = 0; i < SOURCES; i++) sources.push(await begun(base, i));
    const up = { now: true };
    const work = [
      ...sources.map((s) => feeds(base, s, acks, ends, up)),
      ...sources.slice(0, PAGES).map((s) => follows(base, s, updates, ends, up)),
    ];
    await sleep(seconds * 500);
    up.now = false;
    stop(server, "SIGKILL");
    await sleep(300);
    server = serve(path, PORT);
    await ready(PORT);
    up.now = true;
    await sleep(seconds * 500);
    ends.now = true;
    await Promise.all(work);
    tell(path, sources, acks, updates);
  } finally {
    ends.now = true;
    stop(server, "SIGKILL");
    rmSync(folder, { recursive: true, force: true });
  }
}

const sleep = (ms: number) => new Promise((r) => setTimeout(r, ms));

async function begun(base: string, i: number): Promise<Source> {
  const machine = { tag: `LIVE-${i}`, model: `Bench ${i}`, complaint: "hot", form: "fourteen", environment: "office" };
  const intake = await fetch(`${base}/api/intake`, { method: "POST", body: JSON.stringify(machine) });
  const { value } = (await intake.json()) as { value: { jobId: number } };
  const run = await fetch(`${base}/api/v1/jobs/${value.jobId}/runs`, {
    method: "POST",
    body: JSON.stringify({ kind: "before" }),
  });
  const { runId, token } = (await run.json()) as { runId: number; token: string };
  return { id: runId, jobId: value.jobId, token, made: 0, acknowledged: 0, sent: [] };
}

/** One source: makes its samples by the clock and sends what is not acknowledged, until all of it is. */
async function feeds(
  base: string,
  s: Source,
  acks: number[],
  ends: { now: boolean },
  up: { now: boolean },
): Promise<void> {
  // each began when somebody pressed its button: no two tick together
  await sleep(Math.random() * EVERY_MS);
  const from = Date.now();
  let turn = 0;
  const url = `${base}/api/v1/runs/${s.id}/samples`;
  while (!ends.now || s.acknowledged < s.made) {
    // a turn missed while an answer was out is not made up for: what it had goes with the next, as real sources do
    turn = Math.max(turn + 1, Math.floor((Date.now() - from) / EVERY_MS));
    await sleep(Math.max(0, from + turn * EVERY_MS - Date.now()));
    if (!ends.now) s.made = Math.floor(((Date.now() - from) / 1000) * PER_SECOND);
    const last = Math.min(s.made, s.acknowledged + 4_000);
    const lines = [];
    for (let seq = s.acknowledged + 1; seq <= last; seq++) lines.push(sample(seq));
    if (lines.length === 0) continue;
    const atMs = Date.now();
    s.sent.push({ t: (last - 1) / PER_SECOND, atMs });
    const wasUp = up.now;
    const answer = await fetch(url, {
      method: "POST",
      headers: { authorization: `Bearer ${s.token}` },
      body: lines.join("\n"),
    })
      .then((r) => (r.ok ? (r.json() as Promise<{ acknowledged: number }>) : null))
      .catch(() => null);
    if (answer === null) continue;
    if (wasUp && up.now) acks.push(Date.now() - atMs);
    s.acknowledged = answer.acknowledged;
  }
}

const sample = (seq: number): string => {
  const t = (seq - 1) / PER_SECOND;
  const C = 40 + 30 * (1 - Math.exp(-t / 20));
  return JSON.stringify({
    seq,
    t,
    "cpu.temperature": Math.round(10 * C) / 10,
    "cpu.power": 30,
    "cpu.load": 99,
    "cpu.clock": 3900,
    "fan1.speed": 3100,
    "room.temperature": 22.1,
  });
};

/** One page: follows a run, and notes how long after a sample was sent it was told of it. */
async function follows(
  base: string,
  s: Source,
  updates: number[],
  ends: { now: boolean },
  up: { now: boolean },
): Promise<void> {
  while (!ends.now) {
    try {
      const response = await fetch(`${base}/api/live/${s.id}/events`);
      const reader = response.body?.getReader();
      const decoder = new TextDecoder();
      let text = "";
      while (reader && !ends.now) {
        const { done, value } = await reader.read();
        if (done) break;
        text += decoder.decode(value, { stream: true });
        for (let at = text.indexOf("\n\n"); at >= 0; at = text.indexOf("\n\n")) {
          const nowS = Number(/"nowS":([\d.]+)/.exec(text.slice(0, at))?.[1] ?? NaN);
          text = text.slice(at + 2);
          const told = s.sent.filter((x) => x.t <= nowS + 1e-6);
          const oldest = told[0];
          s.sent = s.sent.filter((x) => x.t > nowS + 1e-6);
          if (oldest && up.now) updates.push(Date.now() - oldest.atMs);
        }
      }
      await reader?.cancel();
    } catch {
      // the server was killed: the page asks again
      s.sent = [];
      await sleep(200);
    }
  }
}

function tell(path: string, sources: readonly Source[], acks: readonly number[], updates: readonly number[]): void {
  const db = new Database(path, { readonly: true });
  const count = db.prepare("select count(*) as n, count(distinct seq) as of from live_samples where run_id = ?");
  let [lost, doubled, kept] = [0, 0, 0];
  for (const s of sources) {
    const { n, of } = count.get(s.id) as { n: number; of: number };
    kept += n;
    lost += s.made - of;
    doubled += n - of;
  }
  db.close();
  const ms = (v: readonly number[]) =>
    `p50 ${quantile(v, 0.5)} ms, p95 ${quantile(v, 0.95)} ms, most ${Math.max(...v)} ms of ${v.length}`;
  console.log(
    `${sources.length} sources, ${PER_SECOND} samples a second each, ${PAGES} pages, one kill -9 in the middle`,
  );
  console.log(`acknowledgement  ${ms(acks)}`);
  console.log(`page update      ${ms(updates)}`);
  console.log(`samples kept ${kept}, lost ${lost}, doubled ${doubled}`);
}
