import ical, { ICalCalendarMethod } from "ical-generator";
import { bad } from "../core/result";
import type { Machine } from "../core/job";
import { dayAfter } from "../core/upkeep";
import { database } from "../data/connection";
import { dueBetween } from "../data/dues";
import { checksDue, findJobs } from "../data/jobs";
import { findMachine } from "../data/machines";
import { withMachines } from "../data/stands";
import { findWorkshop } from "../data/workshop";
import { serverProblem } from "./requests/problems";
import { handle, respond } from "./requests/respond";

/** A calendar holds so many dates at most, the soonest; another calendar asks for it again and again. */
const MOST = 2_000;
const MOST_CHECKS = 500;
/** Dates so long past are left out, days. */
const PAST_DAYS = 400;

/** Where a calendar is asked for, to lead back: "http://127.0.0.1:3000". */
export interface CalendarAsk {
  origin: string;
  /** One machine's; null for the whole workshop. */
  machineId: number | null;
}

/** Next services and check runs as an iCalendar (RFC 5545), to subscribe to; null where there is no such machine. */
export async function calendarOf({ origin, machineId }: CalendarAsk): Promise<string | null> {
  const db = await database();
  const today = new Date().toISOString().slice(0, 10);
  const one = machineId === null ? null : await findMachine(db, machineId);
  if (machineId !== null && !one) return null;
  const workshop = await findWorkshop(db);
  const name = one ? `${one.tag}, ${one.model}` : workshop.name ? `Ovrant, ${workshop.name}` : "Ovrant";
  const calendar = ical({
    name: plain(name),
    prodId: { company: "Ovrant", product: "Next services", language: "EN" },
    method: ICalCalendarMethod.PUBLISH,
  });
  calendar.ttl(6 * 3600);
  const dues = one
    ? one.dueOn === null
      ? []
      : [one]
    : (await dueBetween(db, { from: dayAfter(today, -PAST_DAYS), to: "2099-12-31" }, { from: 0, most: MOST })).map(
        (d) => d.machine,
      );
  const event = (id: string, day: string, m: Machine, words: { title: string; why: string }) =>
    calendar.createEvent({
      id: `${id}@ovrant`,
      start: new Date(`${day}T00:00:00Z`),
      end: new Date(`${dayAfter(day, 1)}T00:00:00Z`),
      allDay: true,
      timezone: null,
      // the same answer for the same dates: nothing seems changed that is not
      stamp: new Date(`${day}T00:00:00Z`),
      summary: plain(`${words.title}: ${m.tag}, ${m.model}`),
      description: plain([words.why, m.place].filter(Boolean).join("; ")),
      location: plain(m.place),
      url: `${origin}/machines/${m.id}/history`,
    });
  for (const m of dues) if (m.dueOn !== null) event(`due-${m.id}`, m.dueOn, m, { title: "Service due", why: m.dueWhy });
  const checks = await checksDue(db, "2099-12-31", MOST_CHECKS);
  const jobs = await findJobs(
    db,
    checks.map((c) => c.id),
  );
  for (const { job, machine } of await withMachines(db, [...jobs.values()]))
    if (job.checkOn !== null && (machineId === null || machine.id === machineId))
      event(`check-${job.id}`, job.checkOn, machine, { title: "Check run", why: "Has the paste settled?" });
  // fields of one maker's programs are no part of the standard
  return calendar
    .toString()
    .split("\r\n")
    .filter((line) => !/^X-M[A-Z]+-(CDO|MSN)/.test(line))
    .join("\r\n");
}

/** The answer to who asks for a calendar. */
export function calendarResponse(request: Request, machineId: number | null): Promise<Response> {
  return handle(request, async () => {
    const host = request.headers.get("host") ?? "127.0.0.1";
    const secure = request.headers.get("x-forwarded-proto") === "https";
    const text = await calendarOf({ origin: `${secure ? "https" : "http"}://${host}`, machineId });
    if (text === null) return respond(bad(serverProblem.noMachine()));
    return new Response(text, {
      headers: { "content-type": "text/calendar; charset=utf-8", "cache-control": "no-cache" },
    });
  });
}

/** Control characters have no place in a calendar. */
const plain = (text: string): string => text.replace(/[\u0000-\u0008\u000b-\u001f\u007f]/g, " ");
