"use client";
import { useEffect } from "react";
import { cachePages, workerUrl } from "./keep";

/** Registers the worker that keeps pages on this device, and keeps the bench. */
export function Keeper() {
  useEffect(() => {
    if (process.env.NODE_ENV !== "production" || !("serviceWorker" in navigator)) return;
    navigator.serviceWorker.register(workerUrl, { scope: "/", type: "module" }).then(
      () => cachePages(["/"]),
      // a browser that bars it works as before, only not without the server
      () => undefined,
    );
  }, []);
  return null;
}
