"use client";
import { Allowed, useMay } from "@/ui/kit/controls/Allowed";
import { words } from "@/core/base/words";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { amountWords, isExpired, isLow, leftOf, shelfHeadline, type Lot, type Shelf } from "@/core/workshop/stock";
import { Button } from "@/ui/kit/controls/Button";
import { useKeys } from "@/ui/kit/controls/keys";
import { send } from "@/ui/kit/controls/send";
import { useSubmit } from "@/ui/kit/controls/useSubmit";
import { LotDialog } from "./LotDialog";
import { Bottle } from "./pictures";
import { Dates } from "./Dates";
import { Pastes, PadArticle, Offcuts, SmallThings } from "./Articles";
import { Words } from "./Words";

/** So many lots are seen at first; the rest when they are asked for. */
const LOTS_SEEN = 24;

/** The shelf at one scale: tubes, sheets, off-cuts, bottles; its dates below. */
export function ShelfScreen({ shelf }: { shelf: Shelf }) {
  const router = useRouter();
  const keeps = useMay("close");
  const [adding, setAdding] = useState(false);
  const [away, setAway] = useState<Lot | null>(null);
  useKeys({ n: () => setAdding(true) });
  const { lots, sheets, today } = shelf;
  const say = shelfHeadline(lots, today);
  const [shown, setShown] = useState(LOTS_SEEN);
  // what was put there last stands in front
  const seen = new Set([...lots].sort((a, b) => b.id - a.id).slice(0, shown));
  const of = (...kinds: Lot["kind"][]) => lots.filter((l) => kinds.includes(l.kind) && seen.has(l));
  const offcuts = sheets.filter((s) => s.offcut);
  const { act, refusal } = useSubmit();
  const put = async (lot: Lot, retired: boolean) => {
    if (!(await act(() => send("PATCH", `/api/lots/${lot.id}`, { retired })))) return;
    setAway(retired ? lot : null);
    router.refresh();
  };
  return (
    <main className="flex flex-1 flex-col">
      <Allowed right="close" quiet>
        <ShelfHead lots={lots} say={say} setAdding={setAdding} />
      </Allowed>
      <ToBuy lots={lots} today={today} />
      {refusal}
      {away ? (
        <p role="status" className="flex items-center gap-4 bg-sheet px-6 pb-2 text-lead lg:px-10">
          {away.name}, lot {away.lot}, is archived.
          <button type="button" className="link min-h-11" onClick={() => void put(away, false)}>
            Put it back
          </button>
        </p>
      ) : null}
      <Allowed right="close" quiet>
        <div className="mat flex-1 overflow-x-auto px-6 py-5 lg:px-10">
          <div className="flex flex-wrap items-start gap-x-10 gap-y-8">
            <Pastes of={of} today={today} put={put} />
            {of("pad").map((l) => (
              <PadArticle key={l.id} l={l} sheets={sheets} today={today} put={put} />
            ))}
            {offcuts.length ? <Offcuts offcuts={offcuts} /> : null}
            {of("alcohol", "remover", "air").map((l) => (
              <article key={l.id} aria-label={l.name} className="w-47.5">
                <Bottle lot={l} />
                <Words lot={l} today={today} more="" onAway={() => void put(l, true)} />
              </article>
            ))}
            <SmallThings of={of} today={today} put={put} />
          </div>
          {lots.length > shown ? (
            <Button className="mt-6" onClick={() => setShown(lots.length)}>
              Show {words.counted(lots.length - shown, "older lot")}
            </Button>
          ) : null}
        </div>
      </Allowed>{" "}
      <Dates shelf={shelf} />
      <LotDialog
        open={adding && keeps}
        onClose={() => setAdding(false)}
        onKept={() => (setAdding(false), router.refresh())}
      />
    </main>
  );
}

interface ShelfHeadProps {
  lots: Lot[];
  say: { first: string; then: string };
  setAdding: React.Dispatch<React.SetStateAction<boolean>>;
}

/** How the shelf stands, and a new lot. */
function ShelfHead({ lots, say, setAdding }: ShelfHeadProps) {
  return (
    <div className="flex flex-wrap items-center gap-x-6 gap-y-2 bg-sheet px-6 py-3 lg:px-10">
      <h1 className="min-w-0 flex-1 text-step leading-8.5 font-bold">
        {lots.length ? say.first : "Nothing is on the shelf yet."}{" "}
        <span className="font-regular text-ink-2">{lots.length ? say.then : "Put the first lot there."}</span>
      </h1>
      <Button look="plain" className="ml-auto" keyCap="N" onClick={() => setAdding(true)}>
        New lot
      </Button>
    </div>
  );
}

interface ToBuyProps {
  lots: Lot[];
  today: string;
}

/** What is low or past its date. */
function ToBuy({ lots, today }: ToBuyProps) {
  return (
    <>
      {lots.some((l) => isLow(l) || isExpired(l, today)) ? (
        <p className="bg-sheet px-6 pb-2.5 text-lead lg:px-10">
          <b className="font-strong">To buy:</b>{" "}
          {lots
            .filter((l) => isLow(l) || isExpired(l, today))
            .map(
              (l) => `${l.name} (${isExpired(l, today) ? "past its date" : `${amountWords(l.kind, leftOf(l))} left`})`,
            )
            .join(", ")}
          .
        </p>
      ) : null}
    </>
  );
}
