"use client";
import { useEffect, useRef, useState } from "react";
import { Button } from "@/ui/kit/controls/Button";
import { Progress } from "@/ui/kit/controls/Progress";
import { clock } from "./clock";
import { taskName, type DayNow } from "./planned";
import type { DayWork, Other } from "./useDay";
import { FormDialog } from "@/ui/kit/controls/FormDialog";

/** What is other than planned: at most two other orders, each with what it gains; nothing moves until one is taken. */
export function OtherOrders({ work, onClose }: { work: DayWork; onClose: () => void }) {
  const { view, now, working } = work;
  const [found, setFound] = useState<Other[] | null>(null);
  const asked = useRef(false);
  useEffect(() => {
    if (asked.current) return;
    asked.current = true;
    void work.others().then((o) => (o ? setFound(o) : onClose()));
  }, [work, onClose]);
  if (!now) return null;
  const tagOf = (job: string) => view.jobs.find((j) => String(j.facts.jobId) === job)?.machine.tag ?? "";
  /** What is still at work ends with it. */
  const leave = () => {
    working?.stop();
    onClose();
  };
  const take = async (o: Other) => {
    if (await work.keep({ ...view.kept, order: o.named })) onClose();
  };
  return (
    <FormDialog title="Not as planned" onClose={leave}>
      <p className="mt-1 text-lead text-ink-2">
        As it stands all are home by <b className="num font-strong text-ink">{clock(now.endMin)}</b>
        {now.late > 0 ? `, ${Math.round(now.late)} weighted minutes late` : ", none late"}.
      </p>
      {found === null ? (
        <div className="mt-5">
          <Progress label="Looking for other orders" share={null} onCancel={() => working?.stop()} />
        </div>
      ) : found.length === 0 ? (
        <p role="status" className="mt-5 text-sub">
          No other order is worth turning round for: none gains five minutes.
        </p>
      ) : (
        <ul className="mt-5 grid gap-4">
          {found.map((o) => (
            <li key={o.kind} className="border-t-[1.5px] border-line pt-4">
              <p className="text-title font-strong">
                {o.kind === "best" ? "The best from now on" : "What is next stays next"}: home by{" "}
                <span className="num">{clock(o.endMin)}</span>
              </p>
              <p className="text-lead text-ink-2">{gainWords(o, now)}</p>
              <ol className="mt-2 flex flex-wrap gap-x-4 gap-y-1 text-body">
                {firstOf(o).map((t, i) => (
                  <li key={`${t.job} ${t.task}`}>
                    <span className="num text-ink-2">{i + 1}</span> {tagOf(t.job)} {taskName(t.task).toLowerCase()}
                  </li>
                ))}
              </ol>
              <Button look={o.kind === "best" ? "main" : "plain"} big className="mt-3" onClick={() => void take(o)}>
                Take this order
              </Button>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-6 flex justify-end">
        <Button big onClick={leave} keyCap="Esc">
          Keep it as it is
        </Button>
      </div>
    </FormDialog>
  );
}

/** Pieces of an order that are told. */
const FIRST = 5;
const firstOf = (o: Other) =>
  [...o.tasks]
    .filter((t) => o.named.some((n) => n.job === t.job && n.task === t.task))
    .sort((a, b) => a.start - b.start)
    .slice(0, FIRST);

function gainWords(o: Other, now: DayNow): string {
  const less = Math.round(now.late - o.late);
  const sooner = now.endMin - o.endMin;
  const late = o.late > 0 ? `${Math.round(o.late)} weighted minutes late` : "none late";
  return [
    late,
    ...(less > 0 ? [`${less} fewer`] : []),
    ...(sooner > 0 ? [`all home ${sooner} min sooner`] : sooner < 0 ? [`all home ${-sooner} min later`] : []),
  ].join(", ");
}
