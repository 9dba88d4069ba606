/** Initials of who is signed in where a request comes from; null on this machine itself, where anybody may be named. */
export function personOf({ headers }: { headers: Headers }): string | null {
  const told = headers.get("x-ovrant-person");
  return told === null ? null : decodeURIComponent(told);
}

/**
 * Entries of a journal in the name of who is signed in, whoever they say they are.
 *
 * @example
 * inTheNameOf("HM", { entries: [{ step: "x", who: "TB" }] }); // { entries: [{ step: "x", who: "HM" }] }
 */
export function inTheNameOf(person: string | null, body: unknown): unknown {
  if (person === null || typeof body !== "object" || body === null || !("entries" in body)) return body;
  const { entries } = body;
  if (!Array.isArray(entries)) return body;
  return { ...body, entries: entries.map((e: unknown) => (typeof e === "object" ? { ...e, who: person } : e)) };
}
