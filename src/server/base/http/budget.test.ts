import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { Budget, heldWhole, withBody, withPicture } from "./budget";

const tick = () => new Promise((done) => setTimeout(done, 1));

describe("one budget for all that comes in", () => {
  it("never holds more than there is, and serves everybody in turn", async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.integer({ min: 0, max: 120 }), { minLength: 1, maxLength: 12 }), async (sizes) => {
        const budget = new Budget(100);
        const served: number[] = [];
        let most = 0;
        await Promise.all(
          sizes.map(async (bytes, i) => {
            const give = await budget.take(bytes);
            served.push(i);
            most = Math.max(most, budget.bytes);
            await tick();
            give();
            // twice is once
            give();
          }),
        );
        expect(most).toBeLessThanOrEqual(100);
        expect(budget.bytes).toBe(0);
        expect(served).toEqual(sizes.map((_, i) => i));
      }),
      { numRuns: 20 },
    );
  });

  it("asks who comes when too many wait to come again, and loses no room by it", async () => {
    const budget = new Budget(10, 1);
    const give = await budget.take(10);
    const second = budget.take(5);
    await expect(budget.take(1)).rejects.toMatchObject({ status: 503, problem: { code: "crowded" } });
    give();
    (await second)();
    expect(budget.bytes).toBe(0);
  });

  it("is given back by work that fails", async () => {
    for (const within of [withBody, withPicture]) {
      const failing = () => within(1e9, () => Promise.reject(new Error("broken")));
      await expect(failing()).rejects.toThrow("broken");
      await expect(failing()).rejects.toThrow("broken");
      expect(await within(1, () => Promise.resolve(7))).toBe(7);
    }
  });

  it("lets whoever has a body wait for a picture, however many there are", async () => {
    const done = Array.from({ length: 30 }, () => withBody(25e6, () => withPicture(120e6, tick)));
    expect(await Promise.all(done)).toHaveLength(30);
  });

  it("counts what is read whole by what its head says; small ones are nothing", () => {
    const of = (method: string, length?: string, body: object | null = {}) =>
      heldWhole({ method, headers: new Headers(length ? { "content-length": length } : {}), body: body as never });
    expect([of("PUT", "1000000"), of("PUT", "200000"), of("PUT"), of("PUT", "x"), of("GET", "9000000")]).toEqual([
      4e6, 0, 16e6, 0, 0,
    ]);
    expect(of("POST", "1000000", null)).toBe(0);
  });
});
