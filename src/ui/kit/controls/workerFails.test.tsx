import { act, renderHook, waitFor } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { useLog } from "@/ui/measure/import/useLog";
import { useSquared } from "@/ui/drawing/photos/useSquared";

const made: BrokenWorker[] = [];
/** A worker whose script cannot be loaded: it takes every message and never answers. */
class BrokenWorker {
  onerror: (() => void) | null = null;
  terminate = vi.fn();
  postMessage = vi.fn();
  addEventListener = vi.fn();
  removeEventListener = vi.fn();
  constructor() {
    made.push(this);
  }
}

describe("a worker whose script cannot be loaded", () => {
  beforeEach(() => {
    made.length = 0;
    vi.stubGlobal("Worker", BrokenWorker);
  });

  it("ends the reading of a log with what failed, and the file can be dropped again", async () => {
    const { result } = renderHook(() => useLog({}));
    void act(() => void result.current.open(new Blob(["a,b"]), "run.csv"));
    expect(result.current.state).toMatchObject({ step: "reading", name: "run.csv" });
    await act(async () => {
      made[0]?.onerror?.();
      await Promise.resolve();
    });
    await waitFor(() =>
      expect(result.current.state).toMatchObject({
        step: "empty",
        problem: { code: "log-worker", message: "run.csv: Reading the log failed." },
      }),
    );
    void act(() => void result.current.open(new Blob(["a,b"]), "run.csv"));
    expect(made).toHaveLength(2);
    expect(result.current.state.step).toBe("reading");
  });

  it("says of a photo that it could not be straightened", async () => {
    vi.stubGlobal("fetch", () => Promise.resolve({ blob: () => Promise.resolve(new Blob(["x"])) }));
    const corners = [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ] as const;
    const squaring = { corners, known: null, opacity: 1 } as unknown as Parameters<typeof useSquared>[1];
    const base = { widthMm: 356, depthMm: 246 };
    const { result } = renderHook(() => useSquared(7, squaring, base, "case"));
    await act(async () => {
      made[0]?.onerror?.();
      await Promise.resolve();
    });
    await waitFor(() => expect(result.current.why).toBe("The photo could not be straightened. Try again."));
    expect(result.current.photo).toBeNull();
  });
});
