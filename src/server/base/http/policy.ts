/**
 * What a page may load and run: our own files, and scripts that carry the nonce of this answer. Styles may stand at
 * their elements: drawings and places are made of them, and they run nothing.
 *
 * @example
 * pagePolicy("r4nd0m"); // "default-src 'self'; script-src 'self' 'nonce-r4nd0m' 'strict-dynamic'; …"
 */
export const pagePolicy = (nonce: string): string =>
  Object.entries({
    "default-src": "'self'",
    "script-src": `'self' 'nonce-${nonce}' 'strict-dynamic'`,
    "style-src": `'self' 'nonce-${nonce}'`,
    "style-src-attr": "'unsafe-inline'",
    "img-src": "'self' data: blob:",
    "font-src": "'self'",
    "connect-src": "'self'",
    "worker-src": "'self' blob:",
    "object-src": "'none'",
    "base-uri": "'none'",
    "form-action": "'self'",
    "frame-src": "'none'",
    "frame-ancestors": "'none'",
  })
    .map(([what, from]) => `${what} ${from}`)
    .join("; ");

/** A nonce nobody foresees: 128 bits. */
export const newNonce = (): string => Buffer.from(crypto.getRandomValues(new Uint8Array(16))).toString("base64");
