import type { CuttingPlan } from "../../handwork/pads";
import type { Lot, StockSheet } from "./lots";

/** An amount of a lot that stands booked to one step of a job. */
export interface Booking {
  id: number;
  lotId: number;
  jobId: number;
  what: string;
  amount: number;
  at: string;
}

/** Pads that were cut for a job: the plan, and the sheets it used up. Sheets go by their id as text in the plan. */
export interface Cutting {
  id: number;
  jobId: number;
  plan: CuttingPlan;
  sheets: StockSheet[];
  at: string;
}

/** The shelf, and what of it is booked to a job. */
export interface Shelf {
  lots: Lot[];
  /** Lots that were put away since the job used them. */
  past: Lot[];
  sheets: StockSheet[];
  bookings: Booking[];
  cutting: Cutting | null;
  /** What the job's bookings and pads cost, in the shelf's own money. */
  cost: number;
  today: string;
}
