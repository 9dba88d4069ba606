import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import type { Agreement } from "@/core/handwork/service";
import { router, serverAnswers } from "@/testing/screen";
import type { Witness } from "@/core/measure/says";
import { BothRuns } from "./BothRuns";
import { inOrder, ROW, sleeveOf, wirePath } from "./wires";
import { DueDialog } from "./DueDialog";
import { Earlier } from "./Earlier";
import { Foot } from "./Foot";
import { FoundInside } from "./FoundInside";
import { RepeatBand } from "./RepeatBand";
import { Sentence } from "./Sentence";

const user = userEvent.setup();

describe("a sentence of the judge", () => {
  it("is read as one, whatever is strong or coloured in it", () => {
    const { container } = render(
      <Sentence parts={[{ text: "Improved, but " }, { text: "contact got worse", path: "contact" }, { text: "." }]} />,
    );
    expect(container.textContent).toBe("Improved, but contact got worse.");
    expect(screen.getByText("contact got worse").className).toContain("text-paste");
  });
});

const witness = (more: Partial<Witness>): Witness => ({
  of: "fan",
  chip: null,
  finding: "fine",
  before: "4,100 rpm",
  after: "3,900 rpm",
  says: "The fan follows the temperature alike.",
  unknowns: [],
  addsK: null,
  ...more,
});

describe("both runs side by side", () => {
  const rows = [
    witness({ of: "power", chip: "cpu", finding: "cut", before: "no power", after: "48 W", says: "No power before." }),
    witness({
      of: "room",
      finding: "corrected",
      addsK: 0.4,
      before: "22 °C",
      after: "27 °C",
      says: "Rooms left open.",
    }),
    witness({ of: "machine" }),
  ];

  it("what agrees first, then what was corrected, what cannot be last", () => {
    render(<BothRuns witnesses={rows} change={null} />);
    const names = screen.getAllByRole("button").map((b) => b.textContent ?? "");
    expect(names[0]).toMatch(/^Same machine.*Agree$/);
    expect(names[1]).toMatch(/^Room.*Corrected.*adds 0\.4/);
    expect(names[2]).toMatch(/^Power, processor.*Cannot becorrected$/);
  });

  it("says in words what is wrong first, and arrows walk to the others", async () => {
    render(<BothRuns witnesses={rows} change={null} />);
    expect(screen.getByRole("status").textContent).toBe("No power before.");
    await user.click(screen.getByRole("button", { name: /^Room/ }));
    await user.keyboard("{ArrowDown}");
    expect(screen.getByRole("status").textContent).toBe("No power before.");
    expect(document.activeElement?.textContent).toMatch(/^Power/);
    await user.keyboard("{ArrowUp}{ArrowUp}{ArrowUp}");
    expect(screen.getByRole("status").textContent).toBe("The fan follows the temperature alike.");
  });

  it("the interval stands beside them only where there is one", () => {
    const { unmount } = render(<BothRuns witnesses={rows} change={null} />);
    expect(screen.queryByRole("img")).toBeNull();
    unmount();
    render(<BothRuns witnesses={rows} change={{ K: -6, low: -7.5, high: -4.5 }} />);
    expect(screen.getByRole("img").getAttribute("aria-label")).toContain("−7.5");
  });

  it("the sleeve ends as wide as the interval and each correction widens it", () => {
    const ordered = inOrder([...rows, witness({ finding: "corrected", addsK: 0.2 })]);
    const halves = sleeveOf(ordered, { K: -6, low: -7.5, high: -4.5 });
    expect(halves.at(-1)).toBeCloseTo(1.5, 9);
    for (let i = 1; i < halves.length; i++) expect(halves[i] ?? 0).toBeGreaterThanOrEqual(halves[i - 1] ?? 0);
    expect((halves.at(-1) ?? 0) - (halves[0] ?? 0)).toBeCloseTo(0.6, 9);
  });

  it("corrections that together would pass the whole are scaled into it", () => {
    const wide = [witness({ finding: "corrected", addsK: 3 }), witness({ of: "room", finding: "corrected", addsK: 3 })];
    const halves = sleeveOf(wide, { K: 0, low: -1, high: 1 });
    expect(halves[0]).toBeGreaterThan(0);
    expect(halves.at(-1)).toBeCloseTo(1, 9);
  });

  it("wires part where the runs differ and never cross", () => {
    const ordered = inOrder(rows);
    const before = wirePath(ordered, "before");
    const after = wirePath(ordered, "after");
    expect(before.match(/C/g)).toHaveLength(1);
    expect(before.endsWith(`V${3 * ROW}`)).toBe(true);
    const xs = (d: string) => [...d.matchAll(/[MC](\d+)/g)].map((m) => Number(m[1]));
    xs(before).forEach((x, i) => expect(x).toBeLessThan(xs(after)[i] ?? 0));
  });
});

describe("what to do next", () => {
  const next = [
    { code: "plug-fan", message: "Check the fan plug." },
    { code: "run-again", message: "Run after again." },
  ];

  it("the most pressing first, with its acts", () => {
    render(
      <Foot next={next} closed={null}>
        <button type="button">Run after again</button>
      </Foot>,
    );
    expect(screen.getByText("Check the fan plug.")).toBeTruthy();
    expect(screen.getByRole("button", { name: "Run after again" })).toBeTruthy();
  });

  it("a closed job says so, with its note, and presses for nothing", () => {
    render(
      <Foot next={next} closed={{ note: "Lint at the inlet" }}>
        {null}
      </Foot>,
    );
    expect(screen.getByText("This job is closed.")).toBeTruthy();
    expect(screen.getByText("Lint at the inlet")).toBeTruthy();
    expect(screen.queryByText("Check the fan plug.")).toBeNull();
  });
});

describe("what was found inside", () => {
  const agreement = (agrees: boolean): Agreement =>
    ({
      path: "airflow",
      agrees,
      words: "F1 matted explains it.",
      bars: null,
    }) as unknown as Agreement;

  it("stands beside what the run before foretold", () => {
    render(<FoundInside found={{ words: ["F1 matted"], agreements: [agreement(true)], outcomes: [] }} films={[]} />);
    const region = screen.getByRole("region", { name: "Found inside" });
    expect(within(region).getByRole("heading").textContent).toBe("Found inside: F1 matted");
    expect(region.textContent).toContain("Agrees. F1 matted explains it.");
  });

  it("a disagreement is said", () => {
    render(<FoundInside found={{ words: [], agreements: [agreement(false)], outcomes: [] }} films={[]} />);
    expect(screen.getByRole("region").textContent).toContain("Does not agree.");
    expect(screen.getByRole("heading").textContent).toBe("Found inside: nothing out of order");
  });

  it("a film that costs more than all contact measured points at its calculation", () => {
    render(
      <FoundInside
        found={{ words: [], agreements: [], outcomes: [] }}
        films={[
          { chip: "cpu", filmKW: 0.05, contactKW: 0.3 },
          { chip: "gpu", filmKW: 0.2, contactKW: 0.1 },
        ]}
      />,
    );
    const said = screen.getByRole("region").textContent;
    expect(said).toContain("Processor: the film was expected");
    expect(said).toContain("Graphics chip");
    expect(said.match(/look at how the film was calculated/g)?.length).toBe(1);
  });

  it("is nothing while nothing was looked at", () => {
    const { container } = render(<FoundInside found={null} films={[]} />);
    expect(container.textContent).toBe("");
  });
});

describe("a verdict that took another's place", () => {
  const earlier = {
    judge: "1.2",
    at: "2031-03-04T09:00:00.000Z",
    headline: [{ text: "Improved" }],
    K: -12.3,
    nowK: -9.1,
    because: "another log",
  };

  it("says both figures and what the difference comes from", () => {
    render(<Earlier jobId={1} earlier={earlier} beside={null} outdated={false} judge="1.3" />);
    expect(document.body.textContent).toMatch(/\u221212\.3/);
    expect(document.body.textContent).toContain("another log");
    expect(screen.queryByRole("button", { name: "Judge again" })).toBeNull();
  });

  it("one that was judged since the job was closed stands beside, and does not take its place", () => {
    const beside = { judge: "2.1", at: "2031-05-04T09:00:00.000Z", headline: [{ text: "No real change" }], K: -0.8 };
    render(<Earlier jobId={1} earlier={null} beside={beside} outdated={false} judge="1.3" />);
    expect(document.body.textContent).toMatch(/Judged anew \(2\.1\): No real change, \u22120\.8/);
    expect(document.body.textContent).toContain("keeps the verdict it was closed with");
  });

  it("an outdated one is judged again on request", async () => {
    const { sent } = serverAnswers({ ok: true, value: {} });
    render(<Earlier jobId={1} earlier={null} beside={null} outdated judge="1.2" />);
    await user.click(screen.getByRole("button", { name: "Judge again" }));
    expect(sent.map((s) => [s.method, s.url])).toEqual([["POST", "/api/jobs/1/judge"]]);
  });
});

describe("the plan of a run to be repeated", () => {
  it("draws idle, load and cool-down with how much load is enough", () => {
    render(<RepeatBand enoughS={412} width={480} />);
    expect(screen.getByRole("img").getAttribute("aria-label")).toMatch(/enough at 6:52 of load/);
  });
});

describe("closing a job", () => {
  const suggested = { dueOn: "2031-09-04", why: "6 months, by rule: costume lint" };

  it("sends date, reason and what was done, and goes to the bench", async () => {
    const { sent } = serverAnswers({ ok: true, value: { machineId: 4 } });
    render(<DueDialog jobId={9} suggested={suggested} reasonNeeded={null} onClose={vi.fn()} />);
    await user.type(screen.getByLabelText("What was found and done"), "Lint at the inlet");
    await user.click(screen.getByRole("button", { name: "Set the date and close" }));
    expect(sent[0]).toMatchObject({
      url: "/api/jobs/9/due",
      body: { dueOn: "2031-09-04", close: true, note: "Lint at the inlet" },
    });
    expect(router.push).toHaveBeenCalledExactlyOnceWith("/");
  });

  it("against the verdict it needs a reason before anything is sent", async () => {
    const { sent } = serverAnswers({ ok: true, value: { machineId: 4 } });
    render(<DueDialog jobId={9} suggested={suggested} reasonNeeded="A path got worse" onClose={vi.fn()} />);
    await user.click(screen.getByRole("button", { name: "Set the date and close" }));
    expect(screen.getByRole("alert").textContent).toContain("A path got worse");
    expect(sent).toEqual([]);
    await user.type(screen.getByLabelText("Why it is closed anyway"), "Owner wants it back");
    await user.click(screen.getByRole("button", { name: "Set the date and close" }));
    expect(sent.length).toBe(1);
  });

  it("what the server refuses stands at its field, and the dialog stays", async () => {
    serverAnswers({
      ok: false,
      problem: { code: "bad-fields", message: "Look at the date.", action: "", fields: { dueOn: "Give a date." } },
    });
    const onClose = vi.fn();
    render(<DueDialog jobId={9} suggested={suggested} reasonNeeded={null} onClose={onClose} />);
    await user.click(screen.getByRole("button", { name: "Set the date and close" }));
    expect((await screen.findByText("Give a date.")).getAttribute("role")).toBe("alert");
    expect(router.push).not.toHaveBeenCalled();
    await user.click(screen.getByRole("button", { name: "Back" }));
    expect(onClose).toHaveBeenCalledOnce();
  });
});
