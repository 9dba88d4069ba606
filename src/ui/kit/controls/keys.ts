"use client";
import { useEffect, useLayoutEffect, useRef } from "react";

/** Single keys of a screen. They rest while the hand is in a field, and while a key with Ctrl or Alt is meant. */
export function useKeys(keys: Record<string, (() => void) | undefined>): void {
  const latest = useRef(keys);
  // with what is shown, not after it: a key that comes at once means what is seen
  useLayoutEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || e.defaultPrevented) return;
      const target = e.target as HTMLElement | null;
      if (target?.closest("input, textarea, select, [contenteditable], [role=dialog], [role=listbox]")) return;
      // Enter on a button or link is that button's own
      if (e.key === "Enter" && target?.closest("button, a, summary")) return;
      const act = latest.current[e.key.length === 1 ? e.key.toLowerCase() : e.key];
      if (act) {
        e.preventDefault();
        act();
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
}
