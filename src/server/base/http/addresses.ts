/** Names this machine has for itself. */
const OWN_NAMES = ["localhost", "127.0.0.1", "[::1]"];

/** Names under which Ovrant may be asked for: this machine's own, and what HOST and OVRANT_HOSTS say, with commas. */
export const allowedNames = (told = `${process.env.HOST ?? ""},${process.env.OVRANT_HOSTS ?? ""}`): string[] => [
  ...OWN_NAMES,
  ...told
    .split(",")
    .map((name) => nameOf(name.trim().toLowerCase()))
    .filter(Boolean),
];

/** A host without its port. */
const nameOf = (host: string): string => host.replace(/:\d+$/, "");

/** Whether a request names a host that is ours: another name that leads here is not (DNS rebinding). */
export const isOurHost = (host: string | null, allowed = allowedNames()): boolean =>
  host !== null && allowed.includes(nameOf(host.toLowerCase()));

/** Whether a host is a name this machine has for itself alone. */
export const isOwnName = (host: string | null): boolean => isOurHost(host, OWN_NAMES);

/** Whether a change comes from another site: by its origin and by what the browser says of it. */
export function isForeign(headers: Headers): boolean {
  const site = headers.get("sec-fetch-site");
  if (site !== null && site !== "same-origin" && site !== "none") return true;
  const origin = headers.get("origin");
  return origin !== null && hostOf(origin) !== headers.get("host");
}

/** Host of an origin; null for "null" and whatever else is no address. */
function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}
