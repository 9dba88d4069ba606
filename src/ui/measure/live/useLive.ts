"use client";
import { useEffect, useState } from "react";
import type { LiveView } from "@/core/measure/protocol";

/** A live run as it is told by the server; `linked` is false while the server does not answer. */
export interface Followed {
  view: LiveView;
  linked: boolean;
}

/** After so long a page asks again where the browser gave up, ms: it does so for good when it met any other answer. */
const AGAIN_MS = 1_500;

/** Follows a live run: what the server tells, again whenever it changes, and once more after a lost link. */
export function useLive(first: LiveView): Followed {
  const [followed, setFollowed] = useState<Followed>({ view: first, linked: true });
  useEffect(() => {
    let events: EventSource;
    let again: ReturnType<typeof setTimeout> | undefined;
    const open = () => {
      events = new EventSource(`/api/live/${first.id}/events`);
      events.onmessage = (e: MessageEvent<string>) => {
        const told = JSON.parse(e.data) as Omit<LiveView, "curves">;
        setFollowed(({ view }) => ({ view: { ...told, curves: view.curves }, linked: true }));
        if (told.closed) events.close();
      };
      // curves come by themselves, and less often
      events.addEventListener("curves", (e: MessageEvent<string>) => {
        const curves = JSON.parse(e.data) as LiveView["curves"];
        setFollowed(({ view, linked }) => ({ view: { ...view, curves }, linked }));
      });
      events.onerror = () => {
        setFollowed((f) => ({ ...f, linked: false }));
        // a link that broke is asked for again by the browser; an answer that is no stream, as of a server that is only
        // just starting, ends it: what was missed stands in the next view
        if (events.readyState !== EventSource.CLOSED) return;
        clearTimeout(again);
        again = setTimeout(open, AGAIN_MS);
      };
    };
    open();
    return () => {
      clearTimeout(again);
      events.close();
    };
  }, [first.id]);
  return followed;
}
