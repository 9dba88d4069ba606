import { describe, expect, it } from "vitest";
import { pictureKind } from ".";

const bytes = (...parts: (string | number[])[]): Uint8Array =>
  Uint8Array.from(parts.flatMap((p) => (typeof p === "string" ? [...p].map((c) => c.charCodeAt(0)) : p)));
const boxed = (brand: string, ...also: string[]) =>
  bytes([0, 0, 0, 16 + 4 * also.length], "ftyp", brand, [0, 0, 0, 0], ...also, "mdat");

describe("what picture a file begins", () => {
  it("is told by its first bytes", () => {
    expect(pictureKind(bytes([0xff, 0xd8, 0xff, 0xe1]))).toBe("jpeg");
    expect(pictureKind(bytes([0x89], "PNG\r\n", [0x1a], "\n"))).toBe("png");
    expect(pictureKind(bytes("RIFF", [1, 2, 3, 4], "WEBPVP8 "))).toBe("webp");
    expect(pictureKind(boxed("avif"))).toBe("avif");
    expect(pictureKind(boxed("heic"))).toBe("heic");
  });
  it("of a general brand is told by what it is compatible with", () => {
    expect(pictureKind(boxed("mif1", "mif1", "avif", "miaf"))).toBe("avif");
    expect(pictureKind(boxed("mif1", "heic"))).toBe("heic");
    // what lies behind the box is no brand
    expect(pictureKind(bytes([0, 0, 0, 16], "ftyp", "isom", [0, 0, 0, 0], "avif"))).toBeNull();
  });
  it("is none for a drawing, a page, a film, half a head, nothing, or a name every object has", () => {
    for (const b of [
      "<svg xmlns='http://www.w3.org/2000/svg'/>",
      "<?xml version='1.0'?>",
      "GIF89a",
      "RIFF....AVI ",
      "",
    ])
      expect(pictureKind(bytes(b))).toBeNull();
    expect(pictureKind(bytes([0x89], "PNG"))).toBeNull();
    expect(pictureKind(bytes([0xff, 0xd8]))).toBeNull();
    expect(pictureKind(boxed("isom", "mp42"))).toBeNull();
    expect(pictureKind(bytes([0, 0, 0, 40], "ftypconstructor"))).toBeNull();
  });
});
