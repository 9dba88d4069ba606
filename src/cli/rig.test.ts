import { judgedInWords } from "../testing/inWords";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { channelOf, findPhases, readLog, type Run } from "../core/measure/log";
import { readSamples, type Sample } from "../core/measure/protocol";
import { rigCommand } from "./rig";

const folder = mkdtempSync(join(tmpdir(), "ovrant-rig-"));
afterAll(() => rmSync(folder, { recursive: true }));

/** The run the command writes. */
async function written(...args: string[]): Promise<Run> {
  const path = join(folder, `${Math.random()}.csv`);
  await rigCommand(["--out", path, ...args]);
  const log = readLog(readFileSync(path, "utf8"));
  if (!log.ok) throw new Error(log.problem.message);
  return log.value;
}
const judged = (before: Run, after: Run) => {
  const room = { startC: null, endC: null };
  const of = (run: Run) => ({ run, phases: findPhases(run), room });
  return judgedInWords(of(before), of(after), { limitC: 97 });
};

describe("ovrant rig --out", () => {
  it("writes a run of the recipe, with the faults it was told, that the judge finds", async () => {
    const sound = await written("--recipe", "short", "--seed", "5");
    expect(sound.timeS[sound.timeS.length - 1]).toBeCloseTo(780, 0);
    const [contact, airflow] = judged(await written("--fault", "dust=0.6"), await written()).chips[0]?.paths ?? [];
    expect([contact?.finding, airflow?.finding]).toEqual(["same", "better"]);
    const pasted = judged(await written("--fault", "paste=2"), await written()).chips[0]?.paths ?? [];
    expect(pasted.map((p) => p.finding)).toEqual(["better", "same"]);
    expect(channelOf(await written("--gpu", "--room", "30", "--recipe", "short"), "gpu.power")).toBeDefined();
  }, 60_000);

  it.each([
    [["--fault", "moon=1"], /none of dust, paste/],
    [["--fault", "dust=1.5"], /between 0 and 0\.97/],
    [["--fault", "constructor=1"], /none of/],
    [["--recipe", "endless"], /none of standard, short/],
    [["--speed", "900"], /between 1 and 120/],
    [["--room", ""], /no number/],
  ])("%j is refused with what it may be", async (args, said) => {
    await expect(rigCommand(["--out", join(folder, "x.csv"), ...args])).rejects.toThrow(said);
  });

  it("a path that cannot be written, and a call that lacks its run, are said", async () => {
    await expect(rigCommand(["--out", join(folder, "no", "x.csv"), "--recipe", "short"])).rejects.toThrow(/cannot be/);
    await expect(rigCommand(["--to", "http://127.0.0.1:9"])).rejects.toThrow(/usage: ovrant rig/);
    await expect(rigCommand(["--to", "http://127.0.0.1:9", "--run", "1", "--token", "t"])).rejects.toThrow(
      /does not answer/,
    );
  });
});

describe("ovrant rig --to", () => {
  it("sends until the run is over, loads when it is told, and makes up for what was not answered", async () => {
    const taken: Sample[] = [];
    let posts = 0;
    const server = createServer((request, response) => {
      let body = "";
      request.on("data", (c: Buffer) => (body += c.toString()));
      request.on("end", () => {
        const load = taken.length > 0 && taken.length < 400 ? { cpu: 1, gpu: 0, drive: false } : null;
        const answer = (state: string) =>
          response.end(JSON.stringify({ acknowledged: taken.length || -1, missing: [], state, load }));
        if (request.headers.authorization !== "Bearer abc") {
          response.statusCode = 401;
          return response.end(JSON.stringify({ problem: { code: "bad-token", message: "Not open.", action: "Ask." } }));
        }
        if (request.method === "GET") return answer("waiting");
        // the second answer is lost
        if (++posts === 2) return void request.socket.destroy();
        const read = readSamples(body);
        if (read.ok) taken.push(...read.value);
        return answer(taken.length > 500 ? "done" : "load");
      });
    });
    await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
    const to = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    try {
      await rigCommand(["--to", to, "--run", "3", "--token", "abc", "--speed", "120"]);
      const seqs = taken.map((s) => s.seq);
      expect(seqs).toEqual(Array.from({ length: seqs.length }, (_, i) => i + 1));
      const powers = taken.map((s) => s.values["cpu.power"] ?? 0);
      expect(Math.max(...powers)).toBeGreaterThan(4 * (powers[0] ?? 0));
      await expect(rigCommand(["--to", to, "--run", "3", "--token", "other"])).rejects.toThrow("Not open. Ask.");
    } finally {
      server.close();
    }
  }, 30_000);
});
