"use client";
import { useEffect, useRef, useState } from "react";
import type { ActId, PracticeStep, Press, Review, Shown, TryView } from "@/core/learn/practice";
import type { FaultKind } from "@/core/learn/suspects";
import { send } from "@/ui/kit/controls/send";
import type { ShownLog } from "@/workers/practiceSession";
import { useReckoning } from "./useReckoning";

/** A mystery machine under the learner's hands: what was ordered is on disk before it is shown. */
export function usePractice(view: TryView) {
  const { id, code } = view;
  const [presses, setPresses] = useState<Press[]>(view.presses);
  const [named, setNamed] = useState<FaultKind[] | null>(view.named);
  const [shown, setShown] = useState<Shown | null>(null);
  const [review, setReview] = useState<Review | null>(null);
  const { working, problem, setProblem, reckoned } = useReckoning();

  // what the page begins with: the machine as it lies, and its review where it was named
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current) return;
    begun.current = true;
    const begin = async () => {
      const found = await reckoned("Setting up the machine", (b) => b.shown(code, view.presses));
      if (found) setShown(found);
      const said = view.named;
      const back = said && (await reckoned("Looking back", (b) => b.review(code, view.presses, said)));
      if (back) setReview(back);
    };
    void begin();
  }, [code, reckoned, view.named, view.presses]);

  const press = async (next: Press, what: string): Promise<void> => {
    setProblem(null);
    const all = [...presses, next];
    const found = await reckoned(what, (b) => b.shown(code, all));
    if (!found) return;
    const sent = await send<{ presses: Press[] }>("POST", `/api/practice/tries/${id}/presses`, {
      press: next,
      after: presses.length,
    });
    if (!sent.ok) return setProblem(sent.problem);
    setPresses(sent.value.presses);
    setShown(found);
  };

  const name = async (said: FaultKind[]): Promise<boolean> => {
    setProblem(null);
    const sent = await send<{ id: number }>("POST", `/api/practice/tries/${id}/named`, { named: said });
    if (!sent.ok) {
      setProblem(sent.problem);
      return false;
    }
    setNamed(said);
    void reckoned("Looking back", (b) => b.review(code, presses, said)).then((r) => r && setReview(r));
    return true;
  };

  const otherwise = (act: ActId): Promise<PracticeStep | null> =>
    reckoned("Ordering it after all", (b) => b.otherwise(code, presses, act));
  const log = (n: number): Promise<ShownLog | null> => reckoned("Opening the log", (b) => b.log(code, presses, n));

  return { named, shown, review, working, problem, press, name, otherwise, log };
}
