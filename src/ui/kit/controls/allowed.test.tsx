import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import type { Right, Role } from "@/core/workshop/trust";
import { Allowed, useMay } from "./Allowed";
import { Places } from "./Places";
import { SignedIn } from "./signedIn";

const user = userEvent.setup();
const as = (role: Role | null, shown: React.ReactNode) =>
  render(
    <SignedIn value={role ? { as: "person", person: "AB", role } : { as: "local", person: null, role: null }}>
      {shown}
    </SignedIn>,
  );

describe("what a role may not", () => {
  it.each([
    [null, "manage", true],
    ["technician", "manage", true],
    ["learner", "work", true],
    ["learner", "close", false],
    ["desk", "work", false],
  ] as const)("%s, %s: %s, and its form rests with who does it", async (role, right: Right, may) => {
    const pressed = vi.fn();
    as(
      role,
      <Allowed right={right}>
        <button type="button" onClick={pressed}>
          Close the job
        </button>
      </Allowed>,
    );
    await user.click(screen.getByRole("button"));
    expect([pressed.mock.calls.length, screen.queryByRole("note") === null]).toEqual(may ? [1, true] : [0, false]);
  });

  it("is said once where it is said beside it", () => {
    const May = () => <p>{useMay("close") ? "may" : "may not"}</p>;
    as(
      "learner",
      <>
        <May />
        <Allowed right="close" quiet>
          <input aria-label="Note" />
        </Allowed>
      </>,
    );
    expect(screen.getByText("may not")).toBeTruthy();
    expect(screen.queryByRole("note")).toBeNull();
    expect(screen.getByLabelText("Note").closest("fieldset")).toHaveProperty("disabled", true);
  });

  it.each([
    ["technician", true],
    ["learner", false],
    ["desk", false],
  ] as const)("%s finds the settings among the places: %s", async (role, found) => {
    as(role, <Places wide={false} />);
    await user.click(screen.getByRole("button", { name: "Places" }));
    const menu = await screen.findByRole("menu");
    expect(within(menu).getByRole("menuitem", { name: "Due" })).toBeTruthy();
    for (const name of ["Settings", "Bench network"])
      expect(within(menu).queryByRole("menuitem", { name }) !== null).toBe(found);
  });
});
