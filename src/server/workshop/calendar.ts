import type { Knex } from "knex";
import { bad } from "../../core/base/result";
import type { Machine } from "../../core/workshop/job";
import { dayAfter } from "../../core/base/days";
import { database } from "../../data/base/connection";
import { dueBetween } from "../../data/workshop/dues";
import { checksDue, findJobs } from "../../data/workshop/jobs";
import { findMachine } from "../../data/workshop/machines";
import { withMachines } from "../../data/workshop/jobSummaries";
import { findWorkshop } from "../../data/workshop/workshop";
import type { DateRequest } from "../../threads/calendar";
import { inThread } from "../../threads/pool";
import { serverProblem } from "../base/http/problems";
import { handle, respond } from "../base/http/respond";
import { todayNow } from "../base/today";

/** A calendar holds so many dates at most, the soonest; another calendar asks for it again and again. */
const MOST = 2_000;
const MOST_CHECKS = 500;
/** Dates so long past are left out, days. */
const PAST_DAYS = 400;

/** Where a calendar is asked for, to lead back: "http://127.0.0.1:3000". */
export interface CalendarQuery {
  origin: string;
  /** One machine's; null for the whole workshop. */
  machineId: number | null;
}

/** Next services and check runs as an iCalendar (RFC 5545), to subscribe to; null where there is no such machine. */
export async function calendarOf({ origin, machineId }: CalendarQuery): Promise<string | null> {
  const db = await database();
  const today = await todayNow();
  const one = machineId === null ? null : await findMachine(db, machineId);
  if (machineId !== null && !one) return null;
  const workshop = await findWorkshop(db);
  const name = one ? `${one.tag}, ${one.model}` : workshop.name ? `Ovrant, ${workshop.name}` : "Ovrant";
  const dues = one ? [one] : await dueOfAll(db, today);
  const dateOf = (id: string, day: string, m: Machine, words: { title: string; why: string }): DateRequest => ({
    id,
    day,
    title: `${words.title}: ${m.tag}, ${m.model}`,
    about: [words.why, m.place].filter(Boolean).join("; "),
    place: m.place,
    url: `${origin}/machines/${m.id}/history`,
  });
  const dates = dues.flatMap((m) =>
    m.dueOn === null ? [] : [dateOf(`due-${m.id}`, m.dueOn, m, { title: "Service due", why: m.dueWhy })],
  );
  const checks = await checksDue(db, LAST_DAY, MOST_CHECKS);
  const jobs = await findJobs(
    db,
    checks.map((c) => c.id),
  );
  for (const { job, machine } of await withMachines(db, [...jobs.values()]))
    if (job.checkOn !== null && (machineId === null || machine.id === machineId))
      dates.push(
        dateOf(`check-${job.id}`, job.checkOn, machine, { title: "Check run", why: "Has the paste settled?" }),
      );
  // thousands of dates take longer than an answer may hold the thread
  return inThread("calendar", { name, dates });
}

const LAST_DAY = "2099-12-31";

async function dueOfAll(db: Knex, today: string): Promise<Machine[]> {
  const rows = await dueBetween(db, { from: dayAfter(today, -PAST_DAYS), to: LAST_DAY }, { from: 0, most: MOST });
  return rows.map((d) => d.machine);
}

/** The answer to who asks for the calendar of next services. */
export const calendarResponse = (request: Request, machineId: number | null): Promise<Response> =>
  answeredAsCalendar(request, (origin) => calendarOf({ origin, machineId }));

/** Answers with a calendar that leads back to where it was asked for; null where there is no such machine. */
export function answeredAsCalendar(
  request: Request,
  made: (origin: string) => Promise<string | null>,
): Promise<Response> {
  return handle(request, async () => {
    const host = request.headers.get("host") ?? "127.0.0.1";
    const secure = request.headers.get("x-forwarded-proto") === "https";
    const text = await made(`${secure ? "https" : "http"}://${host}`);
    if (text === null) return respond(bad(serverProblem.noMachine()));
    return new Response(text, {
      headers: { "content-type": "text/calendar; charset=utf-8", "cache-control": "no-cache" },
    });
  });
}
