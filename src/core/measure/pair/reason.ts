import type { PlaceRead } from "../log";
import type { ChipId } from "../thermal";
import type { GoodSource, OtherReading, Shown, ThermometerRead, TraitWords } from "./facts";
import type { WorkWitness } from "./work";

export const RUNS = ["before", "after"] as const;
export type RunName = (typeof RUNS)[number];

/** Blowers that stand, by number, in a run that is looked at alone. */
export type StoppedAlone = readonly number[] | "the only" | "both";

/** Whether both logs lack the power of a chip, one does, or it is that of the whole board. */
export interface PowerLacks {
  kind: "board" | "none";
  run: RunName | "both";
}

/**
 * What is found of a pair or a run, by its code, with the figures it rests on: temperatures and differences in °C and
 * K, power in W, times in s, shares from 0 to 1. Sentences are made of these where somebody reads (`says`).
 */
export interface FoundData {
  // the blowers
  "fan-stopped": { run: RunName; fan: number | null } | { alone: StoppedAlone };
  "fan-weak": { run: RunName; fan: number | null; share: number; rpm: number };
  "fan-not-logged": object;
  "fan-reading-stuck": { run: RunName } | { alone: "one" | "several" };
  "fan-may-stand": { run: RunName; hotter: number };
  "fan-by-curve": { lacks: RunName };
  "fan-units": { alike: boolean };
  "fan-fixed": { run: RunName };
  "fan-assumed": object;
  "fan-stands": object;
  "fan-slower": { run: RunName };
  "fan-other-curve": { ratio: number };
  "fan-alike": object;
  // power and work
  "chip-not-loaded": { chip: ChipId; run: RunName; watts: readonly [number, number] };
  "power-scale": { chip: ChipId; off: number };
  "no-power": { chip: ChipId; lacks: PowerLacks; by: WorkWitness["by"]; ratio: number };
  "board-power": { chip: ChipId; lacks: PowerLacks; by: WorkWitness["by"]; ratio: number };
  "loads-differ": { chip: ChipId; lacks: PowerLacks; by: WorkWitness["by"]; ratio: number };
  "power-alike": object;
  "power-unwitnessed": object;
  "work-unlike": { chip: ChipId; share: number };
  // the room
  "no-room-temperature": { runs: readonly RunName[] };
  "room-missing": object;
  "room-too-warm": { run: RunName; colderK: number };
  "room-drifts": { reads: readonly { run: RunName; read: "start" | "end" }[] };
  "room-as-read": { thermometers: readonly [string, string] | null };
  "room-thermometer": { thermometers: readonly [string, string] | null; off: readonly ThermometerRead[] };
  "room-does-not-fit": { offK: readonly [number, number]; swapped: boolean };
  "room-doubtful": { offK: readonly [number, number] };
  "room-unknown": object;
  "rooms-apart": { K: number };
  // time
  "load-too-short": { run: RunName; loadS: number; neededS: number; of: "airflow" | "work" };
  "log-gaps": { goneS: number; gaps: number };
  "load-pulses": object;
  "log-whole": object;
  "no-load": { runs: readonly RunName[] };
  "no-idle": { run: RunName };
  "not-steady": { run: RunName; chip: ChipId; climbK: number };
  // the start
  "from-idle": object;
  "start-open": { runs: readonly { run: RunName; start: "warm" | "unseen" }[] };
  "warm-start": { run: RunName; chip: ChipId; fallsK: number };
  "background-load": { run: RunName | null; chip: ChipId; percent: number };
  // the machine and its sensors
  "another-machine": { told: readonly TraitWords[] };
  "machine-doubtful": { told: readonly TraitWords[] };
  "one-machine": { warms: boolean };
  "sensors-differ": { chip: ChipId; before: PlaceRead; after: PlaceRead };
  "sensor-stuck": { run: RunName; chip: ChipId };
  "wrong-sensor": { run: RunName; chip: ChipId };
  "does-not-follow": { chip: ChipId; offK: number };
  "chips-differ": object;
  "chip-missing": object;
  "no-temperature": object;
  // surroundings
  "surroundings-alike": object;
  "surroundings-differ": { names: readonly ("surface" | "lid" | "battery")[] };
  // what the runs show
  "pinned-more-power": { chip: ChipId; moreW: number; share: number };
  throttled: { chip: ChipId; before: number; after: number } | { chip: ChipId; alone: number };
  "contact-far-above": { chip: ChipId; kw: number; otherKW: number };
  "core-spread": { beforeK: number; afterK: number };
  "paths-disagree": { chip: ChipId; worse: "contact" | "airflow" };
  "as-logged": { chip: ChipId; beforeC: number; afterC: number };
  "too-uncertain": { chip: ChipId; lowK: number; highK: number };
  // against good machines
  "air-path-high": { chip: ChipId; overK: number; source: GoodSource };
  "against-good": { chip: ChipId; overK: number; within: boolean; source: GoodSource };
  // further sensors
  "drive-temperature": OtherReading;
  "drive-hot": OtherReading;
  "memory-temperature": OtherReading;
  "memory-hot": OtherReading;
  "base-temperature": OtherReading;
  "base-hot": OtherReading;
  "case-temperature": OtherReading;
  "case-hot": OtherReading;
  // one run alone
  "fans-turn": { speed: number; unit: "rpm" | "%" };
  "load-short": object;
}

export type FoundCode = keyof FoundData;

/** A finding: its code and its figures. */
export type Found<C extends FoundCode = FoundCode> = { [K in C]: { code: K; data: FoundData[K] } }[C];

/** "blocks": no comparison; "caution": less sure or to be mended; "note": for the record. */
export type Level = "blocks" | "caution" | "note";

/** Where in a log something was seen, s since load on. */
export interface Seen {
  run: RunName;
  chip: ChipId | null;
  fromS: number;
  toS: number;
}

/** Something the judge saw: why the verdict is what it is, or what to be careful about. */
export type Reason = Found & { level: Level; seen?: Seen };

export type WitnessName = "fan" | "power" | "room" | "time" | "machine" | "start" | "surroundings" | "sensor";

/** What one witness has to say of the pair before anything is judged. */
export interface Heard {
  of: WitnessName;
  chip: ChipId | null;
  /** Fine; differs and is corrected; or cannot be compared. */
  finding: "fine" | "corrected" | "cut";
  /** What each run shows. */
  shown: { before: Shown; after: Shown };
  found: readonly Found[];
  /** Unknowns of the ladder that stand for what is corrected. */
  unknowns: readonly string[];
  /** What the correction adds to the interval of the lead chip's change, K; null where nothing is judged. */
  addsK: number | null;
}
