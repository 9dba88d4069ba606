import type { ChipId, Series } from "../thermal";
import type { JudgeRun } from "./conditions";
import type { FanState } from "./fan";
import type { Freedom } from "./joint";
import type { Reason } from "./verdict";

export type WitnessName = "fan" | "power" | "room" | "time" | "start" | "machine" | "surroundings";

/** What one witness says of the pair before anything is judged. */
export interface Witness {
  of: WitnessName;
  chip: ChipId | null;
  /** Fine; differs and is corrected; or cannot be compared. */
  finding: "fine" | "corrected" | "cut";
  /** What each run shows, in a few words. */
  before: string;
  after: string;
  says: string;
  /** Unknowns of the ladder that stand for what is corrected. */
  unknowns: readonly string[];
  /** What the correction adds to the interval of the lead chip's change, K; null before the fit. */
  addsK: number | null;
}

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
