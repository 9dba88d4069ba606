import type { CuttingPlan } from "../../core/handwork/pads";

/** What a cutting used of each of its sheets, cm²: the sheet less its whole rests. */
export function cutAreas(
  plan: Pick<CuttingPlan, "rests">,
  sheets: readonly { id: number; widthMm: number; heightMm: number }[],
): Map<number, number> {
  const restOf = (id: number) =>
    plan.rests.filter((r) => r.sheet === String(id)).reduce((a, r) => a + r.widthMm * r.heightMm, 0);
  return new Map(sheets.map((s) => [s.id, (s.widthMm * s.heightMm - restOf(s.id)) / 100]));
}
