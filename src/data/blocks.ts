import { gunzipSync, gzipSync } from "node:zlib";

/** Samples of one channel as a compressed block: little-endian floats, 32 bits (64 for times). */
export function packFloats(values: Float32Array | Float64Array): Buffer {
  return gzipSync(Buffer.from(values.buffer, values.byteOffset, values.byteLength), { level: 6 });
}

export function unpackFloat32(block: Buffer): Float32Array {
  const raw = gunzipSync(block);
  return new Float32Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.byteLength));
}

export function unpackFloat64(block: Buffer): Float64Array {
  const raw = gunzipSync(block);
  return new Float64Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.byteLength));
}
