import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import type { Step } from "@/core/handwork/service";
import { Answer } from "./Answer";
import { GradeRow } from "./GradeRow";
import { PasteRow } from "./PasteRow";
import type { AnswerProps } from "./props";

const user = userEvent.setup();

const step = (ask: Step["ask"], more: Partial<Step> = {}): Step => ({
  key: "bays:f1",
  stage: "strip",
  mark: "F1",
  title: "Fin stack",
  sub: "",
  say: "",
  parts: ["f1"],
  ask,
  ...more,
});

function given(ask: Step["ask"], more: Omit<Partial<AnswerProps>, "step"> & { step?: Partial<Step> } = {}) {
  const onDone = vi.fn();
  const onAlso = vi.fn();
  const onNote = vi.fn();
  const { step: own, ...rest } = more;
  render(<Answer step={step(ask, own)} was="" onDone={onDone} onAlso={onAlso} onNote={onNote} {...rest} />);
  return { onDone, onAlso, onNote };
}

describe("a step that is only done", () => {
  it("has one big button", async () => {
    const { onDone } = given({ kind: "do", button: "It lies flat" });
    await user.click(screen.getByRole("button", { name: "It lies flat" }));
    expect(onDone).toHaveBeenCalledWith();
  });
});

describe("a choice", () => {
  it("shows what was chosen before, and takes another", async () => {
    const options = [
      ["free", "Spins freely"],
      ["stiff", "Stiff"],
    ] as const;
    const { onDone } = given({ kind: "choose", options }, { was: "free" });
    await user.click(screen.getByRole("button", { name: "Stiff" }));
    expect(onDone).toHaveBeenCalledExactlyOnceWith("stiff");
  });
});

describe("a number", () => {
  const ask: Step["ask"] = { kind: "number", unit: "W", min: 10, max: 600 };
  const field = () => screen.getByRole("textbox");
  const keep = () => screen.getByRole<HTMLButtonElement>("button", { name: "Keep it" });

  it("takes a comma, and gives a plain number", async () => {
    const { onDone } = given(ask);
    await user.type(field(), "180,5");
    await user.click(keep());
    expect(onDone).toHaveBeenCalledExactlyOnceWith("180.5");
  });

  it("out of bounds says them and cannot be kept, by Enter neither", async () => {
    const { onDone } = given(ask);
    await user.type(field(), "6000{Enter}");
    expect(screen.getByRole("alert").textContent).toBe("From 10 to 600");
    expect(keep().disabled).toBe(true);
    expect(onDone).not.toHaveBeenCalled();
  });

  it("an empty one cannot be kept unless the step may stay open", async () => {
    given(ask);
    expect(keep().disabled).toBe(true);
    const { onDone } = given({ kind: "text" }, { step: { optional: true } });
    await user.click(screen.getByRole("button", { name: "Nothing to write" }));
    expect(onDone).toHaveBeenCalledExactlyOnceWith("");
  });
});

describe("bays of an inlet", () => {
  const bay = (i: number) => screen.getByRole("button", { name: new RegExp(`^Bay ${i},`) });

  it("begin as the grade lets expect, turn by a tap and by their number", async () => {
    given({ kind: "bays", grade: 4 });
    const shown = bay(1).getAttribute("aria-label");
    await user.click(bay(1));
    expect(bay(1).getAttribute("aria-label")).not.toBe(shown);
    const second = bay(2).getAttribute("aria-label");
    await user.keyboard("2");
    expect(bay(2).getAttribute("aria-label")).not.toBe(second);
  });

  it("that fit the grade are kept as they stand", async () => {
    const { onDone, onAlso } = given({ kind: "bays", grade: 1 }, { was: "hooooo" });
    await user.click(screen.getByRole("button", { name: /^F1 is/ }));
    expect(onDone).toHaveBeenCalledExactlyOnceWith("hooooo");
    expect(onAlso).not.toHaveBeenCalled();
  });

  it("that contradict it ask which holds: the grade", async () => {
    const { onDone, onAlso } = given({ kind: "bays", grade: 1 }, { was: "cccccc" });
    await user.click(screen.getByRole("button", { name: /^F1 is/ }));
    const asks = screen.getByRole("region", { name: "Grade and bays do not fit" });
    await user.click(within(asks).getByRole("button", { name: "Grade 1" }));
    expect(onDone).toHaveBeenCalledOnce();
    expect(onDone).not.toHaveBeenCalledWith("cccccc");
    expect(onAlso).not.toHaveBeenCalled();
  });

  it("that contradict it ask which holds: the bays, and the grade is put right", async () => {
    const { onDone, onAlso } = given({ kind: "bays", grade: 1 }, { was: "cccccc" });
    await user.click(screen.getByRole("button", { name: /^F1 is/ }));
    await user.click(screen.getByRole("button", { name: "The bays: grade 4" }));
    expect(onAlso).toHaveBeenCalledExactlyOnceWith("dust:f1", "4");
    expect(onDone).toHaveBeenCalledExactlyOnceWith("cccccc");
  });
});

describe("which screw goes into a hole", () => {
  const ask: Step["ask"] = { kind: "length", lengths: [4, 7], fitsMm: 4, button: "Screw 3 is in" };

  it("its own length is taken", async () => {
    const { onDone, onNote } = given(ask);
    await user.click(screen.getByRole("button", { name: "4 mm" }));
    expect(onDone).toHaveBeenCalledExactlyOnceWith("4");
    expect(onNote).not.toHaveBeenCalled();
  });

  it("a longer one is stopped with what it would do, and noted", async () => {
    const { onDone, onNote } = given(ask);
    await user.click(screen.getByRole("button", { name: "7 mm" }));
    expect(screen.getByRole("alert").textContent).toContain("comes through the palm rest");
    expect(onNote).toHaveBeenCalledExactlyOnceWith("A screw of 7 mm was taken for a hole of 4 mm");
    expect(onDone).not.toHaveBeenCalled();
  });

  it("a shorter one strips the thread", async () => {
    given({ ...ask, fitsMm: 7 });
    await user.keyboard("1");
    expect(screen.getByRole("alert").textContent).toContain("strips the thread");
  });
});

describe("a cleaning", () => {
  const ask: Step["ask"] = {
    kind: "clean",
    button: "F1 is clean",
    ways: [
      { method: "brush", uses: { air: 10 } },
      { method: "mat", uses: { swab: 3, air: 14 } },
    ],
  };

  it("is kept the usual way with one press", async () => {
    const { onDone } = given(ask);
    await user.click(screen.getByRole("button", { name: "F1 is clean" }));
    expect(onDone).toHaveBeenCalledExactlyOnceWith("brush;air=10");
  });

  it("is kept another way, with what was really used", async () => {
    const { onDone } = given(ask);
    await user.click(screen.getByRole("radio", { name: "mat lifted off, brush and air", hidden: true }));
    await user.click(screen.getByRole("button", { name: "More: Swabs", hidden: true }));
    await user.click(screen.getByRole("button", { name: "Less: Air", hidden: true }));
    await user.keyboard(" ");
    expect(onDone).toHaveBeenLastCalledWith("mat;swab=4;air=13");
  });

  it("never counts below nothing", async () => {
    const { onDone } = given({ ...ask, ways: [{ method: "alcohol", uses: { cloth: 1 } }] });
    const less = screen.getByRole("button", { name: "Less: Lint-free cloths", hidden: true });
    await user.click(less);
    await user.click(less);
    await user.click(screen.getByRole("button", { name: "F1 is clean" }));
    expect(onDone).toHaveBeenCalledExactlyOnceWith("alcohol");
  });
});

describe("pictures to pick from", () => {
  it("grades give their number", async () => {
    const onPick = vi.fn();
    render(<GradeRow of="fins" was="2" question="Which picture is it?" onPick={onPick} />);
    await user.click(screen.getByRole("button", { name: /^Grade 4, Matted/ }));
    expect(onPick).toHaveBeenCalledExactlyOnceWith("4");
    expect(screen.getByRole("button", { name: /Furred/ }).getAttribute("aria-pressed")).toBe("true");
  });

  it("old paste gives its state", async () => {
    const onPick = vi.fn();
    const options = [
      ["even", "Even film"],
      ["dry", "Dry"],
    ] as const;
    render(<PasteRow options={options} was="" question="Which is it?" onPick={onPick} />);
    await user.click(screen.getByRole("button", { name: /Dry/ }));
    expect(onPick).toHaveBeenCalledExactlyOnceWith("dry");
  });
});
