import { existsSync } from "node:fs";

/** Debian's Chromium: the one without a window where it is there, which opens a page for a sixth of the work. */
export const CHROMIUM =
  process.env.CHROMIUM ??
  ["/usr/bin/chromium-headless-shell", "/usr/bin/chromium"].find((path) => existsSync(path)) ??
  "/usr/bin/chromium";
