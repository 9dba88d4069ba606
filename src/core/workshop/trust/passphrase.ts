/** Letters of a passphrase as they count: capitals, spaces and dashes do not. */
export const spoken = (text: string): string =>
  text
    .normalize("NFKC")
    .toLowerCase()
    .split(/[\s-]+/)
    .filter(Boolean)
    .join(" ");

/** Words of a passphrase so far. */
export const wordsOf = (text: string): number => (spoken(text) ? spoken(text).split(" ").length : 0);

/** Words of a passphrase that is made up here. */
export const PASSPHRASE_WORDS = 6;
const LEAST_LETTERS = 20;

/** What is wrong with a passphrase somebody chose; null for one that is good enough. */
export function passphraseProblem(text: string): string | null {
  const words = spoken(text).split(" ").filter(Boolean);
  if (words.length < PASSPHRASE_WORDS) return `Six words at least; these are ${words.length}.`;
  if (new Set(words).size < words.length - 1) return "Six different words.";
  if (spoken(text).length < LEAST_LETTERS) return "Longer words: twenty letters in all at least.";
  return spoken(text).length > 200 ? "Two hundred letters at most." : null;
}

const SYLLABLES =
  "ba be bi bo bu da de di do du fa fe fi fo fu ga ge gi go gu ka ke ki ko ku la le li lo lu ma me mi mo mu " +
  "na ne ni no nu pa pe pi po pu ra re ri ro ru sa se si so su ta te ti to tu va ve vi vo vu";
const LIST = SYLLABLES.split(" ");

/**
 * Six made-up words that can be read out: three syllables each of seventy, some 110 bits in all.
 *
 * @param random numbers from 0 to 1, hard to foresee
 */
export function madePassphrase(random: () => number): string {
  const syllable = () => LIST[Math.floor(random() * LIST.length)] ?? "ba";
  return Array.from({ length: PASSPHRASE_WORDS }, () => syllable() + syllable() + syllable()).join(" ");
}

/** What is wrong with a PIN; null for one that may be. */
export function pinProblem(pin: string): string | null {
  if (!/^\d{4}$/.test(pin)) return "A PIN is four digits.";
  const digits = [...pin].map(Number);
  const steps = digits.slice(1).map((d, i) => d - (digits[i] ?? 0));
  return steps.every((s) => s === steps[0] && Math.abs(s) <= 1)
    ? "Not digits in a row, and not one digit alone."
    : null;
}
