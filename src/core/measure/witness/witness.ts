import type { JudgeRun, Windowed } from "../pair/conditions";
import type { FanState } from "../pair/fan";
import type { Heard, Reason } from "../pair/reason";
import type { ChipId } from "../thermal";
import type { Freedom } from "./freedom";

/** Both runs as the witnesses see them. */
export interface Scene {
  before: Windowed;
  after: Windowed;
  runs: { before: JudgeRun; after: JudgeRun };
  fan: FanState;
}

/** What a witness does to the judgement besides what it says. */
export interface Testimony {
  witness: Heard;
  reasons?: Reason[];
  freedom?: Partial<Freedom>;
  /** Chips nothing is said of. */
  silent?: ChipId[];
}

/** A witness with nothing to correct. */
export const heard = (
  of: Heard["of"],
  finding: Heard["finding"],
  found: Heard["found"],
  shown: Heard["shown"],
  more: Partial<Pick<Heard, "chip" | "unknowns">> = {},
): Heard => ({ of, chip: null, finding, shown, found, unknowns: [], addsK: null, ...more });
