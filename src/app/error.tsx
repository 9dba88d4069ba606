"use client";
import { Button } from "@/ui/kit/controls/Button";

/** A part of a page that is not there any more: Ovrant was brought up to date since the page was opened. */
const isOutdated = (e: Error): boolean =>
  e.name === "ChunkLoadError" || /loading (css )?chunk|load chunk/i.test(e.message);

export default function ErrorPage({ error, reset }: { error: Error; reset: () => void }) {
  const outdated = isOutdated(error);
  return (
    <main className="min-h-dvh bg-sheet px-4 sm:px-10 py-10">
      <h1 className="text-step font-bold">{outdated ? "This page is of an earlier Ovrant." : "This page failed."}</h1>
      <p className="mt-2 text-lead text-ink-2">
        {outdated
          ? "Ovrant was brought up to date since it was opened. What was acknowledged is kept, and what waits on " +
            "this device is sent once it is opened anew."
          : "What was acknowledged is kept. Try the page again; if it stays, look at the server’s log."}
      </p>
      <Button look="plain" className="mt-5" onClick={outdated ? () => window.location.reload() : reset}>
        {outdated ? "Open it anew" : "Try again"}
      </Button>
    </main>
  );
}
