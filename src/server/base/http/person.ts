import { bad, ok, type Problem, type Result } from "../../../core/base/result";

/** Initials of who is signed in where a request comes from; null on this machine itself, where anybody may be named. */
export function personOf({ headers }: { headers: Headers }): string | null {
  const told = headers.get("x-ovrant-person");
  return told === null ? null : decodeURIComponent(told);
}

/**
 * Entries of a journal in the name of who is signed in, whoever they say they are. A device that takes somebody else to
 * be signed in (its page is of another time) is told who is, and nothing of it is kept in a wrong name.
 *
 * @example
 * inTheNameOf("HM", { entries: [{ step: "x", who: "TB" }] }); // { ok: true, value: { entries: [{ …, who: "HM" }] } }
 * inTheNameOf("HM", { entries: [], as: "TB" }); // { ok: false, problem: { code: "other-hand", … } }
 */
export function inTheNameOf(person: string | null, body: unknown): Result<unknown> {
  if (typeof body !== "object" || body === null || !Object.hasOwn(body, "entries")) return ok(body);
  const { as = null, ...rest } = body as { as?: unknown; entries: unknown };
  if (person === null || !Array.isArray(rest.entries)) return ok(rest);
  if (as !== null && as !== person) return bad(otherHand(person));
  const entries = rest.entries.map((e: unknown) => (typeof e === "object" ? { ...e, who: person } : e));
  return ok({ ...rest, entries });
}

const otherHand = (person: string): Problem => ({
  code: "other-hand",
  message: `${person} is signed in at this bench now.`,
  action: "Steps of another hand wait on this device until that one signs in again.",
  fields: { as: person },
});
