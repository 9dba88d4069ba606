"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Problem } from "@/core/base/result";
import type { Layout } from "@/core/drawing/parts";
import { send } from "@/ui/kit/controls/send";

export type SaveState =
  | { is: "saved"; at: Date | null; of: Layout }
  | { is: "saving" }
  | { is: "waiting" }
  | { is: "stuck"; problem: Problem }
  | { is: "conflict"; theirs: { version: number; document: Layout; changes: string[] } };

type Outcome =
  { saved: true; version: number } | { saved: false; theirs: { version: number; document: Layout; changes: string[] } };

const PAUSE_MS = 500;
const RETRY_MS = 4000;
const draftKey = (revisionId: number) => `ovrant-drawing-${revisionId}`;

/** A drawing that did not reach the server, and the version it was begun from. */
export interface Draft {
  version: number;
  layout: Layout;
}

/** What a browser still holds of a drawing that did not reach the server. */
export function draftOf(revisionId: number): Draft | null {
  try {
    const text = window.localStorage.getItem(draftKey(revisionId));
    if (!text) return null;
    const kept = JSON.parse(text) as Draft | Layout;
    // earlier versions kept no version: such a one may be older than what is there
    return "layout" in kept ? kept : { version: 0, layout: kept };
  } catch {
    return null;
  }
}

/**
 * Saves the drawing a moment after each change. What has not reached the server lies in the browser meanwhile;
 * when another tab saved first, both drawings are kept and the technician chooses.
 */
export function useAutosave(revisionId: number, startVersion: number, start: Layout, layout: Layout) {
  const [state, setState] = useState<SaveState>({ is: "saved", at: null, of: start });
  const version = useRef(startVersion);
  const saved = useRef(start);
  const latest = useRef(layout);
  const busy = useRef(false);
  const halted = useRef(false);

  const push = useCallback(
    async (over = false): Promise<boolean> => {
      if (busy.current || (halted.current && !over)) return false;
      busy.current = true;
      try {
        while (latest.current !== saved.current || over) {
          const document = latest.current;
          setState({ is: "saving" });
          const sent = await send<Outcome>("PUT", `/api/layouts/${revisionId}`, {
            expects: version.current,
            document,
            ...(over ? { overTheirs: true } : {}),
          });
          over = false;
          if (!sent.ok) {
            setState({ is: "stuck", problem: sent.problem });
            return false;
          }
          if (!sent.value.saved) {
            halted.current = true;
            setState({ is: "conflict", theirs: sent.value.theirs });
            return false;
          }
          version.current = sent.value.version;
          saved.current = document;
          halted.current = false;
          if (latest.current === document) window.localStorage.removeItem(draftKey(revisionId));
        }
        setState({ is: "saved", at: new Date(), of: saved.current });
        return true;
      } finally {
        busy.current = false;
      }
    },
    [revisionId],
  );

  useEffect(() => {
    latest.current = layout;
    if (layout === saved.current) return;
    saveDraft(revisionId, { version: version.current, layout });
    const t = setTimeout(() => void push(), PAUSE_MS);
    return () => clearTimeout(t);
  }, [layout, push, revisionId]);
  useRetry(state, push);
  useLeaveWarning(useCallback(() => latest.current !== saved.current, []));

  /** Work that was begun from an older version is not saved over a newer one: both are shown. */
  const clash = useCallback((theirs: Extract<SaveState, { is: "conflict" }>["theirs"]) => {
    halted.current = true;
    version.current = theirs.version;
    setState({ is: "conflict", theirs });
  }, []);

  /** Takes the other tab's drawing as the one to go on with. */
  const adopt = useCallback(
    (theirs: { version: number; document: Layout }) => {
      version.current = theirs.version;
      saved.current = theirs.document;
      halted.current = false;
      window.localStorage.removeItem(draftKey(revisionId));
      setState({ is: "saved", at: new Date(), of: theirs.document });
    },
    [revisionId],
  );

  // a change in the pause before it is sent is not saved yet, and is not said to be
  const shown: SaveState = state.is === "saved" && state.of !== layout ? { is: "waiting" } : state;
  return { state: shown, flush: () => push(), overTheirs: () => push(true), adopt, clash };
}

function saveDraft(revisionId: number, draft: Draft): void {
  try {
    window.localStorage.setItem(draftKey(revisionId), JSON.stringify(draft));
  } catch {
    // a full or barred browser store only costs the second net
  }
}

/** Tries again after a while when the server could not be reached. */
function useRetry(state: SaveState, push: () => Promise<boolean>) {
  useEffect(() => {
    if (state.is !== "stuck" || state.problem.code !== "unreachable") return;
    const t = setTimeout(() => void push(), RETRY_MS);
    return () => clearTimeout(t);
  }, [state, push]);
}

/** Asks before the page is left with something unsaved. */
function useLeaveWarning(unsaved: () => boolean) {
  useEffect(() => {
    const warn = (e: BeforeUnloadEvent) => {
      if (unsaved()) e.preventDefault();
    };
    window.addEventListener("beforeunload", warn);
    return () => window.removeEventListener("beforeunload", warn);
  }, [unsaved]);
}
