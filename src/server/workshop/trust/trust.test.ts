import { IncomingMessage, ServerResponse } from "node:http";
import { Socket } from "node:net";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Result } from "../../../core/base/result";
import { database } from "../../../data/base/connection";
import { addMiss, missesSince } from "../../../data/workshop/pinMisses";
import { auditLines, findBench, findPeople, setSlowed } from "../../../data/workshop/trust";
import { temporaryDatabase } from "../../../testing/bed";
import { benchCookie, noPerson, personCookie } from "./cookies";
import { gate } from "./gate";
import { hashed, isSecret } from "./hash";
import {
  addPerson,
  alterPerson,
  auditPage,
  changeOwnPin,
  dropBench,
  dropPerson,
  freshPassphrase,
  networkView,
  setPassphrase,
} from "./network";
import { areWhole, digitsNow, opened, sealed } from "./seal";
import { forgetJoins, join, lock, signIn } from "./signin";
import { IDLE_MS, isLocal, SHIFT_MS, callerStatus, type Session } from "./caller";

temporaryDatabase("trust");

const value = <T>(r: Result<T>): T => {
  if (!r.ok) throw new Error(`${r.problem.code}: ${r.problem.message}`);
  return r.value;
};
const code = (r: Result<unknown>) => (r.ok ? "" : r.problem.code);
const fields = (r: Result<unknown>) => (r.ok ? {} : (r.problem.fields ?? { "": r.problem.code }));
const PHRASE = "babebi dodudi fafefi kokuki lalelo mimumo";
const MIN = 60_000;

beforeEach(() => {
  process.env.OVRANT_HOSTS = "bench.test";
  forgetJoins();
});
afterEach(() => {
  delete process.env.OVRANT_HOSTS;
  delete process.env.OVRANT_PROXY;
  delete process.env.OVRANT_TLS;
});

let people: Record<"HM" | "KW" | "FD", number>;
async function workshop(): Promise<number> {
  if ((await findPeople(await database())).length === 0) {
    value(await setPassphrase({ passphrase: PHRASE }));
    const add = async (initials: string, role: string, pin: string) =>
      value(await addPerson({ initials, role, pin })).id;
    people = {
      HM: await add("HM", "technician", "4712"),
      KW: await add("KW", "learner", "8391"),
      FD: await add("FD", "desk", "2846"),
    };
  }
  const db = await database();
  await db("pin_misses").delete();
  for (const id of Object.values(people)) await setSlowed(db, "people", id, { wrong: 0, restsUntilMs: 0 });
  return value(await join({ passphrase: PHRASE, name: "Bench 2" }, "10.0.0.7")).bench;
}

interface Asked {
  status: number;
  passed: boolean;
  headers: Record<string, unknown>;
  told: Record<string, unknown>;
  body: string;
}

/** Asks at the gate as a client elsewhere would; what went through is told with its headers. */
async function ask(
  method: string,
  url: string,
  headers: Record<string, string> = {},
  from = "10.0.0.7",
): Promise<Asked> {
  const socket = new Socket();
  Object.defineProperty(socket, "remoteAddress", { value: from });
  const req = new IncomingMessage(socket);
  Object.assign(req, { method, url });
  Object.assign(req.headers, { host: "bench.test:3000", ...headers });
  const res = new ServerResponse(req);
  let body = "";
  res.end = ((text?: string) => {
    body = text ?? "";
    return res;
  }) as typeof res.end;
  const passed = !(await gate(req, res));
  const out = { status: res.statusCode, passed, headers: res.getHeaders(), told: req.headers, body };
  if (passed) res.emit("finish");
  return out;
}

const signedIn = async (who: keyof typeof people, pin: string, bench: number): Promise<string> => {
  const { session } = value(await signIn({ person: people[who], pin }, bench));
  const only = (cookie: string) => cookie.split(";")[0] ?? "";
  return [only(await benchCookie(bench)), only(await personCookie(session))].join("; ");
};

describe("secrets", () => {
  it("are kept as a slow hash with a salt of its own", async () => {
    const [a, b] = [await hashed("4712"), await hashed("4712")];
    expect(a).not.toBe(b);
    expect(await isSecret("4712", a)).toBe(true);
    expect(await isSecret("4713", a)).toBe(false);
    expect(await isSecret("4712", "")).toBe(false);
  });

  it("what is sealed opens here alone, for its time, and not once it was changed", async () => {
    const text = await sealed("bench", { bench: 3 }, 60);
    const open = (t: string) => opened<{ bench: number }>("bench", t, (d) => areWhole(d.bench));
    expect(await open(text)).toEqual({ bench: 3 });
    expect(await open(`${text.slice(0, -3)}abc`)).toBeNull();
    expect(await open("")).toBeNull();
    expect(text).not.toContain("bench");
    vi.useFakeTimers({ now: Date.now() + 200_000, toFake: ["Date"] });
    expect(await open(text)).toBeNull();
    vi.useRealTimers();
  });

  it("four digits are the same for ten minutes, and others then", async () => {
    const at = 1_900_000_000_000;
    expect(await digitsNow(at)).toMatch(/^\d{4}$/);
    expect(await digitsNow(at + 1)).toBe(await digitsNow(at));
    const later = await Promise.all([1, 2, 3, 4].map((n) => digitsNow(at + n * 10 * MIN)));
    expect(new Set(later).size).toBeGreaterThan(1);
  });
});

describe("joining", () => {
  it("needs a passphrase that was set, and the right one; wrong ones slow one device down, not another", async () => {
    const bench = await workshop();
    expect((await findBench(await database(), bench))?.name).toBe("Bench 2");
    const wrong = () => join({ passphrase: "a b c d e f", name: "X" }, "10.0.0.66", 1_000);
    for (let i = 0; i < 5; i++) expect(code(await wrong())).toBe("wrong-passphrase");
    expect(code(await wrong())).toBe("rests");
    expect(code(await join({ passphrase: PHRASE, name: "X" }, "10.0.0.66", 2_000))).toBe("rests");
    expect(code(await join({ passphrase: PHRASE.toUpperCase(), name: "X" }, "10.0.0.8", 2_000))).toBe("");
    expect(fields(await join({ passphrase: PHRASE, name: "<b>" }, "10.0.0.9"))).toHaveProperty("name");
  });

  it("a crowd of strangers waits for one another, and those who are known do not wait for it", async () => {
    const bench = await workshop();
    const crowd = Array.from({ length: 30 }, (_, i) =>
      join({ passphrase: "a b c d e f", name: "X" }, `10.1.0.${i}`, 3_000),
    );
    expect(code(await signIn({ person: people.HM, pin: "4712" }, bench))).toBe("");
    const told = (await Promise.all(crowd)).map(code);
    expect(told.filter((c) => c === "crowded").length).toBeGreaterThanOrEqual(20);
  });

  it("another passphrase sends every bench away", async () => {
    const bench = await workshop();
    const cookie = (await benchCookie(bench)).split(";")[0];
    expect((await callerStatus(cookie, Date.now())).as).toBe("bench");
    expect(fields(await setPassphrase({ passphrase: "too short" }))).toHaveProperty("passphrase");
    value(await setPassphrase({ passphrase: freshPassphrase() }));
    expect((await callerStatus(cookie, Date.now())).as).toBe("none");
    value(await setPassphrase({ passphrase: PHRASE }));
  });
});

describe("cookies of one kind put in the place of another", () => {
  it("are nobody's, and throw nothing", async () => {
    const bench = await workshop();
    const { session } = value(await signIn({ person: people.HM, pin: "4712" }, bench));
    const text = async (cookie: Promise<string>) => ((await cookie).split(";")[0] ?? "").split("=")[1] ?? "";
    const [known, who] = [await text(benchCookie(bench)), await text(personCookie(session))];
    expect((await callerStatus(`ovrant_bench=${who}; ovrant_person=${known}`, Date.now())).as).toBe("none");
    expect((await callerStatus(`ovrant_bench=${known}; ovrant_person=${known}`, Date.now())).as).toBe("bench");
    const owner = await sealed("owner", { bench }, 60);
    expect((await callerStatus(`ovrant_bench=${owner}`, Date.now())).as).toBe("none");
  });
});

describe("a clock that is turned back", () => {
  it("keeps no session alive: times that lie ahead sign in again, and then go on", async () => {
    const bench = await workshop();
    const at = 50 * 3_600_000;
    const back = at - 12 * 3_600_000;
    const cookieOf = async (s: Session) =>
      [await benchCookie(bench), await personCookie(s)].map((c) => c.split(";")[0]).join("; ");
    const { session } = value(await signIn({ person: people.HM, pin: "4712" }, bench, at));
    value(await lock(bench, at + MIN));
    const late = await cookieOf({ ...session, beganMs: at + 2 * MIN, lastMs: at + 2 * MIN });
    expect((await callerStatus(late, at + 3 * MIN)).as).toBe("person");
    expect((await callerStatus(late, back)).as).toBe("bench");
    const { session: now } = value(await signIn({ person: people.HM, pin: "4712" }, bench, back));
    expect((await callerStatus(await cookieOf(now), back + MIN)).as).toBe("person");
    expect((await callerStatus(late, back + MIN)).as).toBe("bench");
    // a rest that ends farther off than any lasts is over
    await setSlowed(await database(), "people", people.KW, { wrong: 5, restsUntilMs: at });
    expect(code(await signIn({ person: people.KW, pin: "8391" }, bench, back))).toBe("");
  });
});

describe("the door every PIN is asked at", () => {
  const day = 24 * 60 * MIN;
  const give = (person: number, pin: string, bench: number, ms: number) => signIn({ person, pin }, bench, ms);

  it("four wrong and one right, again and again, rest the tag all the same, each wrong one in the audit", async () => {
    const bench = await workshop();
    const told: string[] = [];
    for (let i = 0; i < 2; i++) {
      for (let k = 0; k < 4; k++) told.push(code(await give(people.KW, "0007", bench, 1_000 + i)));
      told.push(code(await give(people.KW, "8391", bench, 1_000 + i)));
    }
    expect(told.slice(0, 5)).toEqual(["wrong-pin", "wrong-pin", "wrong-pin", "wrong-pin", ""]);
    expect(told.slice(5)).toEqual(["rests", "rests", "rests", "rests", "rests"]);
    const lines = (await auditPage()).map((l) => l.what);
    expect(lines.filter((l) => l.startsWith("a wrong PIN for this tag")).length).toBe(5);
    // a day later they count no more
    expect(code(await give(people.KW, "0007", bench, 2_000 + day))).toBe("wrong-pin");
  });

  it("somebody else's right one takes no try of the bench back", async () => {
    const bench = await workshop();
    for (let i = 0; i < 19; i++) await addMiss(await database(), { personId: 900 + i, benchId: bench, atMs: 500 });
    expect(code(await give(people.HM, "4712", bench, 1_000))).toBe("");
    expect(code(await give(people.FD, "0007", bench, 1_000))).toBe("wrong-pin");
    expect(code(await give(people.HM, "4712", bench, 2_000))).toBe("rests");
  });

  it("one's own old PIN is asked there too: two hundred at once get five tries", async () => {
    await workshop();
    const tries = Array.from({ length: 200 }, (_, i) =>
      changeOwnPin("KW", { old: String(i).padStart(4, "0"), pin: "5829" }, 1_000),
    );
    const told = (await Promise.all(tries)).map(code);
    expect(told.filter((c) => c === "bad-fields").length).toBe(4);
    expect(told.filter((c) => c === "rests" || c === "crowded").length).toBe(196);
    const db = await database();
    expect(await missesSince(db, { personId: people.KW }, 0)).toBe(5);
    expect((await findPeople(db)).find((p) => p.id === people.KW)?.restsUntilMs).toBeGreaterThan(1_000);
  });

  it("wrong ones are shown to whose tag it is, once, at the next sign-in", async () => {
    const bench = await workshop();
    await give(people.KW, "0007", bench, 4_000);
    await give(people.KW, "0008", bench, 5_000);
    const later = 10 * MIN;
    expect(value(await give(people.HM, "4712", bench, later)).missed).toBeNull();
    expect(value(await give(people.KW, "8391", bench, later)).missed).toEqual({
      count: 2,
      lastMs: 5_000,
      bench: "Bench 2",
    });
    expect(value(await give(people.KW, "8391", bench, later)).missed).toBeNull();
    // a slip of the same hand a moment ago is none to be asked about; three are
    await give(people.KW, "0007", bench, later + 1_000);
    expect(value(await give(people.KW, "8391", bench, later + 4_000)).missed).toBeNull();
    for (let i = 0; i < 3; i++)
      await addMiss(await database(), { personId: people.KW, benchId: bench, atMs: 2 * later + i });
    expect(value(await give(people.KW, "8391", bench, 2 * later + 4_000)).missed?.count).toBe(3);
  });
});

describe("signing in", () => {
  it("five wrong PINs rest the tag, also for the right one; another tag is not touched", async () => {
    const bench = await workshop();
    const at = 5_000_000;
    const give = (person: number, pin: string, ms = at) => signIn({ person, pin }, bench, ms);
    for (let i = 0; i < 4; i++) expect(code(await give(people.KW, "0007"))).toBe("wrong-pin");
    expect(code(await give(people.KW, "0007"))).toBe("rests");
    expect(code(await give(people.KW, "8391"))).toBe("rests");
    expect(code(await give(people.HM, "4712"))).toBe("");
    expect(code(await give(people.KW, "8391", at + 6 * MIN))).toBe("");
    expect(fields(await give(people.KW, "12"))).toHaveProperty("pin");
    expect(code(await give(9_999, "8391"))).toBe("person-not-found");
  });

  it("guessing at many tags rests the bench, and Stop is asked for no PIN all the while", async () => {
    const bench = await workshop();
    const db = await database();
    for (let i = 0; i < 18; i++) await addMiss(db, { personId: 900 + i, benchId: bench, atMs: 500 });
    await signIn({ person: people.FD, pin: "0007" }, bench, 1_000);
    expect((await findBench(db, bench))?.restsUntilMs).toBe(0);
    expect(code(await signIn({ person: people.KW, pin: "0007" }, bench, 1_000))).toBe("wrong-pin");
    expect(code(await signIn({ person: people.HM, pin: "4712" }, bench, 2_000))).toBe("rests");
    const cookie = (await benchCookie(bench)).split(";")[0] ?? "";
    expect((await ask("POST", "/api/trust/stop", { cookie })).passed).toBe(true);
  });

  it("ends with the lock, whatever a late answer seals anew; the next one begins after it", async () => {
    const bench = await workshop();
    const cookieOf = async (s: Session) =>
      [await benchCookie(bench), await personCookie(s)].map((c) => c.split(";")[0]).join("; ");
    const { session } = value(await signIn({ person: people.HM, pin: "4712" }, bench));
    const late = await cookieOf({ ...session, lastMs: session.lastMs + MIN });
    expect((await callerStatus(late, session.beganMs)).as).toBe("person");
    const lockMs = session.beganMs + 500;
    value(await lock(bench, lockMs));
    expect((await callerStatus(late, lockMs)).as).toBe("bench");
    // a lock that comes late opens nothing again
    value(await lock(bench, session.beganMs - 1));
    expect((await callerStatus(late, lockMs)).as).toBe("bench");
    const { session: next } = value(await signIn({ person: people.HM, pin: "4712" }, bench, lockMs));
    expect((await callerStatus(await cookieOf(next), lockMs)).as).toBe("person");
    const other = value(await join({ passphrase: PHRASE, name: "Bench 3" }, "10.0.0.8")).bench;
    value(await lock(other, lockMs + MIN));
    expect((await callerStatus(await cookieOf(next), lockMs)).as).toBe("person");
  });

  it("ends after ten minutes untouched, after a shift, with another PIN, and with the bench", async () => {
    const bench = await workshop();
    const { session } = value(await signIn({ person: people.HM, pin: "4712" }, bench));
    const now = session.beganMs;
    const as = async (s: Session, ms: number) => {
      const jar = [await benchCookie(bench), await personCookie(s)].map((c) => c.split(";")[0]).join("; ");
      return (await callerStatus(jar, ms)).as;
    };
    expect(await as(session, now + 9 * MIN)).toBe("person");
    expect(await as(session, now + IDLE_MS + 1)).toBe("bench");
    expect(await as({ ...session, lastMs: now + SHIFT_MS }, now + SHIFT_MS + 1)).toBe("bench");
    expect(await as({ ...session, bench: bench + 1 }, now)).toBe("bench");
    expect(fields(await changeOwnPin("HM", { old: "0007", pin: "5829" }))).toHaveProperty("old");
    value(await changeOwnPin("HM", { old: "4712", pin: "5829" }));
    expect(await as(session, now)).toBe("bench");
    value(await alterPerson(people.HM, { pin: "4712" }));
    const { session: again } = value(await signIn({ person: people.HM, pin: "4712" }, bench));
    value(await dropBench(bench));
    expect(await as(again, again.beganMs)).toBe("none");
    expect(code(await dropBench(bench))).toBe("bench-not-found");
    expect(noPerson()).toMatch(/Max-Age=0/);
  });
});

describe("tags", () => {
  it("are refused twice, with a PIN anybody guesses, and the last technician stays", async () => {
    await workshop();
    expect(code(await addPerson({ initials: "hm", role: "desk", pin: "4712" }))).toBe("initials-taken");
    expect(fields(await addPerson({ initials: "ZZ", role: "desk", pin: "1234" }))).toHaveProperty("pin");
    expect(fields(await addPerson({ initials: "ZZ", role: "boss", pin: "4712" }))).toHaveProperty("role");
    expect(code(await dropPerson(people.HM))).toBe("last-technician");
    expect(code(await alterPerson(people.HM, { role: "learner" }))).toBe("last-technician");
    expect(fields(await alterPerson(people.KW, { pin: "9999" }))).toHaveProperty("pin");
    expect(fields(await alterPerson(people.KW, {}))).toHaveProperty("role");
    value(await alterPerson(people.KW, { role: "desk" }));
    value(await alterPerson(people.KW, { role: "learner" }));
    expect((await auditPage())[0]?.what).toBe("KW: now learner");
    const extra = value(await addPerson({ initials: "TB", role: "technician", pin: "4712" })).id;
    value(await dropPerson(extra));
    expect(code(await dropPerson(extra))).toBe("person-not-found");
    const view = await networkView();
    expect(view.hasPassphrase).toBe(true);
    expect(JSON.stringify(view)).not.toMatch(/pin|hash/i);
  });
});

describe("a page under another name than its own", () => {
  const pages = ["network", "audit", "settings", "api/tables/journal", "api/backup", "index", "jobs/3"];
  it("is looked at by nobody: not by a learner, not by who sends the framework's own headers", async () => {
    const bench = await workshop();
    const cookie = await signedIn("KW", "8391", bench);
    for (const page of pages) {
      expect((await ask("GET", `/_next/data/BUILD/${page}.json`, { cookie })).status, page).toBe(404);
      for (const url of [
        `/${page}.rsc`,
        `/${page}.segments/_tree.segment.rsc`,
        `/${page}/`,
        `/_next/image?url=/${page}`,
      ])
        expect((await ask("GET", url, { cookie })).status, url).toBe(403);
      expect((await ask("POST", `/${page}`, { cookie, "next-action": "x" })).passed, page).toBe(false);
    }
    const headers = { "x-matched-path": "/network", "x-invoke-path": "/network", "x-middleware-rewrite": "/network" };
    const { passed, told } = await ask("GET", "/glossary", { cookie, ...headers, "x-nextjs-data": "1" });
    expect(passed).toBe(true);
    for (const name of [...Object.keys(headers), "x-nextjs-data"]) expect(told[name], name).toBeUndefined();
  });

  it("or one that cannot be read, is told so, also on this machine itself", async () => {
    const local = { host: "127.0.0.1:3000" };
    expect((await ask("GET", "/%", local, "127.0.0.1")).status).toBe(400);
    expect((await ask("GET", "/_next/data/BUILD/network.json", local, "127.0.0.1")).status).toBe(404);
    expect((await ask("GET", "/%", {})).status).toBe(400);
  });
});

describe("a stream", () => {
  /** A stream somebody opened; whether it goes on. */
  async function stream(cookie: string): Promise<ServerResponse> {
    const socket = new Socket();
    Object.defineProperty(socket, "remoteAddress", { value: "10.0.0.7" });
    const req = new IncomingMessage(socket);
    Object.assign(req, { method: "GET", url: "/api/live/3/events" });
    Object.assign(req.headers, { host: "bench.test:3000", cookie });
    const res = new ServerResponse(req);
    expect(await gate(req, res)).toBe(false);
    return res;
  }
  const goesOn = (res: ServerResponse) => !res.destroyed;
  const within = (ms: number, is: () => boolean) => expect.poll(is, { timeout: ms, interval: 50 }).toBe(true);

  it("ends within a second of the lock, of a bench sent away, of another PIN, and of no one else's", async () => {
    const [bench, other] = [await workshop(), await workshop()];
    const cookie = await signedIn("KW", "8391", bench);
    const [locked, stays] = [await stream(cookie), await stream(await signedIn("HM", "4712", other))];
    value(await lock(bench));
    await within(1_500, () => !goesOn(locked));
    const again = await stream(await signedIn("KW", "8391", bench));
    value(await dropBench(bench));
    await within(1_500, () => !goesOn(again));
    expect(goesOn(stays)).toBe(true);
    value(await alterPerson(people.HM, { pin: "5829" }));
    await within(1_500, () => !goesOn(stays));
    value(await alterPerson(people.HM, { pin: "4712" }));
    // and nothing goes on asking about it
    const db = await database();
    let asked = 0;
    const count = () => asked++;
    db.on("query", count);
    await new Promise((r) => setTimeout(r, 900));
    db.removeListener("query", count);
    expect(asked).toBe(0);
  });
});

describe("the gate", () => {
  it("lets this machine through, and nobody who only looks like it", async () => {
    const local = (headers: Record<string, string>, from = "127.0.0.1") => ask("GET", "/settings", headers, from);
    expect((await local({ host: "127.0.0.1:3000" })).told["x-ovrant-as"]).toBe("local");
    expect((await local({ host: "localhost" }, "::1")).passed).toBe(true);
    for (const headers of [
      { host: "127.0.0.1:3000", "x-forwarded-for": "10.0.0.9" },
      { host: "127.0.0.1:3000", via: "1.1 proxy" },
      { host: "bench.test:3000" },
    ] as Record<string, string>[])
      expect((await local(headers)).passed).toBe(false);
    expect((await local({ host: "127.0.0.1:3000" }, "10.0.0.9")).passed).toBe(false);
    process.env.OVRANT_PROXY = "1";
    expect((await local({ host: "127.0.0.1:3000" })).passed).toBe(false);
    expect(isLocal({ socket: { remoteAddress: undefined } as Socket, headers: {} })).toBe(false);
  });

  it("names that are not ours, and addresses that read as two things, are not answered", async () => {
    expect((await ask("GET", "/", { host: "evil.test" })).status).toBe(421);
    for (const url of ["//evil", "/a/../settings", "/a%2f..%2fsettings", "/%00", "/%", "/a\\b", "/a%5cb"])
      expect([url, (await ask("GET", url)).status]).toEqual([url, 400]);
  });

  it("headers that say who asks are taken from nobody", async () => {
    const forged = { "x-ovrant-as": "local", "x-ovrant-person": "HM", "x-ovrant-role": "technician" };
    const asked = await ask("GET", "/settings", forged);
    expect([asked.passed, asked.status, asked.headers.location]).toEqual([false, 303, "/join"]);
    const at = await ask("GET", "/join", forged);
    expect([at.passed, at.told["x-ovrant-as"], at.told["x-ovrant-person"]]).toEqual([true, "none", undefined]);
  });

  it("a bench sees the locked view and its Stop alone; a page leads there, and comes back", async () => {
    const bench = await workshop();
    const cookie = (await benchCookie(bench)).split(";")[0] ?? "";
    const page = await ask("GET", "/jobs/3/strip", { cookie });
    expect([page.status, page.headers.location]).toEqual([303, "/locked?back=%2Fjobs%2F3%2Fstrip"]);
    expect((await ask("GET", "/locked", { cookie })).passed).toBe(true);
    const api = await ask("POST", "/api/jobs/3/journal", { cookie });
    expect([api.status, api.body]).toEqual([401, expect.stringContaining("locked")]);
    expect((await ask("GET", "/jobs/3/strip", { cookie, rsc: "1" })).status).toBe(401);
  });

  it.each([
    ["HM", "4712", { look: true, work: true, close: true, manage: true }],
    ["KW", "8391", { look: true, work: true, close: false, manage: false }],
    ["FD", "2846", { look: true, work: false, close: false, manage: false }],
  ] as const)("%s may what the role may, and no more", async (who, pin, may) => {
    const bench = await workshop();
    const cookie = await signedIn(who, pin, bench);
    const passes = async (method: string, url: string) => (await ask(method, url, { cookie })).passed;
    expect({
      look: await passes("GET", "/jobs/3/verdict"),
      work: await passes("POST", "/api/jobs/3/journal"),
      close: await passes("POST", "/api/jobs/3/sign"),
      manage: await passes("PUT", "/api/settings"),
    }).toEqual(may);
    expect(await passes("GET", "/audit")).toBe(may.manage);
    // letters written another way are the same address
    expect(await passes("GET", "/%61udit")).toBe(may.manage);
  });

  it("what somebody changed stands in the audit; what was refused, and what was read, does not", async () => {
    const bench = await workshop();
    const cookie = await signedIn("KW", "8391", bench);
    const db = await database();
    const before = (await auditLines(db, 500)).length;
    await ask("GET", "/machines", { cookie });
    await ask("PUT", "/api/settings", { cookie });
    await ask("POST", "/api/jobs/7/journal", { cookie });
    await vi.waitFor(async () => expect((await auditLines(db, 500)).length).toBe(before + 1));
    expect((await auditPage())[0]).toMatchObject({ who: "KW", bench: "Bench 2", what: "bench steps, job 7" });
    expect((await auditPage(2)).every((l) => l.id < 2)).toBe(true);
  });

  it("a bench somebody touches stays open; what a page asks by itself does not count", async () => {
    const bench = await workshop();
    const { session } = value(await signIn({ person: people.HM, pin: "4712" }, bench));
    const old = { ...session, lastMs: session.lastMs - 5 * MIN };
    const cookie = [await benchCookie(bench), await personCookie(old)].map((c) => c.split(";")[0]).join("; ");
    expect((await ask("GET", "/api/live", { cookie })).headers["set-cookie"]).toBeUndefined();
    expect(String((await ask("GET", "/machines", { cookie })).headers["set-cookie"])).toMatch(
      /HttpOnly; SameSite=Strict/i,
    );
  });

  it("behind another server devices are told apart by the address that server saw, not by one they claim", async () => {
    process.env.OVRANT_PROXY = "1";
    const asked = await ask("GET", "/join", { "x-forwarded-for": "6.6.6.6, 10.0.0.31" }, "127.0.0.1");
    expect(asked.told["x-ovrant-from"]).toBe("10.0.0.31");
    delete process.env.OVRANT_PROXY;
    const claimed = await ask("GET", "/join", { "x-forwarded-for": "6.6.6.6" });
    expect(claimed.told["x-ovrant-from"]).toBe("10.0.0.7");
  });

  it("behind TLS cookies go over it alone, and browsers are told to stay with it", async () => {
    process.env.OVRANT_TLS = "1";
    expect(await benchCookie(1)).toMatch(/Secure/);
    expect((await ask("GET", "/join")).headers["strict-transport-security"]).toMatch(/max-age/);
  });
});
