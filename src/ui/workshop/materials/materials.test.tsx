import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { PASTES } from "@/core/handwork/paste";
import type { Lot, Shelf } from "@/core/workshop/stock";
import { router, serverAnswers } from "@/testing/screen";
import { LotDialog } from "./LotDialog";
import { ShelfScreen } from "./ShelfScreen";

const user = userEvent.setup();

const lot = (more: Partial<Lot>): Lot => ({
  id: 1,
  kind: "paste",
  name: "Grey paste",
  lot: "2207",
  amount: 4,
  used: 1,
  price: 9,
  boughtOn: "2031-01-01",
  openedOn: "2031-02-01",
  archived: false,
  bestBefore: "2032-01-01",
  paste: PASTES[0] ?? null,
  pad: null,
  ...more,
});

const shelf = (more: Partial<Shelf>): Shelf => ({
  lots: [],
  past: [],
  sheets: [],
  bookings: [],
  cutting: null,
  cost: 0,
  today: "2031-06-01",
  ...more,
});

describe("the shelf", () => {
  it("says what is left of each lot, and flags what is low or past its date", () => {
    render(
      <ShelfScreen
        shelf={shelf({
          lots: [
            lot({}),
            lot({ id: 2, name: "Old paste", bestBefore: "2031-05-01" }),
            lot({ id: 3, kind: "swab", name: "Swabs", amount: 200, used: 190, paste: null, bestBefore: null }),
          ],
        })}
      />,
    );
    expect(screen.getByRole("article", { name: "Grey paste" }).textContent).toContain("3.00 g left");
    expect(screen.getByRole("article", { name: "Old paste" }).textContent).toContain("past its date");
    expect(screen.getByRole("article", { name: "Swabs" }).textContent).toMatch(/10 left of 200/);
    expect(screen.getByText("To buy:").parentElement?.textContent).toMatch(/Old paste.*Swabs/);
  });

  it("an empty one says so", () => {
    render(<ShelfScreen shelf={shelf({})} />);
    expect(screen.getByRole("heading", { level: 1 }).textContent).toContain("Nothing is on the shelf yet.");
  });

  it("who used how much of a lot is a table, the newest first, sorted by what is asked", async () => {
    const uses = [
      { job: "LR-10", at: "2031-04-01", amount: 0.6 },
      { job: "LR-2", at: "2031-03-01", amount: 0.4 },
    ];
    serverAnswers({ ok: true, value: uses });
    render(<ShelfScreen shelf={shelf({ lots: [lot({})] })} />);
    const used = screen.getByText("Used by").closest("details") as HTMLDetailsElement;
    used.open = true;
    used.dispatchEvent(new Event("toggle"));
    const table = await screen.findByRole("table", { name: "What each job used of Grey paste", hidden: true });
    // counted back from the 3 g that are left now
    expect(
      within(table)
        .getAllByRole("row", { hidden: true })
        .map((r) => r.lastElementChild?.textContent),
    ).toEqual(["Left", "3.00 g", "3.60 g"]);
    const jobs = () =>
      within(table)
        .getAllByRole("row", { hidden: true })
        .slice(1)
        .map((r) => r.firstElementChild?.textContent);
    expect(jobs()).toEqual(["LR-10", "LR-2"]);
    await user.click(within(table).getByRole("button", { name: "Job", hidden: true }));
    expect(jobs()).toEqual(["LR-2", "LR-10"]);
  });

  it("a lot is archived, and put back from the line that says so", async () => {
    const { sent } = serverAnswers({ ok: true, value: null });
    render(<ShelfScreen shelf={shelf({ lots: [lot({})] })} />);
    await user.click(screen.getByRole("button", { name: "Archive Grey paste, lot 2207" }));
    const line = await screen.findByText(/is archived/);
    await user.click(within(line).getByRole("button", { name: "Put it back" }));
    expect(sent.map((s) => (s.body as { retired: boolean }).retired)).toEqual([true, false]);
    expect(router.refresh).toHaveBeenCalledTimes(2);
  });
});

describe("an act that is refused", () => {
  it("is said, and the lot stays where it is", async () => {
    serverAnswers({
      ok: false,
      problem: { code: "x", message: "There is no such lot.", action: "Load the page again." },
    });
    render(<ShelfScreen shelf={shelf({ lots: [lot({})] })} />);
    await user.click(screen.getByRole("button", { name: "Archive Grey paste, lot 2207" }));
    expect((await screen.findByRole("alert")).textContent).toBe("There is no such lot. Load the page again.");
    expect(screen.queryByText(/is archived/)).toBeNull();
  });
});

describe("a new lot", () => {
  const open = () => {
    const onKept = vi.fn();
    render(<LotDialog open onClose={() => undefined} onKept={onKept} />);
    return { onKept, dialog: screen.getByRole("dialog") };
  };

  it("of paste takes its like from the five kinds, and its name where none is given", async () => {
    const { sent } = serverAnswers({ ok: true, value: { id: 1 } });
    const { onKept, dialog } = open();
    await user.click(within(dialog).getByRole("button", { name: /^Like/ }));
    await user.click(screen.getByRole("option", { name: /Thick paste/ }));
    await user.type(within(dialog).getByLabelText("Amount, g"), "3");
    await user.click(within(dialog).getByRole("button", { name: "Put it on the shelf" }));
    expect(sent[0]?.body).toMatchObject({ kind: "paste", amount: "3", name: PASTES[1]?.name, paste: PASTES[1]?.name });
    expect(onKept).toHaveBeenCalledOnce();
  });

  it("of pads asks for the size of its sheets", async () => {
    const { sent } = serverAnswers({ ok: true, value: { id: 1 } });
    const { dialog } = open();
    expect(within(dialog).queryByLabelText("Sheet width, mm")).toBeNull();
    await user.click(within(dialog).getByRole("button", { name: /^What it is/ }));
    await user.click(screen.getByRole("option", { name: "Pad sheet" }));
    await user.type(within(dialog).getByLabelText("Thickness, mm"), "1.5");
    await user.type(within(dialog).getByLabelText("Sheets"), "2");
    await user.click(within(dialog).getByRole("button", { name: "Put it on the shelf" }));
    expect(sent[0]?.body).toMatchObject({ kind: "pad", thicknessMm: "1.5", softness: "soft", widthMm: null });
  });

  it("what is refused stands at its field, and nothing typed is lost", async () => {
    serverAnswers({
      ok: false,
      problem: { code: "bad-fields", message: "", action: "", fields: { amount: "Say how much it is." } },
    });
    const { onKept, dialog } = open();
    await user.type(within(dialog).getByLabelText("Lot number"), "B7");
    await user.click(within(dialog).getByRole("button", { name: "Put it on the shelf" }));
    expect((await within(dialog).findByRole("alert")).textContent).toBe("Say how much it is.");
    expect(within(dialog).getByLabelText<HTMLInputElement>("Lot number").value).toBe("B7");
    expect(onKept).not.toHaveBeenCalled();
  });
});
