import type { Machine } from "../core/workshop/job";

/** For tests: a machine, but for what is told. */
export const aMachine = (more: Partial<Machine> = {}): Machine => ({
  id: 1,
  tag: "LR-2",
  model: "Tessaly K15",
  variant: "",
  place: "Sound playback",
  environment: "lint",
  form: "fifteen",
  limitC: 97,
  used: "",
  bought: null,
  dueOn: null,
  dueWhy: "",
  dueBy: "",
  createdAt: "2031-01-01",
  ...more,
});
