import {
  dayOf,
  orderAsSaved,
  placedOrder,
  whyOf,
  type Day,
  type SavedDay,
  type DayStage,
  type DayView,
  type PlacedTask,
  type Why,
} from "@/core/workshop/day";
import { STAGE_TITLES } from "@/core/workshop/job";
import { words } from "@/core/base/words";

/** The day as its kept order stands now. */
export interface DayNow {
  day: Day;
  order: readonly number[];
  tasks: (PlacedTask & { kind: Day["jobs"][number]["tasks"][number]["kind"]; handsMin: number; tag: string })[];
  late: number;
  endMin: number;
  /** Jobs that end after what was promised, and by how much, minutes. */
  behind: { tag: string; byMin: number }[];
  why: Why[];
}

/** Places the kept order from now on; null where none was taken yet. */
export function placedNow(view: DayView, kept: SavedDay, nowMin: number): DayNow | null {
  if (kept.order === null) return null;
  const day = dayOf(
    view.form,
    kept,
    view.jobs.map((j) => j.facts),
    nowMin,
  );
  const order = orderAsSaved(day, kept.order);
  const placed = placedOrder(day, order);
  const tagOf = new Map(view.jobs.map((j) => [String(j.facts.jobId), j.machine.tag]));
  const kinds = new Map(day.jobs.flatMap((j) => j.tasks.map((t) => [`${j.id} ${t.id}`, t] as const)));
  const tasks = placed.tasks.map((t) => {
    const of = kinds.get(`${t.job} ${t.task}`);
    const kind = of?.kind ?? "wait";
    return {
      ...t,
      kind,
      handsMin: kind === "hands" ? t.end - t.start : (of?.handsMin ?? 0),
      tag: tagOf.get(t.job) ?? "",
    };
  });
  const behind = day.jobs.flatMap((j) => {
    const end = Math.max(...tasks.filter((t) => t.job === j.id).map((t) => t.end));
    return j.dueMin !== null && end > j.dueMin ? [{ tag: tagOf.get(j.id) ?? "", byMin: end - j.dueMin }] : [];
  });
  return { day, order, tasks, late: placed.late, endMin: placed.endMin, behind, why: whyOf(day, order) };
}

const NAMES: Record<DayStage, string> = {
  ...STAGE_TITLES,
  cools: "Cools down",
  discharges: "Battery runs down",
  dries: "Parts dry",
};

/** A task in the trade's words. */
export const taskName = (task: string): string => NAMES[task as DayStage] ?? task;

/** What the technician does next; null when nothing is left. */
export const nextHands = (now: DayNow): DayNow["tasks"][number] | null =>
  now.tasks.filter((t) => t.handsMin > 0).sort((a, b) => a.start - b.start)[0] ?? null;

/** Minutes the technician's hands stand still until their last task, breaks left out. */
export function idleMin({ day, tasks }: DayNow): number {
  const hands = tasks
    .filter((t) => t.handsMin > 0)
    .map((t) => ({ from: t.start, to: t.start + t.handsMin }))
    .sort((a, b) => a.from - b.from);
  let [idle, at] = [0, day.handsFromMin ?? 0];
  for (const h of hands) {
    const gap = h.from - at;
    const rests = day.breaks.reduce((s, b) => s + Math.max(0, Math.min(h.from, b.toMin) - Math.max(at, b.fromMin)), 0);
    idle += Math.max(0, gap - rests);
    at = Math.max(at, h.to);
  }
  return idle;
}

/** Why what is next is next. */
export function whyWords(why: Why | undefined, tagOf: (job: string) => string): string {
  if (!why || why.why === "alone") return "It is the only machine with something left to order.";
  const instead = tagOf(why.instead);
  if (why.why === "late") return `With ${instead} first, ${words.counted(why.costs, "minute")} more would be late.`;
  if (why.why === "longer") return `With ${instead} first, all would be home ${why.costs} min later.`;
  return `${instead} could go first as well: nothing hangs on it.`;
}
