import { dayFile, planDay, timeOf, type Day, type Planned } from "../core/workshop/day";
import { words } from "../core/base/words";
import { readInput } from "./files";

/** A plan is given after so long at the latest, ms. */
const MOST_MS = 8_000;

/** ovrant plan FILE [--json]: the day that is least late, and among those the one that ends first. */
export async function planCommand(args: string[]): Promise<void> {
  const { value: day, json } = await readInput(args, "plan", dayFile);
  const time = timeOf(() => performance.now(), MOST_MS);
  const { tasks, late, endMin, bound, exact, order } = planDay(day, time);
  if (json) return void process.stdout.write(`${JSON.stringify({ tasks, late, endMin, bound, exact })}\n`);
  process.stdout.write(`${told(day, { tasks, late, endMin, bound, exact, order }).join("\n")}\n`);
}

function told(day: Day, p: Planned): string[] {
  const kinds = new Map(day.jobs.flatMap((j) => j.tasks.map((t) => [`${j.id}\n${t.id}`, t.kind] as const)));
  const ends = new Map<string, number>();
  for (const t of p.tasks) ends.set(t.job, Math.max(ends.get(t.job) ?? 0, t.end));
  const behind = day.jobs.flatMap((j) => {
    const over = (ends.get(j.id) ?? 0) - (j.dueMin ?? Infinity);
    return over > 0 ? [`${j.id} by ${over} min`] : [];
  });
  const proof = p.exact
    ? "No order is better: proven."
    : `No order comes below ${words.number(p.bound)} weighted minutes late.`;
  return [
    `All done at ${clock(p.endMin)}${behind.length ? `; late: ${behind.join(", ")}` : ", none late"}. ${proof}`,
    "",
    ...[...p.tasks]
      .sort((a, b) => a.start - b.start || a.end - b.end)
      .map((t) =>
        [
          `${clock(t.start)} – ${clock(t.end)}`,
          (kinds.get(`${t.job}\n${t.task}`) ?? "").padEnd(5),
          t.job.padEnd(12),
          t.task,
        ].join("  "),
      ),
  ];
}

/** Minutes from the day's beginning: 285 → "4:45". */
const clock = (minutes: number): string =>
  `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, "0")}`.padStart(5);
