import { afterEach, describe, expect, it, vi } from "vitest";
import { backgroundEnds, backgroundOver, backgroundTask, regularly } from "./task";

const after = (ms: number) => new Promise((done) => setTimeout(done, ms));

describe("work nobody waits for", () => {
  afterEach(() => vi.restoreAllMocks());

  it("is over before the database may be closed, and what fails in it is logged", async () => {
    const told = vi.spyOn(console, "error").mockImplementation(() => undefined);
    const done: string[] = [];
    backgroundTask(after(20).then(() => done.push("slow")));
    backgroundTask(Promise.reject(new Error("spoilt")));
    await backgroundOver();
    expect(done).toEqual(["slow"]);
    expect(told).toHaveBeenCalledWith(expect.objectContaining({ message: "spoilt" }));
  });

  it("goes at once and regularly, one turn at a time, until the end", async () => {
    let [turns, at, most] = [0, 0, 0];
    const work = async () => {
      turns++;
      most = Math.max(most, ++at);
      await after(12);
      at--;
    };
    regularly("test", 5, work);
    regularly("test", 5, work);
    expect(turns).toBe(1);
    // however busy the machine is: turn after turn, and never two at once
    while (turns < 3) await after(5);
    expect(most).toBe(1);
    await backgroundOver();
    const then = turns;
    await after(30);
    expect(turns).toBe(then);
    expect(backgroundEnds()).toBe(false);
  });

  it("that goes on and on hears that it is to end", async () => {
    let heard = false;
    backgroundTask(
      (async () => {
        while (!backgroundEnds()) await after(3);
        heard = true;
      })(),
    );
    await backgroundOver();
    expect(heard).toBe(true);
  });
});
