import { dayIn, isDay, type Zone } from "../../base/days";
import { figuresIn, type Figures, type Language, type Unit } from "../../base/words";

/** In which language, unit and zone a report speaks. */
export interface ReportForm {
  language: Language;
  unit: Unit;
  /** Where its days begin. */
  zone: Zone;
}

const LOCALES: Record<Language, string> = { en: "en-GB", de: "de-DE", fr: "fr-FR" };

/** Figures and days in one form; differences as plain numbers of degrees, for owners. */
export interface Said {
  figures: Figures;
  unit: Unit;
  /** Size of a kelvin in that unit. */
  step: number;
  /** A difference without sign or unit, whole: 27.8 → "28", in °F "50". */
  degrees(K: number): string;
  /** Of a day, or of a moment: "26 November 2031". */
  day(at: string): string;
  number(value: number, digits?: number): string;
  /** A clock time of a load: 108 → "1 min 48 s". */
  minutes(s: number): string;
}

export function saidIn({ language, unit, zone }: ReportForm): Said {
  const locale = LOCALES[language];
  const figures = figuresIn({ locale, unit });
  const step = unit === "F" ? 1.8 : 1;
  const day = new Intl.DateTimeFormat(locale, { day: "numeric", month: "long", year: "numeric", timeZone: "UTC" });
  return {
    figures,
    unit,
    step,
    degrees: (K) => figures.number(Math.abs(step * K)),
    day: (at) => day.format(new Date(`${isDay(at) ? at : dayIn(zone, at)}T00:00:00Z`)),
    number: (value, digits = 0) => figures.number(value, digits),
    minutes: (s) => clockWords(Math.round(s)),
  };
}

/** Whole seconds as minutes and seconds: 119 → "1 min 59 s", 120 → "2 min". */
function clockWords(s: number): string {
  const [min, rest] = [Math.floor(s / 60), s % 60];
  return [min > 0 ? `${min} min` : "", rest > 0 || min === 0 ? `${rest} s` : ""].filter(Boolean).join(" ");
}
