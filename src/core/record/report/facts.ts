import type { JobFile, SignOff } from "../jobfile";
import type { PairCurves } from "../../measure/judge";

/** What a report is made of. */
export interface ReportFacts {
  file: JobFile;
  sha256: string;
  signOff: SignOff | null;
  workshop: string;
  /** Chip temperatures of both runs; null where they are not at hand. */
  curves: PairCurves | null;
}
