import { words } from "@/core/base/words";
import { TriangleAlert } from "lucide-react";
import type { Count } from "@/core/handwork/service";

/** Things missing that are named; more are counted. */
const NAMED = 6;
/** What is out by name; of many the first, and how many more. */
const named = (missing: readonly string[]): string =>
  missing.slice(0, NAMED).join(", ") + (missing.length > NAMED ? ` and ${missing.length - NAMED} more` : "");

/** Out = in, kind by kind; what is still out is named. */
export function Counts({ counts }: { counts: readonly Count[] }) {
  if (counts.length === 0) return null;
  return (
    <ul
      aria-label="What is out and what is back"
      className="flex flex-wrap gap-x-7 gap-y-2 max-lg:gap-x-5 max-lg:gap-y-0"
    >
      {counts.map((c) => (
        <li key={c.name} className="lg:min-w-30">
          <p
            className={`flex items-center gap-2 text-body ${c.missing.length && c.back > 0 ? "text-caution-ink" : ""}`}
          >
            {c.missing.length && c.back > 0 ? <TriangleAlert aria-hidden size={18} /> : null}
            <span className="font-medium">{c.name}</span>
            <span className="num text-title font-heavy">
              {c.back} of {c.out}
            </span>
          </p>
          <p className="max-w-50 truncate max-lg:sr-only text-note text-ink-2">
            {c.missing.length ? `still out: ${named(c.missing)}` : "all back"}
          </p>
        </li>
      ))}
    </ul>
  );
}

/** What came out so far, in one line: while it is taken apart nothing is missing yet. */
export function OutSoFar({ counts }: { counts: readonly Count[] }) {
  if (counts.length === 0) return null;
  return (
    <p className="text-body">
      <span className="font-strong">Out so far</span>{" "}
      <span className="text-ink-2">
        {counts.map((c) => words.counted(c.out, c.name.toLowerCase().replace(/s$/, ""))).join(", ")}
      </span>
    </p>
  );
}
