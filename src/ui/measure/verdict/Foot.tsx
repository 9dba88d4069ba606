import type { ReactNode } from "react";
import type { NextStep } from "@/core/measure/says";

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
      <div className="min-w-60 flex-1">
        {closed ? (
          <>
            <p className="text-sub font-bold">This job is closed.</p>
            <p className="text-body text-ink-2">{closed.note}</p>
          </>
        ) : (
          <>
            <p
              className={`font-strong ${
                (first?.message.length ?? 0) > 95 ? "text-lead leading-5.5" : "text-sub " + "leading-6"
              }`}
            >
              {first?.message}
            </p>
            {more.map((m) => (
              <p key={m.code} className="mt-0.5 text-body leading-5.25 text-ink-2">
                {m.message}
              </p>
            ))}
          </>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-3">{children}</div>
    </div>
  );
}
