import { fireEvent, render, screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { cutOf, useWholeRows } from "./wholeRows";

const row = (top: number, high = 40) => ({ top, bottom: top + high });

describe("the foot of a pane", () => {
  it("is clear where rows end at it, and before it", () => {
    expect(cutOf(100, [])).toBe(0);
    expect(cutOf(100, [row(20), row(60), row(100)])).toBe(0);
    expect(cutOf(100, [row(60.5), row(99.5)])).toBe(0);
  });
  it("covers what shows of the row it cuts, from its top", () => {
    expect(cutOf(100, [row(45), row(85)])).toBe(15);
    expect(cutOf(100, [row(62)])).toBe(38);
  });
  it("covers from the highest of rows that stand side by side or within each other", () =>
    expect(cutOf(100, [row(85), row(70, 60), row(90, 12)])).toBe(30));
  it("lets a picture be cut", () => expect(cutOf(100, [row(20, 121)])).toBe(0));
});

function Pane() {
  const ref = useWholeRows<HTMLUListElement>();
  return (
    <ul ref={ref} data-testid="pane" style={{ overflowY: "auto" }}>
      {[0, 40, 80].map((top) => (
        <li key={top} data-top={top} />
      ))}
    </ul>
  );
}

describe("a pane that shows no row by half", () => {
  it("covers the cut one, and nothing at its end", () => {
    vi.stubGlobal(
      "ResizeObserver",
      class {
        observe() {}
        disconnect() {}
      },
    );
    render(<Pane />);
    const pane = screen.getByTestId("pane");
    let scrolled = 0;
    const measures = { scrollHeight: () => 120, clientHeight: () => 100, scrollTop: () => scrolled };
    for (const [name, get] of Object.entries(measures)) Object.defineProperty(pane, name, { get });
    pane.getBoundingClientRect = () => ({ top: 0, bottom: 100 }) as DOMRect;
    for (const li of pane.querySelectorAll("li"))
      li.getBoundingClientRect = () => row(Number(li.getAttribute("data-top")) - scrolled) as DOMRect;
    fireEvent.scroll(pane);
    expect(pane.getAttribute("data-cut")).toBe("");
    expect(pane.style.getPropertyValue("--cut")).toBe("20px");
    // where less shows there is no room for words
    scrolled = 5;
    fireEvent.scroll(pane);
    expect([pane.getAttribute("data-cut"), pane.style.getPropertyValue("--cut")]).toEqual(["", "25px"]);
    scrolled = -1;
    fireEvent.scroll(pane);
    expect([pane.getAttribute("data-cut"), pane.style.getPropertyValue("--cut")]).toEqual(["thin", "19px"]);
    scrolled = 20;
    fireEvent.scroll(pane);
    expect(pane.hasAttribute("data-cut")).toBe(false);
  });
});
