import "fake-indexeddb/auto";
import { openDB } from "idb";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Tag } from "@/core/workshop/trust";
import type * as Shared from "./deviceTags";

const tag = (id: number, initials: string, epoch = 1): Tag => ({
  id,
  initials,
  role: "technician",
  epoch,
  rests: false,
});
const MIN = 60_000;

const slow = crypto.subtle.deriveBits.bind(crypto.subtle);
/** The same hash at a thousandth of its cost: what is asked of PINs here holds whatever it is. */
const quick = () =>
  vi.spyOn(crypto.subtle, "deriveBits").mockImplementation((how, key, bits) => {
    const { iterations, ...rest } = how as Pbkdf2Params;
    return slow({ ...rest, iterations: iterations / 1000 }, key, bits);
  });

let device: typeof Shared;
beforeEach(async () => {
  quick();
  const { IDBFactory } = await import("fake-indexeddb");
  vi.stubGlobal("indexedDB", new IDBFactory());
  vi.stubGlobal("caches", undefined);
  vi.resetModules();
  device = await import("./deviceTags");
});

describe("a PIN asked for by the device itself", () => {
  it("opens for who signed in here, with the PIN the server took, and for nobody else", async () => {
    await device.saveTag(tag(1, "HM"), "4712");
    expect((await device.savedTags()).map((t) => [t.initials, t.rests])).toEqual([["HM", false]]);
    expect(await device.opensHere(1, "4713", 0)).toMatchObject({ ok: false, problem: { code: "wrong-pin" } });
    expect(await device.opensHere(1, "4712", 0)).toMatchObject({ ok: true, value: { initials: "HM", wrong: 0 } });
    expect(await device.opensHere(2, "4712", 0)).toMatchObject({ ok: false, problem: { code: "not-kept" } });
  }, 60_000);

  it("keeps no digit: a slow hash with a salt of its own", async () => {
    vi.restoreAllMocks();
    const asked = vi.spyOn(crypto.subtle, "deriveBits");
    await device.saveTag(tag(1, "HM"), "4712");
    await device.saveTag(tag(2, "TB"), "4712");
    const db = await openDB("ovrant-bench", 1);
    const [a, b] = (await db.getAll("tags")) as Shared.SavedTag[];
    expect(JSON.stringify([a, b])).not.toContain("4712");
    expect(a?.hash).toMatch(/^[0-9a-f]{64}$/);
    expect(a?.hash).not.toBe(b?.hash);
    expect(a?.rounds).toBeGreaterThanOrEqual(600_000);
    expect(asked.mock.calls[0]?.[0]).toMatchObject({ name: "PBKDF2", iterations: a?.rounds });
  }, 60_000);

  it("rests a tag after five wrong ones, longer each time, and the right one does not help meanwhile", async () => {
    await device.saveTag(tag(1, "HM"), "4712");
    for (let n = 0; n < 5; n++) await device.opensHere(1, "0000", 0);
    expect(await device.opensHere(1, "4712", 4 * MIN)).toMatchObject({ ok: false, problem: { code: "rests" } });
    expect((await device.savedTags(4 * MIN))[0]?.rests).toBe(true);
    for (let n = 0; n < 5; n++) await device.opensHere(1, "0000", 6 * MIN);
    expect(await device.opensHere(1, "4712", 14 * MIN)).toMatchObject({ ok: false, problem: { code: "rests" } });
    expect(await device.opensHere(1, "4712", 17 * MIN)).toMatchObject({ ok: true });
  }, 60_000);

  it("counts a guess before it is looked at: a page shut in the middle gains none", async () => {
    await device.saveTag(tag(1, "HM"), "4712");
    const underWay = device.opensHere(1, "0000", 0);
    const db = await openDB("ovrant-bench", 1);
    await vi.waitFor(async () => expect(((await db.get("tags", 1)) as Shared.SavedTag).wrong).toBe(1));
    await underWay;
  }, 60_000);

  it("forgets tags that hang no more, or have another PIN since; and all of them once it is no bench", async () => {
    await device.saveTag(tag(1, "HM", 2), "4712");
    await device.saveTag(tag(2, "TB", 1), "8391");
    await device.retainTags([tag(1, "HM", 2), tag(2, "TB", 2)]);
    expect((await device.savedTags()).map((t) => t.initials)).toEqual(["HM"]);
    const gone: string[] = [];
    vi.stubGlobal("caches", { delete: (name: string) => Promise.resolve(gone.push(name)) });
    await device.forgetBench();
    expect(await device.savedTags()).toEqual([]);
    expect(gone).toEqual(["ovrant-pages", "ovrant-pictures"]);
  }, 60_000);

  it("is not offered where the browser can reckon no such hash", async () => {
    vi.stubGlobal("crypto", { getRandomValues: () => new Uint8Array(16) });
    await device.saveTag(tag(1, "HM"), "4712");
    expect(await device.savedTags()).toEqual([]);
    vi.unstubAllGlobals();
  });
});
