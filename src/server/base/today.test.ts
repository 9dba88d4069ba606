import { afterEach, describe, expect, it, vi } from "vitest";
import { usualWorkshop } from "../../core/workshop/job";
import { zoneHere } from "../../core/base/days";
import { setWorkshop } from "../../data/workshop/workshop";
import { database } from "../../data/base/connection";
import { temporaryDatabase } from "../../testing/bed";
import { actOnDue } from "../job/upkeep";
import { intake } from "../workshop/machines";
import { dueView } from "../workshop/views/due";
import { dayView } from "../workshop/views/day";
import { todayNow, zoneNow } from "./today";

temporaryDatabase("today");

/** Half past eight in the evening in Denver: tomorrow in Greenwich. */
const EVENING = new Date("2026-12-02T03:30:00Z");
const at = (now: Date) => vi.useFakeTimers({ toFake: ["Date"], now });
const inZone = async (zone: string) => setWorkshop(await database(), { ...usualWorkshop, zone });
const machine = async () => {
  const taken = await intake({
    tag: "W-1",
    model: "Wrenfell 14",
    complaint: "hot",
    environment: "office",
    form: "fourteen",
    limitC: 95,
  });
  if (!taken.ok) throw new Error(taken.problem.message);
  return taken.value.machineId;
};

afterEach(() => {
  vi.useRealTimers();
});

describe("today", () => {
  it("is the server's own while the workshop set no zone, or one nobody knows", async () => {
    expect(await zoneNow()).toBe(zoneHere());
    await inZone("Nowhere/Else");
    expect(await zoneNow()).toBe(zoneHere());
  });

  it("is the workshop's: west of Greenwich what is due today is not late in the evening", async () => {
    const id = await machine();
    await inZone("America/Denver");
    at(EVENING);
    expect(await todayNow()).toBe("2026-12-01");
    const set = await actOnDue(id, { act: "set", dueOn: "2026-12-01", why: "asked for" });
    expect(set.ok).toBe(true);
    const due = await dueView(1);
    expect(due.today).toBe("2026-12-01");
    expect(due.late).toBe(0);
    expect((await dayView()).date).toBe("2026-12-01");
    // tomorrow is still to come there
    expect((await actOnDue(id, { act: "snooze", dueOn: "2026-12-02", why: "" })).ok).toBe(true);
    await inZone("UTC");
    expect((await actOnDue(id, { act: "snooze", dueOn: "2026-12-02", why: "" })).ok).toBe(false);
  });

  it("counts the minutes of the day from the workshop's midnight", async () => {
    await inZone("America/Denver");
    at(EVENING);
    expect((await dayView()).nowMin).toBe(20 * 60 + 30);
    await inZone("Asia/Kolkata");
    expect((await dayView()).nowMin).toBe(9 * 60);
  });
});
