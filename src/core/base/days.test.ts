import { describe, expect, it } from "vitest";
import { beginOf, dayAfter, dayIn, dayInWords, dayText, isDay, isZone, zoneHere } from "./days";

describe("a day", () => {
  it.each(["2026-02-28", "2028-02-29", "2000-01-01", "2099-12-31"])("%s is one", (text) => {
    expect(isDay(text)).toBe(true);
  });
  it.each([
    "2026-02-31",
    "2027-02-29",
    "2026-13-01",
    "2026-00-10",
    "2227-01-01",
    "9999-12-31",
    "1999-12-31",
    "2026-2-3",
    "2026-02-28T00:00",
    "",
    null,
    20260228,
  ])("%s is none", (text) => {
    expect(isDay(text)).toBe(false);
  });

  it("goes on over months, years and leap days, and back", () => {
    expect(dayAfter("2026-12-31", 1)).toBe("2027-01-01");
    expect(dayAfter("2028-02-28", 1)).toBe("2028-02-29");
    expect(dayAfter("2028-03-01", -1)).toBe("2028-02-29");
    expect(dayAfter("2026-03-29", 1)).toBe("2026-03-30");
  });

  it("alone is said the same in every zone", () => {
    for (const zone of ["Pacific/Kiritimati", "UTC", "Pacific/Niue"])
      expect(dayText("2031-07-28", "plain", zone)).toBe("28 Jul 2031");
    expect(dayInWords("2031-07-28")).toBe("28 Jul 2031");
    expect(dayInWords("2031-07-28", "weekday")).toBe("Mon 28 Jul");
    expect(dayInWords("2031-07-01", "month")).toBe("July 2031");
  });
});

describe("the workshop's day", () => {
  const evening = "2026-12-02T03:30:00Z";
  it("is that of its own zone, whatever day it is in Greenwich", () => {
    expect(dayIn("UTC", evening)).toBe("2026-12-02");
    expect(dayIn("America/Denver", evening)).toBe("2026-12-01");
    expect(dayIn("Pacific/Auckland", new Date("2026-12-01T11:00:00Z"))).toBe("2026-12-02");
    expect(dayText(evening, "minute", "America/Denver")).toBe("1 Dec 2026, 20:30");
  });

  it("begins at its own midnight, also where the clock is turned", () => {
    expect(new Date(beginOf("2026-12-01", "America/Denver")).toISOString()).toBe("2026-12-01T07:00:00.000Z");
    const length = (day: string) =>
      (beginOf(dayAfter(day, 1), "Europe/Vienna") - beginOf(day, "Europe/Vienna")) / 3_600_000;
    expect(length("2026-03-29")).toBe(23);
    expect(length("2026-10-25")).toBe(25);
    expect(length("2026-06-01")).toBe(24);
  });

  it("knows zones by their names alone", () => {
    for (const zone of ["Europe/Vienna", "UTC", "America/Argentina/Ushuaia", zoneHere()])
      expect([zone, isZone(zone)]).toEqual([zone, true]);
    for (const none of ["", "Vienna", "Europe/", "+02:00", "EST5 EDT", "'; DROP TABLE"])
      expect([none, isZone(none)]).toEqual([none, false]);
  });
});
