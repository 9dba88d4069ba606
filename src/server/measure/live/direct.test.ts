import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { jobOn, temporaryDatabase } from "../../../testing/bed";
import { begin } from "../liveRuns";
import { takeDirectly } from "./direct";
import { processWide } from "../../../core/base/processWide";

temporaryDatabase("direct");

type Door = (...of: Parameters<Parameters<typeof createServer>[1] & object>) => boolean;
let server: Server;
let base: string;

beforeAll(async () => {
  takeDirectly();
  const door = processWide<Door>("direct").get();
  // what is not its own goes on to the application, here a word
  server = createServer((req, res) => {
    if (!door?.(req, res)) res.end("the application");
  });
  await new Promise<void>((up) => server.listen(0, "127.0.0.1", up));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => server.close());

const line = (seq: number) => JSON.stringify({ seq, t: seq - 1, "cpu.temperature": 50, "cpu.power": 20 });

describe("samples taken straight from the socket", () => {
  const begun = async () => {
    const made = await begin(await jobOn("Direct 14"), { kind: "before" });
    if (!made.ok) throw new Error(made.problem.message);
    const { runId, token } = made.value;
    const post = (body: string, headers: Record<string, string> = {}, query = "") =>
      fetch(`${base}/api/v1/runs/${runId}/samples${query}`, {
        method: "POST",
        headers: { authorization: `Bearer ${token}`, ...headers },
        body,
      });
    return { runId, post };
  };

  it("are answered as the route answers: what is on disk, by source", async () => {
    const { post } = await begun();
    const answer = await post(`${line(1)}\n${line(2)}`);
    expect([answer.status, answer.headers.get("content-type")]).toEqual([200, "application/json"]);
    expect(await answer.json()).toMatchObject({ acknowledged: 2, missing: [], state: "idle" });
    const other = await post(line(1), {}, "?source=room");
    expect(await other.json()).toMatchObject({ acknowledged: 1 });
  });

  it("are refused with words: no token, another name, another site, a word that is no sample, too much", async () => {
    const { post } = await begun();
    const said = async (answer: Response): Promise<[number, string]> => {
      const { problem } = (await answer.json()) as { problem: { code: string } };
      return [answer.status, problem.code];
    };
    expect(await said(await post(line(1), { authorization: "Bearer none" }))).toEqual([401, "bad-token"]);
    expect(await said(await post(line(1), { origin: "http://elsewhere.example" }))).toEqual([403, "foreign-request"]);
    expect((await said(await post("no sample")))[0]).toBe(422);
    expect(await said(await post("x".repeat(2_100_000)))).toEqual([413, "body-too-large"]);
    // none of it left anything
    expect(await (await post(line(1))).json()).toMatchObject({ acknowledged: 1, missing: [] });
  });

  it("leaves everything else to the application, unread", async () => {
    const { runId } = await begun();
    const asked = (path: string, method = "POST") =>
      fetch(base + path, { method, ...(method === "POST" ? { body: "x" } : {}) }).then((r) => r.text());
    for (const path of [`/api/v1/runs/${runId}/end`, "/api/v1/runs/x/samples", `/api/v1/runs/${runId}/samples/more`])
      expect(await asked(path)).toBe("the application");
    expect(await asked(`/api/v1/runs/${runId}/samples`, "GET")).toBe("the application");
  });
});
