import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { broughtBy, SCHOOLS, usualProcedure, WAY_PLACES, type Brought, type Procedure } from "@/core/handwork/service";
import { router, serverAnswers } from "@/testing/screen";
import { ProcedureScreen } from "./ProcedureScreen";

const user = userEvent.setup();
const none = Object.fromEntries(WAY_PLACES.map((w) => [w.key, [] as Brought[]])) as Record<keyof Procedure, Brought[]>;
const given = { procedure: usualProcedure, own: {}, brought: none };

describe("the workshop's ways on their pipes", () => {
  it("every question hangs there once, with each of its schools, ours marked and chosen", () => {
    render(<ProcedureScreen {...given} />);
    expect([...WAY_PLACES.map((w) => w.key)].sort()).toEqual(Object.keys(SCHOOLS).sort());
    for (const { key } of WAY_PLACES) {
      const group = screen.getByRole("group", { name: SCHOOLS[key].question });
      expect(within(group).getAllByRole("radio")).toHaveLength(SCHOOLS[key].options.length);
      expect(within(group).getAllByText("ours")).toHaveLength(1);
      const chosen = within(group).getByRole<HTMLInputElement>("radio", { checked: true });
      expect(chosen.value).toBe(String(usualProcedure[key]));
    }
    expect(screen.getByRole("heading", { level: 1 }).textContent).toContain("All ways are ours so far.");
  });

  it("one of its own is sent with its reason; what is refused is said", async () => {
    const refused = { code: "bad-fields", message: "x", action: "y", fields: { why: "Write why this is your way." } };
    const { sent } = serverAnswers({ ok: false, problem: refused }, { ok: true, value: null });
    render(<ProcedureScreen {...given} />);
    await user.keyboard("n");
    await user.keyboard("2");
    await user.keyboard("{Enter}");
    expect((await screen.findByRole("alert")).textContent).toBe("Write why this is your way.");
    await user.type(screen.getByLabelText("Why this is your way"), "Lint in everything{Enter}");
    expect(await screen.findByText("Kept")).toBeTruthy();
    expect(sent.at(-1)).toMatchObject({
      url: "/api/ways",
      body: { key: "fans", value: "always-out", why: "Lint in everything", who: "" },
    });
    expect(router.refresh).toHaveBeenCalledTimes(1);
  });

  it("says whose an own way is and since when, and takes ours back by its key", async () => {
    const { sent } = serverAnswers({ ok: true, value: null });
    const own = { loosen: { why: "All sprung here", who: "HM", since: "2031-03-03" } };
    render(<ProcedureScreen {...given} procedure={{ ...usualProcedure, loosen: "any" }} own={own} />);
    expect(screen.getByRole("heading", { level: 1 }).textContent).toContain("1 of 9 ways is your own.");
    expect(screen.getByText("Yours: All sprung here")).toBeTruthy();
    expect(screen.getByText(/your own since 3 March 2031/)).toBeTruthy();
    expect(screen.getByText("Written by HM")).toBeTruthy();
    await user.keyboard("o");
    expect(sent[0]?.body).toMatchObject({ key: "loosen", value: "reverse" });
  });

  it("what each school brought stands beside it once there are jobs enough to tell", () => {
    const jobs = (value: string, ...changes: number[]) => changes.map((changeK) => ({ value, changeK }));
    const brought = broughtBy([...jobs("reverse", -4, -6, -5), ...jobs("any", -9)]);
    const { unmount } = render(<ProcedureScreen {...given} brought={{ ...none, loosen: brought }} />);
    expect(screen.getByRole("img").getAttribute("aria-label")).toMatch(/^reverse, 3 jobs: −5\.0\sK, −5\.9 to −4\.1$/);
    expect(screen.getByText("any: too few jobs to tell")).toBeTruthy();
    unmount();
    render(<ProcedureScreen {...given} />);
    expect(screen.getByText("too few jobs to tell")).toBeTruthy();
  });
});
