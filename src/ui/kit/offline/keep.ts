"use client";

export const workerUrl = "/offline/sw.js";

/** Whether this browser can keep pages at this address: on this machine, or over TLS. */
export const canKeep = (): boolean => typeof navigator !== "undefined" && "serviceWorker" in navigator;

/** Asks the worker to keep pages on this device as they are now. */
export function cachePages(urls: readonly string[]): void {
  if (!canKeep()) return;
  void navigator.serviceWorker.ready.then((r) => r.active?.postMessage({ keep: urls }));
}
