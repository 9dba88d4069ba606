import { act, renderHook } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { PastedFace, Paste, Pressing, SqueezeRun, SqueezeSetup, Suggestion } from "@/core/handwork/paste";
import { useSuggestion, useTrial } from "./useTrial";

/** What a trial was asked, answered by hand: the share of work done and its end come by ports of their own. */
interface Asked {
  onShare: (share: number) => void;
  ends: (value: unknown) => void;
}
const asked: Asked[] = [];
const ask = (onShare: (share: number) => void): Promise<unknown> =>
  new Promise((ends) => asked.push({ onShare, ends }));

vi.mock("comlink", () => ({
  proxy: (f: unknown) => f,
  wrap: () => ({
    run: (_setup: SqueezeSetup, onShare: (s: number) => void) => ask(onShare),
    suggest: (_face: unknown, _paste: unknown, _pressing: unknown, onShare: (s: number) => void) => ask(onShare),
  }),
}));
class Silent {
  onerror = null;
  terminate = vi.fn();
}

const run = { frames: [] } as unknown as SqueezeRun;
const setup = {} as SqueezeSetup;

describe("a trial of paste", () => {
  beforeEach(() => {
    asked.length = 0;
    vi.stubGlobal("Worker", Silent);
  });

  it("is at rest once its end is told, though a share of its work comes after that", async () => {
    const { result } = renderHook(() => useTrial());
    act(() => result.current.start(setup));
    act(() => asked[0]?.onShare(0.4));
    expect(result.current.share).toBe(0.4);
    await act(() => Promise.resolve(asked[0]?.ends(run)));
    act(() => asked[0]?.onShare(1));
    expect(result.current).toMatchObject({ share: null, run, failed: false });
  });

  it("minds nothing of one whose place another took, and is at rest when cancelled", async () => {
    const { result } = renderHook(() => useTrial());
    act(() => result.current.start(setup));
    act(() => result.current.start(setup));
    act(() => asked[0]?.onShare(0.9));
    await act(() => Promise.resolve(asked[0]?.ends(run)));
    expect(result.current).toMatchObject({ share: 0, run: null });
    act(() => result.current.cancel());
    act(() => asked[1]?.onShare(0.5));
    expect(result.current.share).toBeNull();
  });
});

describe("the suggested pattern", () => {
  it("stands once it is told, though a share of its work comes after that", async () => {
    asked.length = 0;
    vi.stubGlobal("Worker", Silent);
    const face = {} as PastedFace;
    const pressing = { points: [] } as unknown as Pressing;
    const { result } = renderHook(() => useSuggestion(face, {} as Paste, pressing));
    act(() => asked[0]?.onShare(0.5));
    expect(result.current).toMatchObject({ share: 0.5, suggestion: null });
    const suggestion = { trials: [] } as unknown as Suggestion;
    await act(() => Promise.resolve(asked[0]?.ends(suggestion)));
    act(() => asked[0]?.onShare(1));
    expect(result.current).toMatchObject({ share: null, suggestion });
  });
});
