import { stringifySetCookie } from "cookie";
import { BENCH_COOKIE, PERSON_COOKIE, SHIFT_MS, type Session } from "./caller";
import { sealed } from "./seal";

/** A bench is known for so long, s. */
const BENCH_S = 400 * 86_400;

/** Whether cookies go over TLS alone: behind a server that ends it. */
export const overTls = (env = process.env): boolean => env.OVRANT_TLS === "1";

const cookie = (name: string, value: string, maxAge: number): string =>
  stringifySetCookie({ name, value, maxAge, httpOnly: true, sameSite: "strict", path: "/", secure: overTls() });

export const benchCookie = async (bench: number): Promise<string> =>
  cookie(BENCH_COOKIE, await sealed("bench", { bench }, BENCH_S), BENCH_S);

export const personCookie = async (s: Session): Promise<string> =>
  cookie(PERSON_COOKIE, await sealed("person", s, SHIFT_MS / 1000), SHIFT_MS / 1000);

/** Takes a cookie back. */
export const noPerson = (): string => cookie(PERSON_COOKIE, "", 0);
