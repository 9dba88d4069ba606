"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { ActId, Offer, TryView } from "@/core/learn/practice";
import type { Problem } from "@/core/base/result";
import type { FaultKind } from "@/core/learn/suspects";
import { useKeys } from "@/ui/kit/controls/keys";
import { send } from "@/ui/kit/controls/send";
import { useSignedIn } from "@/ui/kit/controls/signedIn";
import type { ShownLog } from "@/workers/practiceSession";
import { ORDER_KEYS } from "./Orders";
import { usePractice } from "./usePractice";

/** What the page of a try keeps while it is open, and what its keys do. */
export function usePracticeScreen(view: TryView) {
  const work = usePractice(view);
  const { shown, review, named, working } = work;
  const [chosen, setChosen] = useState<number | null>(null);
  const [hidden, setHidden] = useState(false);
  const [asked, setAsked] = useState<"name" | "verdict" | null>(null);
  const [log, setLog] = useState<{ n: number; log: ShownLog } | null>(null);
  const [said, setSaid] = useState<Partial<Record<ActId, string>>>({});
  const [ordering, setOrdering] = useState(false);
  const steps = shown?.steps.length ?? 0;
  const { as, person } = useSignedIn();
  const looksOn = as === "person" && person !== view.learner && named === null;
  const busy = looksOn || ordering || working !== null || shown === null;
  const picked = chosen ?? Math.max(0, steps - 1);
  const { trouble, again, next } = useGoingOn(view, review?.knownAt ?? null, shown?.state.minutes ?? 0);

  const order = async (offer: Offer) => {
    if (busy || offer.why) return;
    setOrdering(true);
    setChosen(null);
    await work.press(offer.id, offer.kind === "run" ? `${offer.name} on the practice bench` : offer.name);
    setOrdering(false);
  };
  const openLog = async () => {
    if (busy || !shown?.runs.length) return;
    const unread = shown.runs.findIndex((r) => !r.read);
    const n = unread >= 0 ? unread + 1 : shown.runs.length;
    const opened = await work.log(n);
    if (!opened) return;
    setLog({ n, log: opened });
    if (unread >= 0 && !named) await work.press(`read:${n}`, "Reading the log");
  };
  const name = async (faults: FaultKind[]) => {
    if (await work.name(faults)) setAsked(null);
  };
  const ask = async (act: ActId) => {
    const step = await work.otherwise(act);
    setSaid((now) => ({ ...now, [act]: step?.said ?? "it could not have been done any more" }));
  };

  const byKey = Object.fromEntries(
    (shown?.offers ?? []).map((o, i) => [ORDER_KEYS[i] ?? "", named ? undefined : () => void order(o)]),
  );
  useKeys({
    ...byKey,
    Enter: review ? () => void next() : named || busy ? undefined : () => setAsked("name"),
    b: review ? () => void again() : undefined,
    l: named || busy ? undefined : () => void openLog(),
    Escape: working ? working.stop : undefined,
  });
  return {
    work: { ...work, problem: trouble ?? work.problem },
    picked,
    setPicked: setChosen,
    step: shown?.steps[picked],
    hidden,
    setHidden,
    asked,
    setAsked,
    log,
    setLog,
    said,
    busy,
    looksOn,
    order,
    openLog,
    name,
    again,
    next,
    ask,
  };
}

/** The same machine once more from where it could have been said, and the next one. */
function useGoingOn(view: TryView, knownAt: { step: number; minutes: number } | null, minutes: number) {
  const router = useRouter();
  const [trouble, setTrouble] = useState<Problem | null>(null);
  const goTo = async (url: string, body: unknown) => {
    const sent = await send<{ id: number }>("POST", url, body);
    if (sent.ok) router.push(`/practice/${sent.value.id}`);
    else setTrouble(sent.problem);
  };
  const sooner = knownAt && knownAt.minutes < minutes ? knownAt.step : 0;
  return {
    trouble,
    again: () => goTo(`/api/practice/tries/${view.id}/again`, { step: sooner }),
    next: () => goTo("/api/practice/tries", { learner: view.learner, level: view.level }),
  };
}

export type PracticePage = ReturnType<typeof usePracticeScreen>;
