import { matchedConditions, type Matched, type Windowed } from "./conditions";
import type { FanState } from "./fan";

/** Two runs, how their fans stand to each other, and what both are brought to: made once, handed on as one value. */
export interface Pair {
  before: Windowed;
  after: Windowed;
  fan: FanState;
  matched: Matched;
}

/** Two runs as a pair, at the conditions of the run before. */
export const pairOf = (before: Windowed, after: Windowed, fan: FanState): Pair => ({
  before,
  after,
  fan,
  matched: matchedConditions(before),
});
