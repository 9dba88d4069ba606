import { planOf, readTable, type ReadingPlan } from "../core/measure/log";

/** The reading plan a page would send with this text; that of a small log where the text is none. */
export function planFor(text: string): ReadingPlan {
  const table = readTable(text);
  if (table.ok) return planOf(table.value);
  return planFor(["Time [s],CPU [°C]", ...Array.from({ length: 20 }, (_, i) => `${i},${40 + i}`)].join("\n"));
}
