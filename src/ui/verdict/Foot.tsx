import type { ReactNode } from "react";
import type { NextStep } from "@/core/judge";

/** The foot of the verdict: what to do now, and the main button at its fixed place. */
export function Foot({
  next,
  closed,
  children,
}: {
  next: readonly NextStep[];
  closed: { note: string } | null;
  children: ReactNode;
}) {
  const [first, ...more] = next;
  return (
    <div className="sticky bottom-0 flex flex-wrap items-center gap-5 border-t-[1.5px] border-line bg-plane px-5 py-4">
      <div className="min-w-[280px] flex-1">
        {closed ? (
          <>
            <p className="text-[19px] font-[680]">This job is closed.</p>
            <p className="text-[16px] text-ink-2">{closed.note}</p>
          </>
        ) : (
          <>
            <p
              className={`font-[650] ${(first?.message.length ?? 0) > 95 ? "text-[17px] leading-[22px]" : "text-[19px] leading-[24px]"}`}
            >
              {first?.message}
            </p>
            {more.map((m) => (
              <p key={m.code} className="mt-0.5 text-[16px] leading-[21px] text-ink-2">
                {m.message}
              </p>
            ))}
          </>
        )}
      </div>
      <div className="flex items-center gap-3">{children}</div>
    </div>
  );
}
