import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it, vi } from "vitest";
import { usualWorkshop, type Workshop } from "@/core/job";
import { router, serverAnswers } from "@/testing/screen";
import { OfflineWords } from "@/ui/offline/OfflineWords";
import { SettingsForm } from "./SettingsForm";

const user = userEvent.setup();
const start: Workshop = {
  ...usualWorkshop,
  name: "Lantern Row",
  people: ["HM"],
  thermometers: [{ name: "Bench probe", highK: 0.4 }],
};

describe("the workshop's settings", () => {
  it("are sent as they stand on screen, and what was kept is shown", async () => {
    const kept = { ...start, people: ["HM", "AK"], thermometers: [{ name: "Bench probe", highK: 0.4 }] };
    const { sent } = serverAnswers({ ok: true, value: kept });
    render(<SettingsForm start={start} />);
    await user.type(screen.getByLabelText("Who works here"), "; AK  HM");
    await user.click(screen.getByRole("button", { name: /^Money/ }));
    await user.click(screen.getByRole("option", { name: "GBP" }));
    await user.click(screen.getByRole("button", { name: /Add a thermometer/ }));
    await user.type(screen.getByLabelText("Name of thermometer 2"), "Wall clock");
    await user.clear(screen.getByLabelText("How much thermometer 2 shows too much, K"));
    await user.type(screen.getByLabelText("How much thermometer 2 shows too much, K"), "\u22121,2");
    await user.click(screen.getByRole("button", { name: /Keep these settings/ }));
    expect(await screen.findByText("Kept")).toBeTruthy();
    expect(sent).toEqual([
      {
        url: "/api/settings",
        method: "PUT",
        body: {
          name: "Lantern Row",
          currency: "GBP",
          language: "en",
          unit: "C",
          people: ["HM", "AK", "HM"],
          thermometers: [
            { name: "Bench probe", highK: "0.4" },
            { name: "Wall clock", highK: "-1,2" },
          ],
        },
      },
    ]);
    expect(screen.queryByLabelText("Name of thermometer 2")).toBeNull();
    expect(router.refresh).toHaveBeenCalledTimes(1);
  });

  it("that are refused say so at their field, and nothing typed is lost", async () => {
    const fields = { name: "Keep the name under 60 characters.", "thermometers.0.highK": "Between \u221210 and 10." };
    serverAnswers({ ok: false, problem: { code: "bad-fields", message: "x", action: "y", fields } });
    render(<SettingsForm start={start} />);
    const high = screen.getByLabelText("How much thermometer 1 shows too much, K");
    await user.clear(high);
    await user.type(high, "40{Enter}");
    expect((await screen.findAllByRole("alert")).map((a) => a.textContent)).toEqual([
      "Keep the name under 60 characters.",
      "Between \u221210 and 10.",
    ]);
    expect(screen.getByLabelText<HTMLInputElement>("How much thermometer 1 shows too much, K").value).toBe("40");
    expect(screen.queryByText("Kept")).toBeNull();
  });

  it("lose the thermometer that is taken from the list, and no other", async () => {
    const two = { ...start, thermometers: [...start.thermometers, { name: "Wall clock", highK: 0 }] };
    render(<SettingsForm start={two} />);
    await user.click(screen.getByRole("button", { name: "Take Bench probe from the list" }));
    expect(screen.getByLabelText<HTMLInputElement>("Name of thermometer 1").value).toBe("Wall clock");
    expect(screen.queryByLabelText("Name of thermometer 2")).toBeNull();
  });
});

describe("what a device does without the server", () => {
  afterEach(() => vi.unstubAllGlobals());
  it("is told as it is: kept pages where the browser allows them, the open page elsewhere", () => {
    vi.stubGlobal("navigator", { serviceWorker: {} });
    const { unmount } = render(<OfflineWords />);
    expect(screen.getByText(/keeps the bench and the jobs opened on it/)).toBeTruthy();
    unmount();
    vi.stubGlobal("navigator", {});
    render(<OfflineWords />);
    expect(screen.getByText(/keeps no pages at this address/)).toBeTruthy();
  });
});
