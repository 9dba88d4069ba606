import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { mapSentence } from "@/core/drawing/cooling";
import { CoolingMap, newPart } from "@/core/drawing/parts";
import { tessalyK15Layout } from "@/samples/layouts";
import { router } from "@/testing/screen";
import { LensTabs } from "./LensTabs";
import { MapWords } from "./MapWords";
import { PartPanel } from "./PartPanel";
import { PartsList } from "./PartsList";

const user = userEvent.setup();
const layout = tessalyK15Layout();
const map = new CoolingMap(layout);

describe("the lenses", () => {
  it("lead to each other, by link and by key", async () => {
    render(<LensTabs jobId={4} shown="map" heat note="" />);
    const nav = screen.getByRole("navigation", { name: "Lenses" });
    expect(
      within(nav)
        .getAllByRole("link")
        .map((l) => l.getAttribute("href")),
    ).toEqual(["/jobs/4/map", "/jobs/4/heat", "/jobs/4/photos"]);
    expect(within(nav).getByRole("link", { current: "page" }).textContent).toContain("Map");
    await user.keyboard("h");
    await user.keyboard("f");
    expect(router.push.mock.calls).toEqual([["/jobs/4/heat"], ["/jobs/4/photos"]]);
  });

  it("heat is none before the verdict, by key neither", async () => {
    render(<LensTabs jobId={4} shown="map" heat={false} note="" />);
    expect(screen.queryByRole("link", { name: /Heat/ })).toBeNull();
    await user.keyboard("h");
    expect(router.push).not.toHaveBeenCalled();
  });
});

describe("the drawing in words", () => {
  it("is one sentence, its figures strong", () => {
    const { container } = render(<MapWords words={mapSentence(map)} />);
    expect(container.textContent).toBe(
      mapSentence(map)
        .map((w) => w.text)
        .join(""),
    );
    expect(container.textContent).toMatch(/blower/);
  });

  it("a heat pipe says what it takes heat from and gives it to", () => {
    const pipe = map.ofKind("pipe")[0];
    if (!pipe) throw new Error("no pipe");
    render(<PartPanel map={map} part={pipe} />);
    const terms = screen.getAllByRole("term").map((t) => t.textContent);
    expect(terms).toContain("Takes heat from");
    expect(terms).toContain("Gives it to");
    expect(screen.getByRole("img", { name: new RegExp(`^Section: ${pipe.tag} from`) })).toBeTruthy();
  });

  it("every part of the drawing can be shown", () => {
    for (const part of layout.parts) {
      const { container, unmount } = render(<PartPanel map={map} part={part} />);
      expect(container.textContent).not.toMatch(/undefined|NaN|\[object/);
      unmount();
    }
  });
});

describe("the parts as a list", () => {
  it("names each, marks what is picked, and adds with Shift", async () => {
    const onSelect = vi.fn();
    const some = layout.parts.filter((p) => p.kind === "blower" || p.kind === "fins");
    const first = some[0];
    render(<PartsList parts={some} selected={new Set([first?.id ?? ""])} onSelect={onSelect} />);
    const buttons = screen.getAllByRole("button");
    expect(buttons.length).toBe(some.length);
    await user.click(buttons[1] as HTMLElement);
    await user.keyboard("{Shift>}");
    await user.click(buttons[2] as HTMLElement);
    await user.keyboard("{/Shift}");
    expect(onSelect.mock.calls.map((c: unknown[]) => c[1])).toEqual([false, true]);
  });
});

describe("alike parts in the list", () => {
  it("stand as one row that opens; a picked one is seen by itself", async () => {
    const screws = [1, 2, 3].map((i) => ({ ...newPart("screw", `s${i}`, "", 10 * i, 10), stamp: "" }));
    const parts = [newPart("blower", "b", "B1", 60, 60), ...screws];
    const list = (selected: string[]) => (
      <PartsList grouped parts={parts} selected={new Set(selected)} onSelect={() => undefined} />
    );
    const { rerender } = render(list([]));
    const rows = () => screen.getAllByRole("button").map((b) => b.textContent);
    expect(rows()).toHaveLength(2);
    expect(rows()[1]).toMatch(/^3 ×/);
    rerender(list(["s2"]));
    expect(rows()).toHaveLength(4);
    rerender(list([]));
    await userEvent.click(screen.getByRole("button", { expanded: false }));
    expect(rows()).toHaveLength(4);
  });
});
