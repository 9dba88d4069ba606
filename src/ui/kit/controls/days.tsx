"use client";
import { useMemo } from "react";
import { dayIn, dayText, zoneHere, type DayForm, type Zone } from "@/core/base/days";
import { useWorkshop } from "./workshop";

export interface Days {
  zone: Zone;
  /** A moment, or a day alone, as it is told in the workshop. */
  told: (at: Date | number | string, form?: DayForm) => string;
  /** The day it is in the workshop now, year-month-day. */
  today: () => string;
}

/** Days and times as they are in the workshop, whatever zone this device is set to. */
export function useDays(): Days {
  const zone = useWorkshop().zone || zoneHere();
  return useMemo(
    () => ({
      zone,
      told: (at, form = "plain") => dayText(at, form, zone),
      today: () => dayIn(zone, new Date()),
    }),
    [zone],
  );
}

/** A moment, told as it is in the workshop. */
export function When({ at, form = "plain" }: { at: Date | number | string; form?: DayForm }) {
  return <>{useDays().told(at, form)}</>;
}
