import type { Series } from "../thermal";
import { loadSeconds } from "../judge/comparable";
import type { Figure } from "../judge/estimate";
import type { GoodFigures } from "../judge/good";
import type { SurerTest, TriageChip } from "./result";

/** Up to three tests, the one that narrows most first. */
export function surerTests(lead: TriageChip | null, series: Series, tau: number, good: GoodFigures): SurerTest[] {
  if (!lead) return [];
  const own = (f: Figure) => (f.high - f.low) / 2;
  const air = own(lead.paths[1].excess);
  const seen = own(lead.paths[1].seen);
  const fromGood = own(lead.paths[1].good);
  const tests: SurerTest[] = [];
  if (fromGood > 1.5 * seen)
    tests.push({
      code: "good-run",
      title: "Run a good machine of this model",
      tells: "gives figures of its own instead of typical ranges",
      nowK: air,
      thenK: Math.hypot(seen, 0.3 * fromGood),
      minutes: 20,
    });
  if (loadSeconds(series) < 3.5 * tau)
    tests.push({
      code: "longer",
      title: "Run again with a longer load",
      tells: "shows the end of the climb instead of calculating it",
      nowK: air,
      thenK: Math.hypot(0.6 * seen, fromGood),
      minutes: Math.ceil((4 * tau) / 60) + 8,
    });
  tests.push({
    code: "fixed-fan",
    title: "Run again with the fans fixed",
    tells: "shows how the fins answer, and a weak fan",
    nowK: air,
    thenK: Math.hypot(0.75 * seen, fromGood),
    minutes: 18,
  });
  tests.push({
    code: "lamp",
    title: "Look through the grille with a lamp",
    tells: "lint seen or not; the fans turn as told",
    nowK: air,
    thenK: 0.88 * air,
    minutes: 1,
  });
  return tests.sort((a, b) => a.thenK - b.thenK).slice(0, good.level === "machine" ? 2 : 3);
}
