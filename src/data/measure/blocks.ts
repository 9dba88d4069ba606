import { gunzip, gzip } from "node:zlib";
import { promisify } from "node:util";

const pack = promisify<Buffer, { level: number }, Buffer>(gzip);
const unpack = promisify<Buffer, Buffer>(gunzip);

/**
 * Samples of one channel as a compressed block: little-endian floats, 32 bits (64 for times). Off the main
 * thread: a log of hours must not hold up the rest of the workshop.
 */
export const packFloats = (values: Float32Array | Float64Array): Promise<Buffer> =>
  pack(Buffer.from(values.buffer, values.byteOffset, values.byteLength), { level: 4 });

export async function unpackFloat32(block: Buffer): Promise<Float32Array<ArrayBuffer>> {
  const raw = await unpack(block);
  return new Float32Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.byteLength) as ArrayBuffer);
}

export async function unpackFloat64(block: Buffer): Promise<Float64Array<ArrayBuffer>> {
  const raw = await unpack(block);
  return new Float64Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.byteLength) as ArrayBuffer);
}
