import type { ReactNode } from "react";
import { Mark } from "@/ui/kit/controls/Mark";
import { ThemeSwitch } from "@/ui/kit/controls/ThemeSwitch";

/** The bar over pages that hold nothing of the workshop: no way to anywhere. */
export function BenchBar({ title, note, right }: { title: string; note: string; right?: ReactNode }) {
  return (
    <header
      className="flex min-h-14 flex-wrap items-center gap-x-4 border-b-[1.5px] border-line bg-sheet px-4
        max-sm:justify-between sm:px-10"
    >
      <span className="flex items-center gap-2.5 text-title font-strong sm:w-42">
        <Mark />
        Ovrant
      </span>
      <span
        className="flex min-w-0 flex-wrap items-baseline gap-x-2.5 max-sm:order-last max-sm:basis-full max-sm:pb-2
          sm:flex-1"
      >
        <b className="text-title font-strong">{title}</b>
        <span className="text-lead text-ink-2">{note}</span>
      </span>
      {right}
      <ThemeSwitch />
    </header>
  );
}
