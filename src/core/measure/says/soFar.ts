import type { HeardSoFar } from "../triage";
import { witnessTold } from "./told";

/** What the judge has to say of a run that still goes, in words. */
export interface SaidSoFar {
  enoughS: number | null;
  said: { of: string; level: "caution" | "note"; text: string }[];
}

/** A run that still goes, in words. */
export const soFarTold = ({ enoughS, heard }: HeardSoFar): SaidSoFar => ({
  enoughS,
  said: heard.map((w) => ({
    of: w.of,
    level: w.finding === "cut" ? "caution" : "note",
    text: witnessTold(w).says,
  })),
});
