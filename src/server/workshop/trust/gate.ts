import type { IncomingMessage, ServerResponse } from "node:http";
import { changeWords, isByItself, isRead, needOf } from "../../../core/workshop/trust";
import type { Problem } from "../../../core/base/result";
import { database } from "../../../data/base/connection";
import { addAudit, benchWasThere, isSessionValid } from "../../../data/workshop/trust";
import { isOurHost } from "../../base/http/addresses";
import { overTls, personCookie } from "./cookies";
import { isLocal, refusalOf, callerStatus, type Refusal, type CallerStatus } from "./caller";
import { steadyMs } from "../../base/steadyClock";
import { processWide } from "../../../core/base/processWide";

/** A cookie is sealed anew no more often than this, ms. */
const TOUCH_MS = 20_000;

const REFUSALS: Readonly<Record<Refusal, Problem>> = {
  "not-joined": {
    code: "not-joined",
    message: "This device is not known to the workshop.",
    action: "Open Ovrant here and give the workshop's passphrase.",
  },
  locked: {
    code: "locked",
    message: "This bench is locked.",
    action: "Nothing was lost: take your tag and give your PIN, then do it again.",
  },
  "not-your-role": {
    code: "not-your-role",
    message: "A technician does this.",
    action: "Nothing was changed; ask one to do it at this bench.",
  },
};

/**
 * Headers the rest of the program reads who asks from, and those by which the framework would take a request for
 * another address than its own: nobody outside may send them.
 */
const OURS = /^x-(ovrant|middleware|invoke|matched|nextjs|now|vercel)-/;

/** A second name the framework gives every page: it would be weighed as a file and served as the page. */
const SECOND_NAMES = /^\/_next\/data(\/|$)/;

/**
 * Stands before every request: one from this machine goes through as it is; one from elsewhere only with what it needs.
 *
 * @returns whether it was answered here; if not, its headers say who asks
 */
export async function gate(req: IncomingMessage, res: ServerResponse): Promise<boolean> {
  for (const name of Object.keys(req.headers)) if (OURS.test(name)) delete req.headers[name];
  if (overTls()) {
    res.setHeader("strict-transport-security", "max-age=31536000");
    res.setHeader("cross-origin-opener-policy", "same-origin");
  }
  const path = plainPath(req.url ?? "/");
  if (path === null) return plain(res, 400, "There is no such address.\n");
  if (SECOND_NAMES.test(path)) return plain(res, 404, "There is no such address.\n");
  if (isLocal(req)) return told(req, { as: "local" });
  if (!isOurHost(req.headers.host ?? null)) return plain(res, 421, "Ovrant is not served under this name.\n");
  const method = req.method ?? "GET";
  const nowMs = steadyMs();
  const standing = await callerStatus(req.headers.cookie, nowMs);
  const refusal = refusalOf(needOf(method, path), standing);
  if (refusal) return refused(req, res, path, refusal);
  if (standing.as === "person") {
    if (isStream(path)) endsWith(res, standing);
    if (!isByItself(method, path)) await touched(res, standing, nowMs);
    const what = isRead(method) ? "" : changeWords(method, path);
    if (what) writtenDown(res, standing, what);
  }
  return told(req, standing);
}

/** The path as the routes will read it; null for one that reads as two things. */
function plainPath(url: string): string | null {
  const raw = url.split(/[?#]/, 1)[0] ?? "/";
  try {
    const path = decodeURIComponent(raw);
    return path.startsWith("/") && !/[\\%\0]|\/\/|\/\.\.?(\/|$)/.test(path) ? path : null;
  } catch {
    return null;
  }
}

function told(req: IncomingMessage, standing: CallerStatus): false {
  req.headers["x-ovrant-as"] = standing.as;
  req.headers["x-ovrant-from"] = addressOf(req);
  if (standing.as === "bench" || standing.as === "person") req.headers["x-ovrant-bench"] = String(standing.bench.id);
  if (standing.as === "person") {
    req.headers["x-ovrant-person"] = encodeURIComponent(standing.person.initials);
    req.headers["x-ovrant-role"] = standing.person.role;
  }
  return false;
}

/** The address a request comes from; behind another server, the one that server saw. */
function addressOf(req: IncomingMessage): string {
  const passed = process.env.OVRANT_PROXY === "1" ? String(req.headers["x-forwarded-for"] ?? "") : "";
  return passed.split(",").at(-1)?.trim().slice(0, 60) || (req.socket.remoteAddress ?? "");
}

/** Streams are the one answer that outlasts its question. */
const isStream = (path: string): boolean => path.endsWith("/events");
/** How long a stream may outlast the session it was opened in, ms. */
const OUTLASTS_MS = 700;

/** A stream ends with the session it was opened in: by a lock, a bench sent away, another PIN. */
function endsWith(res: ServerResponse, { session, bench, person }: Present): void {
  const look = async () => {
    const now = await isSessionValid(await database(), { benchId: bench.id, personId: person.id });
    if (now && now.epoch === session.epoch && session.beganMs > now.closedMs) return;
    // one whose line is gone already tells nobody that it closes
    clearInterval(watch);
    res.destroy();
  };
  const watch = setInterval(() => void look().catch(() => undefined), OUTLASTS_MS);
  res.once("close", () => clearInterval(watch));
}

type Present = Extract<CallerStatus, { as: "person" }>;

/** Somebody is at the bench: it stays open. */
async function touched(res: ServerResponse, { session, bench }: Present, nowMs: number): Promise<void> {
  if (nowMs - session.lastMs <= TOUCH_MS) return;
  res.appendHeader("set-cookie", await personCookie({ ...session, lastMs: nowMs }));
  await benchWasThere(await database(), bench.id);
}

/** What was changed stands in the audit once it was. */
function writtenDown(res: ServerResponse, { person, bench }: Present, what: string): void {
  res.once("finish", () => {
    if (res.statusCode >= 400) return;
    void database()
      .then((db) => addAudit(db, { who: person.initials, bench: bench.name, what }))
      .catch(() => console.error(`A change by ${person.initials} could not be written down.`));
  });
}

/** A page leads to what is missing; anything else is told. */
function refused(req: IncomingMessage, res: ServerResponse, path: string, refusal: Refusal): true {
  const isPage = isRead(req.method ?? "GET") && !path.startsWith("/api/") && !req.headers["rsc"];
  if (isPage && refusal !== "not-your-role") {
    const back = path === "/" ? "" : `?back=${encodeURIComponent(path)}`;
    res.statusCode = 303;
    res.setHeader("location", refusal === "not-joined" ? "/join" : `/locked${back}`);
    res.setHeader("cache-control", "no-store");
    res.end();
    return true;
  }
  const problem = REFUSALS[refusal];
  const status = refusal === "not-your-role" ? 403 : 401;
  if (isPage) return plain(res, status, `${problem.message} ${problem.action}\n`);
  res.writeHead(status, { "content-type": "application/json", "cache-control": "no-store" });
  res.end(JSON.stringify({ ok: false, problem }));
  return true;
}

function plain(res: ServerResponse, status: number, text: string): true {
  res.writeHead(status, { "content-type": "text/plain; charset=utf-8", "x-content-type-options": "nosniff" });
  res.end(text);
  return true;
}

/** From now on every request passes here first, by what serves the application (`bin/serve.mjs`). */
export function installGate(): void {
  processWide<typeof gate>("gate").set(gate);
}
