import type { HeardSoFar } from "../triage";
import { wordedWitness } from "./told";

/** What the judge has to say of a run that still goes, in words. */
export interface SoFarWords {
  enoughS: number | null;
  said: { of: string; level: "caution" | "note"; text: string }[];
}

/** A run that still goes, in words. */
export const wordedSoFar = ({ enoughS, heard }: HeardSoFar): SoFarWords => ({
  enoughS,
  said: heard.map((w) => ({
    of: w.of,
    level: w.finding === "cut" ? "caution" : "note",
    text: wordedWitness(w).says,
  })),
});
