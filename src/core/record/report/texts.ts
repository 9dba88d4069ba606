import type { WitnessName } from "../../measure/pair";
import type { AsideKind, Consumable } from "../../handwork/service";

/** A count with its word in the one or the other form. */
export const many = (n: string, one: string, more: string): string => `${n} ${n === "1" ? one : more}`;

/** A film that no longer carries heat, as it was found. */
export const SPENT_FILMS = ["dry", "pumped", "little"] as const;
export type SpentFilm = (typeof SPENT_FILMS)[number];

/** Every sentence of a report, in one language. Figures come ready made; days too. */
export interface Texts {
  service: (day: string) => string;
  record: (tag: string, number: number, revision: number | null) => string;
  draft: string;
  headline: {
    cooler: (degrees: string) => string;
    atLeastCooler: (degrees: string) => string;
    noLongerSlows: (first: string) => string;
    moreWork: (percent: string) => string;
    lessWork: (percent: string) => string;
    same: string;
    /** The chips as before, something else that heat reaches not. */
    sameBut: (sensor: string, degrees: string, cooler: boolean) => string;
    warmer: (degrees: string) => string;
    notComparable: string;
    none: string;
  };
  verdict: { improved: string; unchanged: string; worse: string; notComparable: string; none: string };
  compared: string;
  /** The same where the fan itself has changed. */
  comparedFan: string;
  between: (low: string, high: string) => [before: string, range: string];
  sureTo: (degrees: string) => string;
  speed: {
    title: string;
    used: (after: string) => string;
    holds: string;
    later: (after: string) => string;
    more: (p: string) => string;
  };
  noise: { title: string; text: (now: string, then: string) => string };
  hotDay: { title: string; text: (room: string, degrees: string) => string };
  wrong: { two: string; one: string; none: string };
  air: {
    /** Dust that was found and cleaned away. */
    won: (d: string) => string;
    /** The same figure where nothing was recorded of why. */
    carries: (d: string) => string;
    lost: (d: string) => string;
    matted: string;
    dusty: string;
    blades: string;
    cleaned: string;
    /** A fan that was weak, in rpm as the logs show it; one that stood. */
    fan: (now: string, then: string) => string;
    fanStood: string;
    unknown: string;
  };
  paste: {
    /** A film that was found spent, and renewed. */
    won: (d: string) => string;
    carries: (d: string) => string;
    lost: (d: string) => string;
    /** What a spent film was like, by what was answered. */
    spent: Record<SpentFilm, string>;
    wetted: (share: string) => string;
    renewed: string;
    renewedSound: string;
    unknown: string;
  };
  notRecorded: string;
  /** Two runs that cannot be compared: why, by the reason's code, and what is known all the same. */
  apart: {
    title: string;
    because: Readonly<Record<string, string>>;
    other: string;
    logged: (chip: string, before: string, after: string) => string;
    chips: Record<"cpu" | "gpu", string>;
  };
  /** What the bench has to say besides: closing note, what the job waits for, other sensors. */
  bench: {
    title: string;
    part: (what: string, until: string) => string;
    word: (what: string) => string;
    hot: (name: string, was: string, now: string) => string;
    sensors: Record<"drive" | "memory" | "base" | "case", string>;
  };
  sure: {
    title: string;
    paths: (air: string, paste: string) => string;
    throttled: string;
    bound: string;
    range: (a: string, b: string) => string;
  };
  ladder: {
    /** Unit of a fan's speed. */
    rpm: string;
    note: (rung: string) => string;
    before: string;
    after: string;
    airflow: string;
    paste: string;
    /** The same in the middle of a line. */
    inAir: string;
    inPaste: string;
    slowsAt: string;
    both: (w: string, rpm: string | null, room: string) => string;
  };
  found: { title: string; sub: string; back: string; nothing: string; unwritten: string };
  parts: {
    pipes: string;
    soundness: Record<string, string>;
    battery: string;
    batteries: Record<string, string>;
    fins: (tag: string) => string;
    blower: (tag: string) => string;
    pad: (tag: string) => string;
    cpu: string;
    gpu: string;
    grades: readonly string[];
    pastes: Record<string, string>;
    pads: Record<string, string>;
    bearings: Record<string, string>;
    done: {
      lifted: string;
      brushed: string;
      cleaned: string;
      renewed: string;
      newPad: (size: string) => string;
      left: string;
      bearing: string;
    };
  };
  asides: {
    title: string;
    kinds: Record<AsideKind, string>;
    /** A battery holds so much of what it did when new. */
    holds: (share: string) => string;
    weakCell: string;
    wornDrive: string;
    cycles: (count: string) => string;
    slot: (slot: string) => string;
    poweredOn: (hours: string) => string;
    wear: (share: string) => string;
  };
  counts: { kinds: Record<string, readonly [one: string, many: string]>; all: string; not: string };
  next: {
    title: (day: string) => string;
    none: string;
    drift: string;
    rule: string;
    hand: (why: string) => string;
    snooze: string;
  };
  care: { title: string; air: Record<string, string>; all: string };
  foot: {
    by: (role: string, initials: string) => string;
    checked: (role: string, initials: string) => string;
    open: string;
    degrees: string;
    /** The same where temperatures are told in °F. */
    degreesF: string;
    kept: string;
    page: (n: number, of: number) => string;
  };
  technical: {
    title: string;
    chips: Record<"cpu" | "gpu", string>;
    head: readonly [string, string, string, string, string];
    contact: string;
    airflow: string;
    total: string;
    curves: string;
    conditions: string;
    conditionsSame: (what: string) => string;
    /** Words a run's conditions are chosen from, in small letters; what was typed stands as it was. */
    conditionWords: Readonly<Record<string, string>>;
    conditionRows: Record<"room" | "supply" | "powerMode" | "fanPolicy" | "lid" | "surface" | "recipe", string>;
    method: string;
    judged: (judge: string, threshold: string) => string;
    corrected: (what: string) => string;
    /** What a witness corrected, as it stands behind that. */
    witnesses: Readonly<Record<WitnessName, string>>;
    materials: string;
    used: Readonly<Record<Consumable, (n: string) => string>>;
    lot: (name: string, lot: string) => string;
    cautions: string;
    cautionList: readonly string[];
    photos: string;
    phases: Record<"found" | "cleaned" | "after" | "tracing", string>;
    hash: (sha: string) => string;
    hashNote: string;
  };
}
