import { codeOf } from "../src/core/learn/practice";

/** A Wrenfell 14 whose plate is tilted, every sensor logged. */
export const tilted = codeOf({
  kind: "wrenfell",
  level: "fair",
  faults: [{ kind: "lean", size: 5 / 7, chip: "cpu", part: "fins" }],
  complaint: "shuts-off",
  opened: true,
  logged: "all",
  seed: 12,
});
