import type { Unit } from "./words";

/** What a column can be taken for. Cores carry their number as named in the file. */
export type Role =
  | "time"
  | "date"
  | `${"cpu" | "gpu"}.${"temperature" | "power" | "load" | "clock" | "work"}`
  | `cpu.core${number}.temperature`
  | "drive.temperature"
  | "room.temperature"
  | "case.temperature"
  | "memory.temperature"
  | "base.temperature"
  | "battery.power"
  | "battery.charge"
  | `fan${number}.speed`
  | `fan${number}.duty`
  | "none";

/** The form of a role. */
export const ROLE = new RegExp(
  `^(${[
    "none|time|date",
    "(cpu|gpu)\\.(temperature|power|load|clock|work)",
    "cpu\\.core\\d{1,3}\\.temperature",
    "(drive|room|case|memory|base)\\.temperature",
    "battery\\.(power|charge)",
    "fan[1-9]\\d?\\.(speed|duty)",
  ].join("|")})$`,
);

/**
 * Whether a text is one of the quantities a column can be.
 *
 * @example
 * isRole("cpu.power"); // true
 * isRole("cpu.colour"); // false
 */
export const isRole = (text: unknown): text is Role => typeof text === "string" && ROLE.test(text);

export type Why = "words" | "unit" | "size" | "form" | "told" | "rule";

/** One column of a log as recognised. `factor` and `offset` bring its numbers to `unit`. */
export interface ColumnGuess {
  index: number;
  heading: string;
  role: Role;
  /** Unit of the channel after conversion; "" where there is none. */
  unit: string;
  factor: number;
  offset: number;
  why: Why;
  /** False: the technician is asked. */
  sure: boolean;
  /** What was found, for the technician: "mW, read as W". */
  note: string;
  /** What was told of it, where something was. */
  told?: { role: Role; unit?: Unit };
  /** Units it may be written in, the likelier first, where that is what is asked. */
  asks?: readonly Unit[];
  /** The quantity it would be, were another column not likelier. */
  rival?: Role;
}

/** The head of a column: heading, unit written in a units row or in the cells, and sample values. */
export interface ColumnHead {
  index: number;
  heading: string;
  unitText: string;
  samples: readonly number[];
  timeLike: "iso" | "clock" | "date" | null;
}
