/** A job of a machine in a few lines. */
export interface JobLine {
  jobId: number;
  day: string;
  closed: boolean;
  complaint: string;
  found: string;
  did: readonly string[];
  /** Lots that were used, by name and number. */
  fitted: readonly string[];
  asides: readonly string[];
  note: string;
}
