import { actOf, type PracticeStep } from "@/core/learn/practice";
import { sharesInWords } from "./Strands";
import { HEAD_PX, ROW_PX, STEPS_PX } from "@/ui/learn/suspects/strandPath";

interface Props {
  steps: readonly PracticeStep[];
  width: number;
  picked: number;
  onPick: (step: number) => void;
  hidden: boolean;
  /** Steps still to come are shown dashed, so many. */
  waiting: number;
}

/** What was ordered, in its order, each with its minute and what it said. */
export function StepRows({ steps, width, picked, onPick, hidden, waiting }: Props) {
  return (
    <ol className="relative" style={{ paddingTop: HEAD_PX, width }} aria-label="Steps so far">
      {steps.map((s, i) => (
        <li key={i} className="border-b border-line-2" style={{ height: ROW_PX }}>
          <button
            type="button"
            aria-current={picked === i ? "step" : undefined}
            onClick={() => onPick(i)}
            className="flex h-full items-center gap-3 pl-6 text-left hover:bg-plane
              aria-[current=step]:bg-copper-wash"
            style={{ width: STEPS_PX - 14 }}
          >
            {i > 0 ? <Number n={i} kind={kindOf(s)} /> : null}
            <span className="min-w-0 flex-1">
              <span className="flex items-baseline justify-between gap-2">
                <span className="text-lead leading-5.5 font-strong">{nameOf(s)}</span>
                {i > 0 ? <span className="num shrink-0 text-note">{s.minutes} min</span> : null}
              </span>
              <span className="line-clamp-2 text-note leading-4.5 text-ink-2">{s.said}</span>
              {hidden ? null : <span className="sr-only">. {sharesInWords(s)}</span>}
            </span>
          </button>
        </li>
      ))}
      {Array.from({ length: waiting }, (_, i) => (
        <li
          key={`next ${i}`}
          className="flex items-center gap-3 border-b border-line-2 pl-6"
          style={{ height: ROW_PX }}
          aria-hidden={i > 0}
        >
          <span
            className="num grid size-8 shrink-0 place-items-center rounded-full border-2 border-dashed border-ink-3
              text-lead text-ink-2"
          >
            {steps.length + i}
          </span>
          {i === 0 ? <span className="text-lead text-ink-2">Order below what you would do next</span> : null}
        </li>
      ))}
    </ol>
  );
}

const nameOf = (s: PracticeStep): string => (s.of === "complaint" ? "Complaint" : actOf(s.of).name);
const kindOf = (s: PracticeStep) => (s.of === "complaint" ? "look" : actOf(s.of).kind);

/** The number of a step; a service has a copper one. */
function Number({ n, kind }: { n: number; kind: "run" | "look" | "cure" | "move" }) {
  return (
    <span
      className={`num grid size-8 shrink-0 place-items-center rounded-full border-2 border-ink text-lead font-bold
        ${kind === "cure" ? "bg-copper-fill text-[#16211f]" : "bg-sheet"}`}
    >
      {n}
    </span>
  );
}
