"use client";
import { Search } from "lucide-react";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";

/** Typed words are looked for once the hand rests this long, ms. */
const REST_MS = 220;

/** The words that are looked for, everywhere. */
export function SearchBox({ asked }: { asked: string }) {
  const router = useRouter();
  const [text, setText] = useState(asked);
  const timer = useRef<number | null>(null);
  const ask = (to: string) => router.replace(`/search?q=${encodeURIComponent(to.trim())}`);
  useEffect(() => () => window.clearTimeout(timer.current ?? undefined), []);
  return (
    <form
      role="search"
      className="flex max-w-190 items-center gap-3 rounded-control border-2 border-ink bg-sheet pl-4
        focus-within:outline-3 focus-within:outline-offset-2"
      onSubmit={(e) => {
        e.preventDefault();
        window.clearTimeout(timer.current ?? undefined);
        ask(text);
      }}
    >
      <Search aria-hidden size={22} className="shrink-0 text-ink-2" />
      <input
        autoFocus
        type="search"
        value={text}
        maxLength={120}
        aria-label="Words to look for"
        placeholder="Tag, model, place, complaint, finding, part number, lot"
        className="min-h-14 min-w-0 flex-1 bg-transparent text-sub outline-none placeholder:text-ink-2"
        onChange={(e) => {
          const to = e.target.value;
          setText(to);
          window.clearTimeout(timer.current ?? undefined);
          timer.current = window.setTimeout(() => ask(to), REST_MS);
        }}
      />
    </form>
  );
}
