import type { Windowed } from "../pair/conditions";
import { loadSeconds, type Figure, type GoodFigures } from "../judge";
import type { SurerTest, TriageChip } from "./result";

/** Up to three tests, the one that narrows most first. */
export function surerTests(lead: TriageChip | null, series: Windowed, tau: number, good: GoodFigures): SurerTest[] {
  if (!lead) return [];
  const own = (f: Figure) => (f.high - f.low) / 2;
  const air = own(lead.paths[1].excess);
  const seen = own(lead.paths[1].seen);
  const fromGood = own(lead.paths[1].good);
  const tests: SurerTest[] = [];
  if (fromGood > 1.5 * seen)
    tests.push({
      code: "good-run",
      nowK: air,
      thenK: Math.hypot(seen, 0.3 * fromGood),
      minutes: 20,
    });
  if (loadSeconds(series) < 3.5 * tau)
    tests.push({
      code: "longer",
      nowK: air,
      thenK: Math.hypot(0.6 * seen, fromGood),
      minutes: Math.ceil((4 * tau) / 60) + 8,
    });
  tests.push({
    code: "fixed-fan",
    nowK: air,
    thenK: Math.hypot(0.75 * seen, fromGood),
    minutes: 18,
  });
  tests.push({
    code: "lamp",
    nowK: air,
    thenK: 0.88 * air,
    minutes: 1,
  });
  return tests.sort((a, b) => a.thenK - b.thenK).slice(0, good.level === "machine" ? 2 : 3);
}
