"use client";
import { Search } from "lucide-react";
import { useRef } from "react";
import { KeyCap } from "./Button";
import { useKeys } from "./keys";

/** A search of the page it stands on: Enter asks, "/" leads here, Esc empties it. */
export function SearchField({
  word,
  label,
  hidden = {},
}: {
  word: string;
  label: string;
  hidden?: Record<string, string>;
}) {
  const field = useRef<HTMLInputElement>(null);
  useKeys({ "/": () => field.current?.focus() });
  return (
    <form
      role="search"
      className="mt-3 flex max-w-110 items-center gap-2 rounded-control border-2 border-line bg-sheet pl-3"
    >
      <Search aria-hidden size={18} className="shrink-0 text-ink-2" />
      {Object.entries(hidden).map(([name, value]) => (
        <input key={name} type="hidden" name={name} value={value} />
      ))}
      <input
        ref={field}
        name="q"
        type="search"
        defaultValue={word}
        maxLength={60}
        aria-label={label}
        placeholder={label}
        className="min-h-11 min-w-0 flex-1 bg-transparent text-lead outline-none placeholder:text-ink-2"
        onKeyDown={(e) => {
          if (e.key !== "Escape" || e.currentTarget.value === "") return;
          e.currentTarget.value = "";
          if (word) e.currentTarget.form?.requestSubmit();
        }}
      />
      <span className="pr-2">
        <KeyCap>/</KeyCap>
      </span>
    </form>
  );
}
