import { describe, expect, it } from "vitest";
import { jobOn, temporaryDatabase } from "../../testing/bed";
import { database } from "../../data/base/connection";
import { watchLoopDelay } from "../base/background/loopDelay";
import { pageTurn } from "../base/turns";
import { healthNow } from "./health";

temporaryDatabase("health");

describe("how the server is", () => {
  it("tells what waits and what it holds", async () => {
    const jobId = await jobOn("Wrenfell 14");
    await (await database())("stands").where({ job_id: jobId }).increment("facts", 1);
    const turns = [await pageTurn(), await pageTurn()];
    const third = pageTurn();
    const { waiting, memoryMB, upS } = await healthNow();
    expect(waiting).toEqual({ pages: 1, tasks: expect.any(Number) as number, bodies: 0, pictures: 0, summaries: 1 });
    expect(memoryMB.resident).toBeGreaterThan(memoryMB.heapUsed);
    expect(upS).toBeGreaterThanOrEqual(0);
    for (const end of turns) end();
    (await third)();
    expect((await healthNow()).waiting.pages).toBe(0);
  });

  it("and how late it answers: a thread that was held for a tenth of a second says so", async () => {
    expect((await healthNow()).late).toBeNull();
    watchLoopDelay();
    await new Promise((r) => setTimeout(r, 60));
    const until = performance.now() + 120;
    while (performance.now() < until);
    await new Promise((r) => setTimeout(r, 20));
    const { late } = await healthNow();
    expect(late?.lastMinute).toBeNull();
    expect(late?.now.most).toBeGreaterThan(60);
    expect(late?.now.median).toBeLessThan(late?.now.most ?? 0);
  });
});
