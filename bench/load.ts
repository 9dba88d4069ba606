import Database from "better-sqlite3";
import { largeDatabase } from "./data";
import { quantile, served } from "./served";

const PORT = 4392;
const CLIENTS = 20;
const EACH = 50;
const JOURNAL_P95_MS = 150;

interface Sent {
  kind: string;
  ms: number;
  status: number;
}

/** A step of handwork, as a device sends it. */
const entry = (client: number, n: number) => ({
  id: `${Date.now().toString(16)}${client.toString(16).padStart(4, "0")}${n.toString(16).padStart(6, "0")}`.padStart(
    24,
    "0",
  ),
  at: new Date().toISOString(),
  stage: "open",
  step: `open:s${n}`,
  act: "done",
  value: "",
  reason: "",
});

/**
 * `npm run bench -- load [scale]`: twenty clients at once, fifty requests each, on the large workshop: pages of lists
 * and
 * jobs, steps of handwork, lots. None may fail; the journal answers quickly whatever else goes on. Needs a build.
 */
export async function benchLoad(args: string[]): Promise<void> {
  const path = await largeDatabase(Number(args[0] ?? 1), false);
  const db = new Database(path, { readonly: true });
  const ids = (sql: string) => (db.prepare(sql).all() as { id: number }[]).map((r) => r.id);
  const open = ids("SELECT id FROM jobs WHERE closed_at IS NULL AND id > 20 LIMIT 200");
  const machines = ids("SELECT id FROM machines LIMIT 2000");
  db.close();
  const sent: Sent[] = [];
  await served(path, PORT, async (base) => {
    const ask = async (kind: string, url: string, body?: unknown) => {
      const from = performance.now();
      const answer = await fetch(base + url, {
        method: body === undefined ? "GET" : "POST",
        ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { "content-type": "application/json" } }),
      });
      await answer.arrayBuffer();
      sent.push({ kind, ms: performance.now() - from, status: answer.status });
    };
    await ask("first of all", "/");
    sent.length = 0;
    const from = performance.now();
    await Promise.all(
      Array.from({ length: CLIENTS }, async (_, client) => {
        const job = open[client % open.length] ?? 1;
        for (let n = 0; n < EACH; n++) {
          const turn = (n * 7 + client * 3) % 10;
          if (turn < 5) await ask("journal", `/api/jobs/${job}/journal`, { entries: [entry(client, n)] });
          else if (turn === 5) await ask("bench", "/");
          else if (turn === 6) await ask("rack", `/machines?way=model&from=Model ${n}`);
          else if (turn === 7) await ask("machine", `/machines/${machines[(n * 31 + client) % machines.length] ?? 1}`);
          else if (turn === 8) await ask("handwork", `/jobs/${job}/open`);
          else await ask("lot", "/api/materials/lots", lot(client, n));
        }
      }),
    );
    report(sent, (performance.now() - from) / 1000);
  });
}

const lot = (client: number, n: number) => ({
  kind: "swab",
  name: `Load ${client}.${n}`,
  lot: "L",
  amount: 100,
  price: 4,
});

function report(sent: readonly Sent[], seconds: number): void {
  const failed = sent.filter((s) => s.status !== 200);
  console.log(`${sent.length} requests of ${CLIENTS} clients in ${seconds.toFixed(1)} s, ${failed.length} failed`);
  for (const kind of [...new Set(sent.map((s) => s.kind))].sort()) {
    const times = sent.filter((s) => s.kind === kind).map((s) => s.ms);
    const [median, p95] = [quantile(times, 0.5).toFixed(0), quantile(times, 0.95).toFixed(0)];
    console.log(`  ${kind.padEnd(10)} ${String(times.length).padStart(5)}  median ${median} ms, p95 ${p95} ms`);
  }
  const journal = quantile(
    sent.filter((s) => s.kind === "journal").map((s) => s.ms),
    0.95,
  );
  if (failed.length)
    console.log(
      `  failed: ${failed
        .slice(0, 5)
        .map((f) => `${f.kind} ${f.status}`)
        .join(", ")}`,
    );
  console.log(`bar: none failing, journal p95 under ${JOURNAL_P95_MS} ms`);
  process.exitCode = failed.length || journal > JOURNAL_P95_MS ? 1 : 0;
}
