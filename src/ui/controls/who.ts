"use client";

const KEY = "ovrant-who";
const CHANGED = "ovrant-who-changed";

/** Initials of who works at this device; empty where nobody said. */
export function whoWorks(): string {
  try {
    return window.localStorage.getItem(KEY) ?? "";
  } catch {
    return "";
  }
}

/** Sets who works at this device from now on. */
export function setWhoWorks(initials: string): void {
  try {
    window.localStorage.setItem(KEY, initials);
  } catch {
    // a barred store: nobody is named
  }
  window.dispatchEvent(new Event(CHANGED));
}

export function onWhoChange(call: () => void): () => void {
  window.addEventListener(CHANGED, call);
  window.addEventListener("storage", call);
  return () => {
    window.removeEventListener(CHANGED, call);
    window.removeEventListener("storage", call);
  };
}
