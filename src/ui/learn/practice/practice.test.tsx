import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeAll, describe, expect, it, vi } from "vitest";
import { router, serverAnswers } from "@/testing/screen";
import { actOf, codeOf, type PracticeCase, type PracticeStart, type Review, type Shown } from "@/core/learn/practice";
import { LOOKS, signsOf, SUSPECTS, type Strands as Shares } from "@/core/learn/suspects";
import { middles, strandPieces, topOf, wordOn } from "@/ui/learn/suspects/strandPath";
import { PracticeSession } from "@/workers/practiceSession";
import { SignedIn } from "@/ui/kit/controls/signedIn";
import { CaseForm } from "./CaseForm";
import { CasesScreen } from "./CasesScreen";
import { headlineOf } from "./headline";
import { LogDialog } from "./LogDialog";
import { LookPicture } from "./LookPicture";
import { NameDialog } from "./NameDialog";
import { NotOrdered, Orders } from "./Orders";
import { PracticeStartScreen } from "./PracticeStart";
import { ReviewSide } from "./ReviewSide";
import { Side } from "./Side";
import { StepRows } from "./StepRows";
import { Strands } from "./Strands";

const user = userEvent.setup();
const tilted: PracticeCase = {
  kind: "wrenfell",
  level: "fair",
  faults: [{ kind: "lean", size: 5 / 7, chip: "cpu", part: "fins" }],
  complaint: "shuts-off",
  opened: true,
  logged: "all",
  seed: 12,
};
const code = codeOf(tilted);
const session = new PracticeSession();
let shown: Shown;
let review: Review;
beforeAll(() => {
  shown = session.shown(code, ["run", "lamp", "open", "screws"]);
  review = session.review(code, ["run", "lamp", "open", "screws"], ["paste-dry"]);
});

describe("strands", () => {
  it("swell and thin: widths of one height sum to a hundred, and none leaves its place", () => {
    const x = middles(944);
    for (const s of SUSPECTS) {
      const pieces = strandPieces([0.4, 0.02, 0.9], x[s]);
      expect(pieces).toHaveLength(1);
      const xs = [...(pieces[0]?.path ?? "").matchAll(/(-?[\d.]+) (-?[\d.]+)(?=[CLZ])/g)].map((m) => Number(m[1]));
      expect(Math.max(...xs) - x[s]).toBeCloseTo(45, 0);
      expect(x[s] - Math.min(...xs)).toBeCloseTo(45, 0);
    }
  });

  it("one that is ruled out ends in its step, and comes back only where something clearly speaks for it", () => {
    const [only, ...none] = strandPieces([0.3, 0.01, 0.02, 0.001], 100);
    expect(none).toEqual([]);
    expect(only?.outAt).toBeGreaterThan(topOf(1));
    expect(only?.outAt).toBeLessThan(topOf(2));
    expect(strandPieces([0.3, 0.001, 0.2], 100).map((p) => p.outAt === null)).toEqual([false, true]);
    expect(strandPieces([0.001, 0.001], 100)).toEqual([]);
  });

  it("carry a word only where they are wider than it", () => {
    expect([0.2, 0.5, 0.9].map(wordOn)).toEqual([null, "likely", "nearly sure"]);
  });

  it("say in words how they stand; hidden they say nothing", () => {
    const { rerender } = render(<Strands steps={shown.steps} width={944} truth={null} hidden={false} />);
    expect(screen.getByRole("img").getAttribute("aria-label")).toMatch(/Tilted plate \d+/);
    rerender(<Strands steps={shown.steps} width={944} truth={null} hidden />);
    expect(screen.getByRole("img").getAttribute("aria-label")).toMatch(/hidden/);
  });

  it("once named they show what an unread log would have said", () => {
    const { container } = render(<Strands steps={shown.steps} width={944} truth={["plate"]} hidden={false} />);
    expect(within(container).getByText("Unread:")).toBeTruthy();
  });
});

describe("steps", () => {
  it("are listed with their minutes, what they said, and how the strands stand", async () => {
    const onPick = vi.fn();
    render(<StepRows steps={shown.steps} width={944} picked={1} onPick={onPick} hidden={false} waiting={2} />);
    const rows = screen.getAllByRole("button");
    expect(rows.map((r) => r.textContent)).toHaveLength(5);
    expect(rows[1]?.textContent).toMatch(/1Load run18 min.*contact high/);
    expect(rows[1]?.getAttribute("aria-current")).toBe("step");
    await user.click(rows[4] as HTMLElement);
    expect(onPick).toHaveBeenCalledWith(4);
    expect(screen.getByText("Order below what you would do next")).toBeTruthy();
  });

  it("what is on offer has its minutes; what was looked at already waits", async () => {
    const onOrder = vi.fn();
    render(<Orders offers={shown.offers} busy={false} onOrder={onOrder} />);
    expect(screen.getByRole("button", { name: /Screws 3 min/ })).toHaveProperty("disabled", true);
    await user.click(screen.getByRole("button", { name: /Retighten 12 min/ }));
    expect(onOrder).toHaveBeenCalledWith(expect.objectContaining({ id: "retighten" }));
  });

  it("what was not ordered can be asked afterwards", async () => {
    const onAsk = vi.fn();
    const acts = review.others.map(actOf);
    const said = { outlet: "nothing in the outlet" };
    render(<NotOrdered acts={acts} said={said} busy={false} onAsk={onAsk} />);
    await user.click(screen.getByRole("button", { name: /Outlet 1 min/ }));
    expect(onAsk).toHaveBeenCalledWith("outlet");
    expect(screen.getByRole("status").textContent).toBe("Outlet: nothing in the outlet.");
  });
});

describe("beside them", () => {
  const view = {
    id: 1,
    number: 7,
    learner: "AB",
    code,
    presses: [],
    named: null,
    model: "Wrenfell 14",
    form: "fourteen",
    level: "fair" as const,
    opened: true,
    complaint: "Shuts off in rehearsal.",
    title: "",
  };
  const nothing = { hide: vi.fn(), log: vi.fn(), name: vi.fn() };

  it("stands what the owner says, what is known, and what is not looked at yet", () => {
    const step = shown.steps.at(-1);
    render(<Side view={view} layout={null} shown={shown} step={step} hidden={false} busy={false} acts={nothing} />);
    expect(screen.getByText("Shuts off in rehearsal.")).toBeTruthy();
    expect(screen.getByRole("img", { name: "one screw stands short" })).toBeTruthy();
    expect(screen.getByText(/The log of run 1 has every core, fan speed and load in idle/)).toBeTruthy();
    expect(screen.getByRole("button", { name: /Look into the log of run 1/ })).toBeTruthy();
  });

  it("the review says what was wrong, what misled, and the shortest way", async () => {
    const on = { onVerdict: vi.fn(), onAgain: vi.fn(), onNext: vi.fn() };
    render(<ReviewSide review={review} minutes={31} uses={[]} busy={false} {...on} />);
    expect(screen.getByRole("heading", { level: 2 }).textContent).toBe("A tilted plate");
    expect(screen.getByText(/High contact fits dried paste and a tilted plate alike/)).toBeTruthy();
    expect(screen.getByText(/then retighten:/).parentElement?.textContent).toMatch(/Yours: 31 min, no material/);
    await user.click(screen.getByRole("button", { name: /Again from minute 18/ }));
    expect(on.onAgain).toHaveBeenCalled();
  });

  it("heads say how many suspects are left, and how what was named stands", () => {
    const said = (over: Partial<Review>) => headlineOf({ shown, review: { ...review, ...over }, hidden: false });
    expect(headlineOf({ shown: null, review: null, hidden: false })).toBe("Setting up the machine.");
    expect(headlineOf({ shown, review: null, hidden: true })).toBe("31 minutes spent.");
    expect(headlineOf({ shown, review: null, hidden: false })).toMatch(/leads, 31 minutes spent/);
    const with2 = (strands: Partial<Shares>) => {
      const none = Object.fromEntries(SUSPECTS.map((s) => [s, 0])) as Shares;
      const steps = shown.steps.map((s) => ({ ...s, strands: { ...none, ...strands } }));
      return headlineOf({ shown: { ...shown, steps }, review: null, hidden: false });
    };
    expect(with2({ paste: 0.5, plate: 0.48 })).toBe(
      "Poor paste or tilted plate: two suspects are left, 31 minutes spent.",
    );
    expect(with2({ paste: 0.4, plate: 0.3, air: 0.3 })).toBe("Three suspects are left, 31 minutes spent.");
    expect(with2({ paste: 0.7, plate: 0.3 })).toBe("Poor paste leads, 31 minutes spent.");
    expect(said({ outcome: "right" })).toBe("Right, and it could have been said at minute 18.");
    expect(said({ outcome: "right", knownAt: null })).toMatch(/^Right, though nothing/);
    expect(said({ outcome: "wrong" })).toBe(
      "Not dried paste: it was a tilted plate. It could have been said at minute 18.",
    );
    expect(said({ outcome: "wrong", named: ["nothing"], truth: ["adapter"], knownAt: null })).toBe(
      "Something is wrong with it: an adapter that is too small.",
    );
    expect(said({ outcome: "wrong", truth: ["nothing"], knownAt: null })).toBe(
      "Not dried paste: nothing is wrong with it.",
    );
    expect(said({ outcome: "near" })).toMatch(/^Near/);
    expect(said({ outcome: "half" })).toMatch(/^Half of it/);
  });

  it("every look is drawn, with its signs and without", () => {
    for (const look of LOOKS) {
      const { container: clean } = render(<LookPicture look={look} signs={[]} words={`${look} clean`} />);
      const plain = clean.innerHTML.replace(/ clean/g, "");
      for (const sign of signsOf(look)) {
        const { container } = render(<LookPicture look={look} signs={[sign.id]} words={look} />);
        expect([look, sign.id, container.innerHTML === plain]).toEqual([look, sign.id, false]);
      }
    }
  });

  it("the log says what else stands in it, each beside a good one's", () => {
    const log = session.log(code, ["run"], 1);
    const run = shown.runs[0];
    if (!log || !run) throw new Error("no log");
    render(<LogDialog n={1} run={run} log={log} limitC={95} onClose={vi.fn()} />);
    const line = screen.getByText("Hottest core over the others").parentElement;
    expect(line?.textContent).toMatch(/over the others\d+\sKgood \d\sK/);
    expect(screen.getByText("Processor in idle")).toBeTruthy();
  });
});

describe("naming", () => {
  it("takes one fault or two of different suspects, and nothing only alone", async () => {
    const onName = vi.fn();
    render(<NameDialog onName={onName} onClose={vi.fn()} busy={false} />);
    const done = () => screen.getByRole("button", { name: "That is it" });
    expect(done()).toHaveProperty("disabled", true);
    const tick = (name: string) => user.click(screen.getByRole("checkbox", { name }));
    await tick("Nothing wrong with it");
    await tick("Dried paste");
    await tick("Too little paste");
    await tick("A tilted plate");
    await user.click(done());
    expect(onName).toHaveBeenCalledWith(["paste-little", "lean"]);
    await tick("Nothing wrong with it");
    await user.click(done());
    expect(onName).toHaveBeenLastCalledWith(["nothing"]);
  });
});

describe("where a learner begins", () => {
  const start: PracticeStart = {
    learner: "AB",
    learners: [{ learner: "AB", tries: 1 }],
    record: [
      {
        id: 3,
        number: 1,
        code,
        model: "Wrenfell 14",
        level: "fair",
        startedAt: "2031-03-04T10:00:00.000Z",
        minutes: 31,
        tests: 4,
        outcome: "wrong",
      },
    ],
    cases: [{ code, title: "The howling desk", model: "Tessaly K15", level: "hard", who: "MT" }],
  };

  it("a machine by its level, by its code, or of the teacher's", async () => {
    const { sent } = serverAnswers({ ok: true, value: { id: 12 } });
    render(<PracticeStartScreen view={start} />);
    await user.click(screen.getByRole("radio", { name: /Mean/ }));
    await user.click(screen.getByRole("button", { name: /Put it on the bench/ }));
    await user.type(screen.getByLabelText("Or by its code"), "7kd 4qh m2x");
    await user.click(screen.getByRole("button", { name: /Put it on the bench/ }));
    await user.click(screen.getByRole("button", { name: "Practise on The howling desk" }));
    expect(sent.map((s) => s.body)).toEqual([
      { learner: "AB", level: "mean" },
      { learner: "AB", code: "7kd 4qh m2x" },
      { learner: "AB", code },
    ]);
    expect(router.push).toHaveBeenCalledWith("/practice/12");
  });

  it("who is signed in practises on their own record", async () => {
    const { sent } = serverAnswers({ ok: true, value: { id: 12 } });
    render(
      <SignedIn value={{ as: "person", person: "EF", role: "learner" }}>
        <PracticeStartScreen view={start} />
      </SignedIn>,
    );
    expect(screen.queryByLabelText("Your initials")).toBeNull();
    await user.click(screen.getByRole("button", { name: "Practise on The howling desk" }));
    expect(sent.find((s) => s.url.endsWith("/api/practice/tries"))?.body).toEqual({ learner: "EF", code });
  });

  it("a code nobody made is told at its field, and nothing is lost", async () => {
    serverAnswers({ ok: false, problem: { code: "bad-fields", message: "", action: "", fields: { code: "Nobody." } } });
    render(<PracticeStartScreen view={start} />);
    await user.type(screen.getByLabelText("Or by its code"), "AAA");
    await user.click(screen.getByRole("button", { name: /Put it on the bench/ }));
    expect(screen.getByText("Nobody.")).toBeTruthy();
    expect(screen.getByLabelText("Or by its code")).toHaveProperty("value", "AAA");
    expect(router.push).not.toHaveBeenCalled();
  });

  it("the record stands by learner; without one stands who practised", () => {
    const { rerender } = render(<PracticeStartScreen view={start} />);
    expect(screen.getByRole("link", { name: "Mystery machine 1" }).getAttribute("href")).toBe("/practice/3");
    expect(screen.getByText("not it")).toBeTruthy();
    rerender(<PracticeStartScreen view={{ ...start, learner: "", record: [] }} />);
    expect(screen.getByRole("link", { name: "AB 1 machine" })).toBeTruthy();
  });
});

describe("a teacher's cases", () => {
  it("a case is made with its faults, and its code is told", async () => {
    const { sent } = serverAnswers({ ok: true, value: { code: "7KD-4QH-M2X" } });
    render(<CaseForm />);
    await user.type(screen.getByLabelText("Name of the case"), "Desk two");
    await user.click(screen.getByRole("button", { name: /^Second fault/ }));
    await user.click(screen.getByRole("option", { name: "A tilted plate" }));
    await user.click(screen.getByRole("button", { name: "Keep the case" }));
    expect(sent[0]?.body).toMatchObject({
      title: "Desk two",
      kind: "tessaly",
      faults: [{ kind: "dust" }, { kind: "lean", chip: "cpu" }],
    });
    expect(screen.getByText("7KD-4QH-M2X")).toBeTruthy();
  });

  it("one that is taken off the list can be put back", async () => {
    const { sent } = serverAnswers({ ok: true, value: { code } });
    const { title, model, level, who } = { title: "Desk two", model: "Tessaly K15", level: "fair" as const, who: "" };
    render(<CasesScreen cases={[{ code, title, model, level, who }]} />);
    await user.click(screen.getByRole("button", { name: "Take Desk two off the list" }));
    await user.click(screen.getByRole("button", { name: "Put it back" }));
    expect(sent.map((s) => s.method)).toEqual(["DELETE", "PUT"]);
  });
});
