"use client";
import { proxy, wrap, type Remote } from "comlink";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Paste, PastedFace, Pressing, SqueezeRun, SqueezeSetup, Suggestion } from "@/core/handwork/paste";
import type { SqueezeSession } from "@/workers/squeezeSession";

/** A worker with its session. One whose script cannot be loaded answers nothing: that is told by `onFail`. */
const open = (onFail: () => void): { worker: Worker; session: Remote<SqueezeSession> } => {
  const worker = new Worker(new URL("../../../workers/squeeze.worker.ts", import.meta.url), { type: "module" });
  worker.onerror = onFail;
  return { worker, session: wrap<SqueezeSession>(worker) };
};

export interface Trial {
  /** 0 to 1 while it runs; null when it does not. */
  share: number | null;
  run: SqueezeRun | null;
  failed: boolean;
  start: (setup: SqueezeSetup) => void;
  cancel: () => void;
}

/** One trial of paste in a worker of its own: a new start takes the place of the one before. */
export function useTrial(): Trial {
  const [state, setState] = useState<{ share: number | null; run: SqueezeRun | null; failed: boolean }>({
    share: null,
    run: null,
    failed: false,
  });
  const held = useRef<ReturnType<typeof open> | null>(null);
  const turn = useRef(0);
  const close = useCallback(() => {
    turn.current++;
    held.current?.worker.terminate();
    held.current = null;
  }, []);
  useEffect(() => close, [close]);
  const start = useCallback(
    (setup: SqueezeSetup) => {
      close();
      const mine = turn.current;
      const onFail = () => turn.current === mine && setState((s) => ({ ...s, share: null, failed: true }));
      held.current = open(onFail);
      setState((s) => ({ ...s, share: 0, failed: false }));
      const onShare = proxy((share: number) => {
        // one that comes by its own port after the run itself is late
        if (turn.current === mine) setState((s) => (s.share === null ? s : { ...s, share }));
      });
      held.current.session
        .run(setup, onShare)
        .then((run) => turn.current === mine && setState({ share: null, run, failed: false }))
        .catch(onFail);
    },
    [close],
  );
  const cancel = useCallback(() => {
    close();
    setState((s) => ({ ...s, share: null }));
  }, [close]);
  return { ...state, start, cancel };
}

/** The pattern that wets a chip best, tried in a worker; null while it is tried. */
export function useSuggestion(
  face: PastedFace,
  paste: Paste,
  pressing: Pressing,
): { suggestion: Suggestion | null; share: number | null } {
  const [state, setState] = useState<{ key: string; suggestion: Suggestion | null; share: number | null }>({
    key: "",
    suggestion: null,
    share: 0,
  });
  const key = JSON.stringify([face, paste, pressing.points]);
  useEffect(() => {
    let gone = false;
    const onFail = () => !gone && setState({ key, suggestion: null, share: null });
    const { worker, session } = open(onFail);
    const onShare = proxy((share: number) => {
      if (!gone) setState((s) => (s.key === key && s.suggestion ? s : { ...s, share }));
    });
    session
      .suggest(face, paste, pressing, onShare)
      .then((suggestion) => !gone && setState({ key, suggestion, share: null }))
      .catch(onFail);
    return () => {
      gone = true;
      worker.terminate();
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key stands for its parts
  }, [key]);
  return state.key === key ? state : { suggestion: null, share: state.share ?? 0 };
}
