import { randomLogNormal, randomNormal, randomUniform } from "d3-random";
import type { Levels, Measured } from "./measured";
import { monthsOn, type Visit } from "./course";

/** A machine's years as they truly were, and as they were measured. */
export interface MadeHistory {
  visits: Visit[];
  /** What the next interval truly brings, K/W a month. */
  next: { contact: number; airflow: number };
}

/** How a made-up machine ages and is measured. */
export interface MadeYears {
  intervals: number;
  /** Drift of the airflow, K/W a month, and by what factor it differs between intervals (one standard deviation). */
  airflow: number;
  differs: number;
  contact: number;
  /** Standard error of a measured resistance, share of it. */
  error: number;
  /** Share of runs that are far off, five times as much. */
  odd: number;
}

/** Years of a machine, for trials of what is made of them; the same seed gives the same years. */
export function madeYears(of: MadeYears, random: () => number): MadeHistory {
  const normal = randomNormal.source(random)(0, 1);
  const pace = randomLogNormal.source(random)(0, of.differs);
  const months = randomUniform.source(random)(6, 15);
  const read = (KW: number) => {
    const se = of.error * KW;
    const off = (random() < of.odd ? 5 : 1) * se * normal();
    const mid = Math.max(0.02, KW + off);
    return { KW: mid, low: mid - 1.645 * se, high: mid + 1.645 * se };
  };
  const clean = { contact: 0.3, airflow: 0.66 };
  const levels = (contact: number, airflow: number): Levels => ({ contact: read(contact), airflow: read(airflow) });
  const visits: Visit[] = [];
  let day = "2019-03-01";
  let dirty = { contact: clean.contact * 1.2, airflow: clean.airflow * 1.4 };
  for (let i = 0; i <= of.intervals; i++) {
    const chip = { chip: "cpu" as const, ownW: 48, totalW: 48 };
    const measured: Measured = {
      fanRpm: 4_700,
      chips: [
        {
          ...chip,
          before: levels(dirty.contact, dirty.airflow),
          after: levels(clean.contact, clean.airflow),
        },
      ],
    };
    visits.push({ jobId: i + 1, beforeDay: day, afterDay: day, measured, did: ["Dust"], found: "" });
    const m = months();
    day = monthsOn(day, m);
    dirty = {
      contact: clean.contact + m * of.contact * pace(),
      airflow: clean.airflow + m * of.airflow * pace(),
    };
  }
  return { visits, next: { contact: of.contact * pace(), airflow: of.airflow * pace() } };
}
