import type { Chip, Part, Plug, Screw } from "../../drawing/parts";

export const HEADS: Record<Screw["head"], string> = {
  "cross-00": "cross 00",
  "cross-0": "cross 0",
  "cross-1": "cross 1",
  "six-lobe-5": "six-lobe T5",
  hex: "hex",
  slotted: "slotted",
};

/** "hidden, 5 mm, cross 00" */
export const screwForm = (s: Screw): string =>
  [s.under !== "nothing" ? "hidden" : "", s.captive ? "captive" : "", `${s.lengthMm} mm`, HEADS[s.head]]
    .filter(Boolean)
    .join(", ");

/** How a hidden screw is reached. */
export const REACH: Record<Screw["under"], { say: string; mind: string }> = {
  nothing: { say: "Turn it out and lay it in its place on the tray.", mind: "" },
  foot: {
    say: "Peel the foot from one end. The screw sits under it.",
    mind: "Glue side up on the tray, so that it sticks again.",
  },
  label: {
    say: "Fold the label back from its corner. The screw sits under it.",
    mind: "Do not tear it: the serial number is on it.",
  },
  seal: {
    say: "The screw sits under the seal.",
    mind: "Cutting it may end the warranty. The maker's terms and local law decide.",
  },
  plug: { say: "Lift the rubber plug with a pick. The screw sits under it.", mind: "" },
  tape: { say: "Lift the tape. The screw sits under it.", mind: "" },
  battery: { say: "It sits in the battery bay: take the battery out first.", mind: "" },
};

export const RELEASES: Record<Plug["release"], string> = {
  pull: "Pull it back, level with the board",
  slide: "Slide it out along its wires",
  latch: "Flip the wire latch up, then slide it out",
  lever: "Lift the lever, then take the ribbon out",
  lift: "Lift it straight up with plastic",
};

export const chipWord = (c: Chip): string =>
  ({
    cpu: "the processor",
    gpu: "the graphics chip",
    memory: "memory",
    regulator: "regulators",
    inductor: "inductors",
    chipset: "the chipset",
    drive: "the drive",
    other: "a chip",
  })[c.role];

/** Rows from the rear, each from left to right: the way a hand goes round. */
export const byRows = <P extends Part & { xMm: number; yMm: number }>(parts: readonly P[]): P[] =>
  [...parts].sort((a, b) => Math.round(a.yMm / 30) - Math.round(b.yMm / 30) || a.xMm - b.xMm);

/** What a screw may do instead of turning, and what to do then. */
export const STUCK = {
  word: "Will not turn",
  say:
    "Stop before its head is round. Is it the right driver, full in the head, straight down? Push hard and " +
    "turn back and forth by hairs. A drop of alcohol and a minute softens thread lock. A round head: a flat " +
    "rubber band under the tip. Drilling is for another day.",
};
export const NOT_BITING = {
  word: "Not biting",
  say:
    "Back it off until it drops into the thread, then forward. If it still will not: back every screw of this " +
    "round off, look from the side for a pad or a cable under the plate, and start the rounds again.",
};
