import { afterEach, describe, expect, it, vi } from "vitest";
import { driveCopy } from "./driveCopy";

afterEach(() => vi.unstubAllGlobals());

/** A store of a page that counts what is written. */
function store() {
  const seen = { writes: 0, removed: [] as string[] };
  const file = {
    createWritable: () =>
      Promise.resolve({
        write: () => new Promise<void>((done) => setTimeout(() => (seen.writes++, done()), 1)),
        close: () => Promise.resolve(),
      }),
  };
  const folder = {
    getFileHandle: () => Promise.resolve(file),
    removeEntry: (name: string) => (seen.removed.push(name), Promise.resolve()),
  };
  vi.stubGlobal("navigator", { storage: { getDirectory: () => Promise.resolve(folder) } });
  return seen;
}

describe("the drive's load", () => {
  it("writes while it works, rests when told, and takes its file away", async () => {
    const seen = store();
    const drive = await driveCopy();
    drive?.work(true);
    drive?.work(true);
    await expect.poll(() => seen.writes).toBeGreaterThan(2);
    drive?.work(false);
    await new Promise((r) => setTimeout(r, 20));
    const then = seen.writes;
    await new Promise((r) => setTimeout(r, 30));
    expect(seen.writes).toBe(then);
    drive?.stop();
    drive?.work(true);
    await new Promise((r) => setTimeout(r, 10));
    expect([seen.writes, seen.removed]).toEqual([then, ["ovrant-load"]]);
  });
  it("is not there where a page has no store", async () => {
    vi.stubGlobal("navigator", {});
    expect(await driveCopy()).toBeNull();
  });
});
