import type { ChipId, Series } from "../thermal";
import type { JudgeRun } from "../pair/conditions";
import type { FanState } from "../pair/fan";
import type { Freedom } from "../judge/joint";
import type { Reason, Witness } from "../judge/verdict";

export type { Witness };

/** Both runs as the witnesses see them. */
export interface Scene {
  before: Series;
  after: Series;
  runs: { before: JudgeRun; after: JudgeRun };
  fan: FanState;
}

/** What a witness does to the judgement besides what it says. */
export interface Testimony {
  witness: Witness;
  reasons?: Reason[];
  freedom?: Partial<Freedom>;
  /** Chips nothing is said of. */
  silent?: ChipId[];
}
