import type { PlaceRead } from "../log";

/** Where good figures come from: the machine itself, others of its model by their tags, or typical ones of a class. */
export type GoodSource =
  | { level: "machine" }
  | { level: "model"; model: string; tags: readonly string[] }
  | { level: "class"; fanless: boolean; totalW: number };

/** A further sensor late in both loads, °C at a room of 25 °C; null where a run does not log it. */
export interface OtherReading {
  name: "drive" | "memory" | "base" | "case";
  beforeC: number | null;
  afterC: number | null;
  limitC: number | null;
}

/** What a thermometer is known to show too much, K; its name is empty where nobody gave it one. */
export interface ThermometerRead {
  name: string;
  highK: number;
}

/** What one machine keeps from run to run, as both logs show it. */
export type TraitWords =
  | { trait: "cores"; before: number; after: number }
  | { trait: "warming"; before: number; after: number }
  | { trait: TraitName; before: number; after: number; unit: string };

export type TraitName =
  | "idle power"
  | "idle clock"
  | "highest clock"
  | "power for its clock"
  | "fan in idle"
  | "fan at one temperature"
  | "power at full load";

/** What a run shows of something a witness asks for. */
export type Shown =
  | { as: "nothing" }
  | { as: "speed"; speed: number; unit: "rpm" | "%" }
  | { as: "not logged" }
  | { as: "watts"; W: number }
  | { as: "power"; kind: "whole board" | "logged" | "no power" }
  | { as: "room"; C: number | null }
  | { as: "time"; gaps: number; goneS: number; pulses: number }
  | { as: "start"; start: "settled" | "warm" | "unseen"; riseK: number | null }
  | { as: "capacity"; JK: number }
  | { as: "cores"; cores: number }
  | { as: "figure"; value: number; unit: string }
  | { as: "place"; place: PlaceRead }
  | { as: "surroundings"; told: readonly { name: "surface" | "lid" | "battery"; value: string }[] };
