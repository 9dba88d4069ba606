import { createHash, randomBytes, timingSafeEqual } from "node:crypto";

/** A token for one run: shown once, never stored. */
export const newToken = (): string => randomBytes(20).toString("hex");

/** What is stored of a token. It is random and long, so a plain hash keeps it. */
export const hashOf = (token: string): string => createHash("sha256").update(token).digest("hex");

/** The token a request carries; "" for none. */
export const tokenOf = (request: { headers: Headers }): string =>
  /^Bearer ([\w-]{16,128})$/.exec(request.headers.get("authorization") ?? "")?.[1] ?? "";

/** Whether a token is the one of a hash, told in the same time whatever it is. */
export function isToken(token: string, hash: string): boolean {
  const [own, kept] = [Buffer.from(hashOf(token), "hex"), Buffer.from(hash, "hex")];
  return own.length === kept.length && timingSafeEqual(own, kept);
}
