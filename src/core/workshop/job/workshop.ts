import type { Language, Unit } from "../../base/words";

/** Currencies sums are told in; the first is ours while none was chosen. */
export const CURRENCIES = ["EUR", "USD", "GBP", "CHF", "SEK", "NOK", "DKK", "PLN", "CZK", "CAD", "AUD", "JPY"] as const;
export type Currency = (typeof CURRENCIES)[number];

/** A thermometer the room is read by. */
export interface Thermometer {
  name: string;
  /** How much more it shows than a good one beside it, K; below 0: how much less. */
  highK: number;
}

/** What a workshop says of itself. */
export interface Workshop {
  name: string;
  currency: Currency;
  /** Initials of those who work here, offered to whoever says who works. */
  people: string[];
  thermometers: Thermometer[];
  /** The language and unit its reports are written in. */
  language: Language;
  unit: Unit;
  /** The zone its days begin in, by its name in the tz database; "" while it set none and its server's own counts. */
  zone: string;
  /** A change the judge calls no real one is smaller, K. */
  thresholdK: number;
}

/** What it may be set to, K: below it the spread of two good runs would be called a change. */
export const THRESHOLDS_K = { least: 2, usual: 3, most: 10 } as const;

export const usualWorkshop: Workshop = {
  name: "",
  currency: "EUR",
  people: [],
  thermometers: [],
  language: "en",
  unit: "C",
  zone: "",
  thresholdK: THRESHOLDS_K.usual,
};
