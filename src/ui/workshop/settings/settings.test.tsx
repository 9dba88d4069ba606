import { act, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it, vi } from "vitest";
import { usualWorkshop, type Workshop } from "@/core/workshop/job";
import { filesSent, router, serverAnswers } from "@/testing/screen";
import { OfflineWords } from "@/ui/kit/offline/OfflineWords";
import { BackupForm } from "./BackupForm";
import { MarkForm } from "./MarkForm";
import { SettingsForm } from "./SettingsForm";

const user = userEvent.setup();
const zones = { here: "Europe/Vienna", known: ["America/Denver", "Europe/Vienna"] };
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
    render(<SettingsForm start={start} zones={zones} />);
    await user.type(screen.getByLabelText("Who works here"), "; AK  HM");
    await user.type(screen.getByLabelText("Time zone"), "America/Denver");
    await user.clear(screen.getByLabelText("No real change below, K"));
    await user.type(screen.getByLabelText("No real change below, K"), "4,5");
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
          zone: "America/Denver",
          thresholdK: "4,5",
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
    render(<SettingsForm start={start} zones={zones} />);
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
    render(<SettingsForm start={two} zones={zones} />);
    await user.click(screen.getByRole("button", { name: "Take Bench probe from the list" }));
    expect(screen.getByLabelText<HTMLInputElement>("Name of thermometer 1").value).toBe("Wall clock");
    expect(screen.queryByLabelText("Name of thermometer 2")).toBeNull();
  });
});

describe("the workshop's mark", () => {
  it("is sent as a picture; what is no picture is refused in words", async () => {
    const { sent } = filesSent();
    render(<MarkForm has={false} />);
    const logo = new File(["png"], "mark.png", { type: "image/png" });
    await user.upload(screen.getByLabelText("Choose a picture"), logo);
    expect(sent[0]).toMatchObject({ method: "PUT", url: "/api/settings/mark", body: logo });
    const problem = { code: "not-a-mark", message: "This file is not a picture.", action: "Choose a PNG." };
    await act(() => Promise.resolve(sent[0]?.answered({ ok: false, problem })));
    expect(screen.getByRole("alert").textContent).toBe("This file is not a picture. Choose a PNG.");
    expect(router.refresh).not.toHaveBeenCalled();
    await user.upload(screen.getByLabelText("Choose a picture"), logo);
    await act(() => Promise.resolve(sent[1]?.answered({ ok: true, value: null })));
    expect(router.refresh).toHaveBeenCalledTimes(1);
  });
});

describe("a back-up by its button", () => {
  it("shows how far it is and can be stopped; the last good one stays said", async () => {
    const plan = { folder: "", everyDays: 1, keep: 7, keepMonths: 6 };
    const state = {
      good: { at: "2031-03-04T10:00:00Z", file: "/b/a.db", bytes: 2e6, says: "12 machines" },
      trouble: null,
    };
    const pieces = { at: "2031-03-04T10:00:00Z", pieces: 12, bytes: 2e6, broken: 0, mended: [] };
    const asked: string[] = [];
    let end: (r: unknown) => void = () => undefined;
    vi.stubGlobal("fetch", (url: string, init?: { method?: string }) => {
      asked.push(`${init?.method ?? "GET"} ${url}`);
      const answer =
        init?.method === "POST"
          ? new Promise((done) => (end = done))
          : Promise.resolve({ ok: true, value: init?.method === "GET" ? { share: 0.25 } : null });
      return Promise.resolve({ json: () => answer });
    });
    render(<BackupForm plan={plan} state={state} folder="/b" pieces={pieces} />);
    await user.click(screen.getByRole("button", { name: "Back up now" }));
    expect(await screen.findByText("25 %")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: /^Cancel/ }));
    expect(asked).toContain("DELETE /api/backup");
    const problem = { code: "cancelled", message: "The back-up was stopped.", action: "The last good one stands." };
    await act(() => Promise.resolve(end({ ok: false, problem })));
    expect(screen.getByRole("alert").textContent).toContain("The back-up was stopped.");
    expect(document.body.textContent).toContain("2.0 MB: 12 machines");
    expect(document.body.textContent).toContain("12 logs, readings, photos and documents, 2 MB: each as it was.");
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
