import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { asidesIn, Journal, type Entry } from "@/core/handwork/service";
import { useState } from "react";
import { Asides } from "./Asides";

const user = userEvent.setup();

/** A stage whose journal is that of this page alone. */
function Stage({ onEntry, closed = false }: { onEntry: (e: Entry) => void; closed?: boolean }) {
  const [entries, setEntries] = useState<Entry[]>([]);
  const add = (step: string, act: Entry["act"], value = "", reason = "") => {
    const e: Entry = {
      id: String(entries.length),
      at: "2031-03-04T10:00:00.000Z",
      stage: "open",
      step,
      act,
      value,
      reason,
    };
    setEntries([...entries, e]);
    onEntry(e);
  };
  return (
    <Asides
      asides={asidesIn(new Journal(entries))}
      closed={closed}
      onKeep={(step, value, note) => add(step, "done", value, note)}
      onTakeBack={(step) => add(step, "undone")}
    />
  );
}

describe("parts found on the way", () => {
  it("are written down by the key A, told what their figures come to, and stand in the row", async () => {
    const said = vi.fn<(e: Entry) => void>();
    render(<Stage onEntry={said} />);
    await user.keyboard("a");
    await user.click(screen.getByRole("radio", { name: "Battery" }));
    await user.type(screen.getByLabelText("When new, Wh"), "57");
    await user.type(screen.getByLabelText("When full now, Wh"), "34");
    expect(screen.getByText(/^Holds 60\s% of what it did when new\.$/)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Write it down" }));
    expect(said.mock.calls[0]?.[0]).toMatchObject({
      act: "done",
      value: "Battery; When new 57 Wh; When full now 34 Wh",
    });
    expect(said.mock.calls[0]?.[0].step).toMatch(/^way:battery-[a-z0-9]+$/);
    await user.click(screen.getByRole("button", { name: /^Close/ }));
    expect(screen.getByRole("button", { name: /Found on the way/ }).textContent).toContain(": battery");
  });

  it("with a figure that is none, or nothing at all, are told where, and nothing is written", async () => {
    const said = vi.fn();
    render(<Stage onEntry={said} />);
    await user.keyboard("a");
    await user.click(screen.getByRole("button", { name: "Write it down" }));
    expect(screen.getByRole("alert").textContent).toBe("Fill in one of them.");
    await user.type(screen.getByLabelText("Size, GB"), "many");
    await user.click(screen.getByRole("button", { name: "Write it down" }));
    expect(screen.getByRole("alert").textContent).toBe("Give a figure in GB.");
    expect(said).not.toHaveBeenCalled();
  });

  it("can be changed under the same step, and taken back is one press away from being there again", async () => {
    const said = vi.fn<(e: Entry) => void>();
    render(<Stage onEntry={said} />);
    await user.keyboard("a");
    await user.type(screen.getByLabelText("Part number"), "MR-16");
    await user.click(screen.getByRole("button", { name: "Write it down" }));
    await user.click(screen.getByRole("button", { name: "Change memory" }));
    await user.type(screen.getByLabelText("Slot"), "upper");
    await user.click(screen.getByRole("button", { name: "Keep this memory" }));
    const steps = said.mock.calls.map(([e]) => e.step);
    expect(new Set(steps).size).toBe(1);
    await user.click(screen.getByRole("button", { name: "Take back memory" }));
    expect(screen.queryByRole("list", { name: "Written down" })).toBeNull();
    await user.click(screen.getByRole("button", { name: "Keep this memory" }));
    expect(screen.getByRole("list", { name: "Written down" }).textContent).toBe("Memory: MR-16, slot upper");
    expect(said.mock.calls.map(([e]) => e.act)).toEqual(["done", "done", "undone", "done"]);
  });

  it("of a closed job are shown and left alone", async () => {
    render(<Stage onEntry={vi.fn()} closed />);
    await user.keyboard("a");
    expect(screen.getByText("Nothing was written down.")).toBeTruthy();
    expect(screen.queryByRole("button", { name: "Write it down" })).toBeNull();
  });
});
