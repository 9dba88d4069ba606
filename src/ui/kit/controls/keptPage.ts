"use client";

/** Whether the page shown is one this device kept: the server did not answer when it was opened. */
export const isCachedPage = (): boolean => document.documentElement.hasAttribute("data-kept");
