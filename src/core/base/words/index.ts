import { figuresIn, type FigureForm, type Figures } from "./figures";
import { nounsIn, type Nouns } from "./nouns";

export { figuresIn };

/** Languages reports are written in. */
export const LANGUAGES = ["en", "de", "fr"] as const;
export type Language = (typeof LANGUAGES)[number];
export const UNITS = ["C", "F"] as const;
export type Unit = (typeof UNITS)[number];
export type { FigureForm, Figures, Nouns };

/** Everything that is said with a figure, a count or a list, in one language and unit. */
export type Words = Figures & Nouns;

/**
 * The words of a language with temperatures in °C or °F.
 *
 * @example
 * wordsIn({ locale: "de", unit: "C" }).kelvin(-3.42); // "−3,4 K"
 */
export const wordsIn = (form: FigureForm): Words => ({ ...figuresIn(form), ...nounsIn(form.locale) });

/** The words of the workshop: English, °C. */
export const words = wordsIn({ locale: "en", unit: "C" });
