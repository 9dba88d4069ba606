import { inflateSync } from "node:zlib";

/** Bytes of the head of a packed font. */
const HEAD = 44;
/** Bytes of an entry of its table of tables. */
const ENTRY = 20;

/**
 * Letters as a web page has them (WOFF 1.0, W3C), unpacked to what they were made of (an sfnt: TrueType or OpenType).
 * A writer that is given the packed ones unpacks every table again each time it looks something up.
 *
 * @throws RangeError where it is no such file
 */
export function unpackedFont(woff: Buffer): Buffer {
  if (woff.toString("latin1", 0, 4) !== "wOFF") throw new RangeError("no WOFF file");
  const count = woff.readUInt16BE(12);
  const tables = Array.from({ length: count }, (_, i) => {
    const at = HEAD + i * ENTRY;
    const from = woff.readUInt32BE(at + 4);
    const packed = woff.subarray(from, from + woff.readUInt32BE(at + 8));
    const length = woff.readUInt32BE(at + 12);
    return { tag: woff.subarray(at, at + 4), sum: woff.readUInt32BE(at + 16), bytes: unpacked(packed, length) };
  });
  const head = Buffer.alloc(12 + 16 * count);
  head.writeUInt32BE(woff.readUInt32BE(4), 0);
  head.writeUInt16BE(count, 4);
  const power = Math.floor(Math.log2(count));
  head.writeUInt16BE(16 * 2 ** power, 6);
  head.writeUInt16BE(power, 8);
  head.writeUInt16BE(16 * (count - 2 ** power), 10);
  const out: Buffer[] = [head];
  let at = head.length;
  for (const [i, { tag, sum, bytes }] of tables.entries()) {
    tag.copy(head, 12 + 16 * i);
    head.writeUInt32BE(sum, 16 + 16 * i);
    head.writeUInt32BE(at, 20 + 16 * i);
    head.writeUInt32BE(bytes.length, 24 + 16 * i);
    const gap = (4 - (bytes.length % 4)) % 4;
    out.push(bytes, Buffer.alloc(gap));
    at += bytes.length + gap;
  }
  return Buffer.concat(out);
}

/** A table that does not get smaller is not packed. */
function unpacked(bytes: Buffer, length: number): Buffer {
  if (bytes.length === length) return bytes;
  const out = inflateSync(bytes, { maxOutputLength: Math.max(1, length) });
  if (out.length !== length) throw new RangeError("a table is not as long as it says");
  return out;
}
