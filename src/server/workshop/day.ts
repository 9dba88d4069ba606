import { type DayForm, type SavedDay } from "../../core/workshop/day";
import { bad, ok, type Result } from "../../core/base/result";
import { setDay, setDayForm } from "../../data/workshop/day";
import { check } from "../../input/check";
import { DayFormInput, SaveDayInput } from "../../input/day";
import { serverProblem } from "../base/http/problems";
import { writing } from "../base/http/write";
import { todayNow } from "../base/today";

/** Sets how the workshop's days go. */
export async function changeDayForm(body: unknown): Promise<Result<DayForm>> {
  const checked = check(DayFormInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { fromMin, homeMin, rigs } = checked.value;
  const breaks = checked.value.breaks
    .map((b) => ({ name: b.name || "break", fromMin: b.fromMin, toMin: b.toMin }))
    .sort((a, b) => a.fromMin - b.fromMin);
  if (homeMin <= fromMin) return bad(serverProblem.badFields({ homeMin: "The day ends after it begins." }));
  const odd = breaks.findIndex((b) => b.toMin <= b.fromMin);
  if (odd >= 0) return bad(serverProblem.badFields({ [`breaks.${odd}.toMin`]: "A break ends after it begins." }));
  const form: DayForm = { fromMin, homeMin, rigs, breaks };
  return writing(async (tx) => {
    await setDayForm(tx, form);
    return ok(form);
  });
}

/** Keeps what was promised today and the order that was taken; of another day nothing is kept. */
export async function saveDay(body: unknown): Promise<Result<SavedDay>> {
  const checked = check(SaveDayInput, body);
  if (!checked.ok) return bad(serverProblem.badFields(checked.fields));
  const { date, promises, order } = checked.value;
  if (date !== (await todayNow()))
    return bad(serverProblem.badFields({ date: "This plan is of another day. Open the day anew." }));
  const kept: SavedDay = {
    date,
    promises: Object.fromEntries(
      promises.map(({ jobId, dueMin, weight, today, dischargeMin, dryMin }) => [
        String(jobId),
        { dueMin, weight, today, dischargeMin, dryMin },
      ]),
    ),
    order: order && order.map(({ job, task }) => ({ job, task })),
  };
  return writing(async (tx) => {
    await setDay(tx, kept);
    return ok(kept);
  });
}
