"use client";
import { useEffect } from "react";
import { send } from "./send";

/** A page asks so often whether it is still its person who is signed in, ms. */
const ASK_MS = 15_000;

/** Where a page goes on that may be locked meanwhile. */
export const lockedPath = (back: string): string =>
  back === "/" ? "/locked" : `/locked?back=${encodeURIComponent(back)}`;

/**
 * A page may be older than who is signed in: another tab locked the bench, or somebody else signed in, while the server
 * still made it. It asks when it opens, when it is looked at again, and now and then.
 *
 * @param person whom the page was made for; null where nobody is asked for
 */
export function useStillIn(person: string | null): void {
  useEffect(() => {
    if (person === null) return;
    let gone = false;
    const ask = async () => {
      if (gone) return;
      const sent = await send<{ person: string | null }>("GET", "/api/trust/here");
      if (gone) return;
      if (!sent.ok) {
        if (sent.problem.code === "not-joined") window.location.assign("/join");
        return;
      }
      if (sent.value.person === person) return;
      gone = true;
      if (sent.value.person === null) window.location.assign(lockedPath(window.location.pathname));
      else window.location.reload();
    };
    const seen = () => {
      if (document.visibilityState === "visible") void ask();
    };
    void ask();
    const again = setInterval(seen, ASK_MS);
    document.addEventListener("visibilitychange", seen);
    return () => {
      gone = true;
      clearInterval(again);
      document.removeEventListener("visibilitychange", seen);
    };
  }, [person]);
}
