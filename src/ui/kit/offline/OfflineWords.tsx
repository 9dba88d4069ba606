"use client";
import { useSyncExternalStore } from "react";
import { canKeep } from "./keep";

const never = () => () => undefined;

/** Whether this device can work while the server does not answer, and why not. */
export function OfflineWords() {
  const can = useSyncExternalStore(never, canKeep, () => true);
  return (
    <section aria-labelledby="offline" className="mt-10 max-w-160">
      <h2 id="offline" className="text-title font-bold">
        Without the server
      </h2>
      <p className="mt-1 text-lead text-ink-2">
        {can
          ? "This device keeps the bench and the jobs opened on it: they open and go on while the server does not " +
            "answer. What is done meanwhile is sent later."
          : "This browser keeps no pages at this address: it does so on the machine Ovrant runs on, or over TLS. " +
            "Steps that are done while the server does not answer are kept all the same, while the page is open."}
      </p>
    </section>
  );
}
