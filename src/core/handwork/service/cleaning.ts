import type { Procedure } from "./procedure";
import type { Journal } from "./journal";
import { isStep, stepPart } from "./stepKey";

/** What cleaning uses up, in the unit it is counted in. */
export const CONSUMABLES = {
  swab: ["Swabs", ""],
  wipe: ["Wipes", ""],
  cloth: ["Lint-free cloths", ""],
  alcohol: ["Alcohol", "ml"],
  remover: ["Paste remover", "ml"],
  air: ["Air", "s"],
} as const;
export type Consumable = keyof typeof CONSUMABLES;
export type Uses = Partial<Record<Consumable, number>>;

/** A way to clean a kind of part. */
export const METHODS = {
  "in-place": "in place",
  out: "taken out",
  brush: "brush and air",
  mat: "mat lifted off, brush and air",
  alcohol: "alcohol",
  wipes: "wipes",
  remover: "paste remover",
} as const;
export type Method = keyof typeof METHODS;

export interface Cleaning {
  method: Method;
  uses: Uses;
}

/** "mat;swab=2;air=8": how a cleaning stands in the journal. */
export const cleaningText = (c: Cleaning): string =>
  [
    c.method,
    ...Object.entries(c.uses)
      .filter(([, n]) => n > 0)
      .map(([k, n]) => `${k}=${n}`),
  ].join(";");

/** A cleaning as the journal has it; null for what it cannot be. Older entries carry none. */
export function cleaningOf(text: string): Cleaning | null {
  const [method = "", ...rest] = text.split(";");
  if (!Object.hasOwn(METHODS, method)) return null;
  const uses: Uses = {};
  for (const part of rest) {
    const [key = "", n = ""] = part.split("=");
    if (Object.hasOwn(CONSUMABLES, key) && Number.isFinite(Number(n))) uses[key as Consumable] = Number(n);
  }
  return { method: method as Method, uses };
}

/** Methods for a part and what each usually uses at a grade; the first is ours. */
export function cleaningWays(
  kind: "blower" | "fins" | "chip",
  grade: number,
  ways: Procedure,
  fansOut: boolean,
): Cleaning[] {
  if (kind === "blower") {
    const both: Cleaning[] = [
      { method: "in-place", uses: { swab: 1 + grade, air: 4 + 2 * grade } },
      { method: "out", uses: { swab: 2 + 2 * grade, air: 4 + 3 * grade, alcohol: 1 } },
    ];
    return fansOut ? both.reverse() : both;
  }
  if (kind === "fins") {
    const both: Cleaning[] = [
      { method: "brush", uses: { air: 4 + 3 * grade } },
      { method: "mat", uses: { swab: grade, air: 4 + 4 * grade } },
    ];
    return grade >= 3 ? both.reverse() : both;
  }
  const all: Cleaning[] = [
    { method: "alcohol", uses: { cloth: 2, swab: 2, alcohol: 3 } },
    { method: "wipes", uses: { wipe: 3, cloth: 1 } },
    { method: "remover", uses: { remover: 2, alcohol: 2, cloth: 2 } },
  ];
  return [...all].sort((a, b) => Number(b.method === ways.solvent) - Number(a.method === ways.solvent));
}

export interface CleanedPart extends Cleaning {
  partId: string;
  seconds: number;
}

/** What was cleaned, how, for how long and with what. */
export function cleanedIn(journal: Journal): CleanedPart[] {
  const keys = [
    ...new Set(journal.entries.filter((e) => isStep(e.step, "clean") && journal.isDone(e.step)).map((e) => e.step)),
  ];
  return keys.flatMap((key) => {
    const c = cleaningOf(journal.of(key).value);
    return c ? [{ ...c, partId: stepPart(key), seconds: journal.secondsOf(key) }] : [];
  });
}

/** Everything used in a job's cleaning, summed. */
export function usedIn(cleaned: readonly Cleaning[]): Uses {
  const out: Uses = {};
  for (const c of cleaned)
    for (const [k, n] of Object.entries(c.uses)) out[k as Consumable] = (out[k as Consumable] ?? 0) + n;
  return out;
}

/** "4 swabs, 6 s of air" */
export function usesWords(uses: Uses): string {
  return (Object.entries(uses) as [Consumable, number][])
    .filter(([, n]) => n > 0)
    .map(([k, n]) =>
      CONSUMABLES[k][1]
        ? `${n} ${CONSUMABLES[k][1]} of ${CONSUMABLES[k][0].toLowerCase()}`
        : `${n} ${n === 1 ? CONSUMABLES[k][0].toLowerCase().replace(/s$/, "") : CONSUMABLES[k][0].toLowerCase()}`,
    )
    .join(", ");
}
