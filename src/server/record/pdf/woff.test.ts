import PDFDocument from "pdfkit";
import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { fontBytes, fontFiles } from "./fonts";
import { unpackedFont } from "./woff";

/** Sum of a table as its file states it: its words of four bytes (OpenType, "Calculating checksums"). */
function sumOf(table: Buffer): number {
  const words = Buffer.concat([table, Buffer.alloc((4 - (table.length % 4)) % 4)]);
  let sum = 0;
  for (let i = 0; i < words.length; i += 4) sum = (sum + words.readUInt32BE(i)) >>> 0;
  return sum;
}

describe("letters unpacked", () => {
  it("have every table whole, at its place, in every file", () => {
    for (const { path } of fontFiles()) {
      const font = fontBytes(path);
      const count = font.readUInt16BE(4);
      expect(count).toBeGreaterThan(8);
      for (let i = 0; i < count; i++) {
        const at = 12 + 16 * i;
        const table = Buffer.from(font.subarray(font.readUInt32BE(at + 8)).subarray(0, font.readUInt32BE(at + 12)));
        // the table of the head holds a sum over the whole file, which stands for nothing in its own
        if (font.toString("latin1", at, at + 4) === "head") table.writeUInt32BE(0, 8);
        expect([path, i, sumOf(table)]).toEqual([path, i, font.readUInt32BE(at + 4)]);
      }
    }
  });

  it("are as wide as the packed ones", () => {
    const doc = new PDFDocument();
    const width = (font: Buffer, text: string) => doc.font(font).fontSize(100).widthOfString(text);
    const [first] = fontFiles();
    for (const text of ["Contact −31 %, 0.41 K/W", "Lüftung, prüfen", "…", "fi AV Ta"])
      expect(width(fontBytes(first?.path ?? ""), text)).toBe(width(readFileSync(first?.path ?? ""), text));
  });

  it("what is no such file, or is not as long as it says, is refused", () => {
    const file = readFileSync(fontFiles()[0]?.path ?? "");
    expect(() => unpackedFont(Buffer.from("OTTO, and more than that"))).toThrow(/no WOFF/);
    const longer = Buffer.from(file);
    longer.writeUInt32BE(longer.readUInt32BE(44 + 12) + 4, 44 + 12);
    expect(() => unpackedFont(longer)).toThrow();
  });
});
