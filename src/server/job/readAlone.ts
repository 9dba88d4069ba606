import { plainText, type Triage } from "../../core/measure/says";
import type { TriagePath } from "../../core/measure/triage";
import type { Predicted, PredictedPath } from "../../core/handwork/service";

/** What a run before pointed to by itself. */
export interface ReadAlone {
  /** Null where it could not be read alone. */
  predicted: (Predicted & { headline: string }) | null;
  /** Watts of each chip at its matched load. */
  wattsOf: Record<string, number>;
}

/** What a run before, judged alone, pointed to, and the watts of its chips. */
export function readOf(triage: Triage | null): ReadAlone {
  const high = (path: "contact" | "airflow") =>
    triage?.chips.some((c) => c.paths.some((p) => p.path === path && isHigh(p))) ?? false;
  return {
    // a run that cannot be set against good figures pointed to nothing
    predicted: triage?.chips.length
      ? {
          contact: high("contact"),
          airflow: high("airflow"),
          headline: plainText(triage.headline),
          ...pathsOf(triage),
          contacts: triage.chips.map((c) => ({
            chip: c.chip,
            high: isHigh(c.paths[0]),
            path: predictedPath(c.paths[0]),
          })),
        }
      : null,
    wattsOf: triage ? { ...triage.matched.powerW } : {},
  };
}

/** A path of the run before, K/W above usual; null where its power was not logged. */
function predictedPath(p: TriagePath): PredictedPath | null {
  if (p.seenKW === null || p.seen.K <= 0) return null;
  const perK = p.seenKW / p.seen.K;
  return { aboveKW: [p.excess.low * perK, p.excess.high * perK], midKW: p.excess.K * perK, usualKW: p.good.K * perK };
}

const isHigh = (p: TriagePath): boolean => p.excess.low > 0 && p.excess.K > 3;

/** Both paths at the chip the run was judged by. */
function pathsOf(triage: Triage): Pick<Predicted, "chip" | "paths"> {
  const lead = triage.chips.find((c) => c.chip === triage.lead) ?? triage.chips[0];
  const path = predictedPath;
  const [contact, airflow] = [lead && path(lead.paths[0]), lead && path(lead.paths[1])];
  return lead && contact && airflow ? { chip: lead.chip, paths: { contact, airflow } } : { chip: "", paths: null };
}
