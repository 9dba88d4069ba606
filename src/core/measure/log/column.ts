import { quantile } from "d3-array";
import {
  AVERAGE,
  countWords,
  DEVICE_WORDS,
  HOT_SPOT,
  NOT_A_READING,
  QUANTITY_WORDS,
  tokens,
  unitFromText,
  unitInHeading,
  type Device,
  type Quantity,
  type Unit,
} from "./words";
import { type ColumnGuess, type ColumnHead, type Role, type Why } from "./guess";

export interface Draft extends ColumnGuess {
  /** What it stands for where nothing better is logged. */
  instead?: Role;
  score: number;
  core: number | null;
  fan: number | null;
}

export const none = (h: ColumnHead, note: string, sure = true): Draft => ({
  index: h.index,
  heading: h.heading,
  role: "none",
  unit: "",
  factor: 1,
  offset: 0,
  why: "rule",
  sure,
  note,
  score: 0,
  core: null,
  fan: null,
});

/** What a column is taken for, seen alone: by its unit, its words and the size of its numbers. */
export function draftColumn(h: ColumnHead): Draft {
  const words = tokens(h.heading);
  const unit = unitInHeading(h.heading) || (h.unitText ? unitFromText(h.unitText) : "");
  if (h.timeLike)
    return {
      ...none(h, ""),
      role: h.timeLike === "date" ? "date" : "time",
      why: "form",
      score: h.timeLike === "iso" ? 12 : 8,
    };
  const peak = percentile(h.samples, 0.98);
  if (!Number.isFinite(peak)) return none(h, "no numbers");
  if (isWorkRate(words, unit)) return placeWork(h, words);
  const quantity = quantityOf(words, unit);
  if (quantity === "time")
    return {
      ...none(h, ""),
      role: "time",
      why: "words",
      score: 4 + (/elapsed|seconds|\[s\]|\(s\)|timestamp|epoch/i.test(h.heading) ? 2 : 0),
    };
  if (!quantity) return none(h, unit === "V" || unit === "A" ? `${unit}, not needed` : "kept with the file");
  const device = deviceOf(words, quantity);
  const barred = countWords(words, NOT_A_READING) > 0;
  if (barred) {
    const hot = quantity === "temperature" && countWords(words, NOT_A_READING) === countWords(words, HOT_SPOT);
    if (!hot || (device !== "cpu" && device !== "gpu")) return none(h, "kept with the file");
    const placed = place({ head: h, words, unit, device, peak }, quantity);
    return { ...placed, role: "none", instead: placed.role, note: "the hot spot, kept with the file" };
  }
  return place({ head: h, words, unit, device, peak }, quantity);
}

/** Work a chip does per second: named so, and in nothing but 1/s. */
const isWorkRate = (words: readonly string[], unit: Unit): boolean =>
  words.includes("work") && (unit === "1/s" || (unit === "" && words.includes("rate")));

function placeWork(h: ColumnHead, words: string[]): Draft {
  const gpu = countWords(words, DEVICE_WORDS.gpu) > 0;
  if (!gpu && countWords(words, DEVICE_WORDS.cpu) === 0) return none(h, "work of what is not said");
  return { ...none(h, "work per second"), role: gpu ? "gpu.work" : "cpu.work", unit: "1/s", why: "words", score: 3 };
}

function quantityOf(words: string[], unit: Unit): Quantity | null {
  if (unit === "°C" || unit === "°F") return "temperature";
  if (unit === "W" || unit === "mW") return "power";
  if (unit === "rpm" || unit === "krpm") return "rpm";
  if (unit === "V" || unit === "A") return null;
  const chip = countWords(words, DEVICE_WORDS.cpu) + countWords(words, DEVICE_WORDS.gpu) > 0;
  // "temps" is time in one language and several temperatures in another
  if (words.includes("temps")) return chip ? "temperature" : "time";
  // "T_cpu", "t_amb"
  if (words.includes("t") && words.length > 1 && (chip || countWords(words, DEVICE_WORDS.room) > 0))
    return "temperature";
  const fan = countWords(words, DEVICE_WORDS.fan) > 0;
  if (unit === "MHz" || unit === "GHz" || unit === "kHz" || unit === "Hz") return "clock";
  if (fan && countWords(words, QUANTITY_WORDS.temperature) === 0 && countWords(words, QUANTITY_WORDS.power) === 0)
    return "rpm";
  if (countWords(words, QUANTITY_WORDS.temperature) > 0) return "temperature";
  if (countWords(words, QUANTITY_WORDS.rpm) > 0) return "rpm";
  if (countWords(words, QUANTITY_WORDS.power) > 0) return "power";
  if (unit === "%" || words.includes("%") || countWords(words, QUANTITY_WORDS.load) > 0) return "load";
  if (countWords(words, QUANTITY_WORDS.clock) > 0) return chip ? "clock" : null;
  if (countWords(words, QUANTITY_WORDS.time) > 0) return "time";
  // a bare name with plausible degrees: "CPU", "Core 0", "Ambient"
  const named = chip || countWords(words, DEVICE_WORDS.room) + countWords(words, DEVICE_WORDS.drive) > 0;
  return named && unit === "" ? "temperature" : null;
}

function deviceOf(words: string[], quantity: Quantity): Device | null {
  const has = (d: Device) => countWords(words, DEVICE_WORDS[d]) > 0;
  if (quantity === "rpm") return "fan";
  if (has("base")) return "base";
  if (has("memory")) return "memory";
  if (has("battery")) return "battery";
  if (has("room")) return "room";
  if (has("gpu")) return "gpu";
  if (has("drive")) return "drive";
  // "system" or "board" beside a processor word means the board's sensor near it
  if (has("case") && !words.includes("package") && !words.includes("cpu")) return "case";
  if (has("cpu")) return "cpu";
  if (has("fan")) return "fan";
  return null;
}

/** What is known of a column before its channel is chosen. */
interface Seen {
  head: ColumnHead;
  words: string[];
  unit: Unit;
  device: Device | null;
  peak: number;
}

function place(seen: Seen, quantity: Quantity): Draft {
  const { head, device } = seen;
  if (quantity === "rpm") return placeFan(seen);
  if (quantity === "temperature") return placeTemperature(seen);
  const base = none(head, "kept with the file");
  if (device === "battery") return placeBattery(seen, quantity);
  if (device !== "cpu" && device !== "gpu")
    return quantity === "power" && device === null ? { ...base, note: "power of what is not said" } : base;
  const chip = { ...seen, device };
  if (quantity === "power") return placePower(chip);
  return quantity === "load" ? placeLoad(chip) : placeClock(chip);
}

/** What goes into the battery, and how full it is, where the unit says which; else it is not needed. */
function placeBattery({ head, unit }: Seen, quantity: Quantity): Draft {
  const base = none(head, "kept with the file");
  const power = quantity === "power" && (unit === "W" || unit === "mW");
  if (!power && !(quantity === "load" && unit === "%")) return base;
  return {
    ...base,
    role: power ? "battery.power" : "battery.charge",
    unit: power ? "W" : "%",
    factor: unit === "mW" ? 1e-3 : 1,
    why: "unit",
    note: power ? "W into the battery" : "%",
    score: 1,
  };
}

/** Unit and conversion of a column that was told to be something: by its unit, else by the size of its numbers. */
export function columnAs(
  head: ColumnHead,
  role: Role,
  told?: Unit,
): Pick<ColumnGuess, "unit" | "factor" | "offset" | "note"> {
  const unit = told ?? (unitInHeading(head.heading) || (head.unitText ? unitFromText(head.unitText) : ""));
  const [where = "", what = ""] = role.replace(/^cpu\.core\d+/, "cpu").split(".");
  const device = where.startsWith("fan") ? "fan" : (where as Device);
  if (what === "work") return { unit: "1/s", factor: 1, offset: 0, note: "work per second" };
  const quantity = what === "speed" || what === "duty" ? "rpm" : what === "charge" ? "load" : (what as Quantity);
  const seen = { head, words: tokens(head.heading), unit, device, peak: percentile(head.samples, 0.98) };
  const {
    factor,
    offset,
    note,
    unit: is,
  } = quantity === "power" ? placePower(seen as SeenChip, true) : place(seen, quantity);
  return { unit: is, factor, offset, note };
}

/** How °F is brought to °C. */
export const FAHRENHEIT = { factor: 5 / 9, offset: (-32 * 5) / 9, note: "°F, read as °C" } as const;

const whyOf = (unit: Unit): Why => (unit ? "unit" : "words");

function placeFan({ head, words, unit, peak }: Seen): Draft {
  const percent = unit === "%" || (unit === "" && peak <= 100);
  return {
    ...none(head, ""),
    role: percent ? "fan1.duty" : "fan1.speed",
    unit: percent ? "%" : "rpm",
    factor: unit === "krpm" ? 1000 : 1,
    why: "words",
    note: percent ? "% of full speed" : "rpm",
    score: percent ? 1 : 3,
    fan: words.map(Number).find((n) => Number.isInteger(n) && n >= 0 && n < 20) ?? null,
  };
}

type SeenChip = Seen & { device: "cpu" | "gpu" };

/** A reading of one core among others. */
const isPerCore = ({ device, words }: SeenChip): boolean =>
  device === "cpu" && /\b(core|kern|coeur|nucleo)\b/.test(words.join(" ")) && words.some((w) => /^\d+$/.test(w));

const WHOLE_CHIP = ["package", "pkg", "total", "cpu", "gpu", "gesamt", "board", "asic", "processor", "prozessor*"];

function placePower(seen: SeenChip, told = false): Draft {
  const { head, words, unit, device, peak } = seen;
  const base = none(head, "kept with the file");
  if (!told && isPerCore(seen)) return base;
  const milli = unit === "mW" || (unit === "" && peak > 1000);
  return {
    ...base,
    role: `${device}.power`,
    unit: "W",
    factor: milli ? 1e-3 : 1,
    why: milli && unit === "" ? "size" : whyOf(unit),
    note: milli ? "mW, read as W" : "W",
    score: 3 + countWords(words, WHOLE_CHIP),
  };
}

function placeLoad(seen: SeenChip): Draft {
  const { head, words, unit, device, peak } = seen;
  const share = unit !== "%" && peak <= 1.0001 && peak > 0;
  return {
    ...none(head, ""),
    role: `${device}.load`,
    unit: "%",
    factor: share ? 100 : 1,
    why: share ? "size" : whyOf(unit),
    note: share ? "share, read as %" : "%",
    score: (isPerCore(seen) ? 1 : 3) + countWords(words, WHOLE_CHIP),
  };
}

function placeClock(seen: SeenChip): Draft {
  const { head, words, unit, device, peak } = seen;
  const factor = clockFactor(unit, peak);
  return {
    ...none(head, ""),
    role: `${device}.clock`,
    unit: "MHz",
    factor,
    why: whyOf(unit),
    note: factor === 1 ? "MHz" : "read as MHz",
    score: (isPerCore(seen) ? 1 : 3) + countWords(words, [...WHOLE_CHIP, "effective"]),
  };
}

/** To MHz: by the unit, else by the size of the numbers. */
function clockFactor(unit: Unit, peak: number): number {
  if (unit === "GHz" || (unit === "" && peak < 20)) return 1000;
  if (unit === "kHz" || (unit === "" && peak > 1e5 && peak < 1e8)) return 1e-3;
  return unit === "Hz" || (unit === "" && peak >= 1e8) ? 1e-6 : 1;
}

function placeTemperature({ head, words, unit, device, peak }: Seen): Draft {
  const base = none(head, "kept with the file");
  // °C is written with a thousand; where no unit stands, the log as a whole decides on °F (scale.ts)
  const milli = (unit === "" && peak > 1000) || (unit === "°C" && peak > 1000);
  const fahrenheit = unit === "°F";
  const draft: Draft = {
    ...base,
    unit: "°C",
    ...(fahrenheit ? FAHRENHEIT : { factor: milli ? 1e-3 : 1, offset: 0, note: milli ? "m°C, read as °C" : "°C" }),
    why: unit === "" && milli ? "size" : whyOf(unit),
  };
  if (device === "battery" || device === "fan") return base;
  // memory of a graphics chip bears more, and is the chip's own affair
  if (device === "memory" && countWords(words, [...DEVICE_WORDS.gpu, "junction"]) > 0) return base;
  if (device === "memory") return { ...draft, role: "memory.temperature", score: 2 };
  if (device === "base") return { ...draft, role: "base.temperature", score: 3 };
  if (device === "gpu")
    return { ...draft, role: "gpu.temperature", score: 3 + countWords(words, ["core", "edge", "gpu"]) };
  if (device === "drive") return { ...draft, role: "drive.temperature", score: 3 };
  if (device === "room") return { ...draft, role: "room.temperature", score: 3 };
  if (device === "case") return { ...draft, role: "case.temperature", score: 2 };
  if (device === "cpu") return placeProcessor(draft, base, words);
  return { ...draft, role: "none", sure: false, note: "a temperature, of what is not said", score: 1 };
}

function placeProcessor(draft: Draft, base: Draft, words: string[]): Draft {
  const number = words.map(Number).find((n) => Number.isInteger(n) && n >= 0 && n < 512);
  const isCore = countWords(words, ["core", "cores", "kern", "kerne", "coeur", "nucleo"]) > 0;
  if (countWords(words, AVERAGE) > 0)
    return { ...draft, role: "none", instead: "cpu.temperature", note: "an average hides the hottest core" };
  if (isCore && number !== undefined)
    return { ...draft, role: `cpu.core${number}.temperature`, core: number, score: 2 };
  return {
    ...draft,
    role: "cpu.temperature",
    score: 3 + countWords(words, ["package", "pkg", "max", "hottest", "tctl", "tdie", "die", "cpu"]),
  };
}

/** A quantile of the numbers among the samples; NaN without any. */
export const percentile = (samples: readonly number[], q: number): number =>
  quantile(samples, q, (v) => (Number.isFinite(v) ? v : NaN)) ?? NaN;
