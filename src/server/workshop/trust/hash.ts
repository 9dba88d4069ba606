import { randomBytes, scrypt, timingSafeEqual } from "node:crypto";

/** Cost of one guess: 32 MB and some 60 ms (RFC 7914, N = 2¹⁵, r = 8, p = 1). */
const COST = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 };
/** Length of a hash, bytes. */
const BYTES = 32;

const slowly = (secret: string, salt: Buffer): Promise<Buffer> =>
  new Promise((done, failed) => scrypt(secret, salt, BYTES, COST, (e, key) => (e ? failed(e) : done(key))));

/** What is kept of a PIN or a passphrase: a salt of its own and a slow hash, in hex. */
export async function hashed(secret: string): Promise<string> {
  const salt = randomBytes(16);
  return `${salt.toString("hex")}:${(await slowly(secret, salt)).toString("hex")}`;
}

/** Whether a secret is the one that is kept, told in the same time whatever it is. */
export async function isSecret(secret: string, kept: string): Promise<boolean> {
  const [salt = "", key = ""] = kept.split(":");
  const own = await slowly(secret, Buffer.from(salt, "hex"));
  const there = Buffer.from(key, "hex");
  return own.length === there.length && timingSafeEqual(own, there);
}
