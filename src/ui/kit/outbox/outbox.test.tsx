import "fake-indexeddb/auto";
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { openDB } from "idb";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Entry } from "@/core/handwork/service";
import { serverAnswers } from "@/testing/screen";
import { OutboxSign } from "./OutboxSign";
import type * as Shared from "./outbox";

const entry = (id: string, more: Partial<Entry> = {}): Entry => ({
  id,
  at: "2031-01-01T00:00:00.000Z",
  stage: "open",
  step: "open:off",
  act: "done",
  value: "",
  reason: "",
  ...more,
});
const answer = (entries: Entry[], refused: { id: string; why: string }[] = []) => ({
  ok: true,
  value: { entries, refused, aside: 0 },
});

let outbox: typeof Shared;
beforeEach(async () => {
  const { IDBFactory } = await import("fake-indexeddb");
  vi.stubGlobal("indexedDB", new IDBFactory());
  vi.resetModules();
  outbox = await import("./outbox");
});

describe("what this device has not handed over", () => {
  it("waits in the order in which it was done, whatever the clock said, by job", async () => {
    await outbox.storeOnDevice(1, entry("c", { at: "2031-01-01T00:00:09.000Z" }));
    await outbox.storeOnDevice(2, entry("x"));
    await outbox.storeOnDevice(1, entry("a", { at: "2031-01-01T00:00:01.000Z" }));
    expect((await outbox.onDevice(1)).map((e) => e.id)).toEqual(["c", "a"]);
    expect((await outbox.allOnDevice()).waiting.map((e) => [e.jobId, e.id])).toEqual([
      [1, "c"],
      [2, "x"],
      [1, "a"],
    ]);
  });

  it("is sent in that order and leaves once the server has it; asked twice at once it is sent once", async () => {
    await outbox.storeOnDevice(1, entry("a"));
    await outbox.storeOnDevice(1, entry("b"));
    const { sent } = serverAnswers(answer([entry("a", { seq: 1 }), entry("b", { seq: 2 })]));
    const [one, other] = await Promise.all([outbox.deliver(1), outbox.deliver(1)]);
    expect(sent.map((s) => (s.body as { entries: Entry[] }).entries.map((e) => e.id))).toEqual([["a", "b"]]);
    expect(one).toBe(other);
    expect(await outbox.onDevice(1)).toEqual([]);
  });

  it("the journal the server gave back is kept by job, for pages of before; the oldest of many go", async () => {
    expect(await outbox.placedOnDevice(1)).toEqual([]);
    await outbox.storeOnDevice(1, entry("a"));
    serverAnswers(answer([entry("z", { seq: 1 }), entry("a", { seq: 2 })]));
    await outbox.deliver(1);
    expect((await outbox.placedOnDevice(1)).map((e) => e.id)).toEqual(["z", "a"]);
    expect(await outbox.placedOnDevice(2)).toEqual([]);
    const now = vi.spyOn(Date, "now");
    for (let job = 2; job <= 41; job++) {
      now.mockReturnValue(4e12 + job);
      await outbox.storeOnDevice(job, entry(`j${job}`));
      serverAnswers(answer([entry(`j${job}`)]));
      await outbox.deliver(job);
    }
    now.mockRestore();
    expect(await outbox.placedOnDevice(1)).toEqual([]);
    expect((await outbox.placedOnDevice(2)).map((e) => e.id)).toEqual(["j2"]);
  });

  it("stays while the server cannot be reached", async () => {
    await outbox.storeOnDevice(1, entry("a"));
    serverAnswers(new Error("offline"));
    expect((await outbox.deliver(1)).ok).toBe(false);
    expect((await outbox.onDevice(1)).map((e) => e.id)).toEqual(["a"]);
  });

  it("one that is refused is laid apart with why, and bars no other", async () => {
    for (const id of ["a", "bad", "b"]) await outbox.storeOnDevice(1, entry(id));
    serverAnswers(answer([entry("a"), entry("b")], [{ id: "bad", why: "There is no such step." }]));
    expect((await outbox.deliver(1)).ok).toBe(true);
    const here = await outbox.allOnDevice();
    expect([here.waiting, here.refused.map((r) => [r.id, r.jobId, r.why])]).toEqual([
      [],
      [["bad", 1, "There is no such step."]],
    ]);
    await outbox.dropRefused(["bad"]);
    expect((await outbox.allOnDevice()).refused).toEqual([]);
  });

  it("of earlier versions is carried over, by the only order they knew", async () => {
    const old = await openDB("ovrant-journal", 1, {
      upgrade: (db) => void db.createObjectStore("outbox", { keyPath: "id" }),
    });
    await old.put("outbox", { ...entry("second", { at: "2031-01-01T00:00:02.000Z" }), jobId: 4 });
    await old.put("outbox", { ...entry("zfirst", { at: "2031-01-01T00:00:01.000Z" }), jobId: 4 });
    old.close();
    expect((await outbox.onDevice(4)).map((e) => e.id)).toEqual(["zfirst", "second"]);
  });
});

describe("the sign on every page", () => {
  it("sends what waits from wherever one is, and goes when all of it has arrived", async () => {
    const shared = await import("./outbox");
    const { OutboxSign: Sign } = await import("./OutboxSign");
    await shared.storeOnDevice(7, entry("a"));
    const { sent } = serverAnswers(new Error("offline"), answer([entry("a", { seq: 1 })]));
    render(<Sign />);
    expect(await screen.findByRole("button", { name: "1 step not sent yet" })).toBeTruthy();
    window.dispatchEvent(new Event("online"));
    await vi.waitFor(() => expect(screen.queryByRole("button")).toBeNull());
    expect(sent.map((s) => s.url)).toEqual(["/api/jobs/7/journal", "/api/jobs/7/journal"]);
  });

  it("tells what was refused until it is dropped", async () => {
    const { OutboxSign: Sign } = await import("./OutboxSign");
    const shared = await import("./outbox");
    await shared.storeOnDevice(7, entry("bad"));
    serverAnswers(answer([], [{ id: "bad", why: "There is no such step." }]));
    render(<Sign />);
    const user = userEvent.setup();
    await user.click(await screen.findByRole("button", { name: /1 refused/ }));
    expect(await screen.findByText("There is no such step.", { exact: false })).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Drop what was refused" }));
    await vi.waitFor(async () => expect((await shared.allOnDevice()).refused).toEqual([]));
  });

  it("is not there while nothing waits", () => {
    serverAnswers(answer([]));
    render(<OutboxSign />);
    expect(screen.queryByRole("button")).toBeNull();
  });
});

describe("steps of more than one hand on a bench of the network", () => {
  it("go out under who did them alone: what another did waits until that one signs in", async () => {
    const who = await import("@/ui/kit/controls/who");
    who.setSignedInHere("KW");
    const { sent } = serverAnswers(answer([entry("b", { who: "KW" })]));
    await outbox.storeOnDevice(1, entry("a", { who: "HM" }));
    await outbox.storeOnDevice(1, entry("b", { who: "KW" }));
    expect(await outbox.deliver(1)).toMatchObject({ ok: true, value: { left: [{ id: "a" }] } });
    expect(sent.map((s) => s.body)).toEqual([{ entries: [entry("b", { who: "KW" })], as: "KW" }]);
    expect((await outbox.onDevice(1)).map((e) => e.id)).toEqual(["a"]);
  });

  it("a page of another time learns who is signed in now, and sends that one's", async () => {
    const who = await import("@/ui/kit/controls/who");
    who.setSignedInHere("HM");
    const other = { code: "other-hand", message: "KW is signed in.", action: "", fields: { as: "KW" } };
    const { sent } = serverAnswers({ ok: false, problem: other }, answer([entry("b", { who: "KW" })]));
    await outbox.storeOnDevice(1, entry("a", { who: "HM" }));
    await outbox.storeOnDevice(1, entry("b", { who: "KW" }));
    await outbox.deliver(1);
    expect(sent.map((s) => (s.body as { as: string; entries: Entry[] }).entries.map((e) => e.id))).toEqual([
      ["a"],
      ["b"],
    ]);
    expect(who.signedInHere()).toBe("KW");
    expect((await outbox.onDevice(1)).map((e) => e.id)).toEqual(["a"]);
  });
});
