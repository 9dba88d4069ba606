import "fake-indexeddb/auto";
import { renderHook, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Entry } from "@/core/handwork/service";
import { serverAnswers } from "@/testing/screen";
import type * as Outbox from "@/ui/kit/outbox/outbox";
import type * as Journal from "./useJournal";

const entry = (id: string): Entry => ({
  id,
  at: "2031-01-01T00:00:00.000Z",
  stage: "open",
  step: `open:${id}`,
  act: "done",
  value: "",
  reason: "",
});
const answer = (...ids: string[]) => ({ ok: true, value: { entries: ids.map(entry), refused: [], aside: 0 } });
const ids = (entries: readonly Entry[]) => entries.map((e) => e.id);

let outbox: typeof Outbox;
let useJournal: typeof Journal.useJournal;
beforeEach(async () => {
  const { IDBFactory } = await import("fake-indexeddb");
  vi.stubGlobal("indexedDB", new IDBFactory());
  vi.resetModules();
  outbox = await import("@/ui/kit/outbox/outbox");
  ({ useJournal } = await import("./useJournal"));
});
afterEach(() => document.documentElement.removeAttribute("data-kept"));

/** What this device did and handed over, and what it did since while the server was away. */
async function deviceDid(handedOver: string[], since: string[]): Promise<void> {
  for (const id of handedOver) await outbox.storeOnDevice(1, entry(id));
  serverAnswers(answer("before", ...handedOver));
  await outbox.deliver(1);
  for (const id of since) await outbox.storeOnDevice(1, entry(id));
}

describe("the journal of a page this device kept", () => {
  it("holds what was handed over after the page was kept, and what waits", async () => {
    await deviceDid(["a", "b"], ["c"]);
    serverAnswers(new Error("away"));
    document.documentElement.setAttribute("data-kept", "");
    const { result } = renderHook(() => useJournal(1, [entry("before")]));
    await waitFor(() => expect(ids(result.current.entries)).toEqual(["before", "a", "b", "c"]));
    await waitFor(() => expect(result.current.waiting).toBe(1));
  });

  it("of a page the server gave goes by the server: what was taken back there does not come back", async () => {
    await deviceDid(["a", "b"], []);
    const { result } = renderHook(() => useJournal(1, [entry("before"), entry("a")]));
    await new Promise((r) => setTimeout(r, 20));
    expect(ids(result.current.entries)).toEqual(["before", "a"]);
  });
});
