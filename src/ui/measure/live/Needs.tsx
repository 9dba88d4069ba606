import { Check, Minus } from "lucide-react";
import type { LiveView, Need } from "@/core/measure/protocol";

/** What the run still needs before it can be judged; met ones with their figure. */
export function Needs({ view }: { view: LiveView }) {
  const needed = view.needs.filter((n) => n.needed);
  const met = needed.filter((n) => n.met).length;
  return (
    <section aria-label="What this run still needs">
      <h2 className="text-title leading-7 font-bold">
        {view.enough ? "Enough to judge this run" : `${met} of ${needed.length} met before this run can be judged`}
      </h2>
      <ul className="mt-1">
        {view.needs.map((n) => (
          <NeedRow key={n.code} need={n} />
        ))}
      </ul>
    </section>
  );
}

function NeedRow({ need }: { need: Need }) {
  const quiet = !need.met && !need.needed;
  return (
    <li className={`border-b border-line-2 py-2 ${quiet ? "text-ink-2" : ""}`}>
      <div className="flex items-baseline gap-2.5">
        {need.met ? (
          <Check aria-label="met" size={19} strokeWidth={2.2} className="shrink-0 self-center" />
        ) : quiet ? (
          <Minus aria-label="not needed" size={17} className="shrink-0 self-center" />
        ) : null}
        <span className="min-w-0 flex-1 text-lead font-medium">{need.name}</span>
        <span className="num shrink-0 text-lead font-strong">{need.figure}</span>
      </div>
      {need.says ? <p className="text-note text-ink-2">{need.says}</p> : null}
      {!need.met && need.needed && need.code === "settled" ? (
        <div className="mt-1.5 h-2.5 border-[1.5px] border-ink">
          <div className="h-full bg-ink" style={{ width: `${Math.round(100 * need.share)}%` }} />
        </div>
      ) : null}
    </li>
  );
}
