import { words } from "../../base/words";
import { ASIDE_PREFIX, type Journal } from "./journal";

/** Parts one comes by while inside, none of them the job itself. */
export const ASIDE_KINDS = ["memory", "drive", "battery", "coin", "other"] as const;
export type AsideKind = (typeof ASIDE_KINDS)[number];

/** One thing that is written down of such a part. */
export interface AsideField {
  key: string;
  label: string;
  /** Of a figure; none for words. */
  unit?: string;
  /** What stands before it in a line, where the figure alone would not tell. */
  short?: string;
  /** Greatest figure it takes. */
  most?: number;
}

const PART: AsideField = { key: "part", label: "Part number" };

/** What is asked of each, and what it is called. */
export const ASIDES: Readonly<Record<AsideKind, { title: string; fields: readonly AsideField[] }>> = {
  memory: {
    title: "Memory",
    fields: [
      PART,
      { key: "size", label: "Size", unit: "GB", most: 4_096 },
      { key: "slot", label: "Slot", short: "slot" },
    ],
  },
  drive: {
    title: "Drive",
    fields: [
      PART,
      { key: "size", label: "Size", unit: "GB", most: 100_000 },
      { key: "on", label: "Powered on", short: "on for", unit: "h", most: 500_000 },
      { key: "worn", label: "Wear told", short: "worn", unit: "%", most: 255 },
    ],
  },
  battery: {
    title: "Battery",
    fields: [
      PART,
      { key: "new", label: "When new", short: "new", unit: "Wh", most: 300 },
      { key: "now", label: "When full now", short: "now", unit: "Wh", most: 300 },
      { key: "cycles", label: "Cycles", unit: "cycles", most: 20_000 },
    ],
  },
  coin: { title: "Coin cell", fields: [PART, { key: "volts", label: "Voltage", unit: "V", most: 6 }] },
  other: { title: "Other part", fields: [{ key: "name", label: "What" }, PART] },
};

/** Longest of one field; all of them fit an entry of the journal. */
export const ASIDE_LENGTH = 60;

/** A part found on the way, as it stands now. */
export interface Aside {
  /** The journal's step it stands under. */
  step: string;
  kind: AsideKind;
  /** By the key of its field; figures as they were typed. */
  values: Readonly<Record<string, string>>;
  note: string;
  /** When it was written down, ISO. */
  at: string;
}

/** The step of a new one. `id` is made on the device, of letters and digits. */
export const asideStep = (kind: AsideKind, id: string): string => `${ASIDE_PREFIX}${kind}-${id}`;

const kindOf = (step: string): AsideKind | null => {
  const said = step.slice(ASIDE_PREFIX.length).split("-")[0];
  return ASIDE_KINDS.find((k) => k === said) ?? null;
};

/**
 * What is written of it, to be read by people, found by search, and read back.
 *
 * @example
 * asideText("memory", { part: "MB-16", size: "16" }); // "Memory; Part number MB-16; Size 16 GB"
 */
export function asideText(kind: AsideKind, values: Readonly<Record<string, string>>): string {
  const { title, fields } = ASIDES[kind];
  const told = fields.flatMap(({ key, label, unit }) => {
    const value = (values[key] ?? "")
      .replace(/[;\s]+/g, " ")
      .trim()
      .slice(0, ASIDE_LENGTH);
    return value === "" ? [] : [`${label} ${value}${unit ? ` ${unit}` : ""}`];
  });
  return [title, ...told].join("; ");
}

/** Reads it back; what is no field of the kind is left out. */
export function readAside(kind: AsideKind, text: string): Record<string, string> {
  const values: Record<string, string> = {};
  for (const told of text.split("; ").slice(1))
    for (const { key, label, unit } of ASIDES[kind].fields) {
      const end = unit ? ` ${unit}` : "";
      if (told.startsWith(`${label} `) && told.endsWith(end))
        values[key] = told.slice(label.length + 1, told.length - end.length);
    }
  return values;
}

/** What was found on the way in a job, in the order it was written down. */
export function asidesIn(journal: Journal): Aside[] {
  const at = new Map<string, string>();
  for (const e of journal.entries) if (e.step.startsWith(ASIDE_PREFIX) && !at.has(e.step)) at.set(e.step, e.at);
  return [...at].flatMap(([step, when]) => {
    const kind = kindOf(step);
    const { status, value, reason } = journal.of(step);
    return kind && status === "done" ? [{ step, kind, values: readAside(kind, value), note: reason, at: when }] : [];
  });
}

/** What is wrong with what was typed, by field; none where it can be kept. */
export function asideFaults(kind: AsideKind, values: Readonly<Record<string, string>>): Record<string, string> {
  const faults: Record<string, string> = {};
  const { fields } = ASIDES[kind];
  for (const { key, unit, most = Infinity } of fields) {
    const value = (values[key] ?? "").trim();
    if (!unit || value === "") continue;
    const figure = figureOf(value);
    if (figure === null) faults[key] = `Give a figure in ${unit}.`;
    else if (figure > most) faults[key] = `At most ${most} ${unit}.`;
  }
  if (fields.every(({ key }) => (values[key] ?? "").trim() === ""))
    faults[fields[0]?.key ?? ""] = "Fill in one of them.";
  return faults;
}

/** A figure as typed, with a point or a comma; null for none. */
export function figureOf(text: string | undefined): number | null {
  const plain = (text ?? "").trim().replace(",", ".");
  return /^\d{1,9}(\.\d{1,3})?$/.test(plain) ? Number(plain) : null;
}

/** Below so much a coin cell of 3 V no longer keeps the clock for long, V. */
const COIN_WEAK_V = 2.7;
/** A battery that holds less than so much of what it did is worth a word; so is a drive worn so far. */
const BATTERY_WORN = 0.7;
/** Wear a drive tells of itself, %. */
const DRIVE_WORN = 80;

/** How much of what it held when new a battery holds, 0 to 1 or a little over; null where one of both is not known. */
export function batteryLeft(values: Readonly<Record<string, string>>): number | null {
  const [fresh, now] = [figureOf(values.new), figureOf(values.now)];
  return fresh && now !== null ? now / fresh : null;
}

/** What its figures come to: how much a battery still holds, that a cell or a drive is near its end. */
export type AsideComesTo =
  { what: "holds"; left: number; poor: boolean } | { what: "keeps" | "weak" | "worn"; poor: boolean };

/** What its figures come to; null where they say nothing. */
export function asideComesTo({ kind, values }: Pick<Aside, "kind" | "values">): AsideComesTo | null {
  if (kind === "battery") {
    const left = batteryLeft(values);
    return left === null ? null : { what: "holds", left, poor: left < BATTERY_WORN };
  }
  const volts = kind === "coin" ? figureOf(values.volts) : null;
  if (volts !== null) return volts < COIN_WEAK_V ? { what: "weak", poor: true } : { what: "keeps", poor: false };
  const worn = kind === "drive" ? figureOf(values.worn) : null;
  return worn !== null && worn >= DRIVE_WORN ? { what: "worn", poor: true } : null;
}

/** The same in the workshop's words. */
export function asideWords(of: Pick<Aside, "kind" | "values">): string {
  const comes = asideComesTo(of);
  if (comes?.what === "holds") return `holds ${words.share(comes.left)} of what it did when new`;
  return comes ? COMES_WORDS[comes.what] : "";
}

const COMES_WORDS = {
  keeps: "keeps the clock",
  weak: "weak: the clock may go wrong",
  worn: "near the end of its wear: back it up first",
};

/** One of them in a line: title, what was written, what it comes to, the note. */
export function asideLine(of: Pick<Aside, "kind" | "values" | "note">): string {
  const { title, fields } = ASIDES[of.kind];
  const told = fields.flatMap(({ key, short, unit }) => {
    const value = of.values[key];
    return value ? [`${short ? `${short} ` : ""}${value}${unit ? `\u00a0${unit}` : ""}`] : [];
  });
  return `${title}: ${[...told, asideWords(of), of.note].filter(Boolean).join(", ")}`;
}
