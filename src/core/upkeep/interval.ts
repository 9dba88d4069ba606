/** Months until the next service by where a machine lives, while there is no measured drift to go by. */
const MONTHS: Record<string, { months: number; why: string }> = {
  office: { months: 18, why: "office air" },
  home: { months: 12, why: "a home, pets or carpet" },
  dusty: { months: 6, why: "a dusty place" },
  lint: { months: 6, why: "costume lint" },
  haze: { months: 4, why: "haze fluid residue" },
  sawdust: { months: 2, why: "sawdust" },
};

/** Next due date by the rule of environment, and the reason in words. `from` and the result are yyyy-mm-dd. */
export function dueByEnvironment(environment: string, from: string): { dueOn: string; why: string } {
  const rule = MONTHS[environment] ?? { months: 12, why: "no place given" };
  const [y = 2000, m = 1, d = 1] = from.split("-").map(Number);
  const first = new Date(Date.UTC(y, m - 1 + rule.months, 1));
  const last = new Date(Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + 1, 0)).getUTCDate();
  first.setUTCDate(Math.min(d, last));
  return { dueOn: first.toISOString().slice(0, 10), why: `${rule.months} months, by rule: ${rule.why}` };
}
