import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import {
  courseHeadline,
  courseOf,
  courseSummary,
  forecastOf,
  hotMarks,
  narrowing,
  type Visit,
} from "@/core/workshop/history";
import type { NextDue } from "@/core/workshop/upkeep";
import { aMachine } from "@/testing/machines";
import { router, serverAnswers } from "@/testing/screen";
import { HistoryScreen } from "./HistoryScreen";
import type { ChipCourse } from "@/core/workshop/history";

const user = userEvent.setup();
const today = "2032-06-01";
const level = (KW: number) => ({ KW, low: KW * 0.96, high: KW * 1.04 });

/** A machine with so many services a year apart. */
const years = (n: number): Visit[] =>
  Array.from({ length: n }, (_, i) => ({
    jobId: i + 1,
    beforeDay: `203${i}-03-01`,
    afterDay: `203${i}-03-01`,
    measured: {
      fanRpm: 4_000,
      chips: [
        {
          chip: "cpu",
          ownW: 40,
          totalW: 40,
          before: { contact: level(0.35), airflow: level(0.9 + i / 20) },
          after: { contact: level(0.3), airflow: level(0.66) },
        },
      ],
    },
    did: ["dust", "paste"],
    found: "F1 felted",
  }));

function chipOf(visits: readonly Visit[], limitC: number | null): ChipCourse {
  const course = courseOf(visits, "cpu");
  if (!course) throw new Error("no course");
  const n = narrowing(course, limitC, today);
  return {
    course,
    forecast: forecastOf(course, limitC, 18),
    hot: hotMarks(course),
    headline: courseHeadline(course),
    summary: courseSummary(course),
    narrows: n && { on: today, ...n },
    others: { tags: ["LR-09"], contact: [0.27, 0.31], airflow: [0.6, 0.7] },
  };
}

const next: NextDue = {
  dueOn: "2032-08-20",
  by: "drift",
  why: "By measured drift: a hot day may throttle it from 3 Sept 2032 on",
  reasons: ["measured over 2 intervals", "14 days before that, on a working day"],
};
const show = (visits: Visit[], more: Partial<Parameters<typeof HistoryScreen>[0]> = {}) =>
  render(
    <HistoryScreen
      machine={aMachine({ id: 7, limitC: 95 })}
      chips={visits.length ? [chipOf(visits, 95)] : []}
      visits={visits}
      next={next}
      dues={[]}
      jobs={[]}
      parts={[]}
      today={today}
      {...more}
    />,
  );

describe("a machine over the years", () => {
  it("says what drifts, by how much, when it throttles, and what others of its model measure", () => {
    show(years(3));
    expect(screen.getByRole("heading", { level: 1 }).textContent).toMatch(/^Dust comes back/);
    const plot = screen.getByRole("img").getAttribute("aria-label") ?? "";
    expect(plot).toContain("Airflow in K/W: 2030-03-01 before 0.90, 2030-03-01 after 0.66");
    expect(plot).toContain("limit 95 °C");
    const said = document.body.textContent;
    expect(said).toMatch(/On a 35 °C day it first throttles about/);
    expect(said).toContain("14 days before that, on a working day");
    expect(said).toMatch(/Airflow drifts 0\.0\d\d K\/W a month/);
    expect(said).toContain("after service (LR-09): airflow 0.60 to 0.70");
    expect(screen.getAllByText("Dust, paste")).toHaveLength(3);
  });

  it("tells its jobs with what was found, fitted and come by, and shows parts on the same years", () => {
    show(years(2), {
      jobs: [
        {
          jobId: 9,
          day: "2031-03-01",
          closed: false,
          complaint: "loud",
          found: "F1 felted",
          did: ["dust", "paste"],
          fitted: ["Grey paste, lot 2207"],
          asides: ["Battery: B-1, holds 60 %"],
          note: "",
        },
      ],
      parts: [
        {
          kind: "battery",
          title: "Battery",
          marks: [
            { jobId: 1, day: "2030-03-01", says: "98 %", part: "B-1", changed: false, poor: false, note: "" },
            { jobId: 2, day: "2031-03-01", says: "100 %", part: "B-2", changed: true, poor: false, note: "" },
          ],
        },
      ],
    });
    const [job] = screen.getByRole("list", { name: "Jobs" }).children;
    const told = [...(job?.querySelectorAll("dt, dd") ?? [])].map((e) => e.textContent);
    expect(told).toEqual([
      ...["Complaint", "loud", "Found", "F1 felted", "Done", "Dust, paste"],
      ...["Fitted", "Grey paste, lot 2207", "On the way", "Battery: B-1, holds 60 %"],
    ]);
    expect(job?.textContent).toContain("1 Mar 2031open");
    const [, parts] = screen.getAllByRole("img").map((i) => i.getAttribute("aria-label"));
    expect(parts).toBe("Battery: 2030-03-01 98 %, 2031-03-01 changed, 100 %.");
  });

  it("with one service says that nothing drifts yet, and goes by rule", () => {
    const ruled: NextDue = { dueOn: "2032-09-01", by: "rule", why: "6 months", reasons: ["6 months: costume lint"] };
    show(years(1), { next: ruled });
    expect(screen.getByRole("heading", { level: 1 }).textContent).toContain("One service so far");
    expect(document.body.textContent).toContain("By rule, 6 months: costume lint.");
  });

  it("of which nothing was measured says how that begins", () => {
    show([]);
    expect(screen.getByRole("heading", { level: 1 }).textContent).toBe("Nothing measured yet.");
    expect(screen.queryByRole("img")).toBeNull();
  });

  it("takes the date that was reckoned, by Enter too; puts one off, and a refusal is said", async () => {
    const refused = {
      ok: false,
      problem: { code: "bad-fields", message: "Some fields are wrong.", action: "Mend them." },
    };
    const { sent } = serverAnswers({ ok: true, value: {} }, refused);
    show(years(3));
    expect(screen.getByRole("button", { name: "Put off" }).hasAttribute("disabled")).toBe(true);
    await user.keyboard("{Enter}");
    expect(sent).toEqual([{ url: "/api/machines/7/due", method: "POST", body: { act: "take" } }]);
    expect(router.refresh).toHaveBeenCalled();
    await user.click(screen.getByRole("button", { name: "Other date" }));
    await user.click(screen.getByRole("button", { name: "Set the date" }));
    expect((await screen.findByRole("alert")).textContent).toContain("Mend them.");
    expect(sent[1]?.body).toEqual({ act: "set", dueOn: "2032-08-20", why: "" });
  });

  it("that has its date says so; one set by hand shows what is reckoned beside", () => {
    const { unmount } = show(years(3), { machine: aMachine({ dueOn: next.dueOn, dueBy: "drift" }) });
    expect(screen.getByRole("button", { name: "It is set" }).hasAttribute("disabled")).toBe(true);
    unmount();
    show(years(3), { machine: aMachine({ dueOn: "2033-01-10", dueBy: "hand", dueWhy: "tour" }) });
    expect(document.body.textContent).toContain("Reckoned now: 20 Aug 2032");
    expect(document.body.textContent).toContain(": tour");
  });
});
