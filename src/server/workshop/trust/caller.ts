import type { IncomingMessage } from "node:http";
import { parseCookie } from "cookie";
import { may, type Need, type Role } from "../../../core/workshop/trust";
import { database } from "../../../data/base/connection";
import { findBench, findPerson } from "../../../data/workshop/trust";
import { isOwnName } from "../../base/http/addresses";
import { areWhole, opened } from "./seal";

export const BENCH_COOKIE = "ovrant_bench";
export const PERSON_COOKIE = "ovrant_person";
/** Untouched for so long a bench locks itself, and a day of work is over after so long, ms. */
export const IDLE_MS = 10 * 60_000;
export const SHIFT_MS = 14 * 60 * 60_000;

/** How far two clocks of one network may lie apart, ms. */
export const AHEAD_MS = 60_000;

/** What a sealed cookie of a person says. */
export interface Session {
  person: number;
  epoch: number;
  bench: number;
  beganMs: number;
  lastMs: number;
}

const isSession = (s: Partial<Record<keyof Session, unknown>>): boolean =>
  areWhole(s.person, s.epoch, s.bench) && Number.isFinite(s.beganMs) && Number.isFinite(s.lastMs);

/** Who asks: this machine itself, nobody known, a bench that joined, or somebody who signed in there. */
export type CallerStatus =
  | { as: "local" | "none" }
  | { as: "bench"; bench: { id: number; name: string } }
  | {
      as: "person";
      bench: { id: number; name: string };
      person: { id: number; initials: string; role: Role };
      session: Session;
    };

/** Names another server puts on what it passes on. */
const PASSED_ON = ["forwarded", "x-forwarded-for", "x-forwarded-host", "x-forwarded-proto", "x-real-ip", "via"];

/**
 * Whether a request comes from this very machine: by its socket, under a name of this machine's own, and not passed on
 * by another server. Behind one (`OVRANT_PROXY=1`) none does: all that it passes on comes from here.
 */
export function isLocal(req: Pick<IncomingMessage, "socket" | "headers">, env = process.env): boolean {
  if (env.OVRANT_PROXY === "1") return false;
  const from = req.socket.remoteAddress ?? "";
  const here = from === "::1" || /^(::ffff:)?127\./.test(from);
  return here && isOwnName(req.headers.host ?? null) && !PASSED_ON.some((h) => req.headers[h] !== undefined);
}

/** Who asks from elsewhere, by the sealed cookies of the request. */
export async function callerStatus(cookies: string | undefined, nowMs: number): Promise<CallerStatus> {
  const jar = parseCookie(cookies ?? "");
  const joined = await opened<{ bench: number }>("bench", jar[BENCH_COOKIE], (d) => areWhole(d.bench));
  if (!joined) return { as: "none" };
  const db = await database();
  const found = await findBench(db, joined.bench);
  if (!found) return { as: "none" };
  const bench = { id: found.id, name: found.name };
  const session = await opened<Session>("person", jar[PERSON_COOKIE], isSession);
  if (session?.bench !== bench.id) return { as: "bench", bench };
  if (session.beganMs <= found.closedMs) return { as: "bench", bench };
  // times that lie ahead were kept before the clock was turned back: whoever it is signs in again
  if (Math.max(session.beganMs, session.lastMs) > nowMs + AHEAD_MS) return { as: "bench", bench };
  if (nowMs - session.lastMs > IDLE_MS || nowMs - session.beganMs > SHIFT_MS) return { as: "bench", bench };
  const person = await findPerson(db, session.person);
  if (!person || person.epoch !== session.epoch) return { as: "bench", bench };
  const { id, initials, role } = person;
  return { as: "person", bench, person: { id, initials, role }, session };
}

/** Why a request is not answered; null where it is. */
export type Refusal = "not-joined" | "locked" | "not-your-role";

/** Whether who asks has what the request needs. */
export function refusalOf(need: Need, standing: CallerStatus): Refusal | null {
  if (standing.as === "local" || need.of === "nothing" || need.of === "run" || need.of === "owner") return null;
  if (standing.as === "none") return "not-joined";
  if (need.of === "bench") return null;
  if (standing.as !== "person") return "locked";
  return may(standing.person.role, need.right) ? null : "not-your-role";
}
