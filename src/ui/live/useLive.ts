"use client";
import { useEffect, useState } from "react";
import type { LiveView } from "@/core/protocol";

/** A live run as it is told by the server; `linked` is false while the server does not answer. */
export interface Followed {
  view: LiveView;
  linked: boolean;
}

/** Follows a live run: what the server tells, again whenever it changes, and once more after a lost link. */
export function useLive(first: LiveView): Followed {
  const [followed, setFollowed] = useState<Followed>({ view: first, linked: true });
  useEffect(() => {
    const events = new EventSource(`/api/live/${first.id}/events`);
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
    // the browser asks again by itself; what was missed stands in the next view
    events.onerror = () => setFollowed((f) => ({ ...f, linked: false }));
    return () => events.close();
  }, [first.id]);
  return followed;
}
