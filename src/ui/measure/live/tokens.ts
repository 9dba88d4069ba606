"use client";

const keyOf = (runId: number): string => `ovrant-run-${runId}`;

/** Keeps the token of a run on this device for this visit: the server shows it only once. */
export function saveToken(runId: number, token: string): void {
  try {
    sessionStorage.setItem(keyOf(runId), token);
  } catch {
    // without storage the token can be renewed
  }
}

/** The token of a run, where this device began it. */
export function tokenHere(runId: number): string {
  try {
    return sessionStorage.getItem(keyOf(runId)) ?? "";
  } catch {
    return "";
  }
}
