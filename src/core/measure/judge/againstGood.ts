import type { ChipId } from "../thermal";
import { type Matched } from "../pair/conditions";
import type { GoodFigures } from "./good";
import type { Reason } from "../pair/reason";
import type { ChipVerdict, PathVerdict } from "./judgement";

/** Least height over good machines at which a cleaned air path is suspect, K. */
const STILL_HIGH_K = 8;

/** An air path that stands far above good machines of the model after the service: clean fins do not explain it. */
export function airStillHigh(
  chips: readonly { chip: ChipId; paths: readonly PathVerdict[] }[],
  matched: Matched,
  good: GoodFigures | null,
): Reason[] {
  if (!good || good.level === "class") return [];
  const total = Object.values(matched.powerW).reduce((a, b) => a + b, 0);
  for (const c of chips) {
    const air = c.paths.find((p) => p.path === "airflow");
    const range = good.chips[c.chip]?.airflow;
    if (!air?.after || !range || air.finding === "worse" || total <= 0) continue;
    const by = good.airflowPer === "total" ? total : (matched.powerW[c.chip] ?? 0);
    const over = air.after.K - range.mid * by;
    if (over > STILL_HIGH_K && air.after.low > range.high * by) {
      return [
        {
          code: "air-path-high",
          level: "caution",
          data: { chip: c.chip, overK: over, source: good.source },
        },
      ];
    }
  }
  return [];
}

/**
 * How each chip stands after the service against earlier good runs: of the machine, else of its model. Nothing where
 * there are none, or where a path is not known.
 */
export function againstGood(chips: readonly ChipVerdict[], matched: Matched, good: GoodFigures | null): Reason[] {
  if (!good || good.level === "class") return [];
  const total = Object.values(matched.powerW).reduce((a, b) => a + b, 0);
  return chips.flatMap((c): Reason[] => {
    const ranges = good.chips[c.chip];
    const own = matched.powerW[c.chip] ?? 0;
    if (!ranges || !c.after || !(own > 0)) return [];
    const by = good.airflowPer === "total" ? total : own;
    const of = (k: "low" | "mid" | "high") => ranges.contact[k] * own + ranges.airflow[k] * by;
    const over = c.after.K - of("mid");
    const within = c.after.low <= of("high") && c.after.high >= of("low");
    return [
      {
        code: "against-good",
        level: within || over < 0 ? "note" : "caution",
        data: { chip: c.chip, overK: over, within, source: good.source },
      },
    ];
  });
}
