"use client";
import { useRouter } from "next/navigation";
import type { Problem } from "@/core/base/result";
import { Button } from "./Button";

/** In place of every page while the database cannot be used: what is wrong, and what to do. */
export function Trouble({ trouble }: { trouble: Problem }) {
  const router = useRouter();
  return (
    <main className="min-h-dvh bg-sheet px-4 py-10 sm:px-10">
      <h1 className="max-w-200 text-step leading-9 font-bold break-words">{trouble.message}</h1>
      <p className="mt-2 max-w-200 text-lead text-ink-2">{trouble.action}</p>
      <Button look="plain" className="mt-5" onClick={() => router.refresh()}>
        Try again
      </Button>
    </main>
  );
}
