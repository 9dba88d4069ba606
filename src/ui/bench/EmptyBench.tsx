"use client";
import { format, parseISO } from "date-fns";
import { useRouter } from "next/navigation";
import type { DueDate } from "@/core/job";
import { LinkButton } from "@/ui/controls/Button";
import { useKeys } from "@/ui/controls/keys";

/** The mat with one dashed outline where a machine would lie. */
export function EmptyBench({ next }: { next: DueDate | null }) {
  const router = useRouter();
  useKeys({ n: () => router.push("/machines/new") });
  return (
    <div className="border-y-[1.5px] border-line bg-plane px-4 sm:px-10 py-9">
      <div className="flex items-center gap-10">
        <svg aria-hidden width={276} height={196} viewBox="0 0 358 252">
          <rect
            x={2}
            y={2}
            width={354}
            height={248}
            rx={9}
            fill="none"
            stroke="var(--ink-3)"
            strokeWidth={2}
            strokeDasharray="9 6"
          />
        </svg>
        <div>
          <p className="text-title font-medium">
            {next
              ? `Next due: ${next.machine.place || next.machine.tag}, ${format(parseISO(next.dueOn), "d MMM")}.`
              : "Take a machine in, then drop the log of its load run."}
          </p>
          <LinkButton href="/machines/new" look="main" keyCap="N" className="mt-5">
            New intake
          </LinkButton>
        </div>
      </div>
    </div>
  );
}
