import { fireEvent, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { tessalyK15Layout } from "@/samples/layouts";
import { tessalyK15 } from "@/samples/rigs";
import { rigVerdict } from "@/testing/rigRuns";
import { router } from "@/testing/screen";
import { CoolingMap } from "@/core/drawing/parts";
import { plansOf, usualProcedure, type ServiceFacts } from "@/core/handwork/service";
import { HeatScreen } from "./HeatScreen";

const user = userEvent.setup();
const layout = tessalyK15Layout();
const service: ServiceFacts = {
  layout,
  entries: [],
  procedure: usualProcedure,
  plans: plansOf(new CoolingMap(layout), usualProcedure.rounds),
  model: layout.model,
  hasBeforeRun: true,
  today: "2031-03-04",
};
const two = { machine: tessalyK15 };
const cleaned = rigVerdict({ ...two, faults: { clog: 2.6 } }, two, { limitC: tessalyK15.limitC });
const shown = (verdict = cleaned) =>
  render(
    <HeatScreen
      jobId={5}
      layout={layout}
      verdict={verdict}
      service={service}
      conditions={{ before: null, after: null }}
    />,
  );

describe("the heat lens", () => {
  it("says where the watts go, in the picture's own words and below it", () => {
    const { container } = shown();
    const picture = screen.getByRole("img", { name: /fin stack|F1|F2/i });
    expect(picture.getAttribute("aria-label")).not.toMatch(/NaN|undefined/);
    expect(picture.textContent).toContain(`${Math.round(cleaned.matched.powerW.cpu ?? 0)}`);
    expect(container.textContent).toMatch(/Line width is watts/);
    // heat flows along pipes that are drawn: as lines of their watts
    expect(picture.querySelectorAll("path").length).toBeGreaterThan(40);
  });

  it("begins with the chip the verdict leads with; the other is a tab away", async () => {
    shown();
    const tabs = screen.getAllByRole("tab", { selected: true });
    expect(tabs.some((t) => /Processor|Graphics chip/.test(t.textContent ?? ""))).toBe(true);
    const other = screen
      .getAllByRole("tab", { selected: false })
      .find((t) => /Processor|Graphics/.test(t.textContent ?? ""));
    const before = document.body.textContent;
    await user.click(other ?? document.body);
    expect(document.body.textContent).not.toBe(before);
  });

  it("goes back to the verdict by its key", () => {
    shown();
    fireEvent.keyDown(document.body, { key: "b" });
    expect(router.push).toHaveBeenCalledWith("/jobs/5/verdict");
  });

  it("of a pair that was not compared shows the drawing, and claims no flow", () => {
    const apart = rigVerdict(two, { ...two, room: null, recipe: { loadS: 60 } }, { limitC: tessalyK15.limitC });
    const { container } = shown(apart);
    expect(container.textContent).not.toMatch(/NaN|undefined/);
    expect(screen.getAllByRole("img").length).toBeGreaterThan(0);
  });
});
