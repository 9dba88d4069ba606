import type { DueBy } from "../upkeep";

/** A machine as the workshop knows it. `dueOn` is a date (yyyy-mm-dd), null when none is set. */
export interface Machine {
  id: number;
  tag: string;
  model: string;
  variant: string;
  place: string;
  environment: string;
  form: string;
  limitC: number | null;
  /** How hard it is used; "" where nobody said. */
  used: string;
  /** The month it was bought, yyyy-mm; null where nobody said. */
  bought: string | null;
  dueOn: string | null;
  dueWhy: string;
  /** By what that date was set: one of drift or rule moves by itself. */
  dueBy: DueBy | "";
  createdAt: string;
}
