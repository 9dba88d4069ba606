import { createHash } from "node:crypto";

/** What a piece is known by, hex. */
export const sha256 = (bytes: Uint8Array | string): string => createHash("sha256").update(bytes).digest("hex");

/**
 * A piece with the hash that is kept beside it, as columns of its row.
 *
 * @example
 * withSum("gzip", bytes); // { gzip: bytes, gzip_sha256: "9f86…" }
 */
export const withSum = <C extends string>(column: C, bytes: Buffer): Record<C | `${C}_sha256`, Buffer | string> =>
  ({ [column]: bytes, [`${column}_sha256`]: sha256(bytes) }) as Record<C | `${C}_sha256`, Buffer | string>;
