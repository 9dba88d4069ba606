import { Check, Circle, TriangleAlert } from "lucide-react";
import type { StartFact } from "@/core/measure/protocol";

const ICONS = { met: Check, open: Circle, against: TriangleAlert } as const;
const SAID = { met: "met", open: "not known yet", against: "not so" } as const;

/** What a run should start from: met, not known yet, or not so. */
export function Starts({ facts }: { facts: readonly StartFact[] }) {
  return (
    <section aria-label="What this run starts from">
      <h2 className="text-title leading-7 font-bold">Before the load</h2>
      <ul className="mt-1">
        {facts.map((f) => {
          const Icon = ICONS[f.status];
          return (
            <li
              key={f.code}
              className={`flex items-start gap-2.5 border-b border-line-2 py-1.5 ${
                f.status === "against" ? "caution-band border-b-0 px-2.5" : ""
              }`}
            >
              <Icon
                aria-label={SAID[f.status]}
                size={f.status === "open" ? 14 : 18}
                strokeWidth={2}
                className={`mt-0.75 shrink-0 ${f.status === "open" ? "mx-0.5 text-ink-3" : ""}`}
              />
              <span className="min-w-0 flex-1">
                <span className={`block text-lead font-medium ${f.status === "open" ? "text-ink-2" : ""}`}>
                  {f.name}
                </span>
                {f.says ? <span className="block text-note text-ink-2">{f.says}</span> : null}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
