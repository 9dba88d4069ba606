import { describe, expect, it } from "vitest";
import { LiveRig, standInFaults, standInMachine } from "../../core/simulate";
import { isLoading, loadKeyOf, RECIPES, stateAt, type Sample } from "../../core/measure/protocol";
import type { Result } from "../../core/base/result";
import { database } from "../../data/base/connection";
import { findRun, runsOfJob } from "../../data/measure/runs";
import { jobOn, temporaryDatabase } from "../../testing/bed";
import { actOn, begin, changeLive, endByToken, hasLoadPage, stopByToken, tick } from "./liveRuns";
import { LiveSession, liveSessionOf, endLiveSession } from "./live/liveSession";
import { processWide } from "../../core/base/processWide";
import { goingRuns } from "./live/going";
import { Meter } from "./live/pace";
import { answerTo, openedBy, takeSamples } from "./live/samples";
import { follow } from "./live/stream";
import { hashOf, isToken, newToken, tokenOf } from "./live/token";
import { liveView } from "./live/view";
import { saveEntries } from "../handwork/service";
import { sourceOf } from "./runs";
import { verdictStage } from "./views/verdict";
import { jobView } from "../job/job";

temporaryDatabase("live");

const value = <T>(r: Result<T>): T => {
  if (!r.ok) throw new Error(`${r.problem.code}: ${r.problem.message}`);
  return r.value;
};
const code = (r: Result<unknown>) => (r.ok ? "ok" : r.problem.code);
const lines = (samples: readonly Sample[]) =>
  samples.map((s) => JSON.stringify({ seq: s.seq, t: s.t, ...s.values })).join("\n");
const post = (body: string) => new Request("http://localhost/", { method: "POST", body });
const send = (id: number, token: string, samples: readonly Sample[], source = "") =>
  takeSamples(id, token, source, post(lines(samples)));
const begun = async (kind = "before", more: object = {}) => {
  const jobId = await jobOn("Live 14");
  return { jobId, ...value(await begin(jobId, { kind, ...more })) };
};
const plain = (from: number, to: number, C = 50): Sample[] =>
  Array.from({ length: to - from + 1 }, (_, i) => ({
    seq: from + i,
    t: from + i - 1,
    values: { "cpu.temperature": C, "cpu.power": 20 },
  }));
const session = async (id: number): Promise<LiveSession> => {
  const b = await liveSessionOf(id);
  if (!b) throw new Error("no book");
  return b;
};

/** All of a run as the simulated machine lives it, by the recipe. */
function livedRun(state: "sound" | "dust" | "paste", seed: number, recipe = RECIPES.standard): Sample[] {
  const rig = new LiveRig(standInMachine({ gpu: false, blowers: 1, limitC: 95 }), standInFaults(state, 3), {
    roomC: 22,
    warmStartK: 0,
    seed,
    cpu: 1,
    gpu: 1,
  });
  const total = recipe.idleS + recipe.loadS + recipe.coolS;
  return Array.from({ length: total + 1 }, (_, s) => ({
    seq: s + 1,
    t: s,
    values: rig.second(isLoading(stateAt(recipe, [], s))),
  }));
}

describe("a run that cannot be read", () => {
  it("once is read the next time it is asked for", async () => {
    const { runId, token } = await begun();
    value(await send(runId, token, plain(1, 4)));
    const live = (await session(runId)).live;
    const again = new LiveSession(live);
    const cell = processWide<ReturnType<typeof database>>("database");
    const opened = database();
    cell.set(Promise.reject(new Error("the database is busy")));
    await expect(again.catchUp()).rejects.toThrow("the database is busy");
    cell.set(opened);
    await again.catchUp();
    expect(answerTo(again, "").acknowledged).toBe(4);
    expect(again.nowS).toBe(3);
  });
});

describe("samples of a live run", () => {
  it("are acknowledged once they are on disk; a number sent again is neither lost nor doubled", async () => {
    const { runId, token } = await begun();
    expect(value(await send(runId, token, plain(1, 3)))).toMatchObject({ acknowledged: 3, missing: [], state: "idle" });
    expect(value(await send(runId, token, plain(2, 5)))).toMatchObject({ acknowledged: 5, missing: [] });
    const db = await database();
    expect(await db("live_samples").where({ run_id: runId }).count({ n: "*" })).toEqual([{ n: 5 }]);
    // the same number with other readings changes nothing
    await send(runId, token, plain(5, 5, 99));
    expect((await session(runId)).run().channels[0]?.values[4]).toBe(50);
  });

  it("a hole is asked for, and filled in its place", async () => {
    const { runId, token } = await begun();
    await send(runId, token, plain(1, 2));
    expect(value(await send(runId, token, plain(6, 7)))).toMatchObject({ acknowledged: 7, missing: [[3, 5]] });
    expect(value(await send(runId, token, plain(3, 5)))).toMatchObject({ acknowledged: 7, missing: [] });
    expect(Array.from((await session(runId)).run().timeS)).toEqual([0, 1, 2, 3, 4, 5, 6]);
  });

  it("are refused without their token, when they are none, or too many, and nothing is stored by halves", async () => {
    const { runId, token } = await begun();
    const other = await begun();
    expect(code(await send(runId, other.token, plain(1, 2)))).toBe("bad-token");
    expect(code(await send(runId, "", plain(1, 2)))).toBe("bad-token");
    expect(code(await send(999_999, token, plain(1, 2)))).toBe("run-not-found");
    const half = `${lines(plain(1, 2))}\n{"seq":3,"t":2,"cpu.heat":1}`;
    expect(await takeSamples(runId, token, "", post(half))).toMatchObject({ ok: false, problem: { line: 3 } });
    expect(code(await takeSamples(runId, token, "Load Page", post("")))).toBe("bad-source");
    expect(code(await send(runId, token, plain(1, 20_001)))).toBe("too-many-samples");
    await expect(takeSamples(runId, token, "", post(" ".repeat(2_000_001)))).rejects.toThrow(/more than 2 MB/);
    expect((await session(runId)).size).toBe(0);
    expect(value(await send(runId, token, []))).toMatchObject({ acknowledged: -1, state: "waiting" });
  });

  it("outlive the process: a new session knows all that was acknowledged, and the run goes on", async () => {
    const { runId, token } = await begun();
    await send(runId, token, plain(1, 400));
    await actOn(runId, { act: "stop" });
    const was = (await session(runId)).state();
    endLiveSession(runId);
    const now = await session(runId);
    expect(now.state()).toEqual(was);
    expect(was).toMatchObject({ phase: "cool", stopped: "hand" });
    expect(value(await send(runId, token, plain(401, 402)))).toMatchObject({ acknowledged: 402 });
  });

  it("of several sources stand side by side on one clock", async () => {
    const { runId, token } = await begun();
    const probe = plain(1, 10).map((s) => ({ ...s, t: s.t + 4000 }));
    await send(runId, token, probe);
    const work = [1, 2, 3].map((n) => ({ seq: n, t: 77 + n, values: { "cpu.work": 400 + n } }));
    expect(value(await send(runId, token, work, "load"))).toMatchObject({ acknowledged: 3 });
    const run = (await session(runId)).run();
    expect([run.timeS[0], run.timeS[9]]).toEqual([0, 9]);
    const read = run.channels.find((c) => c.key === "cpu.work")?.values ?? [];
    expect(Array.from(read).filter((v) => Number.isFinite(v))).toEqual([401, 402, 403]);
    for (const name of ["room", "fan"]) await send(runId, token, plain(1, 2), name);
    expect(code(await send(runId, token, plain(1, 2), "fifth"))).toBe("too-many-sources");
  });
});

describe("a live run", () => {
  it("is begun once a stage, on an open job, with a recipe that can be run", async () => {
    const { jobId, runId } = await begun();
    expect(code(await begin(jobId, { kind: "before" }))).toBe("run-going");
    expect(code(await begin(jobId, { kind: "between" }))).toBe("bad-fields");
    expect(code(await begin(999_999, { kind: "before" }))).toBe("job-not-found");
    expect(code(await begin(await jobOn("Live 14"), { kind: "before", recipe: "own" }))).toBe("bad-fields");
    const own = { idleS: 10, loadS: 600, coolS: 60, cpu: 1, gpu: 0 };
    expect(code(await begin(await jobOn("Live 14"), { kind: "before", recipe: "own", own }))).toBe(
      "recipe-out-of-bounds",
    );
    await actOn(runId, { act: "drop" });
    expect(code(await begin(jobId, { kind: "before", recipe: "short" }))).toBe("ok");
  });

  it("never of a machine whose battery is swollen", async () => {
    const jobId = await jobOn("Live 14");
    await saveEntries(jobId, {
      entries: [
        {
          id: "0".repeat(32),
          at: new Date().toISOString(),
          stage: "intake",
          step: "intake:battery",
          act: "done",
          value: "swollen",
          reason: "",
        },
      ],
    });
    expect(code(await begin(jobId, { kind: "before" }))).toBe("battery-swollen");
  });

  it("is stopped where the battery turns out swollen meanwhile", async () => {
    const { jobId, runId, token } = await begun();
    await send(runId, token, plain(1, 310));
    const entry = { at: new Date().toISOString(), stage: "intake", step: "intake:battery", act: "done", reason: "" };
    await saveEntries(jobId, { entries: [{ ...entry, id: "1".repeat(32), value: "fine" }] });
    expect((await session(runId)).state().phase).toBe("load");
    await saveEntries(jobId, { entries: [{ ...entry, id: "2".repeat(32), value: "swollen" }] });
    expect((await session(runId)).state()).toMatchObject({ phase: "cool", stopped: "swollen" });
  });

  it("becomes a run like any other: same number, read by the same reader, downloadable, samples let go", async () => {
    const { jobId, runId, token } = await begun("before", { conditions: { roomStartC: 22, lid: "open" } });
    const samples = livedRun("dust", 0.2);
    await send(runId, token, samples.slice(0, 900));
    expect((await sourceOf(runId))?.bytes.toString()).toMatch(/^Time,Core 0 temperature \[°C\]/);
    await send(runId, token, samples.slice(900));
    expect(value(await endByToken(runId, token))).toMatchObject({ state: "done", acknowledged: 1501 });
    const db = await database();
    const run = await findRun(db, runId);
    expect(run).toMatchObject({ jobId, kind: "before", rows: 1501, conditions: { roomStartC: 22, lid: "open" } });
    expect(run?.conditions.recipe).toBe("Standard: idle 5:00, load 15:00, cool-down 5:00");
    expect(run?.phases?.loadOnS).toBeCloseTo(300, -1);
    expect(run?.phases?.loadOffS).toBeCloseTo(1200, -1);
    expect(await db("live_samples").where({ run_id: runId }).count({ n: "*" })).toEqual([{ n: 0 }]);
    expect((await sourceOf(runId))?.name).toMatch(/^run-before-\d{4}-\d\d-\d\d-\d\d-\d\d\.csv$/);
    expect(code(await send(runId, token, plain(2000, 2001)))).toBe("run-ended");
    expect(value(await endByToken(runId, token))).toMatchObject({ acknowledged: 1501 });
  }, 30_000);

  it("with its run after gives a verdict of the path that was served", async () => {
    const jobId = await jobOn("Live 14");
    for (const [kind, state] of [
      ["before", "dust"],
      ["after", "sound"],
    ] as const) {
      const { runId, token } = value(await begin(jobId, { kind, conditions: { roomStartC: 22, roomEndC: 22 } }));
      await send(runId, token, livedRun(state, kind === "before" ? 0.2 : 0.6));
      value(await endByToken(runId, token));
    }
    const view = await jobView(jobId);
    const stage = view && (await verdictStage(view));
    expect(stage?.record?.result.verdict).toBe("improved");
    const [contact, airflow] = stage?.record?.result.chips[0]?.paths ?? [];
    expect([contact?.finding, airflow?.finding]).toEqual(["same", "better"]);
    expect(Object.keys(await runsOfJob(await database(), jobId)).sort()).toEqual(["after", "before"]);
  }, 60_000);

  it("of which nothing came is dropped; one too short says why, and keeps its samples", async () => {
    const none = await begun();
    value(await endByToken(none.runId, none.token));
    expect((await session(none.runId)).live.problem?.code).toBe("run-dropped");
    const short = await begun();
    await send(short.runId, short.token, plain(1, 4));
    expect(code(await endByToken(short.runId, short.token))).not.toBe("ok");
    endLiveSession(short.runId);
    const kept = await session(short.runId);
    expect([kept.live.closedAt !== null, kept.live.problem?.code, kept.size]).toEqual([true, "log-too-few-rows", 4]);
    expect((await sourceOf(short.runId))?.bytes.toString().split("\n")).toHaveLength(6);
  });

  it("stops its load where a chip stands too hot, and goes on logging", async () => {
    const { runId, token } = await begun();
    await actOn(runId, { act: "load-now" });
    await send(runId, token, plain(1, 20));
    value(await actOn(runId, { act: "load-now" }));
    const first = value(await send(runId, token, plain(21, 25, 101)));
    expect(first).toMatchObject({ state: "load", load: { cpu: 1 } });
    const hot = value(await send(runId, token, plain(26, 40, 101)));
    expect(hot).toMatchObject({ state: "cool", load: null });
    expect((await session(runId)).state().stopped).toBe("hot");
    expect(value(await send(runId, token, plain(41, 45)))).toMatchObject({ acknowledged: 45 });
  });

  it("waits while its link is lost, and goes on when it is back", async () => {
    const { runId, token } = await begun();
    await send(runId, token, plain(1, 10));
    await actOn(runId, { act: "load-now" });
    await send(runId, token, plain(11, 60));
    const b = await session(runId);
    await tick(b, b.heardMs + 5_000);
    expect(b.state().phase).toBe("load");
    await tick(b, b.heardMs + 9_000);
    expect(answerTo(b, "")).toMatchObject({ state: "paused", load: null, leftS: null });
    const back = value(
      await send(
        runId,
        token,
        plain(61, 70).map((s) => ({ ...s, t: s.t + 20 })),
      ),
    );
    expect(back).toMatchObject({ state: "load", acknowledged: 70 });
    // nobody came back: what is there is kept
    await tick(b, b.heardMs + 9_000);
    await tick(b, b.heardMs + 46 * 60_000);
    expect(b.state().phase).toBe("done");
    await tick(b, b.heardMs + 46 * 60_000);
    expect(await findRun(await database(), runId)).toMatchObject({ rows: 70 });
  });

  it("past its recipe's end is kept by itself, once its source falls silent", async () => {
    const { runId, token } = await begun("before", { recipe: "short" });
    await send(runId, token, livedRun("sound", 0.4, RECIPES.short));
    const b = await session(runId);
    expect(b.state().phase).toBe("done");
    await tick(b, b.heardMs + 1_000);
    expect(await findRun(await database(), runId)).toBeNull();
    await tick(b, b.heardMs + 16_000);
    expect(await findRun(await database(), runId)).toMatchObject({ kind: "before" });
  });

  it("is ended as asked, though the look once a second closes it first", async () => {
    const { runId, token } = await begun("before", { recipe: "short" });
    await send(runId, token, livedRun("sound", 0.4, RECIPES.short));
    const b = await session(runId);
    const asked = actOn(runId, { act: "end" });
    await tick(b, b.heardMs + 16_000);
    expect(code(await asked)).toBe("ok");
    expect(await findRun(await database(), runId)).toMatchObject({ kind: "before" });
    // and so where it could not be kept: it says why
    const short = await begun();
    await send(short.runId, short.token, plain(1, 3));
    const [ended, again] = await Promise.all([
      actOn(short.runId, { act: "end" }),
      endByToken(short.runId, short.token),
    ]);
    expect(new Set([code(ended), code(again)]).size).toBe(1);
    expect(code(ended)).not.toBe("run-ended");
  });

  it("is stopped and ended by its page and by its source alike; a late stop changes nothing", async () => {
    const { runId, token } = await begun();
    expect(code(await actOn(runId, { act: "load-now" }))).toBe("not-now");
    await send(runId, token, plain(1, 30));
    value(await actOn(runId, { act: "load-now" }));
    expect(code(await actOn(runId, { act: "load-now" }))).toBe("not-now");
    expect(value(await stopByToken(runId, token, "hidden"))).toMatchObject({ state: "cool", load: null });
    value(await actOn(runId, { act: "stop" }));
    expect((await session(runId)).state()).toMatchObject({ stopped: "hidden" });
    expect(code(await actOn(runId, { act: "jump" }))).toBe("bad-fields");
    expect(code(await stopByToken(runId, "x".repeat(20), "hand"))).toBe("bad-token");
    value(await actOn(runId, { act: "end" }));
    expect(code(await actOn(runId, { act: "stop" }))).toBe("run-ended");
  });

  it("takes settings while it goes, and a new token in place of a lost one", async () => {
    const { runId, token } = await begun();
    value(await changeLive(runId, { conditions: { roomStartC: "21,5", surface: "Bench" } }));
    expect((await session(runId)).live.conditions).toMatchObject({ roomStartC: 21.5, surface: "Bench" });
    expect(code(await changeLive(runId, { conditions: { roomStartC: 90 } }))).toBe("bad-fields");
    expect(await hasLoadPage(loadKeyOf(token))).toBe(true);
    const fresh = value(await actOn(runId, { act: "token" })).token ?? "";
    // its load page goes by the new one as well, and by nothing else
    expect([await hasLoadPage(loadKeyOf(token)), await hasLoadPage(loadKeyOf(fresh))]).toEqual([false, true]);
    for (const key of ["", "0".repeat(12), fresh, loadKeyOf(fresh).toUpperCase(), "%"])
      expect([key, await hasLoadPage(key)]).toEqual([key, false]);
    // and it proves nothing of the token
    expect(code(await send(runId, loadKeyOf(fresh), plain(1, 2)))).toBe("bad-token");
    expect(code(await send(runId, token, plain(1, 2)))).toBe("bad-token");
    expect(code(await send(runId, fresh, plain(1, 2)))).toBe("ok");
    expect(code(await openedBy(runId, fresh))).toBe("ok");
  });

  it("proposes the run before's recipe and settings to the run after, but not its room", async () => {
    const { jobId, runId, token } = await begun("before", {
      recipe: "short",
      conditions: { roomStartC: 24, fanPolicy: "Automatic" },
    });
    await send(runId, token, livedRun("sound", 0.4, RECIPES.short));
    value(await endByToken(runId, token));
    const after = value(await begin(jobId, { kind: "after" }));
    expect((await session(after.runId)).live).toMatchObject({
      recipe: { name: "short" },
      conditions: { fanPolicy: "Automatic", roomStartC: null },
    });
  });
});

describe("what a page follows", () => {
  it("is told what is there, what is needed and what is odd", async () => {
    const { runId, token } = await begun("before", { conditions: { roomStartC: 22, lid: "closed" } });
    const view = async () => liveView(await session(runId));
    expect(await view()).toMatchObject({ began: false, enough: false, readings: { chips: [], roomC: null } });
    await send(runId, token, livedRun("dust", 0.3).slice(0, 700));
    const now = await view();
    expect(now.state).toMatchObject({ phase: "load", loadedS: 399 });
    expect(now.readings.chips[0]?.chip).toBe("cpu");
    expect(now.readings.chips[0]?.W).toBeGreaterThan(15);
    expect(now.settling?.toC).toBeGreaterThan(60);
    expect(now.starts.find((s) => s.code === "lid")?.status).toBe("against");
    expect(now.curves.temperature[0]?.points.length).toBeGreaterThan(100);
    await expect.poll(async () => (await view()).needs[0]?.says, { timeout: 10_000 }).toMatch(/Airflow takes \d/);
  }, 20_000);

  it("comes as events, and ends when the run is closed", async () => {
    const { runId, token } = await begun();
    await send(runId, token, plain(1, 3));
    const reader = follow(await session(runId), new AbortController().signal).getReader();
    const decoder = new TextDecoder();
    let text = "";
    const read = (async () => {
      for (;;) {
        const { done, value: chunk } = await reader.read();
        if (done) return;
        text += decoder.decode(chunk);
      }
    })();
    await send(runId, token, plain(4, 40));
    value(await actOn(runId, { act: "end" }));
    await read;
    const views = text
      .split("\n\n")
      .flatMap((t) =>
        t.startsWith("data: ") ? [JSON.parse(t.slice(6)) as { nowS: number; closed: object | null }] : [],
      );
    expect(views[0]?.nowS).toBe(2);
    expect(views[views.length - 1]?.closed).toEqual({ kept: true, problem: null });
  });
});

describe("tokens and paces", () => {
  it("a token opens what it was made for, and is not stored", () => {
    const token = newToken();
    expect(token).toMatch(/^[\da-f]{40}$/);
    expect(isToken(token, hashOf(token))).toBe(true);
    expect(isToken(newToken(), hashOf(token))).toBe(false);
    expect(isToken("", hashOf(token))).toBe(false);
    expect(isToken(token, "")).toBe(false);
    const bearer = (authorization: string) => tokenOf(new Request("http://x/", { headers: { authorization } }));
    expect([bearer(`Bearer ${token}`), bearer(`Basic ${token}`), bearer("Bearer a b")]).toEqual([token, "", ""]);
  });

  it("a source may make up for a lost link at once, but not go on so", () => {
    const meter = new Meter();
    const now = Date.now();
    expect(meter.take(20_000, now)).toBe(0);
    expect(meter.take(20_000, now)).toBe(0);
    expect(meter.take(600, now)).toBe(1);
    expect(meter.take(600, now + 1_000)).toBe(0);
    for (let i = 0; i < 199; i++) meter.take(0, now + 1_000);
    expect(meter.take(0, now + 1_000)).toBeGreaterThan(0);
  });
});

describe("runs that go, for every page", () => {
  it("are told with what remains; closed ones are not", async () => {
    const { runId, token, jobId } = await begun();
    const own = async () => (await goingRuns()).find((r) => r.runId === runId);
    expect(await own()).toMatchObject({ jobId, phase: "waiting", remainingS: 1500, C: null, model: "Live 14" });
    await send(runId, token, plain(1, 301, 61));
    expect(await own()).toMatchObject({ phase: "load", loadedS: 0, remainingS: 1200, C: 61 });
    value(await actOn(runId, { act: "drop" }));
    expect(await own()).toBeUndefined();
  });
});

describe("a load that ends when it is enough", () => {
  it("ends by itself once the run can be judged, and by hand at any time", async () => {
    const { runId, token } = await begun("before", { untilEnough: true, conditions: { roomStartC: 22 } });
    const b = await session(runId);
    expect(b.live.recipe).toMatchObject({ name: "standard", untilEnough: true });
    const samples = livedRun("sound", 0.3);
    await send(runId, token, samples.slice(0, 480));
    await tick(b);
    expect(b.state().phase).toBe("load");
    await send(runId, token, samples.slice(480, 1100));
    await tick(b);
    await expect.poll(async () => (await tick(b), b.state().stopped), { timeout: 10_000 }).toBe("enough");
    const byHand = await begun();
    await send(byHand.runId, byHand.token, plain(1, 310));
    value(await actOn(byHand.runId, { act: "enough" }));
    expect((await session(byHand.runId)).state().stopped).toBe("enough");
  }, 20_000);
});
