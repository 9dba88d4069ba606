/** How figures are written: the language decides marks and order, the unit how temperatures are told. */
export interface FigureForm {
  /** BCP 47: decides decimal and thousands marks. */
  locale: string;
  /** Differences stay in kelvin, or become degrees Fahrenheit. */
  unit: "C" | "F";
}

/** A space that never breaks a line, so that a figure stays with its unit. */
const TIED = "\u00a0";
const MINUS = "\u2212";

/** Figures and units, said one way everywhere. */
export interface Figures {
  /** A plain number with thousands marks: 4100, 0 → "4,100"; 0.384, 2 → "0.38". */
  number(value: number, digits?: number): string;
  /** A number with its sign, no unit: −3.42 → "−3.4"; what rounds to nothing has no sign. */
  signed(value: number, digits?: number): string;
  /** A difference with its sign: −3.42 → "−3.4 K". */
  kelvin(value: number, digits?: number): string;
  /** The size of a difference, whole: −11.8 → "12 K". */
  kelvinSize(value: number): string;
  /** A range of differences: "−13.6 to −11.0". */
  range(low: number, high: number, digits?: number): string;
  /** A temperature: 24.96 → "25 °C". */
  degrees(celsius: number, digits?: number): string;
  /** Thermal resistance: 0.384 → "0.38 K/W". */
  kelvinPerWatt(value: number, digits?: number): string;
  watts(value: number, digits?: number): string;
  rpm(value: number): string;
  /** A length: 0.5 → "0.5 mm". */
  millimetres(value: number, digits?: number): string;
  /** A share of one: 0.81 → "81 %". */
  share(value: number): string;
  /** Minutes and seconds as a clock: 185.4 → "3:05". */
  clock(seconds: number): string;
  /** A number and its unit, kept on one line: 3, "ml" → "3 ml". */
  with(value: number, unit: string, digits?: number): string;
}

/**
 * Figures in one form.
 *
 * @example
 * const figures = figuresIn({ locale: "en", unit: "C" });
 * figures.kelvin(-3.42); // "−3.4 K"
 * figures.clock(185.4); // "3:05"
 */
export function figuresIn(form: FigureForm): Figures {
  const formats = new Map<number, Intl.NumberFormat>();
  const number = (value: number, digits = 0): string => {
    let format = formats.get(digits);
    if (!format) {
      format = new Intl.NumberFormat(form.locale, { minimumFractionDigits: digits, maximumFractionDigits: digits });
      formats.set(digits, format);
    }
    const text = format.format(Math.abs(value));
    return value < 0 && !isNothing(value, digits) ? MINUS + text : text;
  };
  const signed = (value: number, digits = 1): string =>
    value > 0 && !isNothing(value, digits) ? `+${number(value, digits)}` : number(value, digits);
  const step = form.unit === "F" ? 1.8 : 1;
  const difference = form.unit === "F" ? "°F" : "K";
  const tied = (text: string, unit: string): string => text + TIED + unit;
  return {
    number,
    signed,
    kelvin: (value, digits = 1) => tied(signed(step * value, digits), difference),
    kelvinSize: (value) => tied(number(Math.abs(step * value)), difference),
    range: (low, high, digits = 1) => `${signed(step * low, digits)} to ${signed(step * high, digits)}`,
    degrees: (celsius, digits = 0) =>
      tied(number(form.unit === "F" ? 32 + 1.8 * celsius : celsius, digits), form.unit === "F" ? "°F" : "°C"),
    kelvinPerWatt: (value, digits = 2) => tied(number(value, digits), "K/W"),
    watts: (value, digits = 0) => tied(number(value, digits), "W"),
    rpm: (value) => tied(number(value), "rpm"),
    millimetres: (value, digits = 1) => tied(number(value, digits), "mm"),
    share: (value) => tied(number(100 * value), "%"),
    clock,
    with: (value, unit, digits = 0) => tied(number(value, digits), unit),
  };
}

/** Whether a value shows as zero with so many digits. */
const isNothing = (value: number, digits: number): boolean => Math.abs(value) * 10 ** digits < 0.5;

function clock(seconds: number): string {
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
}
