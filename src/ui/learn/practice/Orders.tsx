"use client";
import type { ActId, Offer } from "@/core/learn/practice";
import { KeyCap } from "@/ui/kit/controls/Button";

interface Props {
  offers: readonly Offer[];
  busy: boolean;
  onOrder: (offer: Offer) => void;
}

/** Keys of what can be ordered, in the order it is offered. */
export const ORDER_KEYS = ["1", "2", "3", "4", "5", "6", "7", "8", "9", "0", "c", "d", "e"] as const;

/** Tests and services that can be ordered now, each with its minutes and its key. */
export function Orders({ offers, busy, onOrder }: Props) {
  return (
    <section aria-labelledby="order-heading" className="border-t-[1.5px] border-line bg-plane px-6 pt-2.5 pb-3">
      <h2 id="order-heading" className="text-lead font-strong">
        Order a test or a service{" "}
        <span className="ml-1 text-note font-regular text-ink-2">the clock runs on by the minutes behind it</span>
      </h2>
      <ul className="mt-1.5 flex flex-wrap gap-1.5">
        {offers.map((o, i) => (
          <li key={o.id}>
            <button
              type="button"
              disabled={busy || o.why !== null}
              title={o.why ?? (o.uses.length ? `Uses ${o.uses.join(", ")}` : undefined)}
              onClick={() => onOrder(o)}
              className={`flex min-h-11 items-center gap-1.5 rounded-control border-2 px-1.5 text-body
                disabled:opacity-55
                ${o.kind === "cure" ? "border-copper" : "border-ink"} bg-sheet enabled:hover:bg-copper-wash`}
            >
              <KeyCap>{(ORDER_KEYS[i] ?? "").toUpperCase()}</KeyCap>
              <span>{o.name}</span>
              <span className="num text-note">
                {o.minutes}
                <span className="sr-only"> min</span>
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

interface OthersProps {
  acts: readonly { id: ActId; name: string; minutes: number }[];
  said: Partial<Record<ActId, string>>;
  busy: boolean;
  onAsk: (act: ActId) => void;
}

/** Tests that were not ordered: pressed, each says what it would have said. */
export function NotOrdered({ acts, said, busy, onAsk }: OthersProps) {
  if (acts.length === 0) return null;
  return (
    <section aria-labelledby="others-heading" className="border-t-[1.5px] border-line bg-plane px-6 pt-2.5 pb-3">
      <h2 id="others-heading" className="text-lead font-strong">
        Not ordered this time{" "}
        <span className="ml-1 text-note font-regular text-ink-2">
          press one to see what it would have said in so many minutes
        </span>
      </h2>
      <ul className="mt-1.5 flex flex-wrap gap-1.5">
        {acts.map((a) => (
          <li key={a.id}>
            <button
              type="button"
              disabled={busy}
              onClick={() => onAsk(a.id)}
              className="flex min-h-11 items-center gap-1.5 rounded-control border-2 border-line bg-sheet px-2 text-body
                enabled:hover:border-ink-3 disabled:opacity-55"
            >
              <span>{a.name}</span>
              <span className="num text-note">
                {a.minutes}
                <span className="sr-only"> min</span>
              </span>
            </button>
          </li>
        ))}
      </ul>
      <p role="status" className="mt-1.5 min-h-5.5 text-note text-ink-2">
        {acts
          .filter((a) => said[a.id] !== undefined)
          .map((a) => `${a.name}: ${said[a.id]}.`)
          .join(" ")}
      </p>
    </section>
  );
}
