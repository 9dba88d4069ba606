import { dayAfter, utcDay } from "../../base/days";

/** Where a machine lives. */
export const ENVIRONMENTS = ["office", "home", "dusty", "lint", "sawdust", "haze"] as const;
export type Environment = (typeof ENVIRONMENTS)[number];

/** How hard a machine is used. */
export const USES = ["", "light", "daily", "long"] as const;
export type Use = (typeof USES)[number];

/** By what the next service is reckoned while nothing is measured; the workshop may set each. */
export interface UpkeepRules {
  /** Months until the next service by where a machine lives. */
  months: Record<Environment, number>;
  /** By what the months are taken times, by how hard it is used. */
  light: number;
  long: number;
  /** From so many years of age on, and by what. */
  oldYears: number;
  old: number;
  /** Where fins or blowers were found felted or matted; where paste or pads were spent and stay. */
  clogged: number;
  /** Never sooner nor later than so many months. */
  leastMonths: number;
  mostMonths: number;
  /** So many days before the early edge of a measured forecast. */
  aheadDays: number;
}

export const usualRules: UpkeepRules = {
  months: { office: 18, home: 12, dusty: 6, lint: 6, haze: 4, sawdust: 2 },
  light: 1.25,
  long: 0.75,
  oldYears: 5,
  old: 0.85,
  clogged: 0.75,
  leastMonths: 1,
  mostMonths: 36,
  aheadDays: 14,
};

const AIR: Record<Environment, string> = {
  office: "office air",
  home: "a home, pets or carpet",
  dusty: "a dusty place",
  lint: "costume lint",
  haze: "haze fluid residue",
  sawdust: "sawdust",
};

/** What is known of a machine that its next service hangs on. */
export interface UpkeepFacts {
  environment: string;
  use: string;
  /** The month it was bought, yyyy-mm; null where nobody said. */
  bought: string | null;
  /** Worst grade of dust that the last service found, 0 to 4; null where none was graded. */
  grade: number | null;
}

/** A date and every rule that made it. */
export interface RuledDue {
  dueOn: string;
  months: number;
  /** One line a rule: "6 months: costume lint", "× 0.75: used ten hours a day". */
  reasons: string[];
}

/** The next service by the workshop's rules. `from` is a day, yyyy-mm-dd. */
export function dueByRules(of: UpkeepFacts, rules: UpkeepRules, from: string): RuledDue {
  const environment = ENVIRONMENTS.find((e) => e === of.environment);
  const base = environment ? rules.months[environment] : 12;
  const reasons = [`${base} months: ${environment ? AIR[environment] : "no place given"}`];
  let months = base;
  const times = (by: number, why: string) => {
    if (by === 1) return;
    months *= by;
    reasons.push(`× ${by}: ${why}`);
  };
  if (of.use === "light") times(rules.light, "used now and then");
  if (of.use === "long") times(rules.long, "used all day, hard");
  const years =
    of.bought === null ? null : (Date.parse(`${from}T00:00:00Z`) - Date.parse(`${of.bought}-01T00:00:00Z`)) / YEAR_MS;
  if (years !== null && years >= rules.oldYears) times(rules.old, `over ${rules.oldYears} years old`);
  if (of.grade !== null && of.grade >= 3) times(rules.clogged, of.grade === 4 ? "found matted" : "found felted");
  const kept = Math.min(rules.mostMonths, Math.max(rules.leastMonths, months));
  if (kept !== months) reasons.push(kept > months ? `not under ${kept} months` : `not over ${kept} months`);
  const whole = Math.max(1, Math.round(kept));
  return { dueOn: workingDayUpTo(monthsAfter(from, whole)), months: whole, reasons };
}

const YEAR_MS = 365.25 * 86_400_000;

/** The same day so many months on, or the last of that month. */
export function monthsAfter(day: string, months: number): string {
  const [y = 2000, m = 1, d = 1] = day.split("-").map(Number);
  const first = new Date(Date.UTC(y, m - 1 + months, 1));
  const last = new Date(Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + 1, 0)).getUTCDate();
  first.setUTCDate(Math.min(d, last));
  return utcDay(first.getTime());
}

/** The day itself where it is one of Monday to Friday, else the Friday before. */
export function workingDayUpTo(day: string): string {
  const date = new Date(`${day}T00:00:00Z`);
  const back = [2, 0, 0, 0, 0, 0, 1][date.getUTCDay()] ?? 0;
  return dayAfter(day, -back);
}
