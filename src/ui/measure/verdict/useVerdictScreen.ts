"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { holdsOpen, isOneSided, type PairCurves } from "@/core/measure/judge";
import { holdsWords, type Verdict } from "@/core/measure/says";
import { useKeys } from "@/ui/kit/controls/keys";
import { useSize } from "@/ui/kit/controls/size";
import { stagePath } from "@/ui/kit/steps/paths";

interface UseVerdictScreenGiven {
  v: Verdict;
  curves: PairCurves;
  jobId: number;
  closed: { note: string } | null;
  drawn: boolean;
}

/** Which chip is looked at, what is open, what the main act is. */
export function useVerdictScreen({ v, curves, jobId, closed, drawn }: UseVerdictScreenGiven) {
  const router = useRouter();
  const [picked, setPicked] = useState(() =>
    Math.max(
      0,
      v.chips.findIndex((c) => c.chip === v.lead),
    ),
  );
  const [due, setDue] = useState(false);
  const [explain, setExplain] = useState(false);
  // where not all can be compared, what cannot be is the first thing shown
  const partly = v.verdict === "not-comparable" || isOneSided(v);
  const [both, setBoth] = useState(Boolean(v.witnesses?.length) && partly);
  const [ref, size] = useSize<HTMLDivElement>({ width: 490, height: 500 });
  const chip = v.chips[picked] ?? v.chips[0];
  const own = chip ? curves.chips.find((c) => c.chip === chip.chip) : curves.chips[0];
  const none = v.verdict === "not-comparable";
  const against = v.verdict !== "worse" && v.chips.some((c) => c.paths.some((p) => p.finding === "worse"));
  const holds = holdsWords(holdsOpen(v));
  const chartW = Math.max(270, size.width);
  const again = () => router.push(`${stagePath(jobId, "after")}?replace=1`);
  const short = v.verdict !== "not-comparable" && v.headline.length === 1;
  const main = closed ? null : holds ? again : () => setDue(true);
  useKeys({
    h: drawn ? () => router.push(stagePath(jobId, "heat")) : undefined,
    Enter: due || explain ? undefined : (main ?? undefined),
    e: chip ? () => setExplain(true) : undefined,
    w: v.witnesses?.length ? () => setBoth(!both) : undefined,
  });
  return {
    short,
    picked,
    setPicked,
    chip,
    setExplain,
    ref,
    against,
    holds,
    own,
    chartW,
    none,
    setDue,
    again,
    explain,
    due,
    both,
    setBoth,
  };
}
