"use client";
import { TriangleAlert } from "lucide-react";
import { amountWords, isExpired, isLow, leftOf, MATERIAL_KINDS, type Lot } from "@/core/workshop/stock";
import { LotUses } from "./LotUses";
import { dayInWords } from "@/core/base/days";

/** Three lines under a thing: name, what is left, lot and dates. */
export function Words({ lot: l, today, more, onAway }: { lot: Lot; today: string; more: string; onAway: () => void }) {
  const expired = isExpired(l, today);
  const flag = expired ? "past its date" : isLow(l) ? "low" : "";
  return (
    <div className="mt-1.5">
      <h2 className="flex flex-wrap items-center gap-2 text-lead leading-5.5 font-strong">
        {l.name}
        {flag ? (
          <span
            className="inline-flex items-center gap-1.5 rounded-[3px] border border-ink bg-caution px-1.5
            text-note text-[#16211f]"
          >
            <TriangleAlert aria-hidden size={15} /> {flag}
          </span>
        ) : null}
      </h2>
      <p className={`text-body ${flag ? "text-caution-ink" : ""}`}>
        <b className="num font-bold">{amountWords(l.kind, leftOf(l))}</b> left
        {MATERIAL_KINDS[l.kind].unit ? "" : ` of ${l.amount}`}
        {more ? <span className="text-ink-2">, {more}</span> : null}
      </p>
      <p className="text-note leading-4.75 text-ink-2">
        Lot {l.lot || "not noted"}
        {l.openedOn ? `, opened ${dayInWords(l.openedOn)}` : ", closed"}
        {l.bestBefore ? `, best before ${dayInWords(l.bestBefore)}` : ""}
      </p>
      {l.used > 0 ? <LotUses lot={l} /> : null}
      <button
        type="button"
        className="link min-h-8 text-note"
        aria-label={`Archive ${l.name}, lot ${l.lot}`}
        onClick={onAway}
      >
        Archive
      </button>
    </div>
  );
}
