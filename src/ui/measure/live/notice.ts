"use client";
import { useEffect } from "react";
import { words } from "@/core/base/words";
import type { LiveView } from "@/core/measure/protocol";

/** Asks for leave to notify, where the browser lets a page ask; after a press of a button only. */
export function askToNotify(): void {
  if ("Notification" in window && Notification.permission === "default") void Notification.requestPermission();
}

/** Tells who looks elsewhere; where notifications are not allowed the title alone tells. */
export function announce(text: string): void {
  if (!("Notification" in window) || Notification.permission !== "granted" || !document.hidden) return;
  try {
    new Notification("Ovrant", { body: text, tag: "ovrant-run" });
  } catch {
    // some browsers allow it to workers only
  }
}

/** What remains, in the title of the tab: it is read there while another tab is in front. */
export function useTitle(view: LiveView): void {
  const { remainingS, readings, state } = view;
  const C = readings.chips[0]?.C;
  const left = state.phase === "paused" ? "link lost" : remainingS === null ? "" : `${words.clock(remainingS)} left`;
  const title = [left, C === null || C === undefined ? "" : words.degrees(C), `Run ${view.kind}`]
    .filter(Boolean)
    .join(", ");
  useEffect(() => {
    document.title = title;
  }, [title]);
}
