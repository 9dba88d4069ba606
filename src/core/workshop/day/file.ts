import { dayCheck, readFile, twiceIn, type Misfit } from "../../base/checked";
import type { Result } from "../../base/result";
import type { Day, DayBreak, DayTask } from "./problem";

type Named<T> = Omit<T, "id"> & { id: string | number };

interface Plain {
  rigs: number;
  breaks: DayBreak[];
  jobs: (Named<{ id: string; dueMin: number | null; weight: number }> & { tasks: Named<DayTask>[] })[];
}

/**
 * A day from the text of a file; says where it is wrong.
 *
 * @example
 * const file = dayFile(await readFile("today.json", "utf8"));
 * if (file.ok) planDay(file.value);
 */
export function dayFile(text: string): Result<Day> {
  const read = readFile<Plain>(text, {
    code: "day-file",
    gives: "Give rigs, breaks and jobs with their tasks as JSON.",
    check: dayCheck,
    also: (f) =>
      twiceIn(named(f.jobs), "jobs") ??
      first(f.jobs, (j, i) => twiceIn(named(j.tasks), `jobs[${i}].tasks`)) ??
      first(f.breaks, (b, i) =>
        b.toMin > b.fromMin ? null : { where: `breaks[${i}].toMin`, wants: "must be later than fromMin" },
      ) ??
      first(f.jobs, (j, i) => first(j.tasks, (t, k) => misfitIn(t, `jobs[${i}].tasks[${k}]`, f.rigs))),
  });
  if (!read.ok) return read;
  const { rigs, breaks, jobs } = read.value;
  return {
    ok: true,
    value: {
      rigs,
      breaks: breaks.map(({ fromMin, toMin }) => ({ fromMin, toMin })),
      jobs: jobs.map(({ id, dueMin, weight, tasks }) => ({
        id: String(id),
        dueMin,
        weight,
        tasks: tasks.map((t) => ({
          id: String(t.id),
          kind: t.kind,
          minutes: t.minutes,
          ...(t.kind === "run" && t.handsMin !== undefined ? { handsMin: t.handsMin } : {}),
        })),
      })),
    },
  };
}

const named = (items: readonly { id: string | number }[]) => items.map((s) => ({ id: String(s.id) }));

function first<T>(items: readonly T[], look: (item: T, i: number) => Misfit | null): Misfit | null {
  for (const [i, item] of items.entries()) {
    const misfit = look(item, i);
    if (misfit) return misfit;
  }
  return null;
}

function misfitIn(t: Named<DayTask>, where: string, rigs: number): Misfit | null {
  if (t.handsMin !== undefined && t.kind !== "run")
    return { where: `${where}.handsMin`, wants: `is only for runs: this is "${t.kind}"` };
  if ((t.handsMin ?? 0) > t.minutes)
    return { where: `${where}.handsMin`, wants: `must be ${t.minutes} or less: so long its run takes` };
  return t.kind === "run" && rigs === 0 ? { where, wants: "wants a rig, and there are none: give rigs" } : null;
}
