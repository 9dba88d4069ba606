import { describe, expect, it } from "vitest";
import { allowedNames, isForeign, isOurHost } from "./addresses";
import { jsonWithin, NotTaken, textBody } from "./body";
import { handle, jsonBody } from "./respond";

const post = (body: BodyInit, headers: Record<string, string> = {}) =>
  new Request("http://localhost:3000/api/x", {
    method: "POST",
    body,
    headers: { host: "localhost:3000", ...headers },
    duplex: "half",
  } as RequestInit);

/** A body without an end, and how many kB of it were asked for. */
function endless(): { stream: ReadableStream<Uint8Array>; pulled: () => number } {
  let n = 0;
  const stream = new ReadableStream<Uint8Array>({
    pull: (c) => {
      n++;
      c.enqueue(new Uint8Array(1024).fill(32));
    },
  });
  return { stream, pulled: () => n };
}

const refused = async (p: Promise<unknown>): Promise<[number, string]> => {
  try {
    await p;
  } catch (e) {
    if (e instanceof NotTaken) return [e.status, e.problem.code];
    throw e;
  }
  return [200, ""];
};

describe("a body", () => {
  it("without an end is left off at the limit, not read to it", async () => {
    const { stream, pulled } = endless();
    expect(await refused(textBody(post(stream), 20_000))).toEqual([413, "body-too-large"]);
    expect(pulled()).toBeLessThan(30);
  });
  it("that says it is too large is not read at all", async () => {
    const { stream, pulled } = endless();
    const asked = pulled();
    expect(await refused(textBody(post(stream, { "content-length": "400000000" }), 20_000))).toEqual([
      413,
      "body-too-large",
    ]);
    expect(pulled() - asked).toBeLessThanOrEqual(1);
  });
  it("is what was sent, in whatever pieces", async () => {
    expect(await jsonWithin(post('{"a":[1,{"b":"ü"}]}'), 1000)).toEqual({ a: [1, { b: "ü" }] });
    expect(await jsonWithin(post(new Blob(['{"a"', ":2}"])), 1000)).toEqual({ a: 2 });
  });
  it("that is no JSON, or nests without end, is refused in words; brackets in a text are none", async () => {
    expect(await refused(jsonWithin(post("{"), 1000))).toEqual([400, "not-json"]);
    expect(await refused(jsonWithin(post(""), 1000))).toEqual([400, "not-json"]);
    const deep = (n: number) => "[".repeat(n) + "]".repeat(n);
    expect(await refused(jsonWithin(post(deep(100_000)), 1e6))).toEqual([400, "not-json"]);
    expect(await refused(jsonWithin(post(deep(61)), 1e6))).toEqual([400, "not-json"]);
    expect(await refused(jsonWithin(post(deep(60)), 1e6))).toEqual([200, ""]);
    const brackets = JSON.stringify({ a: `"${"[{".repeat(500)}\\` });
    expect(await jsonWithin(post(brackets), 1e6)).toMatchObject({
      a: expect.any(String) as string,
    });
  });
});

describe("who asks", () => {
  const answer = async (headers: Record<string, string>, method = "POST") => {
    const request = new Request("http://localhost:3000/api/x", {
      method,
      headers: { host: "localhost:3000", ...headers },
    });
    return (await handle(request, () => Promise.resolve(Response.json({ ok: true })))).status;
  };
  it("under a name of ours is answered; under another name that leads here is not", async () => {
    for (const host of ["localhost:3000", "127.0.0.1:3111", "[::1]:80", "LOCALHOST"])
      expect(await answer({ host })).toBe(200);
    for (const host of ["evil.example:3000", "localhost.evil.example", "127.0.0.1.evil.example:3000", ""]) {
      expect(await answer({ host }, "GET")).toBe(421);
      expect(await answer({ host })).toBe(421);
    }
    expect(isOurHost(null)).toBe(false);
    expect(isOurHost("bench.workshop:8080", allowedNames(" Bench.workshop , other:3000"))).toBe(true);
    expect(isOurHost("other", allowedNames("bench.workshop,other:3000"))).toBe(true);
    expect(isOurHost("", allowedNames(","))).toBe(false);
  });
  it("from another site changes nothing, whatever its origin looks like", async () => {
    for (const origin of ["null", "", "garbage", "http://evil.example", "http://localhost:3001", "file://"])
      expect(await answer({ origin })).toBe(403);
    expect(await answer({ origin: "http://localhost:3000" })).toBe(200);
    expect(await answer({ "sec-fetch-site": "cross-site" })).toBe(403);
    expect(await answer({ "sec-fetch-site": "same-site" })).toBe(403);
    expect(isForeign(new Headers({ host: "a", "sec-fetch-site": "same-origin", origin: "http://a" }))).toBe(false);
  });
  it("is told what is wrong with a body, and nothing of the inside when all fails", async () => {
    const told = await handle(post("{"), async () => Response.json(await jsonBody(post("{"))));
    expect(told.status).toBe(400);
    expect(await told.json()).toMatchObject({
      ok: false,
      problem: { code: "not-json", action: expect.any(String) as string },
    });
    const quiet = console.error;
    console.error = () => undefined;
    const failed = await handle(post("{}"), () => Promise.reject(new Error("SECRET at /home/x.ts:1")));
    console.error = quiet;
    expect(failed.status).toBe(500);
    expect(await failed.text()).not.toContain("SECRET");
  });
});
