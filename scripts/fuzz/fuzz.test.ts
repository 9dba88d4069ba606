import { crc32, deflateSync } from "node:zlib";
import sharp from "sharp";
import { describe, expect, it } from "vitest";
import { pictureOf, smallOf } from "../../src/server/base/background/pictures";
import { openZip } from "../../src/server/record/zipFile";
import { zipped } from "../../src/threads/zip";
import { fuzz, tried } from "./run";
import { TARGETS } from "./targets";

describe("what comes from outside", () => {
  it("every reader reads what it usually reads", async () => {
    for (const { name, seeds, read } of TARGETS)
      for (const seed of seeds) {
        const answer = await read(seed);
        // one that is refused at once would never get odd input past its door
        expect([
          name,
          typeof answer === "object" && answer !== null && "ok" in answer ? answer : { ok: answer !== null },
        ]).toMatchObject([name, { ok: true }]);
      }
  });

  it("odd input is read or refused in plain words, quickly, whoever reads it", async () => {
    expect((await fuzz(1, (tries) => tries < 40 * TARGETS.length)).found).toEqual([]);
  });

  it("a reader that throws, says nothing, or takes too long is found", async () => {
    const bad = async (read: () => unknown) => (await tried({ name: "x", seeds: [new Uint8Array(9)], read }, 7))?.what;
    expect(await bad(() => JSON.parse("{"))).toMatch(/^threw/);
    expect(await bad(() => ({ ok: false, problem: { code: "x", message: "No.", action: "" } }))).toMatch(
      /without saying/,
    );
    const trace = { code: "x", message: "at f (a.ts:1:2)", action: "Go." };
    expect(await bad(() => ({ ok: false, problem: trace }))).toMatch(/^said/);
    const slow = () => {
      const from = process.cpuUsage();
      while (process.cpuUsage(from).user < 1_050_000);
    };
    expect(await bad(slow)).toMatch(/^took/);
    expect(await bad(() => ({ ok: true, value: 1 }))).toBeUndefined();
  });
});

describe("a picture that is a trap", () => {
  const chunk = (name: string, data: Uint8Array): Buffer => {
    const named = Buffer.concat([Buffer.from(name), data]);
    const out = Buffer.alloc(8 + named.length);
    out.writeUInt32BE(data.length, 0);
    named.copy(out, 4);
    out.writeUInt32BE(crc32(named), 4 + named.length);
    return out;
  };
  /** A PNG that says how large it is, with next to nothing of it behind. */
  const png = (width: number, height: number, interlaced = false): Uint8Array => {
    const head = Buffer.alloc(13);
    head.writeUInt32BE(width, 0);
    head.writeUInt32BE(height, 4);
    head.set([8, 2, 0, 0, interlaced ? 1 : 0], 8);
    const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
    const data = chunk("IDAT", deflateSync(Buffer.alloc(200)));
    return Buffer.concat([signature, chunk("IHDR", head), data, chunk("IEND", Buffer.alloc(0))]);
  };

  it.each([
    [60_000, 60_000],
    [900_000, 1],
    [12_000, 9_000],
    [983_130, 60],
  ])("says it is %i by %i: refused at once, whatever stands behind", async (width, height) => {
    const before = process.memoryUsage().rss;
    expect(await pictureOf(png(width, height))).toMatchObject({
      ok: false,
      problem: { code: "photo-too-many-pixels" },
    });
    expect(process.memoryUsage().rss - before).toBeLessThan(200e6);
  });

  it("comes with a job that is brought in: its small one is not made", async () => {
    await expect(smallOf(png(983_130, 60))).rejects.toThrow("983130 by 60 pixels");
  });

  it("says a side no picture has: refused", async () => {
    expect(await pictureOf(png(2_147_483_647, 1))).toMatchObject({ ok: false });
  });

  it("can only be read whole: refused where that takes more than a photo does", async () => {
    expect(await pictureOf(png(8_000, 8_000, true))).toMatchObject({ problem: { code: "photo-too-many-pixels" } });
    // by rows, or smaller, it is only broken
    expect(await pictureOf(png(8_000, 8_000))).toMatchObject({ problem: { code: "not-a-photo" } });
    expect(await pictureOf(png(6_000, 6_000, true))).toMatchObject({ problem: { code: "not-a-photo" } });
  });

  it("unfolds to more than any phone takes from a few kilobytes: refused at once", async () => {
    const flat = sharp({ create: { width: 12_000, height: 9_000, channels: 3, background: "#888" } });
    const bomb = await flat.png({ compressionLevel: 2 }).toBuffer();
    expect(bomb.length).toBeLessThan(2e6);
    const before = process.memoryUsage().rss;
    expect(await pictureOf(bomb)).toMatchObject({ problem: { code: "photo-too-many-pixels" } });
    // unfolded it is 324 MB
    expect(process.memoryUsage().rss - before).toBeLessThan(150e6);
  }, 60_000);
});

describe("a bundle that is a bomb", () => {
  const said = async (bytes: Uint8Array): Promise<string> => {
    const r = await openZip(bytes);
    return r.ok ? "taken" : r.problem.message;
  };

  it("unpacks to far more than its size: refused before it is unpacked", async () => {
    const bomb = zipped([{ name: "runs/1.csv", bytes: new Uint8Array(60e6) }]);
    const before = process.memoryUsage().rss;
    expect(await said(bomb)).toMatch(/more than 150 times its size/);
    expect(process.memoryUsage().rss - before).toBeLessThan(40e6);
  });

  it("lies about how large it is: no more is unpacked than it said", async () => {
    const name = Buffer.from("job.json");
    const data = deflateSync(Buffer.alloc(50_000_000)).subarray(2, -4);
    const head = (signature: number, more: number) => {
      const b = Buffer.alloc(more);
      b.writeUInt32LE(signature, 0);
      return b;
    };
    const local = head(0x04034b50, 30);
    local.writeUInt16LE(8, 8);
    local.writeUInt32LE(data.length, 18);
    local.writeUInt32LE(10, 22);
    local.writeUInt16LE(name.length, 26);
    const central = head(0x02014b50, 46);
    central.writeUInt16LE(8, 10);
    central.writeUInt32LE(data.length, 20);
    central.writeUInt32LE(10, 24);
    central.writeUInt16LE(name.length, 28);
    const end = head(0x06054b50, 22);
    end.writeUInt16LE(1, 8);
    end.writeUInt16LE(1, 10);
    end.writeUInt32LE(central.length + name.length, 12);
    end.writeUInt32LE(local.length + name.length + data.length, 16);
    const r = await openZip(Buffer.concat([local, name, data, central, name, end]));
    const before = process.memoryUsage().rss;
    expect(
      r.ok &&
        (await r.value
          .entry("job.json")
          ?.bytes()
          .catch((e: Error) => e.message)),
    ).toMatch(/too many bytes/);
    expect(process.memoryUsage().rss - before).toBeLessThan(20e6);
  });

  it.each(["../job.json", "/etc/passwd", "a/../../b", "runs\\x", "C:x"])(
    "a name that leads elsewhere: %s",
    async (name) => {
      expect(await said(zipped([{ name, bytes: new Uint8Array(3) }]))).toMatch(/no name of a bundle/);
    },
  );
});
