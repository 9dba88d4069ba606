"use client";
import type { Role } from "@/core/workshop/trust";
import { isCachedPage } from "./keptPage";

const LOCKED = "ovrant-locked";
const TOUCHED = "ovrant-touched";
const OWED = "ovrant-owes-lock";
const OPENED = "ovrant-opened-as";
const CHANGED = "ovrant-lock-changed";

const read = (key: string): string => {
  try {
    return window.localStorage.getItem(key) ?? "";
  } catch {
    return "";
  }
};

function write(key: string, value: string): void {
  try {
    window.localStorage.setItem(key, value);
  } catch {
    // a barred store: the server's own lock stands alone
  }
}

/** Untouched for so long a bench locks itself, ms; the server does so by itself too. */
export const IDLE_MS = 10 * 60_000;

/** Whether this device was locked since somebody opened it; for a page it kept, also whether it was left alone. */
export const isLockedHere = (): boolean =>
  read(LOCKED) === "1" || (isCachedPage() && Date.now() - Number(read(TOUCHED) || "0") > IDLE_MS);

/** Locks what this device keeps: the server has a lock of its own. */
export function lockHere(): void {
  write(LOCKED, "1");
  window.dispatchEvent(new Event(CHANGED));
}

/**
 * Opens what this device keeps, for whom the server let in (null) or for whom it let in by itself. Who it is stands
 * before it is open, here and on other pages of this device: none shows what is another's.
 */
export function openHere(as: OpenedAs | null): void {
  write(OPENED, as ? JSON.stringify(as) : "");
  write(TOUCHED, String(Date.now()));
  write(LOCKED, "");
  window.dispatchEvent(new Event(CHANGED));
}

/** Whether the server was not told of a lock yet: whoever opens this device meanwhile is not who is signed in there. */
export const owesLock = (): boolean => read(OWED) === "1";
export const setOwesLock = (owes: boolean): void => write(OWED, owes ? "1" : "");

/** Somebody touched the bench: noted for a page that is opened later without the server. */
export const touchedHere = (): void => write(TOUCHED, String(Date.now()));

/** Whom this device opened for by itself: pages it kept were made for somebody else, and may be shown to another. */
export interface OpenedAs {
  person: string;
  role: Role;
}

/** That, as it is kept; "" where the server let the last one in. */
export const openedHere = (): string => read(OPENED);

export function onLockChange(call: () => void): () => void {
  window.addEventListener(CHANGED, call);
  window.addEventListener("storage", call);
  return () => {
    window.removeEventListener(CHANGED, call);
    window.removeEventListener("storage", call);
  };
}
