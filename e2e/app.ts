import { spawn, type ChildProcess } from "node:child_process";
import { copyFileSync, mkdtempSync, rmSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";

/** The demo database every journey begins with a copy of; made once, before all of them. */
export const TEMPLATE = "var/e2e-template.db";

/** The built application on a port and a database of its own. */
export class App {
  private server: ChildProcess | null = null;
  private journeys = 0;
  private readonly folder = mkdtempSync(join(tmpdir(), "ovrant-journey-"));
  private constructor(private readonly port: number) {}

  /** With the demo's machines, or with nothing. */
  static async start(data: "demo" | "empty"): Promise<App> {
    const app = new App(await freePort());
    if (data === "demo") copyFileSync(TEMPLATE, app.database);
    await app.serve();
    return app;
  }

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** The same server as a tablet on the workshop's network asks for it. */
  get networkUrl(): string {
    return `http://bench.test:${this.port}`;
  }

  /** The same under a name a browser trusts as it trusts TLS: it keeps pages there. */
  get trustedUrl(): string {
    return `http://bench.localhost:${this.port}`;
  }

  /** Ends the server at once, with no chance to tidy up, and starts it again. */
  async killAndServe(): Promise<void> {
    this.kill();
    await this.serve();
  }

  /** Ends the server; nothing answers until `up`. */
  down(): void {
    this.kill();
  }

  up(): Promise<void> {
    return this.serve();
  }

  /** What is on disk, looked at beside the server. */
  rows(query: string): unknown[] {
    const db = new Database(this.database, { readonly: true });
    try {
      return db.prepare(query).all();
    } finally {
      db.close();
    }
  }

  /** Brings the database into a state that only a server killed half way leaves. */
  change(statement: string): void {
    const db = new Database(this.database, { timeout: 5000 });
    try {
      db.exec(statement);
    } finally {
      db.close();
    }
  }

  /**
   * Brings the demo's data back under the running server, as if nothing had been done with it. What comes new is
   * numbered apart each time: what the journey before left under way finds nothing of this one.
   */
  async anew(): Promise<void> {
    const demo = new Database(TEMPLATE, { readonly: true });
    try {
      await demo.backup(this.database, { progress: () => 10_000 });
    } finally {
      demo.close();
    }
    this.journeys++;
    this.change(`UPDATE sqlite_sequence SET seq = seq + ${1000 * this.journeys}`);
  }

  stop(): void {
    this.kill();
    rmSync(this.folder, { recursive: true, force: true });
  }

  private get database(): string {
    return join(this.folder, "journey.db");
  }

  private async serve(): Promise<void> {
    this.server = spawn(process.execPath, ["bin/serve.mjs", "127.0.0.1", String(this.port)], {
      env: {
        ...process.env,
        OVRANT_DB: this.database,
        NEXT_TELEMETRY_DISABLED: "1",
        OVRANT_HOSTS: "bench.test,bench.localhost",
      },
      stdio: "ignore",
      detached: true,
    });
    for (let i = 0; i < 600; i++) {
      if (await answers(this.url)) return;
      await new Promise((r) => setTimeout(r, 100));
    }
    throw new Error("the server did not come up");
  }

  private kill(): void {
    if (this.server?.pid) process.kill(-this.server.pid, "SIGKILL");
    this.server = null;
  }
}

const answers = (url: string): Promise<boolean> =>
  fetch(url).then(
    (r) => r.ok,
    () => false,
  );

function freePort(): Promise<number> {
  return new Promise((done, failed) => {
    const probe = createServer().once("error", failed);
    probe.listen(0, "127.0.0.1", () => {
      const address = probe.address();
      probe.close(() => done(typeof address === "object" && address ? address.port : 0));
    });
  });
}
