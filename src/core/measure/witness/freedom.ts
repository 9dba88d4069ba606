import type { ChipId } from "../thermal";

/** What the witnesses let the ladder change between the runs. */
export interface Freedom {
  /** True power over logged power of the run after, per chip: what it is taken for, and one sigma of its logarithm. */
  power: Partial<Record<ChipId, { mean: number; sd: number }>>;
  /** One sigma of the scale between the two logs' fan readings, in the logarithm; 0 where they speak alike. */
  fanSd: number;
  /** One sigma of what the case changes, in the logarithm; the ladder's own where not said. */
  caseSd?: number;
  /** One sigma of a room that was read, K; the ladder's own where not said. */
  roomSd?: number;
  /** Chips that the two logs read by different sensors. */
  apart?: readonly ChipId[];
}

export const noFreedom: Freedom = { power: {}, fanSd: 0 };
