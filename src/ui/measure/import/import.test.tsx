import { fireEvent, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import type { ImportSummary } from "@/workers/logSession";
import { Ask } from "./Ask";
import { DropZone } from "./DropZone";
import { has, Oddities, StoreBar } from "./StoreBar";

const user = userEvent.setup();
const summary = (more: Partial<ImportSummary> = {}): ImportSummary =>
  ({ warnings: [], columns: [], curves: {}, ...more }) as unknown as ImportSummary;
const column = (more: object) =>
  ({
    heading: "CPU",
    role: "cpu.temperature",
    asks: null,
    evidence: "It rises under load.",
    ...more,
  }) as unknown as Parameters<typeof Ask>[0]["column"];

describe("a column that is not clear", () => {
  it("is asked by its unit, answered by a press or by its key", async () => {
    const onChoose = vi.fn();
    render(<Ask column={column({ asks: ["°C", "°F"] })} onChoose={onChoose} />);
    expect(screen.getByRole("heading").textContent).toBe("Which unit is CPU in?");
    expect(screen.getByText(/Until you say so it is taken for .* in °C\. Asked once, then kept/)).toBeTruthy();
    const [first, second] = screen.getAllByRole("button");
    await user.click(first ?? document.body);
    fireEvent.keyDown(document.body, { key: "2" });
    expect(second?.textContent).toContain("2");
    expect(onChoose).toHaveBeenCalledTimes(2);
    expect(onChoose.mock.calls[0]).not.toEqual(onChoose.mock.calls[1]);
  });

  it("that is no unit's question is asked what it is; one may leave it out", async () => {
    const onChoose = vi.fn();
    render(<Ask column={column({ heading: "Tdie", role: "none" })} onChoose={onChoose} />);
    expect(screen.getByRole("heading").textContent).toBe("What is Tdie?");
    await user.click(screen.getByRole("button", { name: /^Leave out/ }));
    expect(onChoose).toHaveBeenCalledWith({ role: "none" });
  });
});

describe("a file that comes in", () => {
  it("is taken from a drop by its name, and nothing is taken where nothing was dropped", () => {
    const onFile = vi.fn();
    render(<DropZone jobId={3} kind="before" problem={null} onFile={onFile} />);
    const zone = screen.getByTestId("drop-zone");
    fireEvent.drop(zone, { dataTransfer: { files: [] } });
    expect(onFile).not.toHaveBeenCalled();
    const file = new File(["Time [s],CPU [°C]"], "run.csv", { type: "text/csv" });
    fireEvent.drop(zone, { dataTransfer: { files: [file] } });
    expect(onFile).toHaveBeenCalledWith(file, "run.csv");
    expect(document.body.textContent).toContain("never with a swollen battery");
  });

  it("that is refused says what, where and what to do, and that nothing is lost", () => {
    const problem = { code: "x", message: "Row 7 has no time.", action: "Export it anew.", line: 7, column: "CPU" };
    render(<DropZone jobId={3} kind="after" problem={problem} onFile={() => undefined} />);
    expect(screen.getByRole("alert").textContent).toBe(
      "Row 7 has no time. line 7, column CPU Export it anew. Nothing was stored, nothing is lost.",
    );
    expect(document.body.textContent).toContain("fan plugs in, all counts closed, fans turn");
  });
});

describe("what was odd, and storing", () => {
  it("oddities stand by their lines; two stand open, more are folded", () => {
    const warning = (line: number) => ({ code: "x", line, message: `${line} is odd.` });
    const { rerender } = render(<Oddities summary={summary({ warnings: [warning(1200)] })} />);
    expect(screen.getByText("line 1,200").parentElement?.textContent).toBe("line 1,200 1200 is odd.");
    expect(screen.getByRole("group")).toHaveProperty("open", true);
    rerender(<Oddities summary={summary({ warnings: [1, 2, 3].map(warning) })} />);
    expect(screen.getByRole("group")).toHaveProperty("open", false);
    expect(screen.getByText("3 oddities in the file, all handled")).toBeTruthy();
    rerender(<Oddities summary={summary()} />);
    expect(screen.queryByRole("group")).toBeNull();
  });

  it("a doubt stands before storing and may be overruled; without one it is stored as it is", async () => {
    const store = vi.fn(() => Promise.resolve());
    const doubt = { code: "swapped-logs", message: "It is older than the run before.", action: "Look once more." };
    const given = { store, summary: summary(), other: null, problem: null };
    const { rerender } = render(<StoreBar {...given} doubt={doubt} />);
    expect(screen.getByRole("alert").textContent).toContain("Nothing is stored yet.");
    await user.click(screen.getByRole("button", { name: "Use it anyway" }));
    expect(store).toHaveBeenLastCalledWith(true);
    rerender(<StoreBar {...given} doubt={null} />);
    await user.click(screen.getByRole("button", { name: /^Keep this log/ }));
    expect(store).toHaveBeenLastCalledWith(false);
  });

  it("nothing is stored of a log without curves", () => {
    render(
      <StoreBar
        doubt={null}
        problem={null}
        other={null}
        store={() => Promise.resolve()}
        summary={summary({ curves: null as never })}
      />,
    );
    expect(screen.getByRole("button")).toHaveProperty("disabled", true);
  });

  it("a kind of column is found by the end of its role", () => {
    const s = summary({ columns: [{ role: "gpu.power" }] as never });
    expect([has(s, "power"), has(s, "speed")]).toEqual([true, false]);
  });
});
