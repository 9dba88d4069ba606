import { triageInWords } from "@/testing/inWords";
import { fireEvent, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { tessalyK15, wrenfell14 } from "@/samples/rigs";
import { rigRun } from "@/testing/rigRuns";
import { router } from "@/testing/screen";
import { figuresOfClass } from "@/core/measure/judge";
import { plainText, type Triage } from "@/core/measure/says";
import { Surer } from "./Surer";
import { TriageLadder } from "./TriageLadder";
import { TriageScreen } from "./TriageScreen";

const user = userEvent.setup();
function read(run: ReturnType<typeof rigRun>, chips: readonly ("cpu" | "gpu")[], totalW: number): Triage {
  const good = figuresOfClass(chips, totalW, false);
  const triage = good && triageInWords(run, good, wrenfell14.limitC);
  if (!triage) throw new Error("this run can be read alone");
  return triage;
}
const lint = read(rigRun({ faults: { clog: 2.3 } }, 0.3), ["cpu"], 28);

describe("the run before, read alone", () => {
  it("says where the trouble lies, what a repair may bring, and whence good figures come", () => {
    render(<TriageScreen jobId={3} triage={lint} stage="open" />);
    expect(screen.getByRole("heading", { level: 1 }).textContent).toBe(plainText(lint.headline));
    for (const line of lint.expect) expect(document.body.textContent).toContain(plainText(line));
    expect(document.body.textContent).toContain(`Good figures come from ${lint.source}.`);
  });

  it("leads on to the stage that comes next, by press and by Enter", () => {
    render(<TriageScreen jobId={3} triage={lint} stage="open" />);
    expect(screen.getByRole("link", { name: /^Open/ }).getAttribute("href")).toBe("/jobs/3/open");
    fireEvent.keyDown(document.body, { key: "Enter" });
    expect(router.push).toHaveBeenCalledWith("/jobs/3/open");
  });

  it("of two chips shows one at a time, and the other when it is asked for", async () => {
    const two = read(rigRun({ machine: tessalyK15, faults: { clog: 2.3 } }, 0.3), ["cpu", "gpu"], 86);
    render(<TriageScreen jobId={3} triage={two} stage="open" />);
    const ladder = () => screen.getByRole("img", { name: /^Heat ladder/ }).getAttribute("aria-label");
    const first = ladder();
    await user.click(screen.getByRole("tab", { selected: false }));
    expect(ladder()).not.toBe(first);
  });
});

describe("its ladder", () => {
  it("is read aloud with this machine's heights beside good ones", () => {
    const chip = lint.chips[0];
    if (!chip) throw new Error("no chip");
    render(<TriageLadder chip={chip} matched={lint.matched} limitC={97} />);
    const label = screen.getByRole("img").getAttribute("aria-label") ?? "";
    expect(label).toContain(`Heat ladder from the room at ${lint.matched.roomC} °C`);
    expect(label).toContain(`contact ${chip.paths[0].seen.K.toFixed(1)}`);
    expect(label).toContain(`airflow ${chip.paths[1].seen.K.toFixed(1)}`);
    expect(label).toMatch(/Good ones: airflow [\d.]+.*contact [\d.]+/);
    // this one stands higher by what is told as too much
    expect(chip.paths[1].seen.K).toBeGreaterThan(chip.paths[1].good.K);
  });
});

describe("tests that would narrow the answer", () => {
  const test = {
    code: "longer" as const,
    title: "A longer load",
    tells: "air and case apart",
    nowK: 4.2,
    thenK: 1.6,
    minutes: 20,
  };
  it("stand with what each tells, its half-width now and then, and its minutes", () => {
    render(<Surer tests={[test]} />);
    expect(screen.getByRole("listitem").textContent?.replace(/\u00a0/g, " ")).toBe(
      "A longer loadair and case apart± 4.2 K± 1.6 K20 min",
    );
  });
  it("are not spoken of where there is none", () => {
    const { container } = render(<Surer tests={[]} />);
    expect(container.textContent).toBe("");
  });
});
