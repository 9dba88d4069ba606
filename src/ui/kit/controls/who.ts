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

let signed: string | null = null;

/** Initials of who signed in with the server for the page that is open; null on Ovrant's own machine. */
export const signedInHere = (): string | null => signed;

export function setSignedInHere(initials: string | null): void {
  signed = initials;
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
