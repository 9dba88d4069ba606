/**
 * What a step is about; its key is that and of what, such as a part's id, with colons between. Keys stand in journals
 * for ever: none may be called otherwise.
 */
const ABOUT = [
  "intake",
  "open",
  "out",
  "strip",
  "loosen",
  "unplug",
  "off",
  "paste-was",
  "print",
  "pad-was",
  "dust",
  "bays",
  "bearing",
  "clean",
  "paste",
  "pad",
  "close",
  "tighten",
  "plug",
  "on",
  "in",
  "gate",
  "way",
] as const;

export type StepAbout = (typeof ABOUT)[number];

/**
 * The key of a step.
 *
 * @example
 * stepKey("dust", "f1"); // "dust:f1"
 * stepKey("tighten", 2, "s4"); // "tighten:2:s4"
 */
export const stepKey = (about: StepAbout, ...of: readonly (string | number)[]): string => [about, ...of].join(":");

/** What a key says: what the step is about, and of what; null where it is no step's key. */
export function stepOf(key: string): { about: StepAbout; of: string[] } | null {
  const [about = "", ...of] = key.split(":");
  return of.length && (ABOUT as readonly string[]).includes(about) ? { about: about as StepAbout, of } : null;
}

/** Whether a step is about that: `isStep(key, "clean")`. */
export const isStep = (key: string | undefined, about: StepAbout): boolean => key?.startsWith(`${about}:`) ?? false;

/** Of what a step is, one part of its key: `stepPart("tighten:2:s4", 1)` is "s4"; "" where it has none. */
export const stepPart = (key: string | undefined, n = 0): string => key?.split(":")[n + 1] ?? "";
