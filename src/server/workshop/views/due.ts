import { getISOWeek, getISOWeekYear, parseISO } from "date-fns";
import type { Machine } from "../../../core/workshop/job";
import { dayAfter } from "../../../core/base/days";
import { database } from "../../../data/base/connection";
import { dueBetween } from "../../../data/workshop/dues";
import { dueMachines } from "../../../data/workshop/machines";
import { todayNow } from "../../base/today";

/** The machines of one week, or those that are late. */
export interface DueWeek {
  key: string;
  /** The Monday it begins on; null for what is late. */
  from: string | null;
  week: number | null;
  machines: { machine: Machine; openJobId: number | null }[];
}

export interface DueView {
  weeks: DueWeek[];
  late: number;
  toCome: number;
  page: number;
  pages: number;
  today: string;
}

/** So many dates stand on a page. */
const ON_PAGE = 60;
/** Nothing beyond is listed. */
const LAST_DAY = "2099-12-31";

/** What is due, by week, late ones first; a page of it. */
export async function dueView(page: number): Promise<DueView> {
  const db = await database();
  const today = await todayNow();
  const rows = await dueBetween(db, { from: null, to: LAST_DAY }, { from: (page - 1) * ON_PAGE, most: ON_PAGE });
  const late = (await dueMachines(db, { from: null, before: today }, 0)).count;
  const toCome = (await dueMachines(db, { from: today, before: null }, 0)).count;
  const weeks = new Map<string, DueWeek>();
  for (const row of rows) {
    const day = row.machine.dueOn ?? today;
    const of = day < today ? LATE : weekOf(day);
    const week = weeks.get(of.key) ?? { ...of, machines: [] };
    week.machines.push(row);
    weeks.set(of.key, week);
  }
  return {
    weeks: [...weeks.values()],
    late,
    toCome,
    page,
    pages: Math.max(1, Math.ceil((late + toCome) / ON_PAGE)),
    today,
  };
}

const LATE: Omit<DueWeek, "machines"> = { key: "late", from: null, week: null };

function weekOf(day: string): Omit<DueWeek, "machines"> {
  const date = parseISO(day);
  const from = dayAfter(day, -((date.getDay() + 6) % 7));
  return { key: `${getISOWeekYear(date)}-${getISOWeek(date)}`, from, week: getISOWeek(date) };
}
