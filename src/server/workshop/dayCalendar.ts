import { dayOf, orderAsSaved, placedOrder, WAIT_STAGES, type DayStage } from "../../core/workshop/day";
import { STAGE_TITLES, type StageName } from "../../core/workshop/job";
import type { DateRequest } from "../../threads/calendar";
import { inThread } from "../../threads/pool";
import { answeredAsCalendar } from "./calendar";
import { dayView } from "./views/day";

/** Today's plan as an iCalendar: handwork and runs with their times, as the order that was taken stands now. */
export async function dayCalendarOf(origin: string, now = new Date()): Promise<string> {
  const view = await dayView(now);
  const day = dayOf(
    view.form,
    view.kept,
    view.jobs.map((j) => j.facts),
    view.nowMin,
  );
  const { tasks } = placedOrder(day, view.kept.order ? orderAsSaved(day, view.kept.order) : []);
  const machines = new Map(view.jobs.map((j) => [String(j.facts.jobId), j.machine]));
  const dates = tasks.flatMap((t): DateRequest[] => {
    const machine = machines.get(t.job);
    if (!view.kept.order || !machine || WAIT_STAGES.includes(t.task as DayStage)) return [];
    return [
      {
        id: `day-${view.date}-${t.job}-${t.task}`,
        day: view.date,
        from: view.midnightMs + t.start * 60_000,
        to: view.midnightMs + t.end * 60_000,
        title: `${STAGE_TITLES[t.task as StageName]}: ${machine.tag}, ${machine.model}`,
        about: machine.place,
        place: machine.place,
        url: `${origin}/jobs/${t.job}/${t.task}`,
      },
    ];
  });
  return inThread("calendar", { name: "Ovrant, today at the bench", dates });
}

/** The answer to who asks for today's calendar. */
export const dayCalendarResponse = (request: Request): Promise<Response> =>
  answeredAsCalendar(request, (origin) => dayCalendarOf(origin));
