import type { Outcome } from "@/core/learn/practice";
import { faultName, suspectOf, type FaultKind } from "@/core/learn/suspects";
import { middles } from "@/ui/learn/suspects/strandPath";

interface Props {
  named: readonly FaultKind[];
  minutes: number;
  width: number;
  right: Outcome | undefined;
}

/** Height of the line under the last step, px. */
const NAMED_PX = 58;

/** Where it was said what is wrong: an arrow under the steps to the strands that were named. */
export function Named({ named, minutes, width, right }: Props) {
  const x = middles(width);
  const ends = named.map((k) => x[suspectOf(k)]);
  const farthest = Math.max(...ends);
  return (
    <div style={{ height: NAMED_PX }} className="relative">
      <p className="absolute top-4 left-6 text-lead">
        You named it here, after <b className="num font-bold">{minutes} min</b>:
      </p>
      <svg aria-hidden width={width} height={NAMED_PX} className="absolute inset-0">
        <path d={`M300 28H${farthest - 62}m-9 -6l9 6 -9 6`} fill="none" stroke="var(--ink)" strokeWidth={2} />
      </svg>
      {named.map((k) => (
        <span
          key={k}
          className={`absolute top-3 -translate-x-1/2 px-2.5 py-1 text-note leading-5 font-strong whitespace-nowrap
            ${right === "wrong" ? "border-2 border-dashed border-ink bg-sheet" : "bg-ink text-sheet"}`}
          style={{ left: Math.min(x[suspectOf(k)], width - 84) }}
        >
          {faultName(k).replace(/^an? /, "")}
        </span>
      ))}
    </div>
  );
}
