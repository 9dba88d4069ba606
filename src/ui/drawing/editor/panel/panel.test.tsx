import { fireEvent, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { describe, expect, it, vi } from "vitest";
import { CoolingMap, KINDS, type Layout, type Part } from "@/core/drawing/parts";
import { tessalyK15Layout } from "@/samples/layouts";
import { Properties } from "./Properties";

const user = userEvent.setup();

interface Change {
  layout: Layout;
  what: string;
}

/** The panel with parts in hand, its changes taken as the editor takes them. */
function panel(pick: (p: Part, i: number) => boolean, start: Layout = tessalyK15Layout()) {
  const changes: Change[] = [];
  const ids = start.parts.filter(pick).map((p) => p.id);
  function Held() {
    const [layout, setLayout] = useState(start);
    return (
      <Properties
        map={new CoolingMap(layout)}
        layout={layout}
        selected={layout.parts.filter((p) => ids.includes(p.id))}
        onChange={(next: Layout, what: string) => {
          changes.push({ layout: next, what });
          setLayout(next);
        }}
      />
    );
  }
  render(<Held />);
  const last = () => changes.at(-1);
  const part = () => last()?.layout.parts.find((p) => p.id === ids[0]) as unknown as Record<string, unknown>;
  return { changes, last, part, ids };
}

const firstOf = (kind: Part["kind"]) => {
  const id = tessalyK15Layout().parts.find((p) => p.kind === kind)?.id;
  return (p: Part) => p.id === id;
};

describe("the part in hand in millimetres", () => {
  it("a box is placed, sized and turned by what is typed, in tenths", async () => {
    const { part, last } = panel(firstOf("blower"));
    const across = screen.getByLabelText("Across, mm");
    await user.clear(across);
    await user.type(across, "61,5");
    expect(part().xMm).toBe(61.5);
    expect(last()?.what).toMatch(/^Place of B\d/);
    const turn = screen.getByLabelText("Turn, °");
    await user.clear(turn);
    await user.type(turn, "90");
    expect(part().turnDeg).toBe(90);
  });

  it("a screw stays round", async () => {
    const { part } = panel(firstOf("screw"));
    expect(screen.queryByLabelText("Height, mm")).toBeNull();
    const width = screen.getByLabelText("Width, mm");
    await user.clear(width);
    await user.type(width, "6");
    expect([part().wMm, part().hMm]).toEqual([6, 6]);
  });

  it("what is no number of the part changes nothing", async () => {
    const { changes } = panel(firstOf("fins"));
    const width = screen.getByLabelText("Width, mm");
    await user.clear(width);
    await user.type(width, "wide");
    expect(screen.getByRole("alert").textContent).toBe("From 0.2 to 1000");
    expect(changes).toEqual([]);
  });

  it("a locked part says so and takes nothing", () => {
    const start = tessalyK15Layout();
    const locked = { ...start, parts: start.parts.map((p) => ({ ...p, locked: true })) };
    panel(firstOf("plate"), locked);
    expect(screen.getByText(/^Locked/)).toBeTruthy();
    expect(screen.getByRole<HTMLFieldSetElement>("group").disabled).toBe(true);
  });

  it.each([
    "blower",
    "fins",
    "pipe",
    "plate",
    "chip",
    "pad",
    "screw",
    "plug",
    "tape",
    "battery",
    "clip",
    "module",
  ] as const)("every field a %s may hold stands there", (kind) => {
    panel(firstOf(kind));
    for (const f of KINDS[kind].fields) {
      const found =
        f.type === "choice"
          ? screen.queryByRole("button", { name: new RegExp(`^${f.label.replace(/[()]/g, ".")}:`) })
          : screen.queryAllByLabelText(new RegExp(`^${f.label.replace(/[()%]/g, ".")}`))[0];
      expect(found, `${kind}: ${f.label}`).toBeTruthy();
    }
  });

  it("a choice is picked from its words", async () => {
    const { part, last } = panel(firstOf("chip"));
    const role = KINDS.chip.fields.find((f) => f.type === "choice");
    if (role?.type !== "choice") throw new Error("no choice");
    await user.click(screen.getByRole("button", { name: new RegExp(`^${role.label}:`) }));
    const [value, name] = role.options.at(-1) ?? ["", ""];
    await user.click(screen.getByRole("option", { name }));
    expect(part()[role.key]).toBe(value);
    expect(last()?.what).toContain(role.label);
  });

  it("yes and no is ticked", async () => {
    const { part } = panel(firstOf("screw"));
    const captive = screen.getByLabelText("Captive");
    const start = tessalyK15Layout().parts.find((p) => p.kind === "screw") as { captive: boolean } | undefined;
    const was = start?.captive ?? false;
    await user.click(captive);
    expect(part().captive).toBe(!was);
  });
});

describe("points of a path", () => {
  const points = (part: Record<string, unknown>) => part.points as { xMm: number; yMm: number; bendMm: number }[];
  const table = () => screen.getByRole("table", { name: "Points" });

  it("are moved by typing, one at a time", async () => {
    const { part } = panel(firstOf("pipe"));
    const before = tessalyK15Layout().parts.find((p) => p.kind === "pipe") as unknown as Record<string, unknown>;
    const across = within(table()).getByLabelText("Point 2 across, mm");
    await user.clear(across);
    await user.type(across, "77");
    expect(points(part())[1]?.xMm).toBe(77);
    expect(points(part())[0]).toEqual(points(before)[0]);
  });

  it("bends are between ends, and bent by typing", async () => {
    const { part } = panel(firstOf("pipe"));
    expect(within(table()).queryByLabelText("Bend at point 1, mm")).toBeNull();
    const bend = within(table()).getByLabelText("Bend at point 2, mm");
    await user.clear(bend);
    await user.type(bend, "9");
    expect(points(part())[1]?.bendMm).toBe(9);
  });

  it("are removed down to two, never further", async () => {
    const { part } = panel(firstOf("pipe"));
    for (let i = 0; i < 12; i++) {
      const remove = within(table()).queryAllByRole("button", { name: /^Remove point/ })[0];
      if (!remove) break;
      await user.click(remove);
    }
    expect(points(part()).length).toBe(2);
    expect(within(table()).queryByRole("button", { name: /^Remove point/ })).toBeNull();
  });
});

describe("with nothing, or several, in hand", () => {
  it("nothing: the base and the figures of the estimates", () => {
    const { last } = panel(() => false);
    const pasteField = screen.getAllByRole("textbox").length;
    expect(pasteField).toBeGreaterThan(4);
    const width = screen.getByLabelText(/^Width/);
    fireEvent.change(width, { target: { value: "360" } });
    expect(last()?.layout.base.widthMm).toBe(360);
  });

  it("several: how many, and nothing of one alone", () => {
    const kinds = new Set(["fins", "blower"]);
    const { ids } = panel((p) => kinds.has(p.kind));
    expect(ids.length).toBeGreaterThan(2);
    expect(document.body.textContent).toContain(String(ids.length));
    expect(screen.queryByLabelText("Across, mm")).toBeNull();
  });

  it("a change keeps every other part as it was", () => {
    const onChange = vi.fn();
    const layout = tessalyK15Layout();
    const blower = layout.parts.find((p) => p.kind === "blower");
    if (!blower) throw new Error("no blower");
    render(<Properties map={new CoolingMap(layout)} layout={layout} selected={[blower]} onChange={onChange} />);
    fireEvent.change(screen.getByLabelText("Down, mm"), { target: { value: "44" } });
    const [next] = onChange.mock.calls[0] as [Layout];
    expect(next.parts.filter((p, i) => p !== layout.parts[i]).map((p) => p.id)).toEqual([blower.id]);
  });
});
