import { readFileSync } from "node:fs";
import Database from "better-sqlite3";
import { largeDatabase } from "./data";
import { quantile, ready, serve, stop } from "./served";

const PORT = 4392;
const TECHNICIANS = 20;
const MINUTES = 10;
/** A technician does something so often: between these, ms. */
const REST_MS = [500, 2500] as const;
const LIVE_RUNS = 5;
/** Machines that were just taken in when the work begins. */
const JUST_TAKEN_IN = 400;
/** What 95 of 100 answers of a kind take at most, ms. */
const BARS_MS: Readonly<Record<string, number>> = {
  bench: 300,
  rack: 300,
  due: 300,
  search: 300,
  handwork: 300,
  verdict: 500,
  history: 500,
  machine: 500,
  journal: 100,
  samples: 100,
};
/** The thread that answers is late by at most this, of 100 moments 99, ms. */
const LATE_P99_MS = 50;
/** From the third minute to the end memory grows by at most this. */
const GROWTH_PERCENT = 10;
const SETTLED_MIN = 3;

interface Sent {
  kind: string;
  ms: number;
  status: number;
}

/**
 * `npm run bench -- load [minutes] [scale]`: twenty technicians for ten minutes on the large workshop, as they work:
 * pages of lists and jobs, search, steps of handwork, lots, verdicts, while live runs go. None may fail, steps are
 * taken quickly whatever else goes on, and memory does not grow. Needs a build.
 */
export async function benchLoad(args: string[]): Promise<void> {
  const minutes = Number(args[0] ?? MINUTES);
  const path = await largeDatabase(Number(args[1] ?? 1), false);
  const sent: Sent[] = [];
  const memory: { atS: number; mb: number }[] = [];
  const server = serve(path, PORT);
  try {
    await ready(PORT);
    const base = `http://127.0.0.1:${PORT}`;
    await takeIn(base, JUST_TAKEN_IN);
    const ends = { now: false };
    const ask = asking(base, sent);
    const from = performance.now();
    const work = [
      ...Array.from({ length: TECHNICIANS }, (_, who) => technician(ask, who, someOf(path), ends)),
      ...Array.from({ length: LIVE_RUNS }, (_, i) => liveRuns(base, i, sent, ends)),
    ];
    const late: Late[] = [];
    const watch = setInterval(() => {
      memory.push({ atS: (performance.now() - from) / 1000, mb: memoryOf(server.pid ?? 0) });
      if (memory.length % 15 === 0) void healthOf(base).then((h) => late.push(h));
    }, 2_000);
    await new Promise((r) => setTimeout(r, minutes * 60_000));
    ends.now = true;
    clearInterval(watch);
    await Promise.all(work);
    report(sent, minutes, memory, late);
  } finally {
    stop(server, "SIGTERM");
  }
}

/** What the server says of itself. */
interface Late {
  now: { p99: number; most: number };
  waiting: Record<string, number>;
  heapMB: number;
}

async function healthOf(base: string): Promise<Late> {
  const { value } = (await answered(`${base}/api/health`).then((r) => r.json())) as {
    value: { late: Pick<Late, "now">; waiting: Late["waiting"]; memoryMB: { heapUsed: number } };
  };
  return { now: value.late.now, waiting: value.waiting, heapMB: value.memoryMB.heapUsed };
}

/** Machines that come in by the van: nobody looked at them yet. */
async function takeIn(base: string, many: number): Promise<void> {
  const from = performance.now();
  for (let i = 0; i < many; i++) {
    const machine = {
      tag: `VAN-${Date.now().toString(36)}-${i}`,
      model: `Model ${i % 400}`,
      complaint: "hot",
      form: "fourteen",
    };
    await fetch(`${base}/api/intake`, { method: "POST", body: JSON.stringify({ ...machine, environment: "office" }) });
  }
  console.log(`${many} machines taken in, ${((performance.now() - from) / many).toFixed(1)} ms each`);
}

/**
 * An answer, however the line it is asked on stands: the server lets a line go that rested, at the moment it is used
 * again, as it may. A browser asks once more on a new one by itself.
 */
async function answered(url: string, init?: RequestInit): Promise<Response> {
  try {
    return await fetch(url, init);
  } catch (e) {
    const code = e instanceof Error && e.cause instanceof Error && "code" in e.cause ? e.cause.code : "";
    if (code !== "EPIPE" && code !== "ECONNRESET" && code !== "UND_ERR_SOCKET") throw e;
    return fetch(url, init);
  }
}

type Ask = (kind: string, url: string, body?: unknown) => Promise<void>;

function asking(base: string, sent: Sent[]): Ask {
  return async (kind, url, body) => {
    const from = performance.now();
    const answer = await answered(base + url, {
      method: body === undefined ? "GET" : "POST",
      ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { "content-type": "application/json" } }),
    });
    await answer.arrayBuffer();
    sent.push({ kind, ms: performance.now() - from, status: answer.status });
  };
}

interface Some {
  open: number[];
  judged: number[];
  machines: number[];
}

function someOf(path: string): Some {
  const db = new Database(path, { readonly: true });
  const ids = (sql: string) => (db.prepare(sql).all() as { id: number }[]).map((r) => r.id);
  const some = {
    open: ids("SELECT id FROM jobs WHERE closed_at IS NULL AND id > 20 LIMIT 200"),
    judged: ids("SELECT DISTINCT job_id AS id FROM verdicts WHERE job_id > 20 LIMIT 400"),
    machines: ids("SELECT id FROM machines LIMIT 2000"),
  };
  db.close();
  return some;
}

/** One at work: mostly steps, between them pages, as somebody at a bench asks for them. */
async function technician(ask: Ask, who: number, some: Some, ends: { now: boolean }): Promise<void> {
  const job = some.open[who % some.open.length] ?? 1;
  const at = (list: readonly number[], n: number) => list[(n * 31 + who * 7) % list.length] ?? 1;
  for (let n = 0; !ends.now; n++) {
    await new Promise((r) => setTimeout(r, REST_MS[0] + Math.random() * (REST_MS[1] - REST_MS[0])));
    const turn = (n * 7 + who * 3) % 20;
    if (turn < 9) await ask("journal", `/api/jobs/${job}/journal`, { entries: [entry(who, n)] });
    else if (turn === 9) await ask("bench", "/");
    else if (turn === 10) await ask("rack", `/machines?way=model&from=Model ${n}`);
    else if (turn === 11) await ask("machine", `/machines/${at(some.machines, n)}`);
    else if (turn === 12) await ask("handwork", `/jobs/${job}/open`);
    else if (turn === 13) await ask("verdict", `/jobs/${at(some.judged, n)}/verdict`);
    else if (turn === 14) await ask("search", `/search?q=fan ${n % 50}`);
    else if (turn === 15) await ask("due", "/due");
    else if (turn === 16) await ask("history", `/machines/${at(some.machines, n)}/history`);
    else if (turn === 17) await ask("report", `/jobs/${at(some.judged, n)}/report`);
    else if (turn === 18) await ask("verdict again", `/api/jobs/${at(some.judged, n)}/judge`, {});
    else await ask("lot", "/api/materials/lots", lot(who, n));
  }
}

/** A step of handwork, as a device sends it. */
const entry = (who: number, n: number) => ({
  id: `${Date.now().toString(16)}${who.toString(16).padStart(4, "0")}${n.toString(16).padStart(6, "0")}`.padStart(
    24,
    "0",
  ),
  at: new Date().toISOString(),
  stage: "open",
  step: `open:s${n % 900}`,
  act: "done",
  value: "",
  reason: "",
});

const lot = (who: number, n: number) => ({
  kind: "swab",
  name: `Load ${who}.${n}`,
  lot: "L",
  amount: 100,
  price: 4,
});

/** Live runs at one place, one after the other: one that is over gives way to the next machine. */
async function liveRuns(base: string, i: number, sent: Sent[], ends: { now: boolean }): Promise<void> {
  while (!ends.now) await liveRun(base, i, sent, ends);
}

/** A live run with a page that follows it: ten samples a second, sent four times a second, until its load is over. */
async function liveRun(base: string, i: number, sent: Sent[], ends: { now: boolean }): Promise<void> {
  const { runId, token } = await begun(base, i);
  const follow = new AbortController();
  const page = fetch(`${base}/api/live/${runId}/events`, { signal: follow.signal })
    .then(async (r) => {
      for await (const part of r.body ?? []) void part;
    })
    .catch(() => undefined);
  const started = Date.now();
  for (let last = 0; !ends.now;) {
    await new Promise((r) => setTimeout(r, 250));
    const now = Math.floor((Date.now() - started) / 100);
    const lines = Array.from({ length: now - last }, (_, k) => sample(last + k + 1));
    if (lines.length === 0) continue;
    const from = performance.now();
    const answer = await answered(`${base}/api/v1/runs/${runId}/samples`, {
      method: "POST",
      headers: { authorization: `Bearer ${token}` },
      body: lines.join("\n"),
    });
    const told = (await answer.json()) as { acknowledged?: number };
    // a run that came to its end by its recipe takes no more
    if (answer.status === 409 && now > SHORTEST_RUN) break;
    sent.push({ kind: "samples", ms: performance.now() - from, status: answer.status });
    last = told.acknowledged ?? last;
  }
  follow.abort();
  await page;
}

/** No recipe is over sooner, samples. */
const SHORTEST_RUN = 10 * 300;

/** A machine that is taken in, and its live run. */
async function begun(base: string, i: number): Promise<{ runId: number; token: string }> {
  const tag = `LV${Date.now().toString(36)}${i}`;
  const machine = { tag, model: `Load ${i}`, complaint: "hot", form: "fourteen", environment: "office" };
  const intake = await answered(`${base}/api/intake`, { method: "POST", body: JSON.stringify(machine) });
  const { value } = (await intake.json()) as { value: { jobId: number } };
  const began = await answered(`${base}/api/v1/jobs/${value.jobId}/runs`, {
    method: "POST",
    body: JSON.stringify({ kind: "before" }),
  });
  return (await began.json()) as { runId: number; token: string };
}

const sample = (seq: number): string =>
  JSON.stringify({ seq, t: seq / 10, "cpu.temperature": 40 + 30 * (1 - Math.exp(-seq / 300)), "cpu.power": 30 });

/** What the server holds in memory, its threads included, MB. A back-up is a process of its own that ends. */
const memoryOf = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? 0) / 1024;

/** How much more is held in the last minute than in the one after it settled, percent. */
function growthPercent(memory: readonly { atS: number; mb: number }[], minutes: number): number {
  const settled = Math.min(SETTLED_MIN, minutes / 2);
  const of = (min: number) => mean(memory.filter((m) => Math.abs(m.atS / 60 - min) <= 0.5).map((m) => m.mb));
  return (of(minutes - 0.5) / of(settled) - 1) * 100;
}

const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / Math.max(1, values.length);

function report(
  sent: readonly Sent[],
  minutes: number,
  memory: readonly { atS: number; mb: number }[],
  late: readonly Late[],
): void {
  const failed = sent.filter((s) => s.status !== 200);
  console.log(
    `${sent.length} requests of ${TECHNICIANS} technicians and ${LIVE_RUNS} live runs in ${minutes} min, ` +
      `${failed.length} failed`,
  );
  const over: string[] = [];
  for (const kind of [...new Set(sent.map((s) => s.kind))].sort()) {
    const times = sent.filter((s) => s.kind === kind).map((s) => s.ms);
    const [median, p95, most] = [quantile(times, 0.5), quantile(times, 0.95), quantile(times, 1)];
    const bar = BARS_MS[kind];
    if (bar !== undefined && p95 > bar) over.push(kind);
    console.log(
      `  ${kind.padEnd(14)} ${String(times.length).padStart(5)}  median ${median.toFixed(0)} ms, ` +
        `p95 ${p95.toFixed(0)}, most ${most.toFixed(0)}${bar === undefined ? "" : `; bar ${bar}`}` +
        `${over.includes(kind) ? "  over" : ""}`,
    );
  }
  for (const f of failed.slice(0, 5)) console.log(`  failed: ${f.kind} ${f.status}`);
  const by = (min: number) => memory.find((m) => m.atS >= min * 60)?.mb ?? memory.at(-1)?.mb ?? 0;
  const marks = Array.from({ length: Math.floor(minutes) + 1 }, (_, m) => by(m).toFixed(0));
  const growth = growthPercent(memory, minutes);
  console.log(`  memory by the minute, MB: ${marks.join(" ")}; since it settled ${growth.toFixed(1)} %`);
  const p99 = Math.max(0, ...late.map((l) => l.now.p99));
  const most = Math.max(0, ...late.map((l) => l.now.most));
  const heaps = late.map((l) => l.heapMB.toFixed(0)).join(" ");
  console.log(`  the thread that answers was late by ${p99} ms of 100 moments 99, ${most} at most`);
  console.log(`  heap in use, MB: ${heaps}`);
  console.log(`  waiting at the end: ${JSON.stringify(late.at(-1)?.waiting ?? {})}`);
  console.log(`bars: none failing, kinds as above, late p99 under ${LATE_P99_MS} ms, growth under ${GROWTH_PERCENT} %`);
  process.exitCode = failed.length || over.length || p99 > LATE_P99_MS || growth > GROWTH_PERCENT ? 1 : 0;
}
