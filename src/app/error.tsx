"use client";
import { Button } from "@/ui/kit/controls/Button";

export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  return (
    <main className="min-h-dvh bg-sheet px-4 sm:px-10 py-10">
      <h1 className="text-step font-bold">This page failed.</h1>
      <p className="mt-2 text-lead text-ink-2">
        What was acknowledged is kept. Try the page again; if it stays, look at the server&apos;s log.
      </p>
      <Button look="plain" className="mt-5" onClick={reset}>
        Try again
      </Button>
    </main>
  );
}
