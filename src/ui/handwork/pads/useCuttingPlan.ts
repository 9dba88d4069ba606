"use client";
import { wrap } from "comlink";
import { useEffect, useState } from "react";
import type { CuttingPlan, cuttingPlan, Piece } from "@/core/handwork/pads";
import type { StockSheet } from "@/core/workshop/stock";
import { workerFails } from "@/ui/kit/controls/workerFails";

/** Nothing to cut, or nothing known yet. */
const NOTHING: CuttingPlan = {
  placed: [],
  unplaced: [],
  lines: [],
  rests: [],
  sizes: {},
  usedShare: 0,
  wholeSheets: { opened: 0, least: 0 },
};

interface Planned {
  plan: CuttingPlan;
  /** Whether a better one is being looked for. */
  busy: boolean;
  failed: boolean;
}

/** The pads laid out on the shelf's sheets, in a worker: the same sheets and pieces are not laid out twice. */
export function useCuttingPlan(sheets: readonly StockSheet[], pieces: readonly Piece[], wanted = true): Planned {
  const asked = wanted && pieces.length > 0 ? JSON.stringify([sheets, pieces]) : "";
  const [found, setFound] = useState<{ asked: string; plan: CuttingPlan; failed: boolean } | null>(null);
  useEffect(() => {
    if (asked === "") return;
    const worker = new Worker(new URL("../../../workers/cutting.worker.ts", import.meta.url), { type: "module" });
    const [lying, wants] = JSON.parse(asked) as [StockSheet[], Piece[]];
    const remote = wrap<{ plan: typeof cuttingPlan }>(worker);
    let here = true;
    Promise.race([
      remote.plan(
        lying.map((s) => ({ ...s, id: String(s.id) })),
        wants,
      ),
      workerFails(worker),
    ])
      .then((plan) => here && setFound({ asked, plan, failed: false }))
      .catch(() => here && setFound({ asked, plan: NOTHING, failed: true }))
      .finally(() => worker.terminate());
    return () => {
      here = false;
      worker.terminate();
    };
  }, [asked]);
  if (asked === "") return { plan: NOTHING, busy: false, failed: false };
  const fresh = found?.asked === asked;
  // what was laid out last stays in sight until the new one is there
  return { plan: found?.plan ?? NOTHING, busy: !fresh, failed: fresh && found.failed };
}
