import ical, { ICalCalendarMethod } from "ical-generator";
import { dayAfter } from "../core/base/days";

/** A date of a calendar: a whole day, or a stretch of one. */
export interface DateRequest {
  /** Its own for good: the same date again is the same event. */
  id: string;
  day: string;
  /** Its beginning and end, ms; a whole day where they are left out. */
  from?: number;
  to?: number;
  title: string;
  about: string;
  place: string;
  url: string;
}

/** Dates as an iCalendar (RFC 5545); the same dates give the same text. */
export function calendarText({ name, dates }: { name: string; dates: DateRequest[] }): string {
  const calendar = ical({
    name: plain(name),
    prodId: { company: "Ovrant", product: "Next services", language: "EN" },
    method: ICalCalendarMethod.PUBLISH,
  });
  calendar.ttl(6 * 3600);
  for (const d of dates)
    calendar.createEvent({
      id: `${d.id}@ovrant`,
      start: new Date(d.from ?? `${d.day}T00:00:00Z`),
      end: new Date(d.to ?? `${dayAfter(d.day, 1)}T00:00:00Z`),
      allDay: d.from === undefined,
      timezone: null,
      // nothing seems changed that is not
      stamp: new Date(`${d.day}T00:00:00Z`),
      summary: plain(d.title),
      description: plain(d.about),
      location: plain(d.place),
      url: d.url,
    });
  // fields of one maker's programs are no part of the standard
  return calendar
    .toString()
    .split("\r\n")
    .filter((line) => !/^X-M[A-Z]+-(CDO|MSN)/.test(line))
    .join("\r\n");
}

/** Control characters have no place in a calendar. */
const plain = (text: string): string => text.replace(/[\u0000-\u0008\u000b-\u001f\u007f]/g, " ");
