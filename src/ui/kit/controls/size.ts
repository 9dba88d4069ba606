"use client";
import { useEffect, useRef, useState, type RefObject } from "react";

/** Size of an element in px, kept up to date. Starts with the given size, so that nothing jumps. */
export function useSize<T extends HTMLElement>(initial: {
  width: number;
  height: number;
}): [RefObject<T | null>, { width: number; height: number }] {
  const ref = useRef<T>(null);
  const [size, setSize] = useState(initial);
  useEffect(() => {
    const el = ref.current;
    if (!el) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setSize({ width: Math.round(entry.contentRect.width), height: Math.round(entry.contentRect.height) });
    });
    observer.observe(el);
    return () => observer.disconnect();
  }, []);
  return [ref, size];
}
