import type { ChipId } from "../../measure/thermal";

/** What may be wrong with a machine that is said to run hot, loud or slow. */
export const FAULTS = [
  "nothing",
  "background",
  "adapter",
  "dust",
  "outlet",
  "fan-weak",
  "fan-unplugged",
  "fan-fixed",
  "pipe",
  "paste-dry",
  "paste-little",
  "lean",
  "pad-thick",
  "pad-missing",
] as const;
export type FaultKind = (typeof FAULTS)[number];

/** Suspects: faults that are sought in the same place. */
export const SUSPECTS = ["other", "air", "fan", "pipe", "paste", "plate", "pads"] as const;
export type Suspect = (typeof SUSPECTS)[number];

/** Where lint may lie. */
export const DUST_PARTS = ["inlet", "blower", "fins"] as const;
export type DustPart = (typeof DUST_PARTS)[number];

/** One fault of a machine: its kind, how bad it is from 0 to 1, the chip it is at, and where lint lies. */
export interface Fault {
  kind: FaultKind;
  size: number;
  chip: ChipId;
  part: DustPart;
}

interface FaultWords {
  suspect: Suspect;
  /** As a thing that is named: "dried paste". */
  name: string;
}

const KINDS: Readonly<Record<FaultKind, FaultWords>> = {
  nothing: { suspect: "other", name: "nothing wrong with it" },
  background: { suspect: "other", name: "work in the background" },
  adapter: { suspect: "other", name: "an adapter that is too small" },
  dust: { suspect: "air", name: "lint in the air path" },
  outlet: { suspect: "air", name: "a cable in the outlet" },
  "fan-weak": { suspect: "fan", name: "a weak blower" },
  "fan-unplugged": { suspect: "fan", name: "an unplugged blower" },
  "fan-fixed": { suspect: "fan", name: "a blower held at one speed" },
  pipe: { suspect: "pipe", name: "a dead heat pipe" },
  "paste-dry": { suspect: "paste", name: "dried paste" },
  "paste-little": { suspect: "paste", name: "too little paste" },
  lean: { suspect: "plate", name: "a tilted plate" },
  "pad-thick": { suspect: "pads", name: "a pad that is too thick" },
  "pad-missing": { suspect: "pads", name: "a missing pad" },
};

/**
 * The suspect a fault belongs to.
 *
 * @example
 * suspectOf("outlet"); // "air"
 */
export const suspectOf = (kind: FaultKind): Suspect => KINDS[kind].suspect;

/** A fault as a thing that is named. */
export const faultName = (kind: FaultKind): string => KINDS[kind].name;

/** Suspects in a few words, as they head their strands. */
export const SUSPECT_WORDS: Readonly<Record<Suspect, string>> = {
  other: "Not the cooling",
  air: "Blocked air",
  fan: "Blower",
  pipe: "Dead pipe",
  paste: "Poor paste",
  plate: "Tilted plate",
  pads: "Pads",
};

/** The path a suspect lies in; null for what is not the cooling. */
export const SUSPECT_PATH: Readonly<Record<Suspect, "contact" | "airflow" | null>> = {
  other: null,
  air: "airflow",
  fan: "airflow",
  pipe: "airflow",
  paste: "contact",
  plate: "contact",
  pads: "contact",
};

/** The faults of a suspect. */
export const faultsOf = (suspect: Suspect): FaultKind[] => FAULTS.filter((k) => suspectOf(k) === suspect);
