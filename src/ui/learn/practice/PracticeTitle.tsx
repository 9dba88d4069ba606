import Link from "next/link";
import type { TryView } from "@/core/learn/practice";

/** What is practised on, and that it is not real. */
export function PracticeTitle({ view }: { view: TryView }) {
  return (
    <>
      <Link prefetch={false} href={`/practice?learner=${encodeURIComponent(view.learner)}`} className="hover:underline">
        Practice bench
      </Link>{" "}
      <span className="ml-1.5 text-lead font-regular text-ink-2">
        {view.title || `Mystery machine ${view.number}`}, {article(view.model)} {view.model}. Made up, nothing is saved
        to a job.
      </span>
    </>
  );
}

const article = (model: string): string => (/^[AEIOU]/.test(model) ? "an" : "a");
