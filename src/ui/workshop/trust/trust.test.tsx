import { act, fireEvent, render as rendered, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { SWRConfig } from "swr";
import { serverAnswers } from "@/testing/screen";
import type { NetworkView, Tag } from "@/core/workshop/trust";
import { LockButton, lockBench, SignedIn, useSignedIn } from "@/ui/kit/controls/signedIn";
import { Allowed } from "@/ui/kit/controls/Allowed";
import { WhoPicker } from "@/ui/kit/controls/WhoPicker";
import { OwnerLink } from "@/ui/record/report/OwnerLink";
import {
  isLockedHere,
  lockHere,
  onLockChange,
  openHere,
  openedHere,
  owesLock,
  setOwesLock,
} from "@/ui/kit/controls/deviceLock";
import { AuditScreen } from "./AuditScreen";
import { DeviceLock } from "./DeviceLock";
import { JoinScreen } from "./JoinScreen";
import { LockedScreen } from "./LockedScreen";
import { NetworkScreen } from "./NetworkScreen";
import { OwnPinScreen } from "./OwnPinScreen";

const user = userEvent.setup();
/** With nothing remembered of the test before. */
const render = (shown: React.ReactNode) =>
  rendered(<SWRConfig value={{ provider: () => new Map() }}>{shown}</SWRConfig>);
const assign = vi.fn();
const kept = vi.hoisted(() => ({ opensHere: vi.fn(), savedTags: vi.fn() }));
vi.mock("./deviceTags", () => ({
  ...kept,
  saveTag: () => Promise.resolve(),
  retainTags: () => Promise.resolve(),
  forgetBench: () => Promise.resolve(),
}));
const stillIn = vi.hoisted(() => vi.fn<(person: string | null) => void>());
vi.mock("@/ui/kit/controls/stillIn", async (real) => ({ ...(await real<object>()), useStillIn: stillIn }));
beforeEach(() => {
  assign.mockClear();
  stillIn.mockClear();
  // what one test did not ask for is no answer to the next
  kept.opensHere.mockReset();
  kept.savedTags.mockReset();
  window.localStorage.clear();
  vi.stubGlobal("location", { ...window.location, assign, origin: "http://bench.test", pathname: "/jobs/3/strip" });
});

const tag = (id: number, initials: string, role: Tag["role"], rests = false): Tag => ({
  id,
  initials,
  role,
  epoch: 1,
  rests,
});
const tags = [tag(1, "HM", "technician"), tag(2, "TB", "technician", true), tag(3, "KW", "learner")];
const run = { runId: 4, tag: "LR-08", phase: "load", remainingS: 260, hotC: 78.6 };
const wrong = { ok: false, problem: { code: "wrong-pin", message: "That is not this tag's PIN.", action: "4 more." } };

describe("joining", () => {
  it("counts the words, shows them when asked, and goes on where the passphrase is right", async () => {
    const { sent } = serverAnswers({ ok: true, value: null });
    render(<JoinScreen digits="4712" ready />);
    expect(screen.getByRole("img").getAttribute("aria-label")).toContain("47 12");
    await user.type(screen.getByLabelText("Workshop passphrase"), "ba be bi");
    expect(screen.getByText("3 of 6 words")).toBeTruthy();
    expect(screen.getByLabelText("Workshop passphrase")).toHaveProperty("type", "password");
    await user.click(screen.getByRole("button", { name: "Show" }));
    expect(screen.getByLabelText("Workshop passphrase")).toHaveProperty("type", "text");
    await user.type(screen.getByLabelText("Name of this bench"), "Bench 3");
    await user.click(screen.getByRole("button", { name: /Join the workshop/ }));
    expect(sent[0]?.body).toEqual({ passphrase: "ba be bi", name: "Bench 3" });
    expect(assign).toHaveBeenCalledWith("/locked");
  });

  it("is not offered where no passphrase was set", () => {
    render(<JoinScreen digits="4712" ready={false} />);
    expect(screen.getByRole("button", { name: /Join the workshop/ })).toHaveProperty("disabled", true);
    expect(screen.getByRole("status").textContent).toMatch(/No passphrase was set/);
  });
});

describe("the locked bench", () => {
  it("opens at the fourth digit, where its person left off; a wrong PIN empties the holes", async () => {
    const { sent } = serverAnswers({ ok: true, value: [] }, wrong, { ok: true, value: { missed: null } });
    render(<LockedScreen tags={tags} runs={[]} back="/jobs/3/strip" />);
    fireEvent.keyDown(document.body, { key: "1" });
    expect(await screen.findByText("HM, your PIN")).toBeTruthy();
    for (const key of ["4", "7", "1"]) fireEvent.keyDown(document.body, { key });
    expect(screen.getByLabelText("3 digits given")).toBeTruthy();
    fireEvent.keyDown(document.body, { key: "Backspace" });
    expect(screen.getByLabelText("2 digits given")).toBeTruthy();
    for (const key of ["1", "3"]) await user.click(screen.getByRole("button", { name: key }));
    expect(await screen.findByText(/That is not this tag's PIN/)).toBeTruthy();
    expect(screen.getByLabelText("0 digits given")).toBeTruthy();
    for (const key of ["4", "7", "1", "2"]) await user.click(screen.getByRole("button", { name: key }));
    expect(sent.filter((s) => s.url.endsWith("signin")).map((s) => s.body)).toEqual([
      { person: 1, pin: "4713" },
      { person: 1, pin: "4712" },
    ]);
    expect(assign).toHaveBeenCalledWith("/jobs/3/strip");
  });

  it("tells of wrong PINs that were given meanwhile before it opens", async () => {
    const missed = { count: 3, lastMs: Date.UTC(2031, 2, 4, 9, 42), bench: "Bench 2" };
    vi.stubGlobal("fetch", (url: string) =>
      Promise.resolve({ json: () => Promise.resolve({ ok: true, value: url.endsWith("signin") ? { missed } : [] }) }),
    );
    render(<LockedScreen tags={tags} runs={[]} back="/" />);
    fireEvent.keyDown(document.body, { key: "1" });
    for (const key of ["4", "7", "1", "2"]) fireEvent.keyDown(document.body, { key });
    expect((await screen.findByRole("alert")).textContent).toMatch(
      /^3 wrong PINs were given for your tag since you signed in last, the last at Bench 2, 4 March/,
    );
    expect(assign).not.toHaveBeenCalled();
    await user.click(screen.getByRole("button", { name: /go on/ }));
    expect(assign).toHaveBeenCalledWith("/");
  });

  it("a new session owes no lock of the one before", async () => {
    serverAnswers({ ok: true, value: [] }, { ok: true, value: [] });
    setOwesLock(true);
    render(<LockedScreen tags={tags} runs={[]} back="/" />);
    fireEvent.keyDown(document.body, { key: "1" });
    for (const key of ["4", "7", "1", "2"]) fireEvent.keyDown(document.body, { key });
    await vi.waitFor(() => expect(assign).toHaveBeenCalledWith("/"));
    expect(owesLock()).toBe(false);
  });

  it("a tag that rests cannot be taken; each says what it may", () => {
    serverAnswers({ ok: true, value: [] });
    render(<LockedScreen tags={tags} runs={[]} back="/" />);
    expect(screen.getByRole("button", { name: "TB, technician, rests for a while" })).toHaveProperty("disabled", true);
    expect(screen.getByText(/a technician closes the job/)).toBeTruthy();
  });

  it("Stop needs no PIN, by hand or by its key", async () => {
    const { sent } = serverAnswers({ ok: true, value: [run] });
    render(<LockedScreen tags={tags} runs={[run]} back="/" />);
    expect(screen.getByRole("timer").textContent).toBe("4:20");
    await user.click(screen.getByRole("button", { name: /^Stop load/ }));
    fireEvent.keyDown(document.body, { key: "Escape" });
    expect(sent.filter((s) => s.url === "/api/trust/stop").map((s) => s.body)).toEqual([{ runId: 4 }, { runId: 4 }]);
  });

  it("a Stop that does not reach the server is told", async () => {
    serverAnswers(new Error("gone"));
    render(<LockedScreen tags={[]} runs={[run]} back="/" />);
    await user.click(screen.getByRole("button", { name: /^Stop load/ }));
    expect((await screen.findByRole("alert")).textContent).toMatch(/did not answer/);
    expect(screen.getByText(/No tag hangs here yet/)).toBeTruthy();
  });
});

describe("who is signed in", () => {
  const Who = () => <p>{useSignedIn().person}</p>;
  it("is told to every part of the page; the lock leads back where it was", async () => {
    serverAnswers({ ok: true, value: null });
    render(
      <SignedIn value={{ as: "person", person: "HM", role: "technician" }}>
        <Who />
        <LockButton person="HM" />
      </SignedIn>,
    );
    expect(screen.getByText("HM", { selector: "p" })).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "HM works here: lock this bench" }));
    expect(assign).toHaveBeenCalledWith("/locked?back=%2Fjobs%2F3%2Fstrip");
  });

  it("ten minutes without a touch lock the bench; a touch keeps it open", async () => {
    vi.useFakeTimers();
    const { sent } = serverAnswers({ ok: true, value: null });
    render(<SignedIn value={{ as: "person", person: "HM", role: "technician" }}>x</SignedIn>);
    await vi.advanceTimersByTimeAsync(9 * 60_000);
    fireEvent.pointerDown(window);
    await vi.advanceTimersByTimeAsync(9 * 60_000);
    expect(sent).toEqual([]);
    await vi.advanceTimersByTimeAsync(65_000);
    expect(sent[0]?.url).toBe("/api/trust/lock");
    vi.useRealTimers();
  });
});

describe("setting the network up", () => {
  const view: NetworkView = {
    hasPassphrase: true,
    digits: "0471",
    people: [tag(1, "HM", "technician"), tag(3, "KW", "learner", true)],
    benches: [{ id: 2, name: "Bench 3", joinedAt: "2031-03-04T09:02:00.000Z", lastAt: "2031-03-05T10:00:00.000Z" }],
  };

  it("a passphrase is made up and set, a tag hung, a PIN given anew, a bench sent away", async () => {
    const { sent } = serverAnswers({ ok: true, value: "babebi dodudi fafefi kokuki lalelo mimumo" }, { ok: true });
    render(<NetworkScreen view={view} />);
    expect(screen.getByLabelText("Digits 0471").textContent).toBe("04 71");
    await user.click(screen.getByRole("button", { name: "Make one up" }));
    await user.click(screen.getByRole("button", { name: "Set it" }));
    await user.type(screen.getByLabelText("Initials"), "OR");
    await user.type(screen.getByLabelText("First PIN"), "47x12");
    await user.click(screen.getByRole("button", { name: "Hang a tag" }));
    await user.click(screen.getByRole("button", { name: "Another PIN for KW" }));
    await user.type(screen.getByLabelText("PIN for KW"), "5829");
    await user.click(screen.getByRole("button", { name: "Set" }));
    await user.click(screen.getByRole("button", { name: /^KW is a/ }));
    await user.click(screen.getByRole("option", { name: "Front desk" }));
    await user.click(screen.getByRole("button", { name: "Send Bench 3 away" }));
    await user.click(screen.getByRole("button", { name: "Take tag KW away" }));
    expect(sent.map((s) => [s.method, s.url, s.body])).toEqual([
      ["GET", "/api/trust/passphrase", null],
      ["PUT", "/api/trust/passphrase", { passphrase: "babebi dodudi fafefi kokuki lalelo mimumo" }],
      ["POST", "/api/trust/people", { initials: "OR", role: "technician", pin: "4712" }],
      ["PATCH", "/api/trust/people/3", { pin: "5829" }],
      ["PATCH", "/api/trust/people/3", { role: "desk" }],
      ["DELETE", "/api/trust/benches/2", {}],
      ["DELETE", "/api/trust/people/3", {}],
    ]);
    expect(screen.getByText(/rests after wrong PINs/)).toBeTruthy();
  });

  it("what is refused is told at its field, and nothing typed is lost", async () => {
    serverAnswers({
      ok: false,
      problem: { code: "x", message: "", action: "", fields: { initials: "There is one." } },
    });
    render(<NetworkScreen view={{ ...view, people: [], benches: [], hasPassphrase: false }} />);
    await user.type(screen.getByLabelText("Initials"), "HM");
    await user.type(screen.getByLabelText("First PIN"), "4712");
    await user.click(screen.getByRole("button", { name: "Hang a tag" }));
    expect(screen.getByText("There is one.")).toBeTruthy();
    expect(screen.getByLabelText("Initials")).toHaveProperty("value", "HM");
  });
});

describe("one's own PIN", () => {
  it("is changed by the old one; a wrong one is told at its field, and then the new one signs in", async () => {
    const { sent } = serverAnswers(
      { ok: false, problem: { code: "bad-fields", message: "", action: "", fields: { old: "That is not your PIN." } } },
      { ok: true, value: null },
    );
    render(<OwnPinScreen signedIn />);
    await user.type(screen.getByLabelText("Your PIN now"), "4712");
    await user.type(screen.getByLabelText("The new one"), "58x29");
    await user.click(screen.getByRole("button", { name: "Change it" }));
    expect(screen.getByText("That is not your PIN.")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Change it" }));
    expect(sent.map((s) => s.body)).toEqual([
      { old: "4712", pin: "5829" },
      { old: "4712", pin: "5829" },
    ]);
    expect(assign).toHaveBeenCalledWith("/locked");
  });

  it("is nobody's on the machine itself", () => {
    render(<OwnPinScreen signedIn={false} />);
    expect(screen.queryByRole("button")).toBeNull();
  });
});

describe("the audit", () => {
  it("says who did what; a page that is full leads to what is older", () => {
    const line = { at: "2031-03-04T09:02:00.000Z", who: "", bench: "Bench 3", what: "joined the workshop" };
    const lines = Array.from({ length: 100 }, (_, i) => ({ ...line, id: 200 - i }));
    render(<AuditScreen lines={lines} later={false} />);
    expect(screen.getAllByText("a device")).toHaveLength(100);
    expect(screen.getByRole("link", { name: "Older" }).getAttribute("href")).toBe("/audit?before=101");
  });
  it("with nothing in it says so", () => {
    render(<AuditScreen lines={[]} later />);
    expect(screen.getByText("Nothing older.")).toBeTruthy();
  });
});

describe("a link for the owner", () => {
  it("is shown whole, with its end; what is refused is told", async () => {
    serverAnswers(
      { ok: true, value: [] },
      { ok: false, problem: { code: "bad-fields", message: "", action: "", fields: { days: "Sixty days at most." } } },
      { ok: true, value: { path: "/owner/Fe26abc", endsMs: Date.UTC(2031, 2, 18, 12) } },
    );
    render(<OwnerLink jobId={3} />);
    await user.click(screen.getByRole("button", { name: "Make a link" }));
    expect(screen.getByText("Sixty days at most.")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Make a link" }));
    expect(screen.getByLabelText("Link for the owner")).toHaveProperty("value", "http://bench.test/owner/Fe26abc");
    expect(screen.getByText(/until 18 March 2031/)).toBeTruthy();
  });
});

describe("a bench that cannot reach its server", () => {
  const signedIn = (
    <SignedIn value={{ as: "person", person: "HM", role: "technician" }} locked={<DeviceLock />}>
      <p>the step at hand</p>
    </SignedIn>
  );

  it("locks all the same: the device asks for the PIN, and opens where its person left off", async () => {
    serverAnswers(new Error("gone"));
    kept.savedTags.mockResolvedValue([tag(1, "HM", "technician")]);
    kept.opensHere.mockResolvedValueOnce({ ok: false, problem: wrong.problem });
    kept.opensHere.mockResolvedValueOnce({ ok: true, value: { initials: "HM" } });
    render(signedIn);
    expect(screen.getByText("the step at hand")).toBeTruthy();
    expect(stillIn).toHaveBeenLastCalledWith("HM");
    act(() => lockHere());
    expect(screen.queryByText("the step at hand")).toBeNull();
    expect(stillIn).toHaveBeenLastCalledWith(null);
    await user.click(await screen.findByRole("button", { name: "HM, technician" }));
    for (const key of ["1", "1", "1", "1"]) fireEvent.keyDown(document.body, { key });
    expect(await screen.findByText(/That is not this tag's PIN/)).toBeTruthy();
    for (const key of ["4", "7", "1", "2"]) fireEvent.keyDown(document.body, { key });
    expect(await screen.findByText("the step at hand")).toBeTruthy();
    expect(kept.opensHere.mock.calls.map((c) => c.slice(0, 2) as unknown)).toEqual([
      [1, "1111"],
      [1, "4712"],
    ]);
    expect(window.localStorage.getItem("ovrant-who")).toBe("HM");
    expect(assign).not.toHaveBeenCalled();
  });

  it("counts every digit, however fast they come", async () => {
    serverAnswers(new Error("gone"));
    kept.savedTags.mockResolvedValue([tag(1, "HM", "technician")]);
    kept.opensHere.mockResolvedValue({ ok: false, problem: wrong.problem });
    render(signedIn);
    act(() => lockHere());
    await user.click(await screen.findByRole("button", { name: "HM, technician" }));
    const typed = (keys: string) => {
      for (const key of keys) document.body.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true }));
    };
    // nothing is shown between them
    act(() => typed("47"));
    expect(screen.getByLabelText("2 digits given")).toBeTruthy();
    act(() => {
      typed("9");
      document.body.dispatchEvent(new KeyboardEvent("keydown", { key: "Backspace", bubbles: true }));
      typed("12999");
    });
    await screen.findByText(/That is not this tag's PIN/);
    expect(kept.opensHere.mock.calls.map((c) => c[1] as unknown)).toEqual(["4712"]);
    expect(screen.getByLabelText("0 digits given")).toBeTruthy();
  });

  it("a page kept for one person shows another what that one's role may", async () => {
    serverAnswers(new Error("gone"));
    document.documentElement.setAttribute("data-kept", "");
    kept.savedTags.mockResolvedValue([tag(5, "RS", "desk")]);
    kept.opensHere.mockResolvedValueOnce({ ok: true, value: { initials: "RS" } });
    lockHere();
    render(
      <SignedIn value={{ as: "person", person: "HM", role: "technician" }} locked={<DeviceLock />}>
        <WhoPicker />
        <Allowed right="work">
          <button type="button">The heatsink is off</button>
        </Allowed>
      </SignedIn>,
    );
    await user.click(await screen.findByRole("button", { name: /^RS/ }));
    for (const key of ["4", "7", "1", "2"]) fireEvent.keyDown(document.body, { key });
    const step = await screen.findByRole("button", { name: "The heatsink is off" });
    expect(step.closest("fieldset")).toHaveProperty("disabled", true);
    expect(screen.getByText(/the front desk looks on/)).toBeTruthy();
    expect(screen.getByRole("button", { name: /^RS works here/ })).toBeTruthy();
    document.documentElement.removeAttribute("data-kept");
  });

  it("a page it kept is locked when it was left alone for ten minutes; one from the server is not", async () => {
    kept.savedTags.mockResolvedValue([]);
    serverAnswers(new Error("gone"));
    window.localStorage.setItem("ovrant-touched", String(Date.now() - 11 * 60_000));
    document.documentElement.setAttribute("data-kept", "");
    const { unmount } = render(signedIn);
    expect(await screen.findByText(/Nobody signed in on this device/)).toBeTruthy();
    expect(screen.queryByText("the step at hand")).toBeNull();
    unmount();
    document.documentElement.removeAttribute("data-kept");
    render(signedIn);
    expect(screen.getByText("the step at hand")).toBeTruthy();
    expect(isLockedHere()).toBe(false);
  });

  it("is never open and still another's: whose it is stands before it opens, also for other pages here", () => {
    const kept = new Map<string, string>();
    const written: string[] = [];
    const store = {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => {
        written.push(key);
        kept.set(key, value);
      },
    };
    const own = vi.spyOn(window, "localStorage", "get").mockReturnValue(store as Storage);
    openHere({ person: "TB", role: "desk" });
    lockHere();
    const seen: unknown[] = [];
    const off = onLockChange(() => seen.push([isLockedHere(), openedHere()]));
    written.length = 0;
    openHere(null);
    expect(seen).toEqual([[false, ""]]);
    expect([written.at(0), written.at(-1)]).toEqual(["ovrant-opened-as", "ovrant-locked"]);
    own.mockRestore();
    off();
  });

  it("tells the server of the lock as soon as it answers, whoever opened the device meanwhile", async () => {
    vi.useFakeTimers();
    kept.savedTags.mockResolvedValue([]);
    const { sent } = serverAnswers(new Error("gone"), { ok: true, value: null });
    const { unmount } = render(signedIn);
    await act(() => lockBench());
    expect(owesLock()).toBe(true);
    // another tag opened it by itself
    act(() => openHere(null));
    await vi.advanceTimersByTimeAsync(5_100);
    expect(sent.map((s) => s.url)).toEqual(["/api/trust/lock", "/api/trust/lock"]);
    expect([owesLock(), assign.mock.calls.length]).toEqual([false, 1]);
    unmount();
    vi.useRealTimers();
  });

  it("a page the server gives to whoever was locked out meanwhile is locked first", async () => {
    const { sent } = serverAnswers({ ok: true, value: null });
    setOwesLock(true);
    render(signedIn);
    await vi.waitFor(() => expect(assign).toHaveBeenCalled());
    expect([sent[0]?.url, owesLock()]).toEqual(["/api/trust/lock", false]);
  });

  it("on Ovrant's own machine nothing locks", () => {
    lockHere();
    render(
      <SignedIn value={{ as: "local", person: null, role: null }} locked={<DeviceLock />}>
        <p>the step at hand</p>
      </SignedIn>,
    );
    expect(screen.getByText("the step at hand")).toBeTruthy();
  });

  it("goes to the server's own lock as soon as that answers", async () => {
    vi.useFakeTimers();
    kept.savedTags.mockResolvedValue([]);
    serverAnswers({ ok: false, problem: { code: "locked", message: "Locked.", action: "" } });
    lockHere();
    render(signedIn);
    await vi.advanceTimersByTimeAsync(5_100);
    // a page the server gave opens by itself; this one was locked after that
    act(() => lockHere());
    await vi.advanceTimersByTimeAsync(5_100);
    expect(assign).toHaveBeenCalledWith("/locked?back=%2Fjobs%2F3%2Fstrip");
    vi.useRealTimers();
  });
});
